/** Followed points as the checks read them: a place on the paper for each drawing they are on. */
import type { Id } from '../shot/ids.ts';
import type { FollowedPoint, Spot } from '../shot/model.ts';
import type { PaperPath } from './finding.ts';
import { onPaper, type Step } from './steps.ts';

export interface SeenPlace {
  x: number;
  y: number;
  step: Step;
}

/** Less likely right than this, a place is said to be unsure, and nothing is found by it. */
const UNSURE = 0.8;

export const isUnsure = ({ sure }: Pick<Spot, 'sure'>): boolean => sure < UNSURE;

/** The ways of a point, apart where it is not seen or not surely there. */
export function waysOfPoint({ spots, hidden }: FollowedPoint, runs: readonly Step[][]): SeenPlace[][] {
  const at = new Map(spots.map((spot) => [spot.drawing, spot]));
  const gone = new Set<Id>(hidden);
  const out: SeenPlace[][] = [];
  for (const run of runs) {
    let open: SeenPlace[] = [];
    for (const step of run) {
      const spot = gone.has(step.drawing.id) ? undefined : at.get(step.drawing.id);
      if (spot && !isUnsure(spot)) open.push({ ...onPaper(step, spot), step });
      else if (open.length > 0) {
        out.push(open);
        open = [];
      }
    }
    if (open.length > 0) out.push(open);
  }
  return out;
}

/** The way of a point over the paper, to be drawn: unsure places too. */
export function pathOfPoint(point: FollowedPoint, runs: readonly Step[][]): PaperPath {
  const spots = new Map(point.spots.map((spot) => [spot.drawing, spot]));
  const gone = new Set<Id>(point.hidden);
  const places = runs.flat().flatMap((step) => {
    const spot = gone.has(step.drawing.id) ? undefined : spots.get(step.drawing.id);
    if (!spot) return [];
    const { sure, held } = spot;
    return [{ frame: step.frame, drawing: step.drawing.id, ...onPaper(step, spot), sure, held }];
  });
  return { name: point.name, colour: point.colour, places };
}

/** What a spot's finding was found in: the spot and its neighbours, in tenths of a pixel. */
export const printOf = (places: readonly { x: number; y: number }[]): string =>
  places.map(({ x, y }) => `${Math.round(10 * x)},${Math.round(10 * y)}`).join(' ');
