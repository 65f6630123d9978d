/** Where the places of a moved layer go when time or the layer's timing changes. */
import { type Id, newId } from '../../shot/ids.ts';
import type { Exposure, Layer, Moves, Place } from '../../shot/layer-model.ts';
import { reversedSpacing } from './spacing.ts';

/** The moves of a layer for another one. */
export const copiedMoves = (moves: Moves | null): Moves | null =>
  moves && {
    ...moves,
    pivot: { ...moves.pivot },
    places: moves.places.map((place) => ({ ...place, id: newId() })),
  };

/** Places carried to other frames, but for those that are pinned; where two come together the later one stays. */
export function carriedPlaces(places: Place[], carried: (frame: number, place: Place) => number): Place[] {
  const byFrame = new Map<number, Place>();
  for (const place of places) {
    const frame = Math.max(0, carried(place.frame, place));
    byFrame.set(frame, frame === place.frame ? place : { ...place, frame });
  }
  return [...byFrame.values()].sort((a, b) => a.frame - b.frame);
}

/** The frames at which exposures stand, by their ids. */
function startsById(exposures: readonly Exposure[]): Map<Id, { start: number; frames: number }> {
  const out = new Map<Id, { start: number; frames: number }>();
  let at = 0;
  for (const { id, frames } of exposures) {
    if (!out.has(id)) out.set(id, { start: at, frames });
    at += frames;
  }
  return out;
}

/** Where a layer's places go when its exposures change: each goes with the exposure it stands on, after the last with its end. */
export function placesAfter(
  layer: Pick<Layer, 'moves'>,
  before: readonly Exposure[],
  now: readonly Exposure[],
): Moves | null {
  const { moves } = layer;
  if (!moves) return null;
  const here = startsById(now);
  const total = (all: readonly Exposure[]) => all.reduce((sum, { frames }) => sum + frames, 0);
  const [lengthBefore, lengthNow] = [total(before), total(now)];
  const carried = (frame: number, { pin }: Place): number => {
    if (pin) return frame;
    let at = 0;
    for (const { id, frames } of before) {
      if (frame < at + frames) {
        const there = here.get(id);
        return there ? there.start + Math.min(frame - at, there.frames - 1) : frame;
      }
      at += frames;
    }
    return frame - lengthBefore + lengthNow;
  };
  const places = carriedPlaces(moves.places, carried);
  return places.every((place, i) => place === moves.places[i]) && places.length === moves.places.length
    ? moves
    : { ...moves, places };
}

/** Places of frames `from`..`to` (not included) in the order of time reversed, with the ways between them. */
export function reversedPlaces(places: readonly Place[], from: number, to: number): Place[] {
  const inside = places.filter(({ frame }) => frame >= from && frame < to);
  const turned = inside.map((place, i) => {
    // A way is kept with the place it leads on from: backwards that is the one it led to.
    const way = inside[i - 1];
    const on = way ? { ...reversedSpacing(way), bow: way.bow } : {};
    return { ...place, pin: null, ...on, frame: from + to - 1 - place.frame };
  });
  const others = places.filter((place) => !inside.includes(place));
  return [...others, ...turned].sort((a, b) => a.frame - b.frame);
}

/** Brings places that are pinned to where their exposures stand. @param starts first frames of exposures that were timed anew */
export function pinnedPlaces(moves: Moves, starts: ReadonlyMap<Id, number>): Moves {
  const wanted = ({ pin, frame }: Place) => {
    const start = pin ? starts.get(pin.exposure) : undefined;
    return start === undefined ? frame : start + pin!.offset;
  };
  return moves.places.some((place) => wanted(place) !== place.frame)
    ? { ...moves, places: carriedPlaces(moves.places, (_, place) => wanted(place)) }
    : moves;
}
