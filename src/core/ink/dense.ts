/** A stroke's points made dense enough to cut it anywhere, with pressure, tilt and pen time carried along. */

import { catmullRom, controlAt } from '../plane/curve.ts';
import { polylineLength } from '../plane/polyline.ts';
import { POINT_SIZE, type Stroke } from '../shot/drawing-model.ts';

/** Longest distance between two dense points, paper pixels. */
const FINE = 2;
/** Straight pieces a span is measured with. */
const CHORDS = 4;

/** The point at `t` (0..1) between control points b and c of a uniform Catmull-Rom curve; all else goes evenly. */
function pointOn(points: Float32Array, [a, b, c, d]: number[], t: number, out: number[]): void {
  for (let k = 0; k < 2; k++) out.push(catmullRom(points[a + k], points[b + k], points[c + k], points[d + k], t));
  for (let k = 2; k < POINT_SIZE; k++) out.push(points[b + k] + (points[c + k] - points[b + k]) * t);
}

/** Points of POINT_SIZE floats along the stroke's curve, at most FINE paper pixels apart, the ends included. */
export function densePoints({ points, closed }: Stroke): Float32Array {
  const n = points.length / POINT_SIZE;
  const at = controlAt(n, closed, POINT_SIZE);
  const out: number[] = [...points.subarray(0, POINT_SIZE)];
  const spans = closed ? n : n - 1;
  const probe: number[] = [];
  for (let i = 0; i < spans; i++) {
    const four = [at(i - 1), at(i), at(i + 1), at(i + 2)];
    probe.length = 0;
    for (let k = 0; k <= CHORDS; k++) pointOn(points, four, k / CHORDS, probe);
    const length = polylineLength(probe, POINT_SIZE);
    const count = Math.max(1, Math.ceil(length / FINE));
    for (let k = 1; k <= count; k++) pointOn(points, four, k / count, out);
  }
  return Float32Array.from(out);
}

/**
 * The stroke with points put in along its curve where they are farther apart than `every` paper pixels; its own points
 * stay. The very stroke when they are near enough already.
 */
export function withPointsEvery(stroke: Stroke, every: number): Stroke {
  const { points, closed } = stroke;
  const n = points.length / POINT_SIZE;
  const at = controlAt(n, closed, POINT_SIZE);
  const out: number[] = [...points.subarray(0, POINT_SIZE)];
  const spans = closed ? n : n - 1;
  for (let i = 0; i < spans; i++) {
    const four = [at(i - 1), at(i), at(i + 1), at(i + 2)];
    const chord = Math.hypot(points[four[2]] - points[four[1]], points[four[2] + 1] - points[four[1] + 1]);
    const count = Math.max(1, Math.ceil(chord / every));
    // A closed line's last span leads back to its first point, which is there already.
    const until = closed && i === spans - 1 ? count - 1 : count;
    for (let k = 1; k <= until; k++) pointOn(points, four, k / count, out);
  }
  return out.length === points.length ? stroke : { ...stroke, points: Float32Array.from(out) };
}
