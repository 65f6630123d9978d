/** The grid that lies over what is being warped. It stays until it is done or given up. */
import { createStore } from 'zustand/vanilla';
import { allOf, boxOf, makeGrid, type Pick, stillThere, type WarpGrid, warp } from '../../core/ink/index.ts';
import type { Drawing, Id } from '../../core/shot/index.ts';
import type { OpenShot } from '../session/open-shot.ts';

interface Warping {
  drawing: Id;
  pick: Pick;
  grid: WarpGrid;
}

export const warping = createStore<{ now: Warping | null }>(() => ({ now: null }));

type Open = globalThis.Pick<OpenShot, 'session' | 'view'>;

/** Room between what is warped and the rim of the grid, paper pixels. */
const ROOM = 12;

/** Lays a grid over what is picked of a drawing, or over all of it. False when there is nothing to bend. */
export function layGrid({ view }: Open, drawing: Drawing): boolean {
  const { picked, tools } = view.getState();
  const own = picked?.drawing === drawing.id ? stillThere(drawing, picked) : null;
  const pick = own && own.strokes.length + own.areas.length > 0 ? own : allOf(drawing);
  const box = boxOf(drawing, pick);
  if (!box) return false;
  const roomy = { minX: box.minX - ROOM, minY: box.minY - ROOM, maxX: box.maxX + ROOM, maxY: box.maxY + ROOM };
  warping.setState({ now: { drawing: drawing.id, pick, grid: makeGrid(roomy, tools.warp.columns, tools.warp.rows) } });
  return true;
}

/** Moves one point of the grid. */
export function moveGridPoint(index: number, x: number, y: number): void {
  const { now } = warping.getState();
  if (!now) return;
  const points = now.grid.points.slice();
  points[2 * index] = x;
  points[2 * index + 1] = y;
  warping.setState({ now: { ...now, grid: { ...now.grid, points } } });
}

/** The drawing as the grid bends it; null when the drawing is gone. */
export function warpedNow({ session }: globalThis.Pick<OpenShot, 'session'>) {
  const { now } = warping.getState();
  const drawing = now && session.shot.drawings[now.drawing];
  return drawing ? { drawing, ...warp(drawing, now.pick, now.grid) } : null;
}

/** Keeps the bend as one change and takes the grid away. */
export function keepWarp(open: Open): void {
  const bent = warpedNow(open);
  warping.setState({ now: null });
  if (!bent) return;
  const { drawing, ink, paint } = bent;
  open.session.change('warp', (shot) => void Object.assign(shot.drawings[drawing.id], { ink, paint }));
}

export function dropWarp(): void {
  if (warping.getState().now) warping.setState({ now: null });
}
