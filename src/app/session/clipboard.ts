/**
 * What was copied last: lines with their colours, a clip, a piece of the sheet. It belongs to the window and not to a shot:
 * lines go along from one shot to another; a clip and a piece know the shot they come from.
 */
import { createStore } from 'zustand/vanilla';
import type { Piece } from '../../core/sheet/index.ts';
import type { Area, Clip, Id, Stroke, Swatch } from '../../core/shot/index.ts';

interface Clipboard {
  /** Lines and paint, to be put into another drawing in the same place; and what their swatches look like. */
  drawn: { ink: Stroke[]; paint: Area[]; swatches: Swatch[] };
  clip: Clip | null;
  piece: { piece: Piece; shotId: Id } | null;
}

export const clipboard = createStore<Clipboard>(() => ({
  drawn: { ink: [], paint: [], swatches: [] },
  clip: null,
  piece: null,
}));
