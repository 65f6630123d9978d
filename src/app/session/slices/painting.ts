/** The Paint view: what stands beside the paper, and whose lines bound regions. */
import { ArrayMaxSize, IsArray, IsBoolean, IsIn } from 'class-validator';
import { type Id, LIMITS } from '../../../core/shot/index.ts';
import { IsId } from '../../../core/shot/part.ts';
import { slice } from './slice.ts';

const PAINT_CARDS = ['palette', 'through', 'holes', 'model'] as const;
/** What stands open beside the paper while painting. */
export type PaintCard = (typeof PAINT_CARDS)[number];

const LINES_FROM = ['own', 'above', 'chosen'] as const;

class Painting {
  @IsIn(PAINT_CARDS) paintCard: PaintCard = 'palette';
  /** The regions of the drawing in hand are shown, openings marked. */
  @IsBoolean() regionsShown = false;
  /** Whose lines bound the regions: the layer's own, all above it too, or those of chosen layers. */
  @IsIn(LINES_FROM) linesFrom: (typeof LINES_FROM)[number] = 'own';
  @IsArray() @ArrayMaxSize(LIMITS.maxLayers) @IsId({ each: true }) linesOf: Id[] = [];
}

interface PassingPainting {
  /** A region touched on one drawing, waiting for its place on another: all between take the swatch. */
  across: { drawing: Id; x: number; y: number } | null;
}

export const painting = slice({
  kept: Painting,
  passing: (): PassingPainting => ({ across: null }),
  mend: ({ linesOf }, { layers }) => {
    const there = (id: Id) => layers.some((layer) => layer.id === id);
    return linesOf.every(there) ? {} : { linesOf: linesOf.filter(there) };
  },
});
