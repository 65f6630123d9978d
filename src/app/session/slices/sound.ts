/** The Sound view. */
import { IsIn, IsNumber, IsOptional, Max, Min } from 'class-validator';
import { type Id, LIMITS } from '../../../core/shot/index.ts';
import { IsId, Part } from '../../../core/shot/part.ts';
import { NOTHING_PASSES, slice } from './slice.ts';

const SOUND_CARDS = ['clip', 'reading', 'foley', 'record'] as const;
/** What stands open under the tracks. */
export type SoundCard = (typeof SOUND_CARDS)[number];

/** Frames across: the first in sight, and pixels a frame. */
class Timeline {
  @IsNumber() @Min(-LIMITS.maxLength) @Max(LIMITS.maxLength) from!: number;
  @IsNumber() @Min(1e-3) @Max(1e4) scale!: number;
}

class Sound {
  /** The clip in hand; null elsewhere, and while none is. */
  @IsOptional() @IsId() clip: Id | null = null;
  /** Null: the whole shot. */
  @IsOptional() @Part(() => Timeline) soundView: Timeline | null = null;
  @IsIn(SOUND_CARDS) soundCard: SoundCard = 'clip';
}

export const sound = slice({
  kept: Sound,
  passing: NOTHING_PASSES,
  mend: ({ clip }, { tracks }) => ({
    clip: tracks.some(({ clips }) => clips.some(({ id }) => id === clip)) ? clip : null,
  }),
});
