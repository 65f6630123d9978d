/** How the paper lies under the eye: pure geometry between paper pixels and screen pixels. */
import type { Point } from '../../core/plane/index.ts';
import { after, inverse, type Matrix, mapPoint } from '../../core/plane/index.ts';

export interface PaperView {
  /** Whole paper in sight, upright: follows the size of the window. */
  fitted: boolean;
  /** Screen pixels per paper pixel. */
  zoom: number;
  /** Paper point in the middle of the window. */
  x: number;
  y: number;
  /** Radians, clockwise. */
  turn: number;
  mirrored: boolean;
}

export const FITTED: PaperView = { fitted: true, zoom: 1, x: 0, y: 0, turn: 0, mirrored: false };

export const LEAST_ZOOM = 0.05;
export const MOST_ZOOM = 16;
/** Room left around a fitted paper, screen pixels. */
const MARGIN = 22;

interface Size {
  width: number;
  height: number;
}

/** The view with zoom and middle filled in when it is fitted. */
export function settled(view: PaperView, paper: Size, room: Size): PaperView {
  if (!view.fitted) return view;
  const zoom = Math.max(
    LEAST_ZOOM,
    Math.min((room.width - 2 * MARGIN) / paper.width, (room.height - 2 * MARGIN) / paper.height),
  );
  return { ...view, zoom, x: paper.width / 2, y: paper.height / 2, turn: 0 };
}

/** Paper to screen, whole pixels of shift so that the paper's own pixels stay sharp. `dpr`: device pixels per CSS pixel. */
export function viewMatrix(view: PaperView, room: Size, dpr: number): Matrix {
  const s = view.zoom * dpr;
  const flip = view.mirrored ? -1 : 1;
  const cos = Math.cos(view.turn) * s;
  const sin = Math.sin(view.turn) * s;
  // Mirror first (about the paper's upright axis through the middle of the view), then turn, then place.
  const linear: Matrix = [flip * cos, flip * sin, -sin, cos, 0, 0];
  const [mx, my] = mapPoint(linear, view.x, view.y);
  const e = Math.round((room.width * dpr) / 2 - mx);
  const f = Math.round((room.height * dpr) / 2 - my);
  return [linear[0], linear[1], linear[2], linear[3], e, f];
}

/** The view zoomed by a factor about a screen point (CSS pixels), which keeps its paper point under it. */
export function zoomAbout(view: PaperView, factor: number, at: Point, room: Size): PaperView {
  const zoom = Math.max(LEAST_ZOOM, Math.min(MOST_ZOOM, view.zoom * factor));
  return keepUnder({ ...view, fitted: false, zoom }, view, at, at, room);
}

/** The view turned by an angle about a screen point. */
export function turnAbout(view: PaperView, by: number, at: Point, room: Size): PaperView {
  return keepUnder({ ...view, fitted: false, turn: view.turn + by }, view, at, at, room);
}

/** The view moved by a screen distance. */
export function panBy(view: PaperView, dx: number, dy: number, room: Size): PaperView {
  return keepUnder({ ...view, fitted: false }, view, { x: 0, y: 0 }, { x: dx, y: dy }, room);
}

/** `next` shifted so that the paper point that lay at `from` in `old` lies at `to`. */
export function keepUnder(next: PaperView, old: PaperView, from: Point, to: Point, room: Size): PaperView {
  const [px, py] = mapPoint(inverse(viewMatrix(old, room, 1)), from.x, from.y);
  const [qx, qy] = mapPoint(inverse(viewMatrix(next, room, 1)), to.x, to.y);
  return { ...next, x: next.x + px - qx, y: next.y + py - qy };
}

/** The map that carries a picture made for view `from` to where it lies in view `to`. */
export function between(from: Matrix, to: Matrix): Matrix {
  return after(inverse(from), to);
}

/** Room left around the camera's field, screen pixels. */
const FIELD_MARGIN = 16;

/** The view that frames the camera's field. @param matrix from where it lies at first to where it lies now */
export function viewOfField(
  matrix: Matrix,
  field: Size,
  middle: Point,
  room: Size,
): { zoom: number; x: number; y: number; turn: number } {
  const [a, b] = matrix;
  const size = Math.hypot(a, b);
  const [x, y] = mapPoint(matrix, middle.x, middle.y);
  const zoom = Math.min(
    (room.width - 2 * FIELD_MARGIN) / (field.width * size),
    (room.height - 2 * FIELD_MARGIN) / (field.height * size),
  );
  return { zoom, x, y, turn: -Math.atan2(b, a) };
}
