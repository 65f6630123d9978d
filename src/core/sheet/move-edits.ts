/** Places of a layer set, taken off, spaced. */
import type { Point } from '../plane/point.ts';
import type { Id } from '../shot/ids.ts';
import { newId } from '../shot/ids.ts';
import type { MoveReading, MoveSpacing, Moves, Place, Shot } from '../shot/model.ts';
import { layerOf } from './edit.ts';
import { type Lie, lieAt, lieMatrix, lieOf } from './moves.ts';

const AT_REST: Lie = { x: 0, y: 0, turn: 0, across: 1, down: 1, fade: 1 };

/** A layer at no size could not be got hold of again. */
const LEAST_SIZE = 0.001;

function sized(lie: Lie): Lie {
  const held = (size: number) => (Math.abs(size) < LEAST_SIZE ? (size < 0 ? -LEAST_SIZE : LEAST_SIZE) : size);
  return { ...lie, across: held(lie.across), down: held(lie.down), fade: Math.max(0, Math.min(1, lie.fade)) };
}

/**
 * Sets how a layer lies at a frame: a place that stands there takes it, else a new one does. A new one goes on with the spacing
 * of the place before. @param pivot of a layer that has none yet
 */
export function setPlace(shot: Shot, layerId: Id, frame: number, part: Partial<Lie>, pivot: Point): void {
  const layer = layerOf(shot, layerId);
  const { moves } = layer;
  const lie = sized({ ...(moves ? lieAt(layer, moves, frame) : AT_REST), ...part });
  const { x, y, turn, across, down, fade } = lie;
  const own = { x, y, turn, across, down, fade };
  if (!moves) {
    layer.moves = { pivot: { ...pivot }, on: 'ones', places: [newPlace(frame, own, 'even')] };
    return;
  }
  const there = moves.places.find((place) => place.frame === frame);
  if (there) {
    Object.assign(there, own);
    return;
  }
  const before = moves.places.findLast((place) => place.frame < frame);
  moves.places = [...moves.places, newPlace(frame, own, before?.spacing ?? 'even')].sort((a, b) => a.frame - b.frame);
}

const newPlace = (frame: number, lie: Lie, spacing: MoveSpacing): Place => ({
  id: newId(),
  frame,
  ...lie,
  spacing,
  bow: { x: 0, y: 0 },
});

/** Takes the place at a frame off; without any the layer stays where it lies. */
export function dropPlace(shot: Shot, layerId: Id, frame: number): void {
  const layer = layerOf(shot, layerId);
  if (!layer.moves) return;
  const places = layer.moves.places.filter((place) => place.frame !== frame);
  layer.moves = places.length > 0 ? { ...layer.moves, places } : null;
}

/** The place whose way on leads through a frame; null before the first. */
export const placeBefore = (moves: Moves, frame: number): Place | null =>
  moves.places.findLast((place) => place.frame <= frame) ?? null;

/** Spaces the way that leads through a frame, or with `all` every way of the layer. */
export function spaceMoves(shot: Shot, layerId: Id, frame: number, spacing: MoveSpacing, all = false): void {
  const { moves } = layerOf(shot, layerId);
  if (!moves) return;
  const one = placeBefore(moves, frame) ?? moves.places[0];
  for (const place of moves.places) if (all || place.id === one.id) place.spacing = spacing;
}

export function readMoves(shot: Shot, layerId: Id, on: MoveReading): void {
  const { moves } = layerOf(shot, layerId);
  if (moves) moves.on = on;
}

/** Pushes the middle of the way on from a place off the straight line. */
export function bowWay(shot: Shot, layerId: Id, place: Id, bow: Point): void {
  const found = layerOf(shot, layerId).moves?.places.find(({ id }) => id === place);
  if (found) found.bow = { ...bow };
}

/** Chooses another pivot: the layer lies at its places as it did. */
export function movePivot(shot: Shot, layerId: Id, pivot: Point): void {
  const { moves } = layerOf(shot, layerId);
  if (!moves) return;
  for (const place of moves.places) {
    const { x, y } = lieOf(lieMatrix(place, moves.pivot), pivot, place.fade);
    Object.assign(place, { x, y });
  }
  moves.pivot = { ...pivot };
}
