/** What is picked and begun on the paper. */

import type { Pick, WarpGrid } from '../../../core/ink/index.ts';
import type { Point, XY } from '../../../core/plane/index.ts';
import type { Id } from '../../../core/shot/index.ts';
import { slice } from './slice.ts';

/** Lines and paint of a drawing in hand, and the point they are turned and scaled about (null: their middle). */
interface Picked extends Pick {
  drawing: Id;
  pivot: Point | null;
}

/** The grid that lies over what is being warped. */
interface Warping {
  drawing: Id;
  pick: Pick;
  grid: WarpGrid;
}

interface PassingHand {
  picked: Picked | null;
  /** Presses of arrow keys in a row are one step of undo: the drawing, when the last was, and the step. */
  nudging: { drawing: Id; at: number; gesture: string };
  warping: Warping | null;
  /** Points of the curve that is being laid. */
  curve: XY[];
}

export const hand = slice({
  kept: class {},
  passing: (): PassingHand => ({
    picked: null,
    nudging: { drawing: '', at: 0, gesture: '' },
    warping: null,
    curve: [],
  }),
});
