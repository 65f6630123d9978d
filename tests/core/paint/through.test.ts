/** Paint carried through drawings by their lines. */
import { describe, expect, test } from 'vitest';
import { shapeOf } from '../../../src/core/between/index.ts';
import { plainBrush, sampleStroke } from '../../../src/core/ink/index.ts';
import { believed, matchPlanes, turnedRound } from '../../../src/core/paint/carry/matched-lines.ts';
import { paintThrough, regionAt, regionFacts, regionMap, type ThroughDrawing } from '../../../src/core/paint/index.ts';
import type { Stroke } from '../../../src/core/shot/index.ts';
import { circle, strokeThrough } from '../../make.ts';

const [WIDTH, HEIGHT] = [400, 300];
const LINE = plainBrush('pen', 3, 0);

const shape = (stroke: Stroke) => shapeOf([...sampleStroke(stroke)].filter((_, i) => i % 4 < 2));

/** A head with an eye, beside it a bag parted by a strap; all of it moved. `opening`: the bag is not quite closed. */
function figure(dx: number, dy: number, opening = 0): Stroke[] {
  const corners: [number, number][] = [
    [200 + dx, 120 + dy],
    [320 + dx, 130 + dy],
    [310 + dx, 220 + dy],
    [196 + dx, 210 + dy],
    [200 + dx, 120 + dy + opening],
  ];
  return [
    circle(110 + dx, 110 + dy, 50),
    circle(95 + dx, 100 + dy, 12),
    strokeThrough(corners),
    strokeThrough([
      [255 + dx, 100 + dy],
      [258 + dx, 170 + dy],
      [252 + dx, 240 + dy],
    ]),
  ].map((stroke, i) => ({ ...stroke, brush: LINE, lineage: `line ${i} ${dx}` }));
}

const PLACES: [x: number, y: number, colour: number][] = [
  [130, 130, 1],
  [95, 100, 2],
  [225, 160, 3],
  [285, 170, 4],
];

function drawing(ink: Stroke[], painted: boolean, [dx, dy] = [0, 0]): ThroughDrawing {
  const maps = [2, 14].map((gap) => () => regionMap(ink, WIDTH, HEIGHT, { gap }));
  if (!painted) return { shapes: ink.map(shape), maps, painted: null };
  const map = maps[0]();
  const colours = new Int32Array(map.count + 1);
  for (const [x, y, colour] of PLACES) colours[regionAt(map, x + dx, y + dy)] = colour;
  return { shapes: ink.map(shape), maps: [() => map], painted: colours };
}

const coloursAt = ({ map, regions }: ReturnType<typeof paintThrough>[number], dx: number, dy: number) =>
  PLACES.map(([x, y]) => regions[regionAt(map(), x + dx, y + dy)].colour);

describe('paint carried through', () => {
  const moves: [number, number][] = [
    [0, 0],
    [18, 6],
    [34, 14],
    [50, 24],
  ];
  test('goes with the figure, drawing by drawing; the ground stays bare and nothing is in doubt', () => {
    const out = paintThrough(
      moves.map(([dx, dy], i) => drawing(figure(dx, dy), i === 0)),
      5,
      200,
    );
    out.forEach((each, i) => {
      expect(coloursAt(each, ...moves[i])).toEqual([1, 2, 3, 4]);
      expect(each.regions[regionAt(each.map(), 5, 290)]).toMatchObject({ colour: 0, sure: 1, unsure: false });
    });
    expect(out.flatMap(({ regions }) => regions.slice(1)).filter(({ unsure }) => unsure)).toEqual([]);
  });
  test('from the middle outwards, and between two painted ones', () => {
    for (const painted of [[2], [0, 3]]) {
      const out = paintThrough(
        moves.map((move, i) => drawing(figure(...move), painted.includes(i), move)),
        5,
        200,
      );
      out.forEach((each, i) => {
        expect(coloursAt(each, ...moves[i])).toEqual([1, 2, 3, 4]);
      });
    }
  });
  test('an opening that lets the paint run out is closed', () => {
    const out = paintThrough([drawing(figure(0, 0), true), drawing(figure(18, 6, 9), false)], 5, 200);
    expect(coloursAt(out[1], 18, 6)).toEqual([1, 2, 3, 4]);
  });
  test('a region nobody has seen is in doubt', () => {
    const extra = [...figure(18, 6), { ...circle(370, 60, 20), brush: LINE, lineage: 'new' }];
    const out = paintThrough([drawing(figure(0, 0), true), drawing(extra, false)], 5, 200);
    expect(out[1].regions[regionAt(out[1].map(), 370, 60)].unsure).toBe(true);
  });
});

