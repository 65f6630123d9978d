/** What the checks know of a shot, changed: points and parts followed, limits, what is meant so. For `change()` recipes. */

import { layerOf } from '../sheet/edit.ts';
import { placedExposures } from '../sheet/exposures.ts';
import { type Id, newId } from '../shot/ids.ts';
import { LIMITS } from '../shot/make.ts';
import {
  type Drawing,
  type FigurePart,
  type FollowedPoint,
  NOTE_COLOURS,
  type PartOnDrawing,
  type Shot,
  type Spot,
  type Stand,
} from '../shot/model.ts';
import { Refused } from '../shot/refused.ts';
import type { Finding } from './finding.ts';

/** The drawings of a layer in the order of the sheet, each where it is shown first. */
export function drawingsInOrder(shot: Shot, layerId: Id): Drawing[] {
  const seen = new Set<Id>();
  return placedExposures(layerOf(shot, layerId).exposures).flatMap(({ exposure: { cell } }) => {
    const drawing = cell?.kind === 'drawing' && !seen.has(cell.drawing) ? shot.drawings[cell.drawing] : undefined;
    if (!drawing) return [];
    seen.add(drawing.id);
    return [drawing];
  });
}

const pointOf = (shot: Shot, id: Id): FollowedPoint => {
  const point = shot.checks.followed.find((each) => each.id === id);
  if (!point) throw new Refused('This point is not followed any more.');
  return point;
};

const partOf = (shot: Shot, id: Id): FigurePart => {
  const part = shot.checks.parts.find((each) => each.id === id);
  if (!part) throw new Refused('This part is not there any more.');
  return part;
};

/** A name nothing of a list has: "Point 3". */
function freeName(word: string, all: readonly { name: string }[]): string {
  for (let k = all.length + 1; ; k++) if (!all.some(({ name }) => name === `${word} ${k}`)) return `${word} ${k}`;
}

/** Follows a point from where it is on a drawing. Returns its id. @throws Refused when there are as many as can be */
export function followPoint(shot: Shot, layer: Id, drawing: Id, x: number, y: number): Id {
  const { followed } = shot.checks;
  if (followed.length >= LIMITS.maxFollowed)
    throw new Refused(`${LIMITS.maxFollowed} points are followed; there can be no more.`);
  const id = newId();
  followed.push({
    id,
    name: freeName('Point', followed),
    colour: NOTE_COLOURS[(followed.length + 2) % NOTE_COLOURS.length],
    layer,
    spots: [{ drawing, x, y, sure: 1, held: true }],
    hidden: [],
    stands: [],
    measuredTo: null,
  });
  return id;
}

/** Says where a point is on a drawing: it is held there. */
export function holdSpot(shot: Shot, id: Id, drawing: Id, x: number, y: number): void {
  const point = pointOf(shot, id);
  point.hidden = point.hidden.filter((each) => each !== drawing);
  point.spots = [...point.spots.filter((spot) => spot.drawing !== drawing), { drawing, x, y, sure: 1, held: true }];
}

/** Says that a point is not seen on a drawing, or may be looked for there again. */
export function hideSpot(shot: Shot, id: Id, drawing: Id, hidden: boolean): void {
  const point = pointOf(shot, id);
  point.hidden = point.hidden.filter((each) => each !== drawing);
  if (!hidden) return;
  point.hidden = [...point.hidden, drawing];
  point.spots = point.spots.filter((spot) => spot.drawing !== drawing);
}

/** Takes in where a point was found; what the hand has set meanwhile stays. */
export function putSpots(shot: Shot, id: Id, found: readonly Spot[]): void {
  const point = pointOf(shot, id);
  const held = point.spots.filter((spot) => spot.held);
  const own = new Set([...held.map(({ drawing }) => drawing), ...point.hidden]);
  point.spots = [
    ...held,
    ...found.filter(({ drawing, held: is }) => !is && !own.has(drawing) && shot.drawings[drawing]),
  ];
}

export function changePoint(
  shot: Shot,
  id: Id,
  change: Partial<Pick<FollowedPoint, 'name' | 'colour' | 'measuredTo'>>,
): void {
  Object.assign(pointOf(shot, id), change);
}

