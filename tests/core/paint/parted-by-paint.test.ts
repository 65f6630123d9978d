/** A painted drawing whose paint ends where no line is: its regions are parted by the paint, and what it says is carried. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { plainBrush } from '../../../src/core/ink/index.ts';
import {
  areaUnder,
  PLAIN_PAINT,
  paintedMap,
  paintThroughLayer,
  partedByPaint,
  pourAt,
  type RegionMap,
  regionAt,
  regionMap,
} from '../../../src/core/paint/index.ts';
import { type Area, makeArea, type Stroke } from '../../../src/core/shot/index.ts';
import { strokeThrough } from '../../make.ts';

const [W, H] = [360, 240];
const LINE = plainBrush('pen', 3, 0);
const [LEAST, GAP] = [4, 6];

/** A coat with a belt line across that leaves `belt` pixels open in its middle; `foot` pixels of its lower edge are missing. */
function coat(dx: number, { belt = 60, foot = 0 } = {}): Stroke[] {
  const [left, right, top, waist, low] = [100 + dx, 260 + dx, 40, 120, 200];
  const middle = 180 + dx;
  const sides: [number, number, number, number][] = [
    [left, top, right, top],
    [right, top, right, low],
    [left, top, left, low],
    [left, low, middle - foot / 2, low],
    [middle + foot / 2, low, right, low],
    [left, waist, middle - belt / 2, waist],
    [middle + belt / 2, waist, right, waist],
  ];
  return sides.map(([x1, y1, x2, y2], i) => ({
    ...strokeThrough([
      [x1, y1],
      [x2, y2],
    ]),
    brush: LINE,
    lineage: `line ${i}`,
  }));
}

/** What is known of a map where a few places have colours. */
function told(map: RegionMap, places: [x: number, y: number, colour: number][]): Int32Array {
  const known = new Int32Array(map.labels.length).fill(-1);
  for (const [x, y, colour] of places)
    for (let k = 0; k < LEAST; k++) known[Math.round(y) * map.width + Math.round(x) + 2 * k] = colour;
  return known;
}
const same = ({ labels }: RegionMap, other: RegionMap) => labels.every((label, i) => label === other.labels[i]);