test('facts of regions: their areas make up the paper, samples lie in them, the ground is what lies outside', () => {
  const map = regionMap(figure(0, 0), WIDTH, HEIGHT, { gap: 2 });
  const { areas, ground, samples } = regionFacts(map);
  expect(areas.reduce((sum, area) => sum + area, 0)).toBe(map.width * map.height);
  samples.forEach((points, label) => {
    for (let i = 0; i < points.length; i += 2) expect(regionAt(map, points[i], points[i + 1])).toBe(label);
    if (label > 0) expect(points.length).toBe(2 * Math.min(50, areas[label]));
  });
  expect(ground[regionAt(map, 2, 2)]).toBe(1);
  expect(ground[regionAt(map, 110, 130)]).toBe(0);
});

describe('lines matched for painting', () => {
  const [first, second] = [figure(0, 0), figure(26, 9)].map((ink) => ({ shapes: ink.map(shape) }));
  const size = 200;
  test('are the same from either side', () => {
    const matched = matchPlanes(first, second, size);
    const round = turnedRound(matched);
    expect(matched.pairings).toHaveLength(4);
    expect(round.pairings.map(({ a, b }) => [b, a])).toEqual(matched.pairings.map(({ a, b }) => [a, b]));
    for (const [x, y] of PLACES) {
      const [u, v] = round.there.shift(...matched.there.shift(x, y));
      expect(Math.hypot(u - x, v - y)).toBeLessThan(3);
    }
    expect(turnedRound(round).pairings.map(({ map }) => map.map((value) => Math.round(1000 * value)))).toEqual(
      matched.pairings.map(({ map }) => map.map((value) => Math.round(1000 * value))),
    );
  });
  test('what is known beforehand stays so', () => {
    const known = [{ a: 0, b: 1 }];
    expect(matchPlanes(first, second, size, known).pairings.find(({ a }) => a === 0)!.b).toBe(1);
  });
  test('those believed wholly are the sure ones', () => {
    expect(believed(matchPlanes(first, second, size)).length).toBeGreaterThan(0);
    const dashes: [number, number][][] = [
      [
        [20, 280],
        [28, 276],
      ],
      [
        [350, 20],
        [354, 31],
      ],
    ];
    const other = dashes.map((dash) => strokeThrough(dash, { brush: LINE }));
    const unlike = matchPlanes(first, { shapes: other.map(shape) }, size);
    expect(believed(unlike)).toEqual([]);
  });
});

test('it tells of each drawing it has come to, never backwards, to the end', () => {
  const list = [0, 12, 24, 36, 48].map((dx, i) => drawing(figure(dx, 0), i === 0 || i === 4, [dx, 0]));
  const told: number[] = [];
  paintThrough(list, 5, 200, (share) => told.push(share));
  expect(told.length).toBeGreaterThanOrEqual(6);
  expect(told.every((share, i) => i === 0 || share >= told[i - 1])).toBe(true);
  expect([told[0] < 0.5, told.at(-1)]).toEqual([true, 1]);
});

test('where no drawing is painted, or one has no line, nothing is coloured', () => {
  for (const list of [[drawing(figure(0, 0), false)], [drawing([], false), drawing(figure(0, 0), false)]])
    for (const { map, regions } of paintThrough(list, 5, 200)) {
      expect(regions).toHaveLength(map().count + 1);
      expect(regions.every(({ colour }) => colour === 0)).toBe(true);
    }
  const [, bare] = paintThrough([drawing(figure(0, 0), true), drawing([], false)], 5, 200);
  expect(bare.regions.every(({ colour }) => colour === 0)).toBe(true);
});