/** Lets a point go; nothing is measured to it any more. */
export function dropPoint(shot: Shot, id: Id): void {
  shot.checks.followed = shot.checks.followed.filter((point) => point.id !== id);
  for (const point of shot.checks.followed) if (point.measuredTo === id) point.measuredTo = null;
}

/** Says on which frames a point should stand still. @param to the last of them */
export function addStand(shot: Shot, id: Id, from: number, to: number, on: Id | null): void {
  const stand: Stand = { id: newId(), from: Math.min(from, to), to: Math.max(from, to), on };
  pointOf(shot, id).stands.push(stand);
}

export function dropStand(shot: Shot, id: Id, stand: Id): void {
  const point = pointOf(shot, id);
  point.stands = point.stands.filter((each) => each.id !== stand);
}

/** Makes a part of lines and areas of a drawing. Returns its id. @throws Refused when there are as many as can be */
export function addPart(shot: Shot, layer: Id, drawing: Id, lines: Id[], areas: Id[]): Id {
  const { parts } = shot.checks;
  if (lines.length + areas.length === 0) throw new Refused('Pick the lines or the paint of the part first.');
  if (parts.length >= LIMITS.maxFollowed)
    throw new Refused(`There are ${LIMITS.maxFollowed} parts; there can be no more.`);
  const id = newId();
  parts.push({ id, name: freeName('Part', parts), layer, drawings: [{ drawing, lines, areas, held: true }] });
  return id;
}

/** Says what belongs to a part on a drawing. */
export function holdPart(shot: Shot, id: Id, own: Omit<PartOnDrawing, 'held'>): void {
  const part = partOf(shot, id);
  part.drawings = [...part.drawings.filter(({ drawing }) => drawing !== own.drawing), { ...own, held: true }];
}

/** Takes in what was found of a part; what the hand has chosen meanwhile stays. */
export function putPart(shot: Shot, id: Id, found: readonly PartOnDrawing[]): void {
  const part = partOf(shot, id);
  const held = part.drawings.filter((each) => each.held);
  const own = new Set(held.map(({ drawing }) => drawing));
  part.drawings = [
    ...held,
    ...found.filter(({ drawing, held: is }) => !is && !own.has(drawing) && shot.drawings[drawing]),
  ];
}

/** The drawing that is the model sheet; null: there is none, or it is a picture. */
export function modelDrawing({ model, drawings }: Pick<Shot, 'model' | 'drawings'>): Drawing | null {
  return model?.kind === 'drawing' ? (drawings[model.drawing] ?? null) : null;
}

/** Says no more what belongs to a part on a drawing. */
export function forgetPartOn(shot: Shot, id: Id, drawing: Id): void {
  const part = partOf(shot, id);
  part.drawings = part.drawings.filter((each) => each.drawing !== drawing);
}

/** Says no more where a point is on a drawing. */
export function forgetSpotOn(shot: Shot, id: Id, drawing: Id): void {
  const point = pointOf(shot, id);
  point.spots = point.spots.filter((each) => each.drawing !== drawing);
}

export function namePart(shot: Shot, id: Id, name: string): void {
  partOf(shot, id).name = name;
}

export function dropPart(shot: Shot, id: Id): void {
  shot.checks.parts = shot.checks.parts.filter((part) => part.id !== id);
}

/** Says that a finding is meant so, or that it is not; what was meant before of the same is forgotten. */
export function setMeant(
  shot: Shot,
  { check, about, print }: Pick<Finding, 'check' | 'about' | 'print'>,
  meant: boolean,
): void {
  const others = shot.checks.meant.filter((each) => each.check !== check || each.about !== about);
  if (meant && others.length >= LIMITS.maxMeant)
    throw new Refused(`${LIMITS.maxMeant} findings are meant so; there can be no more.`);
  shot.checks.meant = meant ? [...others, { check, about, print }] : others;
}

/** Sets how far is too far for a check; null: as it is at first. */
export function setLimit(shot: Shot, check: string, limit: number | null): void {
  const { [check]: _, ...others } = shot.checks.limits;
  shot.checks.limits = limit === null ? others : { ...others, [check]: limit };
}