describe('regions parted by paint', () => {
  test('two that run together meet where the way between them is narrowest', () => {
    const map = regionMap(coat(0), W, H, { gap: GAP });
    expect(regionAt(map, 130, 60)).toBe(regionAt(map, 130, 180));
    const parted = partedByPaint(
      map,
      told(map, [
        [120, 100, 1],
        [230, 190, 2],
      ]),
      LEAST,
    ); // near lines, far from the opening
    expect(parted.count).toBe(map.count + 1);
    for (const x of [110, 150, 180, 210, 250]) {
      expect(regionAt(parted, x, 108)).toBe(regionAt(parted, 130, 60));
      expect(regionAt(parted, x, 132)).toBe(regionAt(parted, 130, 180));
    }
    expect(regionAt(parted, 130, 60)).not.toBe(regionAt(parted, 130, 180));
  });
  test('one that runs out to the ground ends at its opening, wherever on it something is known', () => {
    const map = regionMap(coat(0, { foot: 70 }), W, H, { gap: GAP });
    expect(regionAt(map, 180, 80)).toBe(regionAt(map, 20, 20));
    fc.assert(
      fc.property(fc.integer({ min: 115, max: 240 }), fc.integer({ min: 135, max: 175 }), (x, y) => {
        const parted = partedByPaint(
          map,
          told(map, [
            [x, y, 1],
            [10, 10, 0],
          ]),
          LEAST,
        );
        for (const [px, py] of [
          [130, 60],
          [230, 60],
          [130, 180],
          [230, 180],
          [180, 190],
        ])
          expect(regionAt(parted, px, py)).toBe(regionAt(parted, x, y));
        expect(regionAt(parted, 180, 215)).toBe(regionAt(parted, 10, 10));
        expect(regionAt(parted, 10, 10)).not.toBe(regionAt(parted, x, y));
      }),
      { numRuns: 12 },
    );
  });
  test('of several maps that is taken where the least has to be parted: where a wider opening is closed nothing has', () => {
    const maps = [GAP, 40].map((gap) => () => regionMap(coat(0, { belt: 0, foot: 30 }), W, H, { gap }));
    const known = (map: RegionMap) =>
      told(map, [
        [130, 60, 1],
        [130, 180, 2],
        [10, 10, 0],
      ]);
    expect(paintedMap(maps, known, LEAST)).toBe(maps[1]);
    const [near] = maps;
    const parted = paintedMap([near], known, LEAST)();
    expect(parted.count).toBe(near().count + 1);
    expect(regionAt(parted, 130, 180)).not.toBe(regionAt(parted, 10, 10));
  });
  test('a tone in the midst of a region parts nothing; nor do too few places, or what is painted alike', () => {
    const map = regionMap(coat(0, { belt: 0 }), W, H, { gap: GAP });
    const known = map.labels.map((label, i) => {
      const [x, y] = [i % W, Math.floor(i / W)];
      return label !== regionAt(map, 180, 80) ? -1 : Math.hypot(x - 180, y - 80) < 25 ? 2 : 1;
    });
    expect(same(partedByPaint(map, known, LEAST), map)).toBe(true);
    const two = (colour: number, least: number) =>
      partedByPaint(
        map,
        told(map, [
          [130, 60, 1],
          [200, 60, colour],
        ]),
        least,
      );
    expect(two(1, LEAST)).toBe(map);
    expect(two(2, LEAST + 1)).toBe(map);
  });
});

/** The coat as a hand paints it, whose map has closed what the drawing leaves open. */
function paintedCoat(): Area[] {
  const closed = regionMap(coat(0, { belt: 0 }), W, H);
  const upper = pourAt([], closed, 180, 80, 'coat', PLAIN_PAINT)!;
  return pourAt(upper, closed, 180, 160, 'skirt', PLAIN_PAINT)!;
}
const carriedTo = (first: Stroke[], second: Stroke[], paint = paintedCoat()) =>
  paintThroughLayer({
    width: W,
    height: H,
    wishes: { gap: GAP },
    overHand: false,
    drawings: [
      { id: 'one', ink: first, paint, source: true },
      { id: 'two', ink: second, paint: [], source: false },
    ],
  })[1];

describe('paint carried from a drawing whose paint ends where no line is', () => {
  test('two parts that run together on both drawings stay two, and are to be looked at', () => {
    const { paint, unsure } = carriedTo(coat(0), coat(20));
    expect(areaUnder(paint, 150, 70)?.swatch).toBe('coat');
    expect(areaUnder(paint, 150, 170)?.swatch).toBe('skirt');
    expect(unsure.length).toBeGreaterThan(0);
  });
  test('a part that is open to the ground on both drawings is painted, and the ground is not', () => {
    const open = { foot: 70 };
    const { paint } = carriedTo(coat(0, open), coat(20, open));
    expect(areaUnder(paint, 150, 170)?.swatch).toBe('skirt');
    expect(areaUnder(paint, 20, 20)).toBeNull();
    expect(areaUnder(paint, 200, 225)).toBeNull();
  });
  test('a tone laid over half of a part is no part, and the part is as sure as without it', () => {
    const closed = { belt: 0 };
    const tone = makeArea('shade', [Float32Array.from([103, 125, 180, 125, 180, 197, 103, 197])]);
    const { paint, unsure } = carriedTo(coat(0, closed), coat(20, closed), [...paintedCoat(), tone]);
    expect(paint.map(({ swatch }) => swatch).sort()).toEqual(['coat', 'skirt']);
    expect(unsure).toEqual([]);
  });
});
