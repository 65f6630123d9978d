/**
 * Which of the pairs that may be are made, by how likely each is. Most lines have one partner; a line that is in pieces in the other
 * drawing, or drawn over, has several, of which each has this one only. Of all ways to pair the lines like that the likeliest is
 * looked for: first one to one (the best there is), then step by step, as long as a pair more is worth what stands in its way.
 */
import { assign } from '../assignment.ts';
import type { Candidate } from './evidence.ts';

/** A pair of lines and how likely it is right, 0..1. */
export interface JudgedPair extends Candidate {
  sure: number;
}

/** Pairs less likely than this are not made: their lines are alone. */
const LEAST = 0.15;
/** A line that has a partner takes another in only when that is so likely. */
const LEAST_OF_SEVERAL = 0.45;
/** Pairs less likely than this are in no one's way. */
const UNLIKELY = LEAST / 4;
/** All pairs are gone through so often at most; hardly anything is gained from the third time on. */
const ROUNDS = 4;
/** Less than that is no gain. */
const GAIN = 1e-9;

const odds = (p: number) => Math.log((p + 1e-6) / (1 - p + 1e-6));
const [FIRST, FURTHER] = [LEAST, LEAST_OF_SEVERAL].map(odds);
/** Odds are made costs above 0. */
const BASE = 20;

/** @param n, m how many lines the drawings have */
export function decided(candidates: Candidate[], belief: Float64Array, n: number, m: number): JudgedPair[] {
  const likely = candidates.map(({ a, b }, c) => ({ a, b, sure: belief[c] })).filter(({ sure }) => sure > UNLIKELY);
  likely.sort((p, q) => q.sure - p.sure);
  const pairs = new Stars(n, m);
  for (const pair of oneToOne(likely, n, m)) pairs.take(pair);
  fill(pairs, likely);
  for (let round = 0; round < ROUNDS; round++) if (!exchanged(pairs, likely, n, m)) break;
  return pairs.all();
}

function oneToOne(likely: JudgedPair[], n: number, m: number): JudgedPair[] {
  const cost = new Float64Array(n * m).fill(Number.POSITIVE_INFINITY);
  const at = new Map(likely.map((pair) => [pair.a * m + pair.b, pair]));
  for (const { a, b, sure } of likely) cost[a * m + b] = BASE - odds(sure);
  return Array.from(assign(cost, n, m, BASE - FIRST)).flatMap((b, a) => (b < 0 ? [] : [at.get(a * m + b)!]));
}

/** Makes what can be made beside the pairs there are, the likeliest first. @returns what was made */
function fill(pairs: Stars, likely: JudgedPair[]): JudgedPair[] {
  return likely.filter((pair) => {
    if (!pairs.fits(pair) || pairs.gain(pair) <= GAIN) return false;
    pairs.take(pair);
    return true;
  });
}

/** Tries each pair in place of what stands in its way. @returns whether any was worth it */
function exchanged(pairs: Stars, likely: JudgedPair[], n: number, m: number): boolean {
  const [ofA, ofB] = [n, m].map((count) => Array.from({ length: count }, (): JudgedPair[] => []));
  for (const pair of likely) {
    ofA[pair.a].push(pair);
    ofB[pair.b].push(pair);
  }
  let any = false;
  for (const pair of likely) {
    if (pairs.has(pair)) continue;
    const [atA, atB] = [[...pairs.a[pair.a]], [...pairs.b[pair.b]]];
    for (const inTheWay of [atA, atB, [...atA, ...atB]]) {
      const before = pairs.worth;
      for (const each of inTheWay) pairs.drop(each);
      let made: JudgedPair[] = [];
      if (pairs.fits(pair)) {
        pairs.take(pair);
        // What has lost its partner takes the best that is left.
        const left = inTheWay.flatMap((each) => [...ofA[each.a], ...ofB[each.b]]);
        made = [
          pair,
          ...fill(
            pairs,
            left.sort((p, q) => q.sure - p.sure),
          ),
        ];
        if (pairs.worth > before + GAIN) {
          any = true;
          break;
        }
      }
      for (const each of made) pairs.drop(each);
      for (const each of inTheWay) pairs.take(each);
    }
  }
  return any;
}

/** Pairs so made that of two lines that are one at least one has no other partner. */
class Stars {
  readonly a: Set<JudgedPair>[];
  readonly b: Set<JudgedPair>[];
  /** The odds of all pairs, above what each has to have. */
  worth = 0;

  constructor(n: number, m: number) {
    this.a = Array.from({ length: n }, () => new Set());
    this.b = Array.from({ length: m }, () => new Set());
  }

  has(pair: JudgedPair): boolean {
    return this.a[pair.a].has(pair);
  }

  all(): JudgedPair[] {
    return this.a.flatMap((pairs) => [...pairs]);
  }

  /** Whether a pair can be made beside those there are. */
  fits({ a, b }: JudgedPair): boolean {
    const [atA, atB] = [this.a[a], this.b[b]];
    if (atA.size === 0) return [...atB].every((other) => this.a[other.a].size === 1);
    return atB.size === 0 && [...atA].every((other) => this.b[other.b].size === 1);
  }

  /** What a pair that fits adds to the worth. */
  gain(pair: JudgedPair): number {
    const beside = [...this.a[pair.a], ...this.b[pair.b]];
    return worthOf([...beside, pair]) - worthOf(beside);
  }

  take(pair: JudgedPair): void {
    this.worth += this.gain(pair);
    this.a[pair.a].add(pair);
    this.b[pair.b].add(pair);
  }

  drop(pair: JudgedPair): void {
    this.a[pair.a].delete(pair);
    this.b[pair.b].delete(pair);
    this.worth -= this.gain(pair);
  }
}

/** The worth of pairs that share a line: the likeliest of them is easier to believe than those besides. */
function worthOf(pairs: JudgedPair[]): number {
  if (pairs.length === 0) return 0;
  const all = pairs.map(({ sure }) => odds(sure));
  return all.reduce((sum, each) => sum + each - FURTHER, 0) + FURTHER - FIRST;
}
