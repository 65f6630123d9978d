/**
 * Which pieces of a line are not the same piece. Where a line is in pieces in both drawings their ids say that all of them are one line; that
 * its left half is one with its right half is nothing that a judge can see, nor should it learn to.
 */
import type { Shape } from '../../src/core/between/index.ts';
import { Comparison } from '../../src/core/between/match/judge/evidence.ts';
import { beside } from '../../src/core/between/match/judge/laid.ts';
import type { Matching } from '../../src/core/between/match/match.ts';
import { predicted } from '../../src/core/between/match/pair-cost.ts';

/** Pieces that come to lie so near one another may be the same, share of the size. */
const NEAR = 0.025;

/** Places of the lines of each id. */
function placesOf(ids: string[]): Map<string, number[]> {
  const out = new Map<string, number[]>();
  ids.forEach((id, k) => {
    const own = out.get(id);
    if (own) own.push(k);
    else out.set(id, [k]);
  });
  return out;
}

/**
 * @param idsA, idsB which line each is, or is a piece of; @param first a first matching of the drawings; @param size of the figure, pixels.
 * @returns pairs of pieces of one line, as a place in the table of all pairs (`a * b.length + b`): laid as the lines around go, others lie nearer
 * to both of them
 */
export function piecesApart(
  a: Shape[],
  b: Shape[],
  { idsA, idsB }: { idsA: string[]; idsB: string[] },
  first: Matching,
  size: number,
): Set<number> {
  const [inA, inB] = [placesOf(idsA), placesOf(idsB)];
  const whole = [...inA].flatMap(([id, all]) => {
    const others = inB.get(id);
    return all.length === 1 && others?.length === 1 ? [{ a: all[0], b: others[0] }] : [];
  });
  const known = new Float64Array(whole.length).fill(1);
  const [maps] = new Comparison(a, b, first.gaps, size).led(whole, known, first.maps).to;
  const out = new Set<number>();
  for (const [id, pieces] of inA) {
    const others = inB.get(id) ?? [];
    if (pieces.length < 2 || others.length < 2) continue;
    const off = pieces.map((i) => others.map((j) => beside(a[i], predicted(a[i], maps[i].map), b[j], size)));
    const nearest = others.map((_, q) => Math.min(...off.map((row) => row[q])));
    off.forEach((row, p) => {
      row.forEach((own, q) => {
        if (own > Math.max(NEAR, Math.min(...row), nearest[q])) out.add(pieces[p] * b.length + others[q]);
      });
    });
  }
  return out;
}
