/** What a frame shows, in order: one rule for the paper and for what is delivered. */

import type { WarpGrid } from '../ink/warp.ts';
import { after, IDENTITY, inverse, type Matrix } from '../plane/matrix.ts';
import { shownExposure } from '../sheet/exposures.ts';
import { bendAt, layerAt } from '../sheet/moves/layer-at.ts';
import type { Cast, CellRef, Layer } from '../shot/layer-model.ts';
import { levelOf } from '../shot/levels.ts';
import { LIMITS } from '../shot/make.ts';
import type { Shot } from '../shot/model.ts';

/** A cast with how much of it there is at a frame. */
export interface ShownCast {
  cast: Cast;
  amount: number;
}

/** What a layer showed a frame before, for what streaks. */
interface Earlier {
  cell: CellRef | null;
  /** From where the layer lies now to where it lay. */
  back: Matrix;
}

export interface ShownCell {
  /** The layer as it lies: its place and opacity are those of the frame. */
  layer: Layer;
  cell: CellRef;
  /** The paper its pictures are fitted to. */
  paper: { width: number; height: number };
  /** It is bent by this before it lies at its place. */
  bend: WarpGrid | null;
  /** The cells of a bundle, bottom first; null for other cells. */
  inside: ShownCell[] | null;
  /** It shows only where this does, or does not; `cell` null: there is nothing there. */
  only: { shown: ShownCell | null; outside: boolean } | null;
  /** What is made of it, as far as there is any. */
  casts: ShownCast[];
  earlier: Earlier | null;
}

/** Who looks: the animator at the paper sees guide layers, whoever gets the file does not. */
export type Looker = 'paper' | 'delivery';

function layerShows(layer: Layer, looker: Looker): boolean {
  return layer.visible && (looker === 'paper' || !layer.guide);
}

const cellAt = (layer: Layer, frame: number): CellRef | null =>
  shownExposure(layer.exposures, layer.afterLast, frame)?.exposure.cell ?? null;

/** How much of a cast there is at a frame: carried evenly from one amount to the next. */
export function amountAt({ amounts }: Pick<Cast, 'amounts'>, frame: number): number {
  const next = amounts.findIndex((each) => each.frame > frame);
  if (next === 0) return amounts[0].amount;
  if (next < 0) return amounts[amounts.length - 1].amount;
  const [from, to] = [amounts[next - 1], amounts[next]];
  return from.amount + ((frame - from.frame) / (to.frame - from.frame)) * (to.amount - from.amount);
}

function castsAt({ casts }: Layer, frame: number): ShownCast[] {
  if (casts.length === 0) return NO_CASTS;
  return casts.map((cast) => ({ cast, amount: amountAt(cast, frame) })).filter(({ amount }) => amount > 0);
}

const NO_CASTS: ShownCast[] = [];

function earlierOf(level: Shot, layer: Layer, now: Layer, frame: number): Earlier {
  const before = layerAt(level, layer, frame - 1);
  return { cell: cellAt(layer, frame - 1), back: after(inverse(now.place ?? IDENTITY), before.place ?? IDENTITY) };
}

/** A layer of a level as it shows at a frame, whether it is hidden or not; null where it shows nothing. */
export function shownOn(level: Shot, layer: Layer, frame: number, looker: Looker, depth = 0): ShownCell | null {
  const cell = cellAt(layer, frame);
  if (!cell) return null;
  const now = layerAt(level, layer, frame);
  const casts = castsAt(layer, frame);
  const shadower = layer.only && level.layers.find(({ id }) => id === layer.only!.layer);
  const inner = cell.kind === 'bundle' ? level.bundles[cell.bundle] : undefined;
  return {
    layer: now,
    cell,
    paper: level,
    bend: bendAt(layer, frame),
    inside:
      cell.kind === 'bundle'
        ? inner && depth < LIMITS.maxDepth
          ? shownCells(levelOf(level, cell.bundle), cell.frame, looker, depth + 1)
          : []
        : null,
    // What it shows inside of is taken as it lies, whatever that shows inside of.
    only: shadower
      ? {
          shown: shownOn(level, { ...shadower, only: null, casts: [], opacity: 1 }, frame, looker, depth),
          outside: layer.only!.outside,
        }
      : null,
    casts,
    earlier: frame > 0 && casts.some(({ cast }) => cast.kind === 'streak') ? earlierOf(level, layer, now, frame) : null,
  };
}

