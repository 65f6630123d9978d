/** Colours by what lies beside them, maps by how their regions fit a neighbour's, and what nothing explains. */
import { describe, expect, test } from 'vitest';
import { plainBrush } from '../../../src/core/ink/index.ts';
import {
  agreesBeside,
  besideRegions,
  colourBorders,
  mostLikelyColours,
} from '../../../src/core/paint/carry/colour-borders.ts';
import {
  coloursBy,
  guessesHeld,
  judgedBack,
  judgedColours,
  likelihoodOf,
} from '../../../src/core/paint/carry/colour-judge.ts';
import { shapeOfLine } from '../../../src/core/paint/carry/line-shape.ts';
import {
  borderedFacts,
  paintThrough,
  regionAt,
  regionMap,
  type ThroughDrawing,
} from '../../../src/core/paint/index.ts';
import type { Stroke } from '../../../src/core/shot/index.ts';
import { circle, strokeThrough } from '../../make.ts';

const [W, H] = [420, 300];
const LINE = plainBrush('pen', 3, 0);
/** A face with an eye: white, iris, highlight. */
const eye = (dx: number, narrow = 1): Stroke[] =>
  [
    circle(200, 150, 110),
    circle(200 + dx, 150, 40),
    circle(200 + dx, 150, 22 * narrow),
    circle(204 + dx, 144, 8 * narrow),
  ].map((stroke) => ({ ...stroke, brush: LINE }));
const PLACES: [number, number][] = [
  [110, 150],
  [168, 150],
  [188, 162],
  [204, 144],
];

function painted(ink: Stroke[]): ThroughDrawing {
  const map = regionMap(ink, W, H, { gap: 4 });
  const colours = new Int32Array(map.count + 1);
  PLACES.forEach(([x, y], c) => {
    colours[regionAt(map, x, y)] = c + 1;
  });
  return { shapes: ink.map(shapeOfLine), maps: [() => map], painted: colours };
}
const bare = (ink: Stroke[], gaps = [4, 14]): ThroughDrawing => ({
  shapes: ink.map(shapeOfLine),
  maps: gaps.map((gap) => () => regionMap(ink, W, H, { gap })),
  painted: null,
});

describe('colours beside one another', () => {
  const source = painted(eye(0));
  const map = source.maps[0]();
  const facts = borderedFacts(map);
  const colours = coloursBy(
    facts,
    5,
    Array.from(source.painted!, (colour, label) => ({ colour, label, known: true })).filter(({ label }) => label > 0),
    Array.from({ length: map.count }, () => 1),
    null,
  );
  test('borders are told both ways, as long as they are', () => {
    const { borders } = facts;
    const length = (p: number, q: number) => {
      for (let i = 0; i < borders.length; i += 3) if (borders[i] === p && borders[i + 1] === q) return borders[i + 2];
      return 0;
    };
    const labels = PLACES.map(([x, y]) => regionAt(map, x, y));
    for (const p of labels) for (const q of labels) expect(length(p, q)).toBe(length(q, p));
    // White and iris meet around the iris; face and highlight do not meet.
    expect(length(labels[1], labels[2])).toBeGreaterThan(100);
    expect(length(labels[0], labels[3])).toBe(0);
  });
  test('an iris lies between white and highlight, and nothing else does', () => {
    const known = colourBorders(facts, colours);
    const around = besideRegions(facts, colours);
    const iris = regionAt(map, ...PLACES[2]);
    expect(known[3 * 5 + 2]).toBeGreaterThan(0.5);
    expect(known[3 * 5 + 2] + known[3 * 5 + 4]).toBeCloseTo(1, 5);
    for (const c of [1, 2, 4])
      expect(agreesBeside(around, iris, known, 3, 5)).toBeGreaterThan(agreesBeside(around, iris, known, c, 5));
  });
  test('a region that nothing is known of has no colour, and two likely colours are one less likely each', () => {
    const few = { areas: Int32Array.from([0, 10, 10, 10]), ground: Uint8Array.from([0, 0, 0, 1]) };
    const out = coloursBy(
      few,
      3,
      [
        { label: 1, colour: 1, known: true },
        { label: 1, colour: 2, known: true },
      ],
      [0.9, 0.6],
      null,
    );
    expect(mostLikelyColours(out)).toEqual(Int32Array.from([-1, 1, -1, 0]));
    expect(likelihoodOf(out, 1, 1)).toBeCloseTo(0.6, 5);
    expect(likelihoodOf(out, 1, 2)).toBeCloseTo(0.4, 5);
    expect(likelihoodOf(out, 2, 1)).toBe(0);
  });
});

