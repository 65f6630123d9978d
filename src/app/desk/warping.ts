/** The grid that lies over what is being warped. It stays until it is done or given up. */
import { allOf, boxOf, makeGrid, stillThere, warp } from '../../core/ink/index.ts';
import { grownBox } from '../../core/plane/index.ts';
import type { Drawing } from '../../core/shot/index.ts';
import type { OpenShot } from '../session/open-shot.ts';

type Open = Pick<OpenShot, 'session' | 'view'>;

/** Room between what is warped and the rim of the grid, paper pixels. */
const ROOM = 12;

/** Lays a grid over what is picked of a drawing, or over all of it. False when there is nothing to bend. */
export function layGrid({ view }: Open, drawing: Drawing): boolean {
  const { picked, tools } = view.getState();
  const own = picked?.drawing === drawing.id ? stillThere(drawing, picked) : null;
  const pick = own && own.strokes.length + own.areas.length > 0 ? own : allOf(drawing);
  const box = boxOf(drawing, pick);
  if (!box) return false;
  const grid = makeGrid(grownBox(box, ROOM), tools.warp.columns, tools.warp.rows);
  view.setState({ warping: { drawing: drawing.id, pick, grid } });
  return true;
}

/** Moves one point of the grid. */
export function moveGridPoint({ view }: Open, index: number, x: number, y: number): void {
  const { warping } = view.getState();
  if (!warping) return;
  const points = warping.grid.points.slice();
  points[2 * index] = x;
  points[2 * index + 1] = y;
  view.setState({ warping: { ...warping, grid: { ...warping.grid, points } } });
}

/** The drawing as the grid bends it; null when the drawing is gone. */
export function warpedNow({ session, view }: Open) {
  const { warping } = view.getState();
  const drawing = warping && session.shot.drawings[warping.drawing];
  return drawing ? { drawing, ...warp(drawing, warping.pick, warping.grid) } : null;
}

/** Keeps the bend as one change and takes the grid away. */
export function keepWarp(open: Open): void {
  const bent = warpedNow(open);
  open.view.setState({ warping: null });
  if (!bent) return;
  const { drawing, ink, paint } = bent;
  open.session.change('warp', (shot) => void Object.assign(shot.drawings[drawing.id], { ink, paint }));
}

export function dropWarp({ view }: Open): void {
  if (view.getState().warping) view.setState({ warping: null });
}
