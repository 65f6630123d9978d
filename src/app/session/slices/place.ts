/** Where one is in the shot, and which swatch is in hand. */
import { IsInt, Max, Min } from 'class-validator';
import { type Id, LIMITS, type Shot } from '../../../core/shot/index.ts';
import { IsId } from '../../../core/shot/part.ts';
import { NOTHING_PASSES, slice } from './slice.ts';

class Place {
  @IsInt() @Min(0) @Max(LIMITS.maxLength) frame = 0;
  @IsId() layerId: Id = '';
  @IsId() swatch: Id = '';
}

const firstLayer = ({ layers }: Shot) => (layers.find(({ purpose }) => purpose === 'clean') ?? layers.at(-1))?.id ?? '';

export const place = slice({
  kept: Place,
  passing: NOTHING_PASSES,
  mend: ({ frame, layerId, swatch }, shot) => {
    const { swatches } = shot.palettes[0];
    return {
      frame: Math.max(0, Math.min(shot.length - 1, frame)),
      layerId: shot.layers.some(({ id }) => id === layerId) ? layerId : firstLayer(shot),
      swatch: swatches.some(({ id }) => id === swatch) ? swatch : (swatches[0]?.id ?? ''),
    };
  },
});
