/**
 * Which pieces of a line are not the same piece. Where a line is in pieces their ids say that all of them are one line; that its left half is
 * one with its right half is nothing that a judge can see, nor should it learn to.
 */
import type { Shape } from '../../src/core/between/index.ts';
import { Comparison } from '../../src/core/between/match/judge/evidence.ts';
import { beside } from '../../src/core/between/match/judge/laid.ts';
import type { Matching } from '../../src/core/between/match/match.ts';
import { predicted } from '../../src/core/between/match/pair-cost.ts';

/** Pieces that come to lie so near one another may be the same, share of the size. */
const NEAR = 0.025;
/** So far off, and so many lengths of the shorter, they are not; of a line that is whole in one drawing. */
const FAR = 0.05;
const LENGTHS = 0.6;

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
 * @returns pairs of pieces of one line, as places in the table of all pairs (`a * b.length + b`), that lie apart when they are laid as the lines
 * around go: others lie nearer to both of them; or, where one drawing has the line in one, it lies far from that, and another near
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
    if (pieces.length + others.length < 3) continue;
    const off = pieces.map((i) => others.map((j) => beside(a[i], predicted(a[i], maps[i].map), b[j], size)));
    const inRow = off.map((row) => Math.min(...row));
    const inColumn = others.map((_, q) => Math.min(...off.map((row) => row[q])));
    const several = pieces.length > 1 && others.length > 1;
    pieces.forEach((i, p) => {
      others.forEach((j, q) => {
        const own = off[p][q];
        const limit = several
          ? Math.max(NEAR, inRow[p], inColumn[q])
          : Math.max(FAR, (LENGTHS * Math.min(a[i].length, b[j].length)) / size, Math.min(inRow[p], inColumn[q]));
        if (own > limit) out.add(i * b.length + j);
      });
    });
  }
  return out;
}