/** The cells of `frame` (0-based) of a level, bottom first, each on its layer as it lies there. */
export function shownCells(level: Shot, frame: number, looker: Looker, depth = 0): ShownCell[] {
  const out: ShownCell[] = [];
  for (const layer of level.layers) {
    if (!layerShows(layer, looker)) continue;
    const shown = shownOn(level, layer, frame, looker, depth);
    if (shown) out.push(shown);
  }
  return out;
}

/** All drawings among cells, those of bundles too. */
export function drawingsOf(cells: readonly ShownCell[]): Extract<CellRef, { kind: 'drawing' }>[] {
  return cells.flatMap(({ cell, inside }) => [...(cell.kind === 'drawing' ? [cell] : []), ...drawingsOf(inside ?? [])]);
}

/** All pictures of files among cells, those of bundles too. */
export function picturesOf(cells: readonly ShownCell[]): Extract<CellRef, { kind: 'picture' }>[] {
  return cells.flatMap(({ cell, inside, only }) => [
    ...(cell.kind === 'picture' ? [cell] : []),
    ...picturesOf(inside ?? []),
    ...(only?.shown ? picturesOf([only.shown]) : []),
  ]);
}

/** The layers that are not delivered, each with the reason in words. */
export function leftOut(shot: Shot): { layer: Layer; why: string }[] {
  const out: { layer: Layer; why: string }[] = [];
  for (const layer of shot.layers) {
    if (layer.guide && !layer.visible) out.push({ layer, why: 'guide layer, hidden' });
    else if (layer.guide) out.push({ layer, why: 'guide layer' });
    else if (!layer.visible) out.push({ layer, why: 'hidden' });
  }
  return out;
}

const revisions = new WeakMap<object, number>();
let lastRevision = 0;

/** A number that stands for this very version of an immutable object, for keys of caches. */
export function revision(thing: object): number {
  let number = revisions.get(thing);
  if (number === undefined) {
    number = ++lastRevision;
    revisions.set(thing, number);
  }
  return number;
}

/** The part of a cache key that says what is in a cell now. */
export function cellRevision(shot: Pick<Shot, 'drawings' | 'bundles'>, cell: CellRef): string {
  if (cell.kind === 'picture') return `p${cell.asset}.${cell.index}`;
  if (cell.kind === 'bundle') {
    // Its drawings can change without it: whoever needs it exactly asks for the key of what is shown.
    const bundle = shot.bundles[cell.bundle];
    return bundle ? `b${revision(bundle)}.${revision(shot.drawings)}.${cell.frame}` : '-';
  }
  const drawing = shot.drawings[cell.drawing];
  return drawing ? `d${revision(drawing.ink)}.${revision(drawing.paint)}` : '-';
}

function bentKey(bend: WarpGrid | null): string {
  return bend ? `~${bend.columns}x${bend.rows}:${bend.box.minX},${bend.box.minY}:${bend.points.join()}` : '';
}

/** The part of a cache key that says what a layer shows now, and how. */
export function shownKey(shot: Shot, shown: ShownCell): string {
  const { layer, cell, bend, inside, only, casts, earlier } = shown;
  const { opacity, place, grey, blend } = layer;
  let key = inside ? `(${inside.map((each) => shownKey(shot, each)).join('+')})` : cellRevision(shot, cell);
  key += `*${opacity}${place ?? ''}${grey ? 'grey' : ''}`;
  if (bend) key += bentKey(bend);
  if (blend !== 'normal') key += blend;
  if (only) key += `${only.outside ? 'out' : 'in'}[${only.shown ? shownKey(shot, only.shown) : ''}]`;
  if (casts.length > 0)
    key += `c${casts.map(({ cast, amount }) => `${revision(cast)}@${amount}`).join()}g${shot.guides.ground}`;
  if (earlier) key += `e${earlier.cell ? cellRevision(shot, earlier.cell) : ''}${earlier.back}`;
  return key;
}
