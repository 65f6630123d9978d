/** Where one is in the shot, and which swatch is in hand. */
import { IsInt, Max, Min } from 'class-validator';
import { type Id, LIMITS, type Shot } from '../../../core/shot/index.ts';
import { IsId } from '../../../core/shot/part.ts';
import { slice } from './slice.ts';

class Place {
  @IsInt() @Min(0) @Max(LIMITS.maxLength) frame = 0;
  @IsId() layerId: Id = '';
  @IsId() swatch: Id = '';
}

const firstLayer = ({ layers }: Shot) => (layers.find(({ purpose }) => purpose === 'clean') ?? layers.at(-1))?.id ?? '';

interface PassingPlace {
  /** Layers that are looked at alone; none: all that are visible. */
  alone: Id[];
}

/** The layers that are seen where some are looked at alone: those, and the one in hand. */
export const aloneIn = ({ alone, layerId }: PassingPlace & Pick<Place, 'layerId'>): Id[] =>
  alone.length === 0 ? [] : [...new Set([...alone, layerId])];

export const place = slice({
  kept: Place,
  passing: (): PassingPlace => ({ alone: [] }),
  mend: ({ frame, layerId, swatch, alone }, shot) => {
    const left = alone.filter((id) => shot.layers.some((layer) => layer.id === id));
    const { swatches } = shot.palettes[0];
    return {
      frame: Math.max(0, Math.min(shot.length - 1, frame)),
      layerId: shot.layers.some(({ id }) => id === layerId) ? layerId : firstLayer(shot),
      alone: left.length === alone.length ? alone : left,
      swatch: swatches.some(({ id }) => id === swatch) ? swatch : (swatches[0]?.id ?? ''),
    };
  },
});
