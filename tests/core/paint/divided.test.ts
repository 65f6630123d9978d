/** Regions that have run together are divided where the neighbour has a border. */
import { describe, expect, test } from 'vitest';
import { plainBrush } from '../../../src/core/ink/index.ts';
import { divided, dividedAlike, isDivided } from '../../../src/core/paint/carry/divided.ts';
import { shapeOfLine } from '../../../src/core/paint/carry/line-shape.ts';
import { looksAlike } from '../../../src/core/paint/carry/looks-alike.ts';
import { Planes } from '../../../src/core/paint/carry/planes.ts';
import {
  areaUnder,
  matchPlanes,
  PLAIN_PAINT,
  paintThrough,
  paintThroughLayer,
  perimetersOf,
  pourAt,
  type RegionMap,
  regionAt,
  regionMap,
  type ThroughDrawing,
} from '../../../src/core/paint/index.ts';
import { ringArea } from '../../../src/core/plane/rings.ts';
import type { Area, Stroke } from '../../../src/core/shot/index.ts';
import { circle, strokeThrough } from '../../make.ts';

const [W, H] = [400, 300];
const LINE = plainBrush('pen', 3, 0);
const GAP = 4;

/** A head with an eye; a bag parted by a strap. `open`: so much of the bag's left side is missing; `strap`: how far down that goes. */
function figure(dx: number, { open = 0, strap = 240, eye = true } = {}): Stroke[] {
  return [
    circle(110 + dx, 110, 50),
    ...(eye ? [circle(95 + dx, 100, 12)] : []),
    strokeThrough([
      [200 + dx, 120],
      [320 + dx, 130],
      [310 + dx, 220],
      [196 + dx, 210],
      [200 + dx, 120 + open],
    ]),
    strokeThrough([
      [255 + dx, 100],
      [256 + dx, 100 + (strap - 100) / 2],
      [257 + dx, strap],
    ]),
  ].map((stroke) => ({ ...stroke, brush: LINE }));
}
const PLACES: [number, number][] = [
  [130, 130],
  [95, 100],
  [225, 160],
  [285, 170],
];

const drawingOf = (ink: Stroke[], painted: boolean): ThroughDrawing => {
  const map = regionMap(ink, W, H, { gap: GAP });
  const colours = new Int32Array(map.count + 1);
  PLACES.forEach(([x, y], c) => {
    colours[regionAt(map, x, y)] = c + 1;
  });
  return { shapes: ink.map(shapeOfLine), maps: [() => map], painted: painted ? colours : null };
};

/** What the second drawing's map is divided into beside the first, painted one. */
function beside(first: Stroke[], second: Stroke[]) {
  const [a, b] = [drawingOf(first, true), drawingOf(second, false)];
  const planes = new Planes();
  const [source, target] = [a, b].map((each) => planes.of(each, each.maps[0]()));
  const map = b.maps[0]();
  return { map, division: divided(source, a.painted!, target, matchPlanes(source, target, 200)) };
}
const areaOf = ({ labels }: RegionMap, label: number) => labels.reduce((sum, own) => sum + (own === label ? 1 : 0), 0);

const WIDE = { open: 45 };
const TOGETHER = { strap: 150 };

describe('a map divided', () => {
  test.each([
    ['a part that has run out to the ground is parted from it', WIDE, [225, 160], [20, 280]],
    ['a part that has run together with another is parted from it', TOGETHER, [225, 160], [285, 170]],
  ] as const)('%s', (_, how, [x, y], other) => {
    const { map, division } = beside(figure(0), figure(16, how));
    const [plain, rest] = [regionAt(map, x + 16, y), regionAt(map, other[0] + 16, other[1])];
    expect(plain).toBe(rest);
    const [own, theirs] = [regionAt(division!.map, x + 16, y), regionAt(division!.map, other[0] + 16, other[1])];
    expect(own).not.toBe(theirs);
    expect([division!.whole[own], division!.whole[theirs]]).toEqual([plain, plain]);
    expect([own, theirs].map((label) => isDivided(division!, label)).filter(Boolean)).toHaveLength(1);
    // As large as where it is closed, to the lines.
    const closed = regionMap(figure(16), W, H, { gap: GAP });
    const wanted = areaOf(closed, regionAt(closed, x + 16, y));
    expect(Math.abs(areaOf(division!.map, own) / wanted - 1)).toBeLessThan(0.12);
  });
  test('what is hidden now is not cut out of what hides it; what is whole stays whole', () => {
    expect(beside(figure(0), figure(16, { eye: false })).division).toBeNull();
    expect(beside(figure(0), figure(16)).division).toBeNull();
  });
  test('every pixel keeps its region or goes to a part of it', () => {
    const { map, division } = beside(figure(0), figure(16, { ...WIDE, ...TOGETHER }));
    division!.map.labels.forEach((label, i) => {
      if (division!.whole[label] !== map.labels[i]) throw new Error(`pixel ${i}`);
    });
    expect(division!.map.boxes).toHaveLength(4 * (division!.map.count + 1));
  });
  test('a larger map of the same drawing is divided alike', () => {
    const small = beside(figure(0), figure(16, WIDE)).division!;
    const large = regionMap(figure(16, WIDE), W, H, { gap: GAP, most: 4 * W * H });
    const half = regionMap(figure(16, WIDE), W, H, { gap: GAP, most: (W * H) / 4 });
    for (const map of [large, half]) {
      const out = dividedAlike(map, small.map, small.whole);
      const share = areaOf(out, regionAt(out, 241, 160)) / map.scale ** 2;
      expect(share / areaOf(small.map, regionAt(small.map, 241, 160))).toBeCloseTo(1, 1);
      expect(regionAt(out, 36, 280)).not.toBe(regionAt(out, 241, 160));
    }
  });
});

