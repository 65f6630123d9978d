/** What lines see on their sides and on from their ends, and how alike that is. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { shapeOf } from '../../../src/core/between/index.ts';
import { type Seen, SIDES, seenFrom, sidesAlike } from '../../../src/core/between/match/judge/sides.ts';

type Point = [number, number];
const SIZE = 400;
/** The places of what is told. */
const [FAR, FAR_WORSE, GROUND, , AGREE, AGREE_WORSE, FAR_CHANGED] = Array.from({ length: SIDES }, (_, k) => k);
const [ENDS_FAR, ENDS_FAR_WORSE, ENDS_AGREE] = [9, 10, 11];

const line = (...points: Point[]) => shapeOf(points.flat());
const see = (lines: Point[][], size = SIZE) =>
  seenFrom(
    lines.map((points) => line(...points)),
    size,
  );
const straight = { reverse: false, first: 0 };
const back = { reverse: true, first: 23 };
const sure = (k: number, l: number) => (k === l ? 1 : 0);

/** A sleeve: its two sides, the seam between them, a cuff across its end. */
const SLEEVE: Point[][] = [
  [
    [100, 100],
    [200, 100],
  ],
  [
    [100, 160],
    [200, 160],
  ],
  [
    [110, 120],
    [190, 120],
  ],
  [
    [230, 80],
    [230, 180],
  ],
];

describe('what a line sees', () => {
  test('how far the next line is on either side, which it is, and where there is only ground', () => {
    const [top, , seam] = see(SLEEVE);
    // Going right, the left hand is towards the top of the paper.
    expect([...top.line.subarray(0, 8)]).toEqual(Array(8).fill(-1));
    expect([...top.line.subarray(10, 14)]).toEqual(Array(4).fill(2));
    expect(top.far[12]).toBeCloseTo(20 / SIZE, 4);
    expect([...seam.line.subarray(0, 8)]).toEqual(Array(8).fill(0));
    expect([...seam.line.subarray(8, 16)]).toEqual(Array(8).fill(1));
    expect(seam.far[12]).toBeCloseTo(40 / SIZE, 4);
    // On from its ends: nothing behind, the cuff before it.
    expect([...seam.line.subarray(16)]).toEqual([-1, 3]);
  });

  test('not itself drawn again, and of itself only what lies across', () => {
    const again = see([
      [
        [100, 100],
        [200, 100],
      ],
      [
        [100, 101],
        [200, 101],
      ],
    ]);
    expect(again[0].line.every((hit) => hit === -1)).toBe(true);
    const ring = Array.from({ length: 40 }, (_, k): Point => {
      const angle = (2 * Math.PI * k) / 40;
      return [200 + 50 * Math.cos(angle), 200 + 50 * Math.sin(angle)];
    });
    const [seen] = see([[...ring, ring[0]]]);
    const inside = [...seen.line.subarray(0, 8)].every((hit) => hit === 0) ? 0 : 8;
    expect([...seen.line.subarray(inside, inside + 8)]).toEqual(Array(8).fill(0));
    expect([...seen.line.subarray(8 - inside, 16 - inside)]).toEqual(Array(8).fill(-1));
    for (const far of seen.far.subarray(inside, inside + 8)) expect(far).toBeCloseTo(100 / SIZE, 1);
  });
});

describe('how alike it is', () => {
  const alike = (p: Seen, q: Seen, places: [number, number], way = straight) => sidesAlike(p, q, places, way, sure);

  test('the two sides of a sleeve are told apart, and each is like itself', () => {
    const seen = see(SLEEVE);
    const own = alike(seen[0], seen[0], [0, 0]);
    expect(own[FAR_WORSE]).toBe(0);
    expect(own[AGREE]).toBeGreaterThan(0.9);
    const other = alike(seen[0], seen[1], [0, 1]);
    expect(other[FAR_WORSE]).toBeGreaterThan(0.5);
    expect(other[AGREE]).toBeLessThan(0.5);
    // It would be like the other side with its own sides changed.
    expect(own[FAR_CHANGED]).toBeGreaterThan(other[FAR_CHANGED] + 0.5);
  });

  test('whichever way a line is drawn, wherever the figure stands, however it is turned and sized', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -300, max: 300 }),
        fc.integer({ min: -157, max: 157 }),
        fc.integer({ min: 60, max: 170 }),
        fc.array(fc.boolean(), { minLength: 4, maxLength: 4 }),
        (shift, turn, grow, turnedRound) => {
          const [c, s] = [(Math.cos(turn / 100) * grow) / 100, (Math.sin(turn / 100) * grow) / 100];
          const moved = SLEEVE.map((points, k) => {
            const there = points.map(([x, y]): Point => [c * x - s * y + shift, s * x + c * y - shift]);
            return turnedRound[k] ? there.reverse() : there;
          });
          const [one, other] = [see(SLEEVE), see(moved, (SIZE * grow) / 100)];
          one.forEach((seen, k) => {
            const numbers = alike(seen, other[k], [k, k], turnedRound[k] ? back : straight);
            expect(numbers).toHaveLength(SIDES);
            for (const at of [FAR, FAR_WORSE, GROUND, ENDS_FAR, ENDS_FAR_WORSE]) expect(numbers[at]).toBeCloseTo(0, 3);
            expect(numbers[AGREE]).toBeGreaterThanOrEqual(0.5);
            expect(numbers[AGREE_WORSE]).toBeGreaterThanOrEqual(0.5);
            expect(numbers[ENDS_AGREE]).toBeGreaterThanOrEqual(0.5);
          });
        },
      ),
      { numRuns: 60 },
    );
  });
});
