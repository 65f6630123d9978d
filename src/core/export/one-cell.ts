/** A film of a single cell: one drawing, or one picture, by itself with nothing behind it. */
import { newId } from '../shot/ids.ts';
import type { CellRef, Drawing, Layer, Shot } from '../shot/model.ts';
import type { Film } from './film.ts';

/** @param layer as it is to lie: its moves are not looked at @param frame the frame whose palette colours it @param drawing takes the place of the one the cell names */
export function filmOfCell(
  film: Film,
  layer: Layer,
  cell: CellRef,
  frame: number,
  { ground = null, drawing }: { ground?: string | null; drawing?: Drawing } = {},
): Film {
  const [part] = film.parts;
  const alone: Layer = {
    ...layer,
    visible: true,
    guide: false,
    opacity: 1,
    moves: null,
    afterLast: 'holds',
    exposures: [{ id: newId(), cell, frames: 1 }],
  };
  const drawings = drawing ? { [drawing.id]: drawing } : part.shot.drawings;
  const background = { colour: ground ?? '#ffffff', transparent: ground === null };
  const shot: Shot = { ...part.shot, layers: [alone], drawings, background };
  return {
    ...film,
    ground,
    burnt: { frame: false, time: false, title: false, date: '', drawings: false },
    parts: [{ ...part, shot, from: frame, to: frame }],
    pictures: [{ part: 0, frame, frames: 1 }],
    frames: 1,
  };
}
