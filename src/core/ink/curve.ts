/** The curve a stroke's points stand for: uniform Catmull-Rom through all of them, ends repeated. */
import { POINT_SIZE } from '../shot/model.ts';

/** x, y, pressure triples along a curve. */
export const SAMPLE_SIZE = 3;

/** Largest distance between the curve and its samples, paper pixels: under a quarter pixel at 400 %. */
const FLATNESS = 0.06;
const MOST_STEPS = 48;

/** How many straight pieces one span needs, from the second differences of its control points. */
function steps(points: Float32Array, a: number, b: number, c: number, d: number): number {
  const secondX = Math.max(
    Math.abs(points[a] - 2 * points[b] + points[c]),
    Math.abs(points[b] - 2 * points[c] + points[d]),
  );
  const secondY = Math.max(
    Math.abs(points[a + 1] - 2 * points[b + 1] + points[c + 1]),
    Math.abs(points[b + 1] - 2 * points[c + 1] + points[d + 1]),
  );
  const bend = Math.sqrt(Math.hypot(secondX, secondY) / (8 * FLATNESS));
  const swell = Math.abs(points[b + 2] - points[c + 2]) * 16;
  return Math.max(1, Math.min(MOST_STEPS, Math.ceil(Math.max(bend, swell))));
}

/** Where control point i of n begins in the points: the ends of an open curve are repeated, a closed one goes round. */
export function controlAt(n: number, closed: boolean): (i: number) => number {
  return (i) => (closed ? ((i % n) + n) % n : Math.max(0, Math.min(n - 1, i))) * POINT_SIZE;
}

/** One coordinate at `t` (0..1) between b and c of a uniform Catmull-Rom curve through a, b, c, d. */
export function alongSpan(a: number, b: number, c: number, d: number, t: number): number {
  const t2 = t * t;
  const t3 = t2 * t;
  const wa = -0.5 * t3 + t2 - 0.5 * t;
  const wb = 1.5 * t3 - 2.5 * t2 + 1;
  const wc = -1.5 * t3 + 2 * t2 + 0.5 * t;
  const wd = 0.5 * t3 - 0.5 * t2;
  return wa * a + wb * b + wc * c + wd * d;
}

/**
 * Samples a stroke's curve. `points` holds n points of POINT_SIZE floats; the result holds SAMPLE_SIZE floats per
 * sample, first and last point included. A single point gives a single sample.
 */
export function sampleCurve(points: Float32Array, closed: boolean): Float32Array {
  const n = points.length / POINT_SIZE;
  if (n === 0) return new Float32Array(0);
  const at = controlAt(n, closed);
  const out: number[] = [points[0], points[1], points[2]];
  const spans = closed ? n : n - 1;
  for (let i = 0; i < spans; i++) {
    const a = at(i - 1);
    const b = at(i);
    const c = at(i + 1);
    const d = at(i + 2);
    const count = steps(points, a, b, c, d);
    for (let k = 1; k <= count; k++) {
      const t = k / count;
      out.push(
        alongSpan(points[a], points[b], points[c], points[d], t),
        alongSpan(points[a + 1], points[b + 1], points[c + 1], points[d + 1], t),
        points[b + 2] + (points[c + 2] - points[b + 2]) * t,
      );
    }
  }
  return Float32Array.from(out);
}
