/** The drawings of a layer matched ahead of carrying paint, by whoever can match several pairs at once. */
import type { Stroke } from '../../shot/drawing-model.ts';
import { handOf, type ThroughJob } from './layer-through.ts';
import { heightOf, linedOf } from './line-shape.ts';
import { type MatchMany, matchAhead } from './matched-ahead.ts';
import { type KnownPair, type MatchedLines, matchLined } from './matched-lines.ts';
import type { KeptMatches } from './matches.ts';

/** Two drawings to be matched, as they are handed to a worker. */
export interface InkPair {
  source: Stroke[];
  target: Stroke[];
  /** Height of the figure, pixels. */
  size: number;
  known: KnownPair[];
}

export const matchInk = ({ source, target, size, known }: InkPair): MatchedLines =>
  matchLined(linedOf({ ink: source }), linedOf({ ink: target }), size, known);

/** @param match what it cannot match is left for when paint is carried; @param progress told 0..1 */
export async function matchLayerAhead(
  job: ThroughJob,
  kept: KeptMatches,
  match: MatchMany<InkPair>,
  progress: (share: number) => void = () => {},
): Promise<void> {
  const drawings = job.drawings.map((drawing) => ({
    ...linedOf(drawing),
    painted: drawing.source,
    settled: !drawing.source && handOf(job, drawing).length > 0,
  }));
  const size = Math.max(1, ...drawings.map(({ shapes }) => heightOf(shapes)));
  const inkOf = (at: number) => job.drawings[at].ink;
  await matchAhead(
    drawings,
    size,
    kept,
    (asked, done) =>
      match(
        asked.map(({ low, high, known }) => ({ source: inkOf(low), target: inkOf(high), size, known })),
        done,
      ),
    progress,
  );
}
