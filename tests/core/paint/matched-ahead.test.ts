/** Drawings matched ahead, several at once: carrying paint finds all it asks for, and comes to the same. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  type InkPair,
  keptMatches,
  type MatchedLines,
  matchInk,
  matchLayerAhead,
  PLAIN_PAINT,
  paintThroughLayer,
  pourAt,
  regionMap,
  type ThroughJob,
} from '../../../src/core/paint/index.ts';
import type { Stroke } from '../../../src/core/shot/index.ts';
import { circle } from '../../make.ts';

const [W, H] = [300, 160];

/** A head with two eyes, one of them smaller; moved along by dx. */
const face = (dx: number): Stroke[] =>
  [circle(70 + dx, 80, 50), circle(55 + dx, 70, 12), circle(90 + dx, 75, 7)].map((stroke, i) => ({
    ...stroke,
    lineage: `${dx} ${i}`,
  }));

function job(painted: boolean[], hand: boolean[]): ThroughJob {
  const drawings = painted.map((source, i) => {
    const dx = 12 * i;
    const map = regionMap(face(dx), W, H);
    const skin = source ? pourAt([], map, 70 + dx, 110, 'skin', PLAIN_PAINT)! : [];
    const eye = source || hand[i] ? pourAt(skin, map, 55 + dx, 70, hand[i] ? 'green' : 'eye', PLAIN_PAINT)! : skin;
    return { id: `d${i}`, ink: face(dx), paint: eye, source };
  });
  return { width: W, height: H, wishes: { gap: 4 }, overHand: false, drawings };
}

const looks = (carried: ReturnType<typeof paintThroughLayer>) =>
  carried.map(({ paint, unsure }) => [
    paint.map(({ swatch, sure, rings }) => [swatch, sure, rings]),
    unsure.map(({ x, y, sure, part }) => [x, y, sure, part]),
  ]);

/** Matches as a crew would: out of order, each on lines of its own. */
const together = async (pairs: InkPair[], done: () => void): Promise<(MatchedLines | null)[]> =>
  Promise.all(
    pairs.map(async (pair, i) => {
      await new Promise((wait) => setTimeout(wait, (7 * i) % 5));
      done();
      return structuredClone(matchInk(structuredClone(pair)));
    }),
  );

const drawings = fc
  .integer({ min: 3, max: 6 })
  .chain((n) =>
    fc.tuple(
      fc.array(fc.boolean(), { minLength: n, maxLength: n }),
      fc.array(fc.boolean(), { minLength: n, maxLength: n }),
    ),
  );

describe('lines matched ahead', () => {
  test('whichever drawings are painted or put right, nothing is matched that is not asked for, and it comes to the same', async () => {
    await fc.assert(
      fc.asyncProperty(drawings, async ([painted, hand]) => {
        const wishes = job(
          painted,
          hand.map((own, i) => own && !painted[i]),
        );
        const kept = keptMatches();
        const told: number[] = [];
        await matchLayerAhead(wishes, kept, together, (share) => told.push(share));
        expect(told.every((share, i) => share >= (told[i - 1] ?? 0) && share <= 1)).toBe(true);
        const ahead = [...kept.keys()];
        const asked = keptMatches();
        const alone = looks(paintThroughLayer(wishes, undefined, asked));
        // Drawings put right speak only where a whole region was: all of these do.
        expect(new Set(ahead)).toEqual(new Set(asked.keys()));
        expect(looks(paintThroughLayer(wishes, undefined, kept))).toEqual(alone);
        expect([...kept.keys()].sort()).toEqual(ahead.sort());
      }),
      { numRuns: 12 },
    );
  });

  test('what could not be matched is matched when paint is carried', async () => {
    const wishes = job([true, false, false, false], [false, false, false, false]);
    const kept = keptMatches();
    let turn = 0;
    await matchLayerAhead(wishes, kept, async (pairs, done) =>
      (await together(pairs, done)).map((lines) => (turn++ % 2 === 0 ? null : lines)),
    );
    expect(kept.size).toBeLessThan(5);
    expect(looks(paintThroughLayer(wishes, undefined, kept))).toEqual(looks(paintThroughLayer(wishes)));
    expect(kept.size).toBe(5);
  });

  test('lines that are known already are not asked about again', async () => {
    const wishes = job([true, false, false, false], [false, false, false, false]);
    const kept = keptMatches();
    await matchLayerAhead(wishes, kept, together);
    const asked: number[] = [];
    await matchLayerAhead(wishes, kept, async (pairs) => {
      asked.push(pairs.length);
      return pairs.map(() => null);
    });
    expect(asked).toEqual([0, 0]);
  });
});
