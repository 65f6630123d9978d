/** How the points of one shape can answer to another's. */
import { POINTS, type Shape } from './shape.ts';

/** b's point i is a's point (first + i) or, turned about, (first - i). */
export interface Alignment {
  reverse: boolean;
  /** First point on b for a's first, of POINTS. */
  first: number;
}

/** Sum of a's points conjugate times b's, laid so. */
export function correlation(
  ax: Float64Array,
  ay: Float64Array,
  b: Shape,
  reverse: boolean,
  first: number,
): [number, number] {
  let re = 0;
  let im = 0;
  let k = first;
  const step = reverse ? -1 : 1;
  for (let i = 0; i < POINTS; i++) {
    re += ax[i] * b.x[k] + ay[i] * b.y[k];
    im += ax[i] * b.y[k] - ay[i] * b.x[k];
    k += step;
    if (k === POINTS) k = 0;
    else if (k < 0) k = POINTS - 1;
  }
  return [re, im];
}

/** The ways two shapes can be laid on one another. */
export const OPEN_ALIGNMENTS: Alignment[] = [
  { reverse: false, first: 0 },
  { reverse: true, first: POINTS - 1 },
];
const CLOSED_LAYS: Alignment[] = Array.from({ length: 2 * POINTS }, (_, k) => ({
  reverse: k >= POINTS,
  first: k % POINTS,
}));

export function alignmentsOf(a: Shape, b: Shape): Alignment[] {
  return a.closed && b.closed ? CLOSED_LAYS : OPEN_ALIGNMENTS;
}
