/**
 * The part of a closed line that an open one is: a contour drawn in one go in one drawing, and broken off or partly hidden in the
 * other. All starts around the closed line are tried, both ways round, each laid on by the turn and growth that fit best.
 */
import { type Matrix, scaleOf, turnOf } from '../../plane/matrix.ts';
import { hangsTogether } from './affine.ts';
import { pointAt, type Shape } from './shape.ts';

/** Points compared, and the least share of the closed line. */
const SAMPLES = 21;
const LEAST = 0.05;

/** Starts tried around a closed line for an open one, and then about the best of them, in shares of that step. */
const RING_STARTS = 48;
export const FINER = [-0.5, -0.25, 0.25, 0.5];
/** Lengths tried, beside that of the open line. */
const WIDTHS = [0.84, 0.92, 1, 1.08];

/** A growth as far as it is believed: a map that stretches more is not trusted to say how long a line is. */
export const bounded = (growth: number) => Math.max(0.75, Math.min(1.33, growth));
/** How much it counts that it turns otherwise than its surroundings: a part of a circle fits at every turn. */
const TURNED = 0.25;

/** An arc's points about their middle, x and y in turn, with the sum of their squares: the same wherever it is laid. */
interface ArcPoints {
  points: Float64Array;
  x: number;
  y: number;
  squares: number;
}

function arcPoints(arc: Shape): ArcPoints {
  const points = new Float64Array(2 * SAMPLES);
  let [x, y, squares] = [0, 0, 0];
  for (let i = 0; i < SAMPLES; i++) {
    const q = pointAt(arc, i / (SAMPLES - 1));
    points.set(q, 2 * i);
    x += q[0] / SAMPLES;
    y += q[1] / SAMPLES;
  }
  for (let i = 0; i < SAMPLES; i++) {
    points[2 * i] -= x;
    points[2 * i + 1] -= y;
    squares += points[2 * i] ** 2 + points[2 * i + 1] ** 2;
  }
  return { points, x, y, squares };
}

/** The turn, growth and shift that lay a part of a ring on an arc, and how badly (mean square, pixels); @param turn of the surroundings, radians. */
function laidOn(ring: Shape, arc: ArcPoints, start: number, width: number, turn: number): { map: Matrix; off: number } {
  const n = SAMPLES;
  const from = new Float64Array(2 * n);
  let [px, py] = [0, 0];
  for (let i = 0; i < n; i++) {
    const p = pointAt(ring, start + (width * i) / (n - 1));
    from.set(p, 2 * i);
    px += p[0] / n;
    py += p[1] / n;
  }
  let [re, im, pp] = [0, 0, 0];
  for (let i = 0; i < n; i++) {
    const [x, y] = [from[2 * i] - px, from[2 * i + 1] - py];
    const [u, v] = [arc.points[2 * i], arc.points[2 * i + 1]];
    re += x * u + y * v;
    im += x * v - y * u;
    pp += x * x + y * y;
  }
  const strength = Math.hypot(re, im);
  const growth = bounded(strength / pp);
  const [c, s] = strength > 0 ? [(growth * re) / strength, (growth * im) / strength] : [growth, 0];
  const straight = re * Math.cos(turn) + im * Math.sin(turn);
  const off = (arc.squares + growth * growth * pp - 2 * growth * (strength - TURNED * (strength - straight))) / n;
  return { map: [c, s, -s, c, arc.x - c * px + s * py, arc.y - s * px - c * py], off };
}

export interface Arc {
  /** Where on the ring it begins, which way round it goes, and how much of the ring it is. */
  start: number;
  way: 1 | -1;
  width: number;
  /** Lays the ring on it. */
  map: Matrix;
}

/** @param around how the surroundings go from the closed line's drawing to the other */
export function arcOf(ring: Shape, arc: Shape, around: Matrix): Arc {
  // Lines that stand alone have no surroundings that say how they turn.
  const [turn, scale] = hangsTogether(around) ? [turnOf(around), bounded(scaleOf(around))] : [0, 1];
  const share = arc.length / (ring.length * scale);
  let best: Arc & { off: number } = { start: 0, way: 1, width: 1, map: around, off: Number.POSITIVE_INFINITY };
  const points = arcPoints(arc);
  const look = (start: number, way: 1 | -1, width: number) => {
    const found = laidOn(ring, points, start, way * width, turn);
    if (found.off < best.off) best = { start, way, width, ...found };
  };
  const widths = WIDTHS.map((by) => Math.max(LEAST, Math.min(1, by * share)));
  for (const way of [1, -1] as const)
    for (const width of new Set(widths)) for (let k = 0; k < RING_STARTS; k++) look(k / RING_STARTS, way, width);
  const { start, way, width } = best;
  for (const by of FINER) look(start + by / RING_STARTS, way, width);
  return best;
}
