/** Where things stand on the sheet on screen: CSS pixels. */
import type { Layer } from '../../core/shot/index.ts';

export const HEAD = 36;
export const FRAME_COLUMN = 34;
export const SOUND_COLUMN = 46;
export const FROZEN = FRAME_COLUMN + SOUND_COLUMN;
const LEAST_COLUMN = 52;
const MOST_COLUMN = 84;
/** Rows shown after the shot's end. */
export const AFTER_END = 8;

/** Layers as columns: the top of the stack stands first. */
export function columns(layers: Layer[]): Layer[] {
  return [...layers].reverse();
}

export function columnWidth(room: number, count: number): number {
  return Math.max(LEAST_COLUMN, Math.min(MOST_COLUMN, Math.floor((room - FROZEN) / Math.max(1, count))));
}

export interface Place {
  frame: number;
  /** Column of a layer, or where the pointer is before the layers. */
  column: number | 'frames' | 'sound';
  /** 0..1 down the row. */
  within: number;
}

/** What lies under a point of the sheet's body. */
export function placeAt(
  x: number,
  y: number,
  scrollLeft: number,
  scrollTop: number,
  rowHeight: number,
  width: number,
): Place {
  const row = (y + scrollTop) / rowHeight;
  const frame = Math.floor(row);
  const within = row - frame;
  if (x < FRAME_COLUMN) return { frame, column: 'frames', within };
  if (x < FROZEN) return { frame, column: 'sound', within };
  return { frame, column: Math.floor((x - FROZEN + scrollLeft) / width), within };
}
