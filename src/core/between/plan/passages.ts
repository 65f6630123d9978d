/** What the hand settles about the way between two drawings. For `change()` recipes. */
import type { Id } from '../../shot/ids.ts';
import type { AloneWay, Passage, Shot } from '../../shot/model.ts';

function noPassage(from: Id, to: Id): Passage {
  return { from, to, pairs: [], loose: [], alone: [], straightLines: [], straight: false, pins: [] };
}

function passageOf(shot: Shot, from: Id, to: Id): Passage | null {
  return shot.passages.find((each) => each.from === from && each.to === to) ?? null;
}

function passageFor(shot: Shot, from: Id, to: Id): Passage {
  const there = passageOf(shot, from, to);
  if (there) return there;
  shot.passages.push(noPassage(from, to));
  return shot.passages[shot.passages.length - 1];
}

/** Makes two lines one. `beside`: others that are with one of them stay so; the other line is then in pieces. */
export function pairLines(shot: Shot, [from, to]: [Id, Id], a: Id, b: Id, beside: { a: Id; b: Id }[] = []): void {
  const passage = passageFor(shot, from, to);
  const stays = (pair: { a: Id; b: Id }) => pair.a !== a && pair.b !== b;
  passage.pairs = [...passage.pairs.filter(stays), ...beside.filter((pair) => !stays(pair)), { a, b }];
  passage.loose = passage.loose.filter((id) => id !== a && id !== b);
}

/** Says that lines have no counterpart. */
export function partLines(shot: Shot, [from, to]: [Id, Id], lines: Id[]): void {
  const passage = passageFor(shot, from, to);
  passage.pairs = passage.pairs.filter(({ a, b }) => !lines.includes(a) && !lines.includes(b));
  passage.loose = [...new Set([...passage.loose, ...lines])];
}

export function setAlone(shot: Shot, [from, to]: [Id, Id], lines: Id[], way: AloneWay): void {
  const passage = passageFor(shot, from, to);
  passage.alone = [
    ...passage.alone.filter(({ line }) => !lines.includes(line)),
    ...lines.map((line) => ({ line, way })),
  ];
}

/** Chooses straight or turning for some lines of the first drawing, or for all. */
export function setStraight(shot: Shot, [from, to]: [Id, Id], lines: Id[] | 'all', straight: boolean): void {
  const passage = passageFor(shot, from, to);
  if (lines === 'all') {
    passage.straight = straight;
    passage.straightLines = [];
    return;
  }
  const others = passage.straightLines.filter((id) => !lines.includes(id));
  passage.straightLines = straight ? [...others, ...lines] : others;
}

/** Pins a point of a line to an arc guide; a point pinned there already is let go. */
export function pinPoint(shot: Shot, [from, to]: [Id, Id], line: Id, at: number, arc: Id): void {
  const passage = passageFor(shot, from, to);
  passage.pins = [...passage.pins.filter((pin) => pin.line !== line), { line, at, arc }];
}

export function unpin(shot: Shot, [from, to]: [Id, Id], line: Id): void {
  const passage = passageFor(shot, from, to);
  passage.pins = passage.pins.filter((pin) => pin.line !== line);
}

/** Forgets all that was settled between two drawings. */
export function forgetPassage(shot: Shot, [from, to]: [Id, Id]): void {
  shot.passages = shot.passages.filter((each) => each.from !== from || each.to !== to);
}