describe('paint carried to an open part', () => {
  test('it ends where the part ends, and is to be looked at', () => {
    for (const how of [WIDE, TOGETHER]) {
      const out = paintThrough([drawingOf(figure(0), true), drawingOf(figure(16, how), false)], 5, 200)[1];
      const at = ([x, y]: [number, number]) => out.regions[regionAt(out.map(), x + 16, y)];
      expect(PLACES.map((place) => at(place).colour)).toEqual([1, 2, 3, 4]);
      expect(PLACES.slice(2).some((place) => at(place).unsure)).toBe(true);
      expect(out.regions[regionAt(out.map(), 5, 290)].colour).toBe(0);
    }
  });
  test('as areas of a layer: as large as the part, and listed', () => {
    const map = regionMap(figure(0), W, H, { gap: GAP });
    let paint: Area[] = [];
    PLACES.forEach(([x, y], k) => {
      paint = pourAt(paint, map, x, y, `colour ${k}`, PLAIN_PAINT)!;
    });
    const [, { paint: carried, unsure }] = paintThroughLayer({
      width: W,
      height: H,
      wishes: { gap: GAP },
      drawings: [
        { id: 'a', ink: figure(0), paint, source: true },
        { id: 'b', ink: figure(16, WIDE), paint: [], source: false },
      ],
      overHand: false,
    });
    expect(PLACES.map(([x, y]) => areaUnder(carried, x + 16, y)?.swatch)).toEqual(PLACES.map((_, k) => `colour ${k}`));
    expect(areaUnder(carried, 20, 280)).toBeNull();
    const open = areaUnder(carried, 241, 160)!;
    expect(unsure.map(({ area }) => area)).toContain(open.id);
    const [was, is] = [areaUnder(paint, 225, 160)!, open].map(({ rings }) => Math.abs(ringArea(rings[0])));
    expect(Math.abs(is / was - 1)).toBeLessThan(0.12);
  });
});

test('a region looks like those of its size and shape', () => {
  const planes = new Planes();
  const [a, b] = [figure(0), [...figure(16), { ...circle(60, 240, 12), brush: LINE }]].map((ink) =>
    drawingOf(ink, true),
  );
  const [source, target] = [a, b].map((each) => planes.of(each, each.maps[0]()));
  const share = new Float32Array(a.painted!.length * 5);
  a.painted!.forEach((colour, label) => void (share[label * 5 + colour] = 1));
  const colours = {
    share,
    count: 5,
    sure: new Float32Array(a.painted!.length).fill(1),
    guessed: new Uint8Array(a.painted!.length),
  };
  const { apart, counts, areas } = looksAlike(target.facts, source.facts, colours);
  const label = regionAt(b.maps[0](), 60, 240);
  const own = [...apart.subarray(label * 5, (label + 1) * 5)];
  // Like the eye: as large and as round, though that lies in the head.
  expect(own.indexOf(Math.min(...own))).toBe(2);
  expect([...counts].slice(1)).toEqual([0.25, 0.25, 0.25, 0.25]);
  expect(areas.reduce((sum, each) => sum + each, 0)).toBeCloseTo(1);
  expect(perimetersOf(target.facts)[label]).toBeGreaterThan(2 * Math.PI * 12);
});
