/** The lines of a layer's drawings matched, each pair of drawings once, and kept for when paint is carried anew. */
import { LRUCache } from 'lru-cache';
import {
  type KnownPair,
  type Lined,
  type Matched,
  type MatchedLines,
  matchedBy,
  matchLined,
  turnedRound,
} from './matched-lines.ts';

/** Matched pairs of drawings that are remembered while paint is carried: what a long layer takes stays bounded. */
const REMEMBERED = 120;
/** Points along matched lines that are kept from one time to the next: about 80 bytes each. */
const KEPT_POINTS = 1_200_000;
/** A line's points, about. */
const PER_LINE = 30;

/** Pairs of drawings matched before, by what their lines are. */
export type KeptMatches = LRUCache<string, MatchedLines>;

/** Keeps what is matched from one time paint is carried to the next: after a correction most of it is the same. */
export const keptMatches = (): KeptMatches =>
  new LRUCache<string, MatchedLines>({
    maxSize: KEPT_POINTS,
    sizeCalculation: ({ pairings }) => 1 + pairings.reduce((sum, { from }) => sum + from.length / 2, 0),
  });

/** Whether matches of so many lines are kept together, or the last of them drive out the first. */
export const areKept = (lines: number): boolean => PER_LINE * lines <= KEPT_POINTS;

/** The lines of a drawing, with a print that drawings with the same lines share; without one nothing is kept. */
export type Printed = Lined & { print?: string };

/** What a pair of drawings is kept by; null: it is not. */
export function keptBy(source: Printed, target: Printed, size: number, known: KnownPair[]): string | null {
  if (source.print === undefined || target.print === undefined) return null;
  return [source.print, target.print, size, ...known.map(({ a, b }) => `${a}-${b}`)].join(' ');
}

/** The same pairs, from the second drawing to the first. */
export const swapped = (pairs: KnownPair[]): KnownPair[] => pairs.map(({ a, b }) => ({ a: b, b: a }));

export class Matches {
  private readonly drawings: Printed[];
  private readonly size: number;
  private readonly matched = new LRUCache<number, Matched>({ max: REMEMBERED });
  private readonly kept: KeptMatches | null;

  /** @param kept what was matched before, of these drawings or others; keeps what is matched now */
  constructor(drawings: Printed[], size: number, kept: KeptMatches | null = null) {
    this.drawings = drawings;
    this.size = size;
    this.kept = kept;
  }

  /** From drawing `p` to `q`; what `known` finds out saves matching. */
  between(p: number, q: number, known: () => KnownPair[] = () => []): Matched {
    const [low, high] = [Math.min(p, q), Math.max(p, q)];
    const key = low * this.drawings.length + high;
    let matched = this.matched.get(key);
    if (!matched) {
      matched = this.upwards(low, high, p < q ? known() : swapped(known()));
      this.matched.set(key, matched);
    }
    return p < q ? matched : turnedRound(matched);
  }

  private upwards(low: number, high: number, known: KnownPair[]): Matched {
    const { size, kept } = this;
    const [source, target] = [this.drawings[low], this.drawings[high]];
    const key = kept && keptBy(source, target, size, known);
    let lines = key ? kept.get(key) : undefined;
    if (!lines) {
      lines = matchLined(source, target, size, known);
      if (key) kept.set(key, lines);
    }
    return matchedBy(lines, size);
  }
}
