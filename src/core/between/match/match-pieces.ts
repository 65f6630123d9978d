/** Strokes matched, lines in pieces included: what is one stroke here and several there is cut where the others part. */
import { type Matching, type MatchWishes, matchShapes } from './match.ts';
import { inPieces } from './parted-lines.ts';
import type { Dense, StrokePiece } from './strokes.ts';
import { linesInPieces } from './whole-lines.ts';

/** Of lines in pieces that were put together about so many are right: 166 of 200 on figures the constants were not chosen on. */
const SURE_OF_PIECES = 0.84;

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
export function matchPieces(a: Dense[], b: Dense[], { fixed = [], progress, ...wishes }: MatchWishes): PiecesMatched {
  const known = inPieces(a, b, fixed);
  // Matched once more, where lines are in pieces: each time is half of the way.
  const half = (from: number) => progress && ((share: number) => progress(from + share / 2));
  const first = matchShapes(...shapesOf(known), { ...wishes, fixed: known.pairs, progress: half(0) });
  // What is known stays as it is: only strokes nothing is known of are put together.
  const [settledA, settledB] = [new Set(fixed.map((pair) => pair.a)), new Set(fixed.map((pair) => pair.b))];
  const strokeOf = { a: known.a.map(({ dense }) => a.indexOf(dense)), b: known.b.map(({ dense }) => b.indexOf(dense)) };
  const several = linesInPieces(...shapesOf(known), first, wishes.size, (side, piece) =>
    side === 'a' ? !settledA.has(strokeOf.a[piece]) : !settledB.has(strokeOf.b[piece]),
  ).map((pair) => ({ a: strokeOf.a[pair.a], b: strokeOf.b[pair.b] }));
  if (several.length === 0) {
    progress?.(1);
    return { a: known.a, b: known.b, matching: first };
  }
  const cut = inPieces(a, b, [...fixed, ...several]);
  const matching = matchShapes(...shapesOf(cut), { ...wishes, fixed: cut.pairs, progress: half(0.5) });
  // What was put together here is not known as what the hand has settled is.
  const guessed = new Set(several.map((pair) => `${pair.a} ${pair.b}`));
  for (const match of matching.matches)
    if (guessed.has(`${a.indexOf(cut.a[match.a].dense)} ${b.indexOf(cut.b[match.b].dense)}`))
      match.sure = Math.min(match.sure, SURE_OF_PIECES);
  return { a: cut.a, b: cut.b, matching };
}

const shapesOf = ({ a, b }: Pick<PiecesMatched, 'a' | 'b'>) =>
  [a.map(({ shape }) => shape), b.map(({ shape }) => shape)] as const;