describe('three drawings that are alike', () => {
  // The first, painted one has no iris, and says nothing of it.
  const map = regionMap(eye(0), W, H, { gap: 4 });
  const facts = { ...borderedFacts(map), whole: null };
  const [, , iris] = PLACES.map(([x, y]) => regionAt(map, x, y));
  const labels = Array.from({ length: map.count }, (_, k) => k + 1);
  const speaking = (said: number[]) => ({
    votes: {
      first: Int32Array.from([0, 0, ...labels.map((label) => said.filter((each) => each <= label).length)]),
      source: Int32Array.from(said),
      sides: Float32Array.from(said, () => 80),
      warp: Float32Array.from(said, () => 1),
    },
    facts,
    matched: 1,
  });
  /** Colours of the second drawing. @param colourOf what a label is; @param known whether the iris is known, or was guessed */
  const second = (ofIris: number, known = true, colourOf = (label: number) => label % 5) =>
    coloursBy(
      facts,
      5,
      labels.map((label) => ({ label, colour: colourOf(label), known: label !== iris || known })),
      labels.map((label) => (label === iris ? ofIris : 1)),
      null,
    );
  /** What the third is judged to be. */
  const third = (known: boolean) =>
    judgedColours(
      facts,
      { ...speaking(labels), colours: second(0.99, known) },
      { ...speaking(labels.filter((label) => label !== iris)), colours: second(0) },
      2,
      null,
    );
  test('a guess stays one as it is carried on, and is not believed for being alike from drawing to drawing', () => {
    const [known, guessed] = [third(true).colours, third(false).colours];
    expect([known.guessed[iris], guessed.guessed[iris]]).toEqual([0, 1]);
    expect(guessed.sure[iris]).toBeLessThanOrEqual(0.7);
    expect(mostLikelyColours(guessed)[iris]).toBe(mostLikelyColours(known)[iris]);
    for (const label of labels) if (label !== iris) expect(guessed.sure[label]).toBeCloseTo(known.sure[label], 1);
  });
  test('a guess is no surer than seven in ten, however likely it is judged; what is known is as likely as it is', () => {
    const candidates = [true, false, false].map((known, colour) => ({ label: 1, colour, known }));
    expect(guessesHeld(candidates, [0.99, 0.99, 0.2])).toEqual([0.99, 0.7, 0.2]);
  });
  test('looking back, a colour is likelier where the drawing after has it too than where that has another', () => {
    // The second drawing is not sure of it, and the painted one says little.
    const faint = speaking(labels);
    for (const votes of [faint.votes.warp, faint.votes.sides]) votes[labels.indexOf(iris)] *= 0.3;
    const beside = { ...speaking(labels), colours: second(0.6) };
    const judged = judgedColours(facts, beside, { ...faint, colours: second(1) }, 2, null);
    const back = (colourOf?: (label: number) => number) =>
      judgedBack(facts, { ...speaking(labels), colours: second(1, true, colourOf) }, judged, null);
    const [own, same, other] = [
      judged.colours,
      back(),
      back((label) => (label === iris ? (label + 1) % 5 : label % 5)),
    ];
    const likely = (colours: typeof own) => likelihoodOf(colours, iris, iris % 5);
    expect(likely(same)).toBeGreaterThan(likely(other));
    expect(likely(own)).toBeGreaterThan(likely(other));
    for (const label of labels) expect(mostLikelyColours(same)[label]).toBe(mostLikelyColours(own)[label]);
  });
});

describe('paint through', () => {
  const at = (out: ReturnType<typeof paintThrough>[number], x: number, y: number) =>
    out.regions[regionAt(out.map(), x, y)];
  test('an eye goes to the side and narrows: what lies within what stays', () => {
    const out = paintThrough([painted(eye(0)), bare(eye(20, 0.85)), bare(eye(42, 0.7))], 5, 220);
    [
      [20, 0.85],
      [42, 0.7],
    ].forEach(([dx, narrow], i) => {
      const places = [
        [110, 150],
        [166 + dx, 150],
        [200 + dx - 14 * narrow, 158],
        [204 + dx, 144],
      ];
      expect(places.map(([x, y]) => at(out[i + 1], x, y).colour)).toEqual([1, 2, 3, 4]);
      // Regions that are one part of the figure are known as one in all drawings.
      expect(at(out[i + 1], 166 + dx, 150).part).toBe(at(out[0], 168, 150).part);
    });
  });
  test('two regions that run together through an opening are parted by closing it farther', () => {
    const wall = (open: number): Stroke[] =>
      [
        strokeThrough([
          [60, 60],
          [360, 60],
        ]),
        strokeThrough([
          [360, 60],
          [360, 240],
        ]),
        strokeThrough([
          [360, 240],
          [60, 240],
        ]),
        strokeThrough([
          [60, 240],
          [60, 60],
        ]),
        strokeThrough(Array.from({ length: 9 }, (_, i) => [210, 60 + (i / 8) * (90 - open / 2)])),
        strokeThrough(Array.from({ length: 9 }, (_, i) => [210, 240 - (i / 8) * (90 - open / 2)])),
      ].map((stroke) => ({ ...stroke, brush: LINE }));
    const map = regionMap(wall(-8), W, H, { gap: 4 });
    const colours = new Int32Array(map.count + 1);
    colours[regionAt(map, 120, 150)] = 1;
    colours[regionAt(map, 300, 150)] = 2;
    const ink = wall(-8);
    const out = paintThrough(
      [{ shapes: ink.map(shapeOfLine), maps: [() => map], painted: colours }, bare(wall(11), [2, 16])],
      3,
      180,
    );
    expect(out[1].taken).toBe(1);
    expect([at(out[1], 120, 150).colour, at(out[1], 300, 150).colour]).toEqual([1, 2]);
  });
});
