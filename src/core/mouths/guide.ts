/** Where mouths sit: a place on some drawings of the head, carried evenly to the drawings between. */

import { plain } from '../history/draft.ts';
import { after, type Matrix } from '../plane/matrix.ts';
import { exposuresOf } from '../sheet/edit.ts';
import { shownExposure, startFrames } from '../sheet/exposures.ts';
import type { Id } from '../shot/ids.ts';
import type { Layer } from '../shot/layer-model.ts';
import type { MouthPlace, Shot } from '../shot/model.ts';

/** The map that brings what is drawn at one place to another. */
export function placeMap(from: MouthPlace, to: MouthPlace): Matrix {
  const turn = to.turn - from.turn;
  const size = to.size / from.size;
  const [c, s] = [Math.cos(turn) * size, Math.sin(turn) * size];
  return after([1, 0, 0, 1, -from.x, -from.y], [c, s, -s, c, to.x, to.y]);
}

export function samePlace(a: MouthPlace, b: MouthPlace): boolean {
  return (
    Math.abs(a.x - b.x) < 0.05 &&
    Math.abs(a.y - b.y) < 0.05 &&
    Math.abs(a.turn - b.turn) < 1e-3 &&
    Math.abs(a.size - b.size) < 1e-3
  );
}

/** A part of the way from one place to another; turning the short way round. */
function between(a: MouthPlace, b: MouthPlace, share: number): MouthPlace {
  const turn = Math.atan2(Math.sin(b.turn - a.turn), Math.cos(b.turn - a.turn));
  return {
    x: a.x + (b.x - a.x) * share,
    y: a.y + (b.y - a.y) * share,
    turn: a.turn + turn * share,
    size: a.size * (b.size / a.size) ** share,
  };
}

interface SetPlace {
  start: number;
  place: MouthPlace;
}

const placesOf = new WeakMap<object, { places: object; set: SetPlace[] }>();

/** The exposures of the head whose drawings have a place of their own, in order. */
function setPlaces(layer: Layer, places: Record<Id, MouthPlace>): SetPlace[] {
  const list = exposuresOf(layer);
  const known = placesOf.get(list);
  if (known?.places === places) return known.set;
  const begin = startFrames(list);
  const set: SetPlace[] = [];
  list.forEach(({ cell }, i) => {
    if (cell?.kind === 'drawing' && places[cell.drawing]) set.push({ start: begin[i], place: places[cell.drawing] });
  });
  placesOf.set(list, { places, set });
  return set;
}

export function headLayer(shot: Shot): Layer | null {
  return shot.layers.find(({ id }) => id === shot.mouthGuide.head) ?? null;
}

/** The head's drawing at a frame and the frame it begins on; null when there is none. */
function headAt(layer: Layer, frame: number): { start: number; drawing: Id } | null {
  const placed = shownExposure(exposuresOf(layer), layer.afterLast, frame);
  return placed?.exposure.cell?.kind === 'drawing'
    ? { start: placed.start, drawing: placed.exposure.cell.drawing }
    : null;
}

/** Where a mouth sits at a frame; null when no head is chosen or none of its drawings has a place. */
export function mouthPlaceAt(shot: Shot, frame: number): MouthPlace | null {
  const layer = headLayer(shot);
  const places = plain(shot.mouthGuide.places);
  const head = layer && headAt(layer, frame);
  if (!layer) return null;
  if (head && places[head.drawing]) return places[head.drawing];
  const set = setPlaces(layer, places);
  if (set.length === 0) return null;
  // A mouth moves when the head does: on the head's drawings, not inside its holds.
  const at = head ? head.start : frame;
  const next = set.findIndex(({ start }) => start > at);
  if (next === 0) return set[0].place;
  if (next < 0) return set.at(-1)!.place;
  const [a, b] = [set[next - 1], set[next]];
  return between(a.place, b.place, (at - a.start) / (b.start - a.start));
}

/** The drawing of the head at a frame, on which a place may be set; null when there is none. */
export function headDrawingAt(shot: Shot, frame: number): Id | null {
  const layer = headLayer(shot);
  return (layer && headAt(layer, frame)?.drawing) ?? null;
}
