/** Places of a layer, or of the camera, set, moved, copied, taken off, spaced, pinned. For `change()` recipes. */

import { plain } from '../../history/draft.ts';
import { pushedGrid, warpPoint } from '../../ink/warp.ts';
import { mapPoint } from '../../plane/matrix.ts';
import type { Point } from '../../plane/point.ts';
import { type Id, newId } from '../../shot/ids.ts';
import {
  type BendGrid,
  type Layer,
  type MoveReading,
  type MoveSpacing,
  type Moves,
  PLACE_PARTS,
  type Place,
  type PlacePart,
} from '../../shot/layer-model.ts';
import { makePlace } from '../../shot/make.ts';
import type { Shot } from '../../shot/model.ts';
import { Refused } from '../../shot/refused.ts';
import { layerOf } from '../edit.ts';
import { paperMiddle } from './camera.ts';
import { goAlongable } from './layer-at.ts';
import { AT_REST, heldSize, type Lie, lieAt, lieMatrix, lieOf } from './lie.ts';

/** What travels: a layer by its id, or the camera. */
export const CAMERA = 'camera';

/** The moves of a layer or of the camera as plain data; null: it stands still. */
function movesOf(shot: Shot, mover: Id): Moves | null {
  return plain(mover === CAMERA ? (shot.camera?.moves ?? null) : layerOf(shot, mover).moves);
}

/** @throws Refused for a locked layer */
function putMoves(shot: Shot, mover: Id, moves: Moves | null): void {
  if (mover !== CAMERA) unlocked(shot, mover).moves = moves;
  else if (shot.camera) shot.camera.moves = moves;
}

/** A layer that may be moved. @throws Refused for a locked one */
function unlocked(shot: Shot, id: Id): Layer {
  const layer = layerOf(shot, id);
  if (layer.locked) throw new Refused(`“${layer.name}” is locked. Unlock it in the list of layers to move it.`);
  return layer;
}

const exposuresOf = (shot: Shot, mover: Id): Pick<Layer, 'exposures'> =>
  mover === CAMERA ? { exposures: [] } : { exposures: plain(layerOf(shot, mover).exposures) };

function sized(lie: Lie): Lie {
  return { ...lie, across: heldSize(lie.across), down: heldSize(lie.down), fade: Math.max(0, Math.min(1, lie.fade)) };
}

const inOrder = (places: Place[]): Place[] => [...places].sort((a, b) => a.frame - b.frame);

/** Which part of a place each field of a lie belongs to. */
const PART_OF: Record<keyof Lie, PlacePart> = {
  x: 'where',
  y: 'where',
  turn: 'turn',
  across: 'size',
  down: 'size',
  fade: 'fade',
  bend: 'bend',
};

/** The parts that a change of a lie sets. */
const partsOf = (change: Partial<Lie>): PlacePart[] =>
  PLACE_PARTS.filter((part) => (Object.keys(change) as (keyof Lie)[]).some((key) => PART_OF[key] === part));

/**
 * Sets how a layer lies at a frame: a place that stands there takes it, else a new one does. A new one goes on with the
 * spacing of the place before. @param pivot of a layer that has none yet @param apart a new place sets only what is given
 */
export function setPlace(
  shot: Shot,
  mover: Id,
  frame: number,
  change: Partial<Lie>,
  pivot: Point = paperMiddle(shot),
  apart = false,
): void {
  const moves = movesOf(shot, mover);
  const at = moves ? lieAt(exposuresOf(shot, mover), moves, frame) : AT_REST;
  const lie = sized({ ...at, ...change });
  const given = partsOf(change);
  const there = moves?.places.find((place) => place.frame === frame);
  if (moves && there) {
    const parts = PLACE_PARTS.filter((part) => there.parts.includes(part) || given.includes(part));
    const next = { ...there, ...lie, parts };
    putMoves(shot, mover, { ...moves, places: moves.places.map((place) => (place === there ? next : place)) });
    return;
  }
  const before = moves?.places.findLast((place) => place.frame < frame);
  const spacing = before && before.spacing !== 'own' ? before.spacing : 'even';
  const parts = apart && given.length > 0 ? given : [...PLACE_PARTS];
  const place = makePlace(frame, { ...lie, spacing, parts });
  putMoves(
    shot,
    mover,
    moves
      ? { ...moves, places: inOrder([...moves.places, place]) }
      : { pivot: { ...pivot }, on: 'ones', places: [place] },
  );
}

