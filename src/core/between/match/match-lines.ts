/** Which lines of two drawings are one: a first matching by shape and place, weighed by the judge; hatching tuft by tuft. */
import { pairedByTufts, standingFor, tuftsOf } from './hatching.ts';
import { judged } from './judge/judge.ts';
import { type Matching, type MatchWishes, MOST_ASKED, matchShapes } from './match.ts';
import { gapsOf } from './relations.ts';
import { settledMatching } from './settled.ts';
import type { Shape } from './shape.ts';

/** What a first matching believes wholly is about so sure. */
const WHOLLY = 0.4;
/** How far along the first matching is half of the way. */
const HALF = 0.5;
/** So many lines stand for a tuft of hatching in drawings of very many. */
const STANDING = 6;

type Wishes = MatchWishes & { stages?: number };

/**
 * Matches the lines of two drawings. A line may be in several matches: where it is in pieces in the other drawing, or drawn twice.
 * `sure` is how likely a match is right: of those that are 0.8 sure four in five are.
 * @param fixed pairs that are known, one to one; `stages`: of the judge, all when left out
 */
export function matchLines(a: Shape[], b: Shape[], wishes: Wishes): Matching {
  const { size, fixed = [] } = wishes;
  const tufts = { a: tuftsOf(a, size), b: tuftsOf(b, size) };
  if (tufts.a.length === 0 || tufts.b.length === 0) return lineByLine(a, b, wishes);
  const crowded = a.length * b.length > MOST_ASKED;
  const [inA, inB] = (['a', 'b'] as const).map((side) =>
    standingFor(
      side === 'a' ? a.length : b.length,
      tufts[side],
      fixed.map((pair) => pair[side]),
      crowded ? STANDING : Number.POSITIVE_INFINITY,
    ),
  );
  const [atA, atB] = [inA, inB].map((lines) => new Map(lines.map((line, k) => [line, k])));
  const found = lineByLine(
    inA.map((line) => a[line]),
    inB.map((line) => b[line]),
    { ...wishes, fixed: fixed.map((pair) => ({ a: atA.get(pair.a)!, b: atB.get(pair.b)! })) },
  );
  const pairs = found.matches.map((match) => ({ ...match, a: inA[match.a], b: inB[match.b] }));
  const leading = (line: number) => found.maps[atA.get(line)!];
  const all = pairedByTufts({ a, b, tufts, leading }, pairs, fixed);
  if (all === pairs && !crowded) return found;
  return settledMatching(a, b, all, size, crowded ? gapsOf(a, b, size) : found.gaps);
}

/** @param fixed pairs that are known, one to one */
function lineByLine(a: Shape[], b: Shape[], { size, fixed = [], stages, progress = () => {} }: Wishes): Matching {
  const first = matchShapes(a, b, { size, fixed, asked: 1, progress: (share) => progress(HALF * share) });
  const known = new Set(fixed.map((pair) => `${pair.a} ${pair.b}`));
  const all = fixed.length >= Math.min(a.length, b.length) && known.size === fixed.length;
  if (all || a.length * b.length > MOST_ASKED) {
    for (const match of first.matches)
      match.sure = known.has(`${match.a} ${match.b}`) ? 1 : Math.min(1, match.sure / WHOLLY);
    progress(1);
    return first;
  }
  const pairs = judged(a, b, first, size, {
    fixed,
    stages,
    progress: (share) => progress(HALF + (1 - HALF) * share),
  });
  // Which way round an open line lies the first matching has seen with what a limb does of its own.
  const lain = new Map(
    first.matches
      .filter((match) => !(a[match.a].closed && b[match.b].closed))
      .map((match) => [match.a * b.length + match.b, match.alignment]),
  );
  return settledMatching(
    a,
    b,
    pairs.map((pair) => ({ ...pair, alignment: lain.get(pair.a * b.length + pair.b) })),
    size,
    first.gaps,
  );
}
