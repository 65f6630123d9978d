/** Strokes matched, lines in pieces included: what is one stroke here and several there is cut where the others part. */
import type { Matching, MatchWishes } from './match.ts';
import { matchLines } from './match-lines.ts';
import { inPieces } from './parted-lines.ts';
import { settledMatching } from './settled.ts';
import type { Dense, StrokePiece } from './strokes.ts';

export interface PiecesMatched {
  a: StrokePiece[];
  b: StrokePiece[];
  /** Of the pieces. */
  matching: Matching;
}

/**
 * Matches the strokes of two drawings; where a line is in pieces in one of them, its pieces.
 * @param fixed pairs of strokes that are known; a stroke in several of them is cut
 */
export function matchPieces(a: Dense[], b: Dense[], { fixed = [], ...wishes }: MatchWishes): PiecesMatched {
  const known = inPieces(a, b, fixed);
  const matching = matchLines(...shapesOf(known), { ...wishes, fixed: known.pairs });
  const counts = [new Map<number, number>(), new Map<number, number>()];
  for (const match of matching.matches) {
    counts[0].set(match.a, (counts[0].get(match.a) ?? 0) + 1);
    counts[1].set(match.b, (counts[1].get(match.b) ?? 0) + 1);
  }
  if (counts.every((count) => [...count.values()].every((partners) => partners === 1)))
    return { a: known.a, b: known.b, matching };
  const places = [new Map(a.map((dense, i) => [dense, i])), new Map(b.map((dense, j) => [dense, j]))];
  const strokes = [...fixed];
  const sure = new Map(fixed.map((pair) => [`${pair.a} ${pair.b}`, 1]));
  for (const match of matching.matches) {
    const pair = { a: places[0].get(known.a[match.a].dense)!, b: places[1].get(known.b[match.b].dense)! };
    const key = `${pair.a} ${pair.b}`;
    if (sure.has(key)) continue;
    strokes.push(pair);
    sure.set(key, match.sure);
  }
  const cut = inPieces(a, b, strokes);
  const pairs = cut.pairs.map((pair) => ({
    ...pair,
    sure: sure.get(`${places[0].get(cut.a[pair.a].dense)} ${places[1].get(cut.b[pair.b].dense)}`) ?? 1,
  }));
  return { a: cut.a, b: cut.b, matching: settledMatching(...shapesOf(cut), pairs, wishes.size) };
}

const shapesOf = ({ a, b }: Pick<PiecesMatched, 'a' | 'b'>) =>
  [a.map(({ shape }) => shape), b.map(({ shape }) => shape)] as const;
