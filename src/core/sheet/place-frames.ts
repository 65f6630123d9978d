/** Where the places of a moved layer go when time or the layer's timing changes. */
import { type Id, newId } from '../shot/ids.ts';
import type { Exposure, Layer, Moves, Place } from '../shot/model.ts';

/** The moves of a layer for another one. */
export const copiedMoves = (moves: Moves | null): Moves | null =>
  moves && {
    ...moves,
    pivot: { ...moves.pivot },
    places: moves.places.map((place) => ({ ...place, id: newId(), bow: { ...place.bow } })),
  };

/** Places carried to other frames; where two come together the later one stays. */
export function carriedPlaces(places: Place[], carried: (frame: number) => number): Place[] {
  const byFrame = new Map<number, Place>();
  for (const place of places) {
    const frame = Math.max(0, carried(place.frame));
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
  const carried = (frame: number): number => {
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
