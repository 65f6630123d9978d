/** In-betweens of a chain of drawings. Runs anywhere; in the application in `workers/between.worker.ts`. */

import type { Id } from '../../shot/ids.ts';
import type { ArcGuide, Passage, Planes } from '../../shot/model.ts';
import { smoothChain } from './chain.ts';
import { type AloneLine, figureSize, type LinePair, Link } from './link.ts';

/** Lines two drawings can have together: more would take minutes. */
export const MOST_LINES = 4000;

export interface BetweenJob {
  /** The drawings gone through, in order, and where each lies (rising numbers). */
  chain: (Planes & { id: Id; at: number })[];
  /** What the hand has settled, for some of the chain's steps. */
  passages: Passage[];
  arcs: ArcGuide[];
  /** Ids of the only lines wanted; null: all. */
  only: Id[] | null;
  /** Where drawings are wanted: between the first and the last of the chain. */
  wanted: number[];
}

/** One step of the chain: what is what. */
interface MatchedStep {
  from: Id;
  to: Id;
  pairs: LinePair[];
  alone: AloneLine[];
}

export interface BetweenResult {
  steps: MatchedStep[];
  /** As wanted, in that order. */
  drawings: Planes[];
  /** For each of them where lines are thought to go on under what hides them: x, y pairs, path by path. */
  hidden: Float64Array[][];
}

/** The links of a chain, matched and made smooth. */
export function linksOf(
  { chain, passages, arcs, only }: BetweenJob,
  progress: (share: number) => void = () => {},
): Link[] {
  const size = figureSize(chain);
  const wanted = only && new Set(only);
  const links = chain.slice(1).map((b, k) => {
    const a = chain[k];
    const passage = passages.find(({ from, to }) => from === a.id && to === b.id) ?? null;
    return new Link(a, b, size, {
      passage,
      arcs,
      only: wanted,
      progress: (share) => progress((k + share) / (chain.length - 1)),
    });
  });
  smoothChain(
    links,
    chain.map(({ at }) => at),
  );
  return links;
}

/** Which link a place lies in, and how far along it. */
export function linkAt(chain: { at: number }[], at: number): { k: number; t: number } {
  let k = 0;
  while (k + 2 < chain.length && chain[k + 1].at <= at) k++;
  const [from, to] = [chain[k].at, chain[k + 1].at];
  return { k, t: Math.max(0, Math.min(1, (at - from) / (to - from || 1))) };
}

/**
 * Matches the drawings of a chain and makes those wanted between them.
 * @param progress told how far it has come, 0..1; may throw to stop.
 */
export function computeBetweens(job: BetweenJob, progress: (share: number) => void = () => {}): BetweenResult {
  const { chain, wanted, only } = job;
  const links = linksOf(job, (share) => progress(0.8 * share));
  const hidden: Float64Array[][] = [];
  const drawings = wanted.map((at, i) => {
    const { k, t } = linkAt(chain, at);
    const places = links[k].places(t);
    hidden.push(links[k].hiddenAt(t, places));
    const sheet = links[k].at(t, places);
    progress(0.8 + (0.2 * (i + 1)) / wanted.length);
    // A part of a drawing brings no paint: what is painted is its regions, and those are of all lines.
    return only ? { ink: sheet.ink, paint: [] } : sheet;
  });
  const steps = links.map(({ pairs, alone }, k) => ({ from: chain[k].id, to: chain[k + 1].id, pairs, alone }));
  return { steps, drawings, hidden };
}
