/**
 * Which mouth on which frame, from the track reading, by the trade's rules: by sounds and not letters; vowels and a word's first
 * and last consonants matter most; a closed M, B or P is never skipped and held two frames where there is room; no mouth for
 * one frame unless asked; what is too quick to be seen is left out.
 */

import { type ReadingRow, soundOfText } from '../reading/index.ts';
import type { Mouth } from '../shot/model.ts';
import { mouthOf } from '../speech/mouths.ts';
import { isVowel, SILENCE } from '../speech/phones.ts';
import type { MouthSpan } from './lay.ts';

export interface MouthWishes {
  /** Frames a mouth comes before its sound, 0..2. */
  lead: number;
  /** Mouths may stand for one frame. */
  ones: boolean;
}

/** A stretch of sound with one mouth, frames with fractions. */
interface Unit {
  kind: Mouth;
  from: number;
  to: number;
  /** What it costs to leave it out. */
  weight: number;
}

const WEIGHTS = { vowel: 4, edge: 2, lip: 3, other: 0.8 };
/** Leaving a closed mouth out costs more than anything gained by it. */
const CLOSED = 60;
/** A closed mouth of one frame, where there is no room for two. */
const CRAMPED = 8;
/** Silence shorter than this, frames, is no rest. */
const SHORTEST_REST = 1.5;
/** A frame on which a mouth stands that is not its sound's costs this per frame of distance. */
const STRAY = 0.55;
/** A mouth begins and ends at most so many frames off its sound. */
const REACH = 5;

function unitsOf(rows: ReadingRow[], lead: number): Unit[] {
  const units: Unit[] = [];
  const add = (unit: Unit) => {
    const last = units.at(-1);
    if (last?.kind === unit.kind) {
      last.to = unit.to;
      last.weight = Math.max(last.weight, unit.weight);
    } else units.push(unit);
  };
  rows.forEach((row, i) => {
    const phone = soundOfText(row.sound.text) ?? SILENCE;
    const [from, to] = [row.from - lead, row.to - lead];
    const before = rows[i - 1];
    const gap = before ? from - (before.to - lead) : 0;
    if (before && gap >= SHORTEST_REST) add({ kind: 'rest', from: before.to - lead, to: from, weight: gap * 0.7 });
    const { word } = row.sound;
    const edge = word < 0 || before?.sound.word !== word || rows[i + 1]?.sound.word !== word;
    const kind = mouthOf(phone);
    const weight =
      kind === 'closed'
        ? CLOSED
        : isVowel(phone)
          ? WEIGHTS.vowel
          : kind === 'teeth-lip'
            ? WEIGHTS.lip
            : edge
              ? WEIGHTS.edge
              : WEIGHTS.other;
    add({ kind, from, to, weight });
  });
  // Neighbours meet: a breath between them is the earlier one's.
  for (let i = 0; i + 1 < units.length; i++) units[i].to = units[i + 1].from;
  return units;
}

/** How well a frame goes with a unit: 1 inside, less the farther away. */
function fits({ from, to }: Unit, frame: number): number {
  const at = frame + 0.5;
  if (at >= from && at < to) return 1;
  return -STRAY * Math.max(0, at < from ? from - at : at - to) - 0.2;
}

/**
 * Plans the mouths for sounds in order (see `readingRows`), over the frames they are heard on: the best sum of frames that
 * fit, less what is left out. Empty when there are no sounds.
 */
export function planMouths(rows: ReadingRow[], { lead, ones }: MouthWishes): MouthSpan[] {
  const units = unitsOf(rows, lead);
  if (units.length === 0) return [];
  const first = Math.max(0, Math.round(units[0].from));
  const end = Math.max(first + 1, Math.round(units.at(-1)!.to));
  const count = end - first + 1;
  const shortest = ones ? 1 : 2;
  const NEVER = Number.NEGATIVE_INFINITY;
  const best = units.map(() => new Float64Array(count).fill(NEVER));
  const back = units.map(() => new Int32Array(count * 2).fill(-1));
  // Sums of what is left out, so that any run of units left out costs one subtraction.
  const skipped = [0];
  for (const { weight } of units) skipped.push(skipped.at(-1)! + weight);
  units.forEach((unit, j) => {
    const low = Math.max(first, Math.floor(unit.from) - REACH);
    const high = Math.min(end, Math.ceil(unit.to) + REACH);
    for (let s = low; s < high; s++) {
      let start = NEVER;
      let from = -1;
      if (s === first) start = -skipped[j];
      for (let i = Math.max(0, j - 6); i < j; i++) {
        const value = best[i][s - first] - (skipped[j] - skipped[i + 1]);
        if (value > start) {
          start = value;
          from = i;
        }
      }
      if (start === NEVER) continue;
      let sum = start;
      for (let e = s + 1; e <= high; e++) {
        sum += fits(unit, e - 1);
        const length = e - s;
        const whole = s === first && e === end;
        if (length < shortest && unit.kind !== 'closed' && !whole) continue;
        const value = sum - (length < 2 && unit.kind === 'closed' ? CRAMPED : 0);
        if (value > best[j][e - first]) {
          best[j][e - first] = value;
          back[j][2 * (e - first)] = from;
          back[j][2 * (e - first) + 1] = s;
        }
      }
    }
  });
  let j = -1;
  let top = NEVER;
  units.forEach((_, i) => {
    const value = best[i][end - first] - (skipped[units.length] - skipped[i + 1]);
    if (value > top) {
      top = value;
      j = i;
    }
  });
  const out: MouthSpan[] = [];
  for (let e = end; j >= 0; ) {
    const s = back[j][2 * (e - first) + 1];
    if (out[0]?.kind === units[j].kind) out[0].from = s;
    else out.unshift({ kind: units[j].kind, from: s, to: e });
    j = back[j][2 * (e - first)];
    e = s;
  }
  return out;
}
