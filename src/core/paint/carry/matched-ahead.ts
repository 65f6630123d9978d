/**
 * Lines of a layer's drawings matched before paint is carried through them: pairs of drawings have nothing to wait for in one another, so
 * that several can be matched at once.
 */
import { believed, chained, type KnownPair, type MatchedLines } from './matched-lines.ts';
import { areKept, type KeptMatches, keptBy, type Printed, swapped } from './matches.ts';
import { outwards } from './outwards.ts';

/** A drawing whose paint goes to others speaks; beyond a painted one that one says more. */
type Speaking = Printed & { painted: unknown; settled?: unknown };

/** Two drawings to be matched, by their places, the first one first; `known`: lines that are one. */
export interface PairAsked {
  low: number;
  high: number;
  known: KnownPair[];
}

/** Matches pairs of drawings, and tells of each when it is done; null for one that could not be matched. */
export type MatchMany<Pair> = (pairs: Pair[], done: () => void) => Promise<(MatchedLines | null)[]>;

/** The pairs to be matched on one way outwards from a drawing. */
interface Walk {
  from: number;
  step: 1 | -1;
  to: number[];
}

/** Each drawing with the one beside it. */
function besides(walks: Walk[]): PairAsked[] {
  const lows = new Set(walks.flatMap(({ step, to }) => to.map((at) => Math.min(at - step, at))));
  return [...lows].map((low) => ({ low, high: low + 1, known: [] }));
}

/** Each drawing with the one its paint comes from. @param found what is known of drawings beside one another, by the first of them */
function farther(walks: Walk[], found: Map<number, MatchedLines | null>): PairAsked[] {
  const out = new Map<string, PairAsked>();
  for (const { from, step, to } of walks) {
    let chain: KnownPair[] | null = null;
    for (const at of to) {
      const lines = found.get(Math.min(at - step, at));
      if (!lines) break;
      const pairs = step > 0 ? believed(lines) : swapped(believed(lines));
      chain = chain ? chained(chain, pairs) : pairs;
      const [low, high] = [Math.min(from, at), Math.max(from, at)];
      const key = `${low} ${high}`;
      // What one drawing has matched the next does not match again.
      if (high - low > 1 && !out.has(key)) out.set(key, { low, high, known: step > 0 ? chain : swapped(chain) });
    }
  }
  return [...out.values()];
}

/**
 * Matches what carrying paint through these drawings will ask for, and keeps it. What could not be matched is left for then.
 * @param size height of the figure, pixels; @param progress told 0..1
 */
export async function matchAhead(
  drawings: Speaking[],
  size: number,
  kept: KeptMatches,
  match: MatchMany<PairAsked>,
  progress: (share: number) => void,
): Promise<void> {
  // Where none is painted nothing is carried.
  if (!drawings.some(({ painted }) => painted)) return;
  // Each drawing is matched with the one beside it and with a painted one.
  if (!areKept(2 * drawings.reduce((sum, { shapes }) => sum + shapes.length, 0))) return;
  // Painted drawings first, as paint is carried.
  const speaking = (painted: boolean) => (_: Speaking, at: number) => {
    const own = drawings[at];
    if (painted ? !own.painted : own.painted || !own.settled) return [];
    return ([1, -1] as const).map((step): Walk => ({ from: at, step, to: outwards(drawings, at, step) }));
  };
  const walks = [...drawings.flatMap(speaking(true)), ...drawings.flatMap(speaking(false))];
  const most = walks.reduce((sum, { to }) => sum + 2 * to.length, 0);
  let matched = 0;
  const done = () => progress(Math.min(1, ++matched / most));
  const matchAll = async (asked: PairAsked[]): Promise<(MatchedLines | null)[]> => {
    const keys = asked.map(({ low, high, known }) => keptBy(drawings[low], drawings[high], size, known));
    const missing = asked.filter((_, i) => keys[i] !== null && !kept.has(keys[i]));
    const found = new Map((await match(missing, done)).map((lines, i) => [missing[i], lines]));
    return asked.map((pair, i) => {
      const [key, lines] = [keys[i], found.get(pair)];
      if (key === null) return null;
      if (lines) kept.set(key, lines);
      return lines ?? kept.get(key) ?? null;
    });
  };
  const beside = besides(walks);
  const found = await matchAll(beside);
  await matchAll(farther(walks, new Map(beside.map(({ low }, i) => [low, found[i]]))));
  progress(1);
}