/** Changes the places of a layer one by one; null takes one off. Without any the layer stays where it lies. */
function changePlaces(shot: Shot, mover: Id, change: (place: Place) => Place | null): void {
  const moves = movesOf(shot, mover);
  if (!moves) return;
  const places = inOrder(moves.places.flatMap((place) => change(place) ?? []));
  putMoves(shot, mover, places.length > 0 ? { ...moves, places } : null);
}

/** Takes the place at a frame off. */
export function dropPlace(shot: Shot, mover: Id, frame: number): void {
  changePlaces(shot, mover, (place) => (place.frame === frame ? null : place));
}

/** Moves a place to another frame, or with `copy` sets it there too; one that stands there gives way. */
export function shiftPlace(shot: Shot, mover: Id, id: Id, frame: number, copy = false): void {
  const moves = movesOf(shot, mover);
  const place = moves?.places.find((each) => each.id === id);
  if (!moves || !place || place.frame === frame) return;
  const others = moves.places.filter((each) => each.frame !== frame && (copy || each !== place));
  const moved = { ...place, frame, pin: null, ...(copy ? { id: newId() } : {}) };
  putMoves(shot, mover, { ...moves, places: inOrder([...others, moved]) });
}

/** Says which parts the place at a frame sets; one that sets nothing goes. */
export function setPlaceParts(shot: Shot, mover: Id, frame: number, parts: readonly PlacePart[]): void {
  changePlaces(shot, mover, (place) => {
    if (place.frame !== frame) return place;
    return parts.length > 0 ? { ...place, parts: PLACE_PARTS.filter((part) => parts.includes(part)) } : null;
  });
}

/** The place whose way on leads through a frame; null before the first. */
export const placeBefore = (moves: Moves, frame: number): Place | null =>
  moves.places.findLast((place) => place.frame <= frame) ?? null;

/** Spaces the way that leads through a frame, or with `all` every way of the layer. */
export function spaceMoves(
  shot: Shot,
  mover: Id,
  frame: number,
  spacing: MoveSpacing,
  all = false,
  ticks: readonly number[] = [],
): void {
  const moves = movesOf(shot, mover);
  if (!moves) return;
  const one = placeBefore(moves, frame) ?? moves.places[0];
  changePlaces(shot, mover, (place) =>
    all || place.id === one.id ? { ...place, spacing, ticks: spacing === 'own' ? [...ticks] : [] } : place,
  );
}

export function readMoves(shot: Shot, mover: Id, on: MoveReading): void {
  const moves = movesOf(shot, mover);
  if (moves) putMoves(shot, mover, { ...moves, on });
}

/** Pushes the middle of the way on from a place off the straight line. */
export function bowWay(shot: Shot, mover: Id, place: Id, bow: Point): void {
  changePlaces(shot, mover, (each) => (each.id === place ? { ...each, bow: { ...bow } } : each));
}

/** Chooses another pivot: the layer lies at its places as it did. */
export function movePivot(shot: Shot, layerId: Id, pivot: Point): void {
  const moves = movesOf(shot, layerId);
  if (!moves) return;
  const places = moves.places.map((place) => {
    const { x, y } = lieOf(lieMatrix(place, moves.pivot), pivot);
    return { ...place, x, y };
  });
  putMoves(shot, layerId, { ...moves, pivot: { ...pivot }, places });
}

/** Pins the place at a frame to the exposure of a layer that is seen there, or lets it go; it stays where it is. */
export function pinPlace(shot: Shot, mover: Id, frame: number, to: Id | null): void {
  let pin: Place['pin'] = null;
  if (to !== null) {
    let start = 0;
    for (const { id, frames } of plain(layerOf(shot, to).exposures)) {
      if (frame < start + frames) {
        pin = { exposure: id, offset: frame - start };
        break;
      }
      start += frames;
    }
  }
  changePlaces(shot, mover, (place) => (place.frame === frame ? { ...place, pin } : place));
}

