/** A film of a single cell: one drawing, or one picture, by itself with nothing behind it. */
import { newId } from '../shot/ids.ts';
import type { CellRef, Layer } from '../shot/layer-model.ts';
import type { Drawing, Shot } from '../shot/model.ts';
import { deliveryView, type Film } from './film.ts';

/** A layer without anything that moves, bends, hides or follows it. */
const LYING_STILL = {
  moves: null,
  grid: null,
  goesWith: null,
  distance: 1,
  blend: 'normal',
  only: null,
  casts: [],
} satisfies Partial<Layer>;

export const NOTHING_BURNT: Film['burnt'] = { frame: false, time: false, title: false, date: '', drawings: false };

type Paper = Pick<Shot, 'width' | 'height'>;

/** @param layer as it is to lie: its moves are not looked at @param frame the frame whose palette colours it @param drawing takes the place of the one the cell names */
export function filmOfCell(
  film: Film,
  layer: Layer,
  cell: CellRef,
  frame: number,
  { ground = null, drawing, paper }: { ground?: string | null; drawing?: Drawing; paper?: Paper } = {},
): Film {
  const [part] = film.parts;
  const alone: Layer = {
    ...layer,
    visible: true,
    guide: false,
    opacity: 1,
    ...LYING_STILL,
    afterLast: 'holds',
    exposures: [{ id: newId(), cell, frames: 1 }],
  };
  const drawings = drawing ? { [drawing.id]: drawing } : part.shot.drawings;
  const background = { colour: ground ?? '#ffffff', transparent: ground === null };
  // A field of its paper: the camera has no part in what it is by itself.
  const { width, height } = paper ?? part.shot;
  const shot: Shot = { ...part.shot, width, height, camera: null, layers: [alone], drawings, background };
  return {
    ...film,
    ground,
    burnt: NOTHING_BURNT,
    parts: [{ shot, view: deliveryView(shot, film.width, film.height), from: frame, to: frame }],
    pictures: [{ part: 0, frame, frames: 1 }],
    frames: 1,
  };
}
