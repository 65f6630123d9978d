/** Which lines of two drawings are one: a first matching by shape and place, weighed by the judge. */
import { judged } from './judge/judge.ts';
import { type Matching, type MatchWishes, MOST_ASKED, matchShapes, settledMatching } from './match.ts';
import type { Shape } from './shape.ts';

/** What a first matching believes wholly is about so sure. */
const WHOLLY = 0.4;
/** How far along the first matching is half of the way. */
const HALF = 0.5;

/**
 * Matches the lines of two drawings. A line may be in several matches: where it is in pieces in the other drawing, or drawn twice.
 * `sure` is how likely a match is right: of those that are 0.8 sure four in five are.
 * @param fixed pairs that are known, one to one; `stages`: of the judge, all when left out
 */
export function matchLines(
  a: Shape[],
  b: Shape[],
  { size, fixed = [], stages, progress = () => {} }: MatchWishes & { stages?: number },
): Matching {
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
