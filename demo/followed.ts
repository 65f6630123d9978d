/** Points and parts of the keeper that the checks follow: the end of the pole, the button of the cap; the cap and the head. */

import { placeOnLine } from '../src/core/between/index.ts';
import {
  addPart,
  CHECKS,
  checkOf,
  drawingsInOrder,
  followPoint,
  foundPart,
  foundSpots,
  lookOver,
  mendFinding,
  putPart,
  putSpots,
  setMeant,
} from '../src/core/check/index.ts';
import type { Drawing, Layer, Shot } from '../src/core/shot/index.ts';

/** Lines and areas by what their names begin with. */
const CAP = /^(crown|band|brim|badge|cap-)/;
const HEAD = /^(face|nose|ear|jaw|chin|cheek|nape)/;

function point(shot: Shot, drawings: Drawing[], name: string, line: string, share: number): void {
  const [first] = drawings;
  const stroke = first.ink.find((each) => each.name === line)!;
  const { x, y } = placeOnLine(stroke, share);
  const id = followPoint(shot, first.layerId, first.id, x, y);
  const own = shot.checks.followed.find((each) => each.id === id)!;
  own.name = name;
  putSpots(shot, id, foundSpots(drawings, own.spots, [], shot.height));
}

function part(shot: Shot, drawings: Drawing[], name: string, names: RegExp): void {
  const [first] = drawings;
  const ids = (all: readonly { id: string; name: string }[]) =>
    all.filter((each) => names.test(each.name)).map(({ id }) => id);
  const id = addPart(shot, first.layerId, first.id, ids(first.ink), ids(first.paint));
  const own = shot.checks.parts.find((each) => each.id === id)!;
  own.name = name;
  putPart(shot, id, foundPart(drawings, own));
}

/** The pole comes onto its arc again, by itself: hand and figure stay. Where it meets the lamp it stops short, which is meant so. */
function mendPole(shot: Shot, keeper: Layer): void {
  const kinks = lookOver(shot, checkOf('arcs')!, keeper, { from: 0, to: shot.length - 1 }).findings;
  for (const finding of kinks) {
    const [mend] = finding.mends;
    const drawing = finding.drawing && shot.drawings[finding.drawing];
    if (mend.kind !== 'carry' || !drawing) continue;
    if (drawing.role === 'key') {
      setMeant(shot, finding, true);
      continue;
    }
    const strokes = drawing.ink.filter(({ name }) => name.startsWith('pole')).map(({ id }) => id);
    const areas = drawing.paint.filter(({ name }) => name.startsWith('pole')).map(({ id }) => id);
    mendFinding(shot, { ...mend, only: { strokes, areas } });
  }
  for (const finding of lookOver(shot, checkOf('arcs')!, keeper, { from: 0, to: shot.length - 1 }).findings)
    setMeant(shot, finding, true);
}

export function followKeeper(shot: Shot, layer: string): void {
  const drawings = drawingsInOrder(shot, layer);
  point(shot, drawings, 'Pole end', 'pole-cup-lip', 0.5);
  point(shot, drawings, 'Cap button', 'cap-button', 0.25);
  part(shot, drawings, 'Cap', CAP);
  part(shot, drawings, 'Head', HEAD);
  const keeper = shot.layers.find(({ id }) => id === layer)!;
  mendPole(shot, keeper);
  // He turns his head and leans: what gets larger, fuller and faster by that is meant so.
  for (const check of CHECKS.filter(({ id }) => ['size', 'volume', 'spacing'].includes(id)))
    for (const finding of lookOver(shot, check, keeper, { from: 0, to: shot.length - 1 }).findings)
      setMeant(shot, finding, true);
}
