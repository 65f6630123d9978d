/**
 * What lies on either side of a line: how far it is to the next line there, which that is, or whether nothing is there but ground.
 * The two sides of an arm are alike in shape; that one has the sleeve on its left and the other on its right tells them apart.
 */
import type { Alignment } from '../alignments.ts';
import { ofDrawing } from '../of-drawing.ts';
import { POINTS } from '../shape.ts';
import { NOTHING, Rays } from './rays.ts';

/** Points of a line from which is looked, alike from both its ends; a closed line is looked from the same ones. */
export const FROM = [2, 5, 8, 11, 12, 15, 18, 21];
/** Of each point of a line the nearest of FROM. */
const NEAREST = Array.from({ length: POINTS }, (_, k) =>
  FROM.reduce((best, at, p) => (Math.abs(at - k) < Math.abs(FROM[best] - k) ? p : best), 0),
);
/** Straight on is looked from these points in from the ends, and the ways there: a line may run on a little beyond what it ends at. */
const ENDS: [number, number][] = [
  [1, 3],
  [POINTS - 2, POINTS - 4],
];
const SIDE = FROM.length;
const PLACES = 2 * SIDE + ENDS.length;
/** What is nearer than this is hardly told apart, share of the size. */
const CLOSE = 0.02;

/** What is seen from the points of a line: to its left, point after point, then to its right; then straight on from its ends. */
export interface Seen {
  /** How far it is, share of the size. */
  far: Float32Array;
  line: Int16Array;
}

/** What each line sees around itself. */
export const seenFrom = ofDrawing((lines, size): Seen[] => {
  const rays = new Rays(lines, size);
  return lines.map((line, i) => {
    const seen: Seen = { far: new Float32Array(PLACES), line: new Int16Array(PLACES).fill(NOTHING) };
    const look = (at: number, k: number, wayX: number, wayY: number) => {
      rays.fromLine(i, k, wayX, wayY);
      seen.far[at] = rays.far;
      seen.line[at] = rays.line;
    };
    FROM.forEach((k, p) => {
      const [dx, dy] = [line.x[k + 2] - line.x[k - 2], line.y[k + 2] - line.y[k - 2]];
      look(p, k, dy, -dx);
      look(SIDE + p, k, -dy, dx);
    });
    ENDS.forEach(([k, before], e) => {
      if (!line.closed) look(2 * SIDE + e, k, line.x[k] - line.x[before], line.y[k] - line.y[before]);
    });
    return seen;
  });
});

/** Numbers that tell how what two lines see is alike. */
export const SIDES = 13;

export const apart = (p: number, q: number) => Math.min(1.5, Math.abs(Math.log((p + CLOSE) / (q + CLOSE))));

/** How unlike what is seen to one side is: distances and ground; and how far it is believed to be the same. */
interface SideSum {
  far: number;
  ground: number;
  agree: number;
}

/**
 * How alike what two lines see is: the better and the worse side's distances, ground and believed partners; how much better that is than
 * the sides changed for one another; and straight on from the ends.
 * @param likely how likely a line of the first drawing is one of the second
 */
export function sidesAlike(
  p: Seen,
  q: Seen,
  [i, j]: [number, number],
  { reverse, first }: Alignment,
  likely: (k: number, l: number) => number,
): number[] {
  /** How much what is seen speaks for the pair, 0..1. */
  const agreed = (a: number, b: number): number => {
    if (a === NOTHING || b === NOTHING) return a === b ? 0.5 : 0;
    if (a === i || b === j) return a === i && b === j ? 0.5 : 0;
    return likely(a, b);
  };
  /** One side of the first line held against one of the second. */
  const held = (side: number, other: number): SideSum => {
    const sum = { far: 0, ground: 0, agree: 0 };
    for (let k = 0; k < SIDE; k++) {
      const l = NEAREST[(first + (reverse ? -FROM[k] : FROM[k]) + 2 * POINTS) % POINTS];
      const [at, to] = [side * SIDE + k, other * SIDE + l];
      const [a, b] = [p.line[at], q.line[to]];
      sum.far += apart(p.far[at], q.far[to]) / SIDE;
      if ((a === NOTHING) !== (b === NOTHING)) sum.ground += 1 / SIDE;
      sum.agree += agreed(a, b) / SIDE;
    }
    return sum;
  };
  // Drawn the other way, what was to the left is to the right.
  const [same, changed] = reverse ? [1, 0] : [0, 1];
  const [left, right] = [held(0, same), held(1, 1 - same)];
  const [leftOther, rightOther] = [held(0, changed), held(1, 1 - changed)];
  const ends = ENDS.map((_, e) => [2 * SIDE + e, 2 * SIDE + (reverse ? 1 - e : e)]);
  const [endsFar, endsAgree] = [
    ends.map(([at, to]) => apart(p.far[at], q.far[to])),
    ends.map(([at, to]) => agreed(p.line[at], q.line[to])),
  ];
  return [
    Math.min(left.far, right.far),
    Math.max(left.far, right.far),
    Math.min(left.ground, right.ground),
    Math.max(left.ground, right.ground),
    Math.max(left.agree, right.agree),
    Math.min(left.agree, right.agree),
    leftOther.far + rightOther.far - left.far - right.far,
    leftOther.ground + rightOther.ground - left.ground - right.ground,
    left.agree + right.agree - leftOther.agree - rightOther.agree,
    Math.min(...endsFar),
    Math.max(...endsFar),
    Math.max(...endsAgree),
    Math.min(...endsAgree),
  ];
}
