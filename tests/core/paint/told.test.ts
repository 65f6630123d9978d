/** What the hand puts right on one drawing is heeded on those that follow. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { plainBrush } from '../../../src/core/ink/index.ts';
import { shapeOfLine } from '../../../src/core/paint/carry/line-shape.ts';
import { mostHeard } from '../../../src/core/paint/carry/region-votes.ts';
import { heeding, toldOf, toldOn } from '../../../src/core/paint/carry/told.ts';
import {
  paintThrough,
  type RegionMap,
  regionAt,
  regionMap,
  type ThroughDrawing,
} from '../../../src/core/paint/index.ts';
import type { Stroke } from '../../../src/core/shot/index.ts';
import { circle } from '../../make.ts';

const [W, H] = [420, 300];
const LINE = plainBrush('pen', 3, 0);
const MOVES = [0, 14, 28, 42];

/** A face with an eye; from the second drawing on there is a lamp beside it. */
const figure = (at: number): Stroke[] =>
  [
    circle(130 + MOVES[at], 150, 80),
    circle(110 + MOVES[at], 130, 16),
    ...(at > 0 ? [circle(330 + MOVES[at] / 2, 90, 30)] : []),
  ].map((stroke) => ({ ...stroke, brush: LINE }));
const FACE = (at: number) => [150 + MOVES[at], 180] as const;
const EYE = (at: number) => [110 + MOVES[at], 130] as const;
const LAMP = (at: number) => [330 + MOVES[at] / 2, 90] as const;

/** The drawings, the first of them painted: face 1, eye 2. `said`: what the hand says of which place, and on which drawing. */
function carried(said: { at: number; place: readonly [number, number]; colour: number }[]) {
  const drawings = MOVES.map((_, at): ThroughDrawing => {
    const ink = figure(at);
    const map = regionMap(ink, W, H, { gap: 4 });
    const plain = { shapes: ink.map(shapeOfLine), maps: [() => map] };
    if (at === 0) {
      const painted = new Int32Array(map.count + 1);
      painted[regionAt(map, ...FACE(0))] = 1;
      painted[regionAt(map, ...EYE(0))] = 2;
      return { ...plain, painted };
    }
    const own = said.filter((each) => each.at === at);
    const settled = (on: RegionMap) => {
      const out = new Int32Array(on.count + 1).fill(-1);
      for (const { place, colour } of own) out[regionAt(on, ...place)] = colour;
      return out;
    };
    return { ...plain, painted: null, ...(own.length > 0 && { settled }) };
  });
  const out = paintThrough(drawings, 5, 160);
  return (at: number, [x, y]: readonly [number, number]) => out[at].regions[regionAt(out[at].map(), x, y)];
}

describe('a correction on one drawing', () => {
  test('of a part that no painted drawing shows goes on to the drawings after it', () => {
    const bare = carried([]);
    expect([1, 2, 3].map((at) => bare(at, LAMP(at)).unsure)).toEqual([true, true, true]);
    const told = carried([{ at: 1, place: LAMP(1), colour: 4 }]);
    expect([1, 2, 3].map((at) => told(at, LAMP(at)).colour)).toEqual([4, 4, 4]);
  });
  test('is not outvoted by the painted drawing again', () => {
    const told = carried([{ at: 1, place: EYE(1), colour: 3 }]);
    expect([1, 2, 3].map((at) => told(at, EYE(at)).colour)).toEqual([3, 3, 3]);
    expect([1, 2, 3].map((at) => told(at, FACE(at)).colour)).toEqual([1, 1, 1]);
  });
  test('a later word is heeded from there on', () => {
    const told = carried([
      { at: 1, place: EYE(1), colour: 3 },
      { at: 3, place: EYE(3), colour: 4 },
    ]);
    expect([1, 3].map((at) => told(at, EYE(at)).colour)).toEqual([3, 4]);
  });
});

test('the word grows weaker from drawing to drawing, is nothing where nothing was said, and never changes what is surer', () => {
  fc.assert(
    fc.property(fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 3, maxLength: 3 }), (warp) => {
      const sizes = { areas: Int32Array.from([0, 100, 100, 100]), ground: new Uint8Array(4) };
      const votes = {
        first: Int32Array.from([0, 0, 1, 2, 3]),
        source: Int32Array.from([1, 2, 3]),
        sides: new Float32Array(3),
        warp: Float32Array.from(warp),
      };
      const said = toldOf(Int32Array.from([-1, 3, -1, 2]));
      const next = toldOn(said, sizes, sizes, mostHeard(votes), null);
      expect([...next.colour].every((colour, label) => colour === -1 || colour === said.colour[label])).toBe(true);
      expect([...next.strength].every((strong, label) => strong <= said.strength[label])).toBe(true);
      const judged = {
        share: new Float32Array(16),
        count: 4,
        sure: new Float32Array(4).fill(1),
        guessed: new Uint8Array(4),
      };
      for (let label = 0; label < 4; label++) judged.share[label * 4 + 1] = 1;
      const out = heeding(judged, next);
      expect([...out.sure].every((sure, label) => sure === (next.colour[label] >= 0 ? next.strength[label] : 1))).toBe(
        true,
      );
    }),
  );
});