/** Layers go along with another's moves, or by themselves. A circle is not made: then nothing is done. */
export function goWith(shot: Shot, layerId: Id, leader: Id | null): boolean {
  if (leader !== null && !goAlongable(shot, layerOf(shot, layerId), layerOf(shot, leader))) return false;
  unlocked(shot, layerId).goesWith = leader;
  return true;
}

/** How the points of a grid are pushed so that it lies bent as another one does. */
function regridded(from: BendGrid, bend: readonly number[], to: BendGrid): number[] {
  const lies = pushedGrid(from, bend);
  const { points } = pushedGrid(to, []);
  return Array.from({ length: points.length / 2 }, (_, i) => {
    const [x, y] = [points[2 * i], points[2 * i + 1]];
    const [bentX, bentY] = warpPoint(lies, x, y);
    return [bentX - x, bentY - y];
  }).flat();
}

/** Lays a grid over a layer, or gives the one it has other cells: what is bent stays bent. */
export function setGrid(shot: Shot, layerId: Id, grid: BendGrid): void {
  const before = plain(layerOf(shot, layerId).grid);
  unlocked(shot, layerId).grid = { ...grid };
  if (!before || (before.across === grid.across && before.down === grid.down)) return;
  changePlaces(shot, layerId, (place) =>
    place.bend ? { ...place, bend: regridded(before, place.bend, grid) } : place,
  );
}

/** Takes the grid and all bends off a layer. */
export function dropGrid(shot: Shot, layerId: Id): void {
  unlocked(shot, layerId).grid = null;
  changePlaces(shot, layerId, (place) => {
    const parts = place.parts.filter((part) => part !== 'bend');
    return parts.length > 0 ? { ...place, parts, bend: null } : null;
  });
}

/** Points along a drawn curve, evenly spread over its length. */
function spread(curve: readonly Point[], count: number): { at: Point; along: Point }[] {
  const lengths = [0];
  for (let i = 1; i < curve.length; i++)
    lengths.push(lengths[i - 1] + Math.hypot(curve[i].x - curve[i - 1].x, curve[i].y - curve[i - 1].y));
  const total = lengths[lengths.length - 1];
  return Array.from({ length: count }, (_, k) => {
    const wanted = (k / (count - 1)) * total;
    let i = 1;
    while (i < curve.length - 1 && lengths[i] < wanted) i++;
    const [a, b] = [curve[i - 1], curve[i]];
    const piece = lengths[i] - lengths[i - 1] || 1;
    const t = (wanted - lengths[i - 1]) / piece;
    return {
      at: { x: a.x + t * (b.x - a.x), y: a.y + t * (b.y - a.y) },
      along: { x: (b.x - a.x) / piece, y: (b.y - a.y) / piece },
    };
  });
}

/**
 * How a grid is bent along a curve: its middle row lies on the curve from one end to the other, its columns stand across it.
 * @param curve points where the layer lies on its own pegs, at least two
 */
export function bendAlong(grid: BendGrid, curve: readonly Point[]): number[] {
  const columns = spread(curve, grid.across + 1);
  const out: number[] = [];
  for (let row = 0; row <= grid.down; row++)
    for (let column = 0; column <= grid.across; column++) {
      const { at, along } = columns[column];
      const off = (row / grid.down - 0.5) * grid.height;
      const x = grid.x + (column / grid.across) * grid.width;
      const y = grid.y + (row / grid.down) * grid.height;
      out.push(at.x - along.y * off - x, at.y + along.x * off - y);
    }
  return out;
}

/** A point on the paper, where a layer that is carried so lies on its own pegs. */
export const toOwnPegs = (back: Parameters<typeof mapPoint>[0], { x, y }: Point): Point => {
  const [px, py] = mapPoint(back, x, y);
  return { x: px, y: py };
};
