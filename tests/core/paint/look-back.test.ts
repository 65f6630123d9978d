/** What the drawing after says of a drawing, when all have been judged. */
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { votesTurnedRound } from '../../../src/core/paint/carry/look-back.ts';
import type { RegionVotes } from '../../../src/core/paint/carry/region-votes.ts';

/** Regions of a source and of a target that lie over one another: `lies[to][from]` places. */
function votesOf(lies: number[][], areas: number[]): RegionVotes {
  const pairs = lies.flatMap((row, to) =>
    row.flatMap((much, from) => (to > 0 && from > 0 && much > 0 ? [{ to, from, much }] : [])),
  );
  return {
    first: Int32Array.from({ length: lies.length + 1 }, (_, label) => pairs.filter(({ to }) => to < label).length),
    source: Int32Array.from(pairs, ({ from }) => from),
    sides: Float32Array.from(pairs, ({ much }) => 2 * much),
    warp: Float32Array.from(pairs, ({ to, much }) => much / areas[to]),
  };
}

const REGIONS = 5;
const row = fc.array(fc.nat(40), { minLength: REGIONS, maxLength: REGIONS });

test('votes turned round say of every two regions what was said, of the other one’s places', () => {
  fc.assert(
    fc.property(fc.array(row, { minLength: 3, maxLength: 8 }), (lies) => {
      const areas = lies.map((own) => own.reduce((sum, much) => sum + much, 1));
      const sources = Array.from({ length: REGIONS }, (_, from) => lies.reduce((sum, own) => sum + own[from], 0));
      const turned = votesTurnedRound(votesOf(lies, areas), areas, sources);
      expect(turned.first).toHaveLength(REGIONS + 1);
      for (let from = 1; from < REGIONS; from++) {
        const said = new Map<number, [number, number]>();
        for (let k = turned.first[from]; k < turned.first[from + 1]; k++)
          said.set(turned.source[k], [turned.sides[k], turned.warp[k]]);
        for (let to = 1; to < lies.length; to++) {
          const much = lies[to][from];
          if (much === 0) expect(said.has(to)).toBe(false);
          else {
            expect(said.get(to)![0]).toBe(2 * much);
            expect(said.get(to)![1]).toBeCloseTo(much / (sources[from] + 1), 4);
          }
        }
      }
    }),
  );
});
