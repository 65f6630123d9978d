/** What the painters of the sheet are given. */
import type { Shot } from '../../core/shot/index.ts';
import type { Peaks } from '../../core/sound/index.ts';
import type { Selection } from '../session/slices/sheet.ts';
import type { SheetLayout } from './geometry.ts';

export interface SheetScene {
  shot: Shot;
  layout: SheetLayout;
  /** Frame whose hold is washed in the layer in hand; -1 while playing. */
  washed: number;
  layerId: string;
  /** Another timing of the shot, whose columns stand beside those of their layers. */
  beside: Shot | null;
  selection: Selection | null;
  /** Where a piece that is being dragged would come to stand. */
  landing: Pick<Selection, 'layers' | 'from' | 'to'> | null;
  range: { from: number; to: number } | null;
  rowHeight: number;
  scrollLeft: number;
  scrollTop: number;
  /** CSS pixels of the body. */
  width: number;
  height: number;
  peaks(asset: string): Peaks | null;
}

/** The rows in sight, and where a frame's row begins. */
export interface Rows {
  first: number;
  last: number;
  y(frame: number): number;
}
