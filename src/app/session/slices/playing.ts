/** What is played, how fast, and what is heard when scrubbing. */
import { IsBoolean, IsInt, IsNumber, IsOptional, Max, Min } from 'class-validator';
import { LIMITS } from '../../../core/shot/index.ts';
import { Part } from '../../../core/shot/part.ts';
import { NOTHING_PASSES, slice } from './slice.ts';

class Range {
  @IsInt() @Min(0) @Max(LIMITS.maxLength) from!: number;
  @IsInt() @Min(0) @Max(LIMITS.maxLength) to!: number;
}

class Playing {
  /** Frames played, both included; null is the whole shot. */
  @IsOptional() @Part(() => Range) range: Range | null = null;
  @IsBoolean() loop = true;
  /** Preview speed; 1 is the shot's rate. */
  @IsNumber() @Min(0.05) @Max(8) speed = 1;
  @IsBoolean() scrubSound = true;
  /** Frames that are heard when scrubbing. */
  @IsInt() @Min(1) @Max(24) scrubFrames = 2;
}

export const playing = slice({
  kept: Playing,
  passing: NOTHING_PASSES,
  mend: ({ range }, { length }) => {
    if (!range) return {};
    const to = Math.min(range.to, length - 1);
    if (to === range.to) return {};
    return { range: range.from <= to ? { from: range.from, to } : null };
  },
});
