/** How a contact sheet is laid out. */
import type { Film } from './film.ts';
import { LARGEST_SIDE } from './wishes.ts';

export interface ContactLayout {
  /** Of the film's size. */
  scale: number;
  columns: number;
  rows: number;
}

/** As many rows as are needed; the whole is no larger than any delivery may be. @param gap pixels between pictures */
export function layoutOf({ width, height, pictures }: Film, wanted: number, gap: number): ContactLayout {
  const columns = Math.min(wanted, pictures.length);
  const rows = Math.ceil(pictures.length / columns);
  const scale = Math.min(
    1 / wanted,
    (LARGEST_SIDE - gap * (columns + 1)) / (columns * width),
    (LARGEST_SIDE - gap * (rows + 1)) / (rows * height),
  );
  return { scale, columns, rows };
}
