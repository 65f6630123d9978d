/**
 * The outline of a stroke: polygons whose non-zero union is the inked line.
 *
 * The line is swept as one ribbon (left side out, right side back) as long as both sides run forwards. Where a side
 * would run backwards - a bend tighter than the line is wide - the ribbon is broken and a disc put on the joint, so all
 * polygons turn the same way and their union has no holes, however the pen doubles back.
 */

import { type Box, boxOfPoints, grownBox } from '../plane/box.ts';
import { type Brush, POINT_SIZE, type Stroke } from '../shot/drawing-model.ts';
import { SAMPLE_SIZE, sampleStroke } from './curve.ts';

/** Samples nearer than this are one: they give no direction. */
const NEAREST = 1e-3;

/** The farthest a brush reaches from the middle of its line, paper pixels. */
export function reachOf({ width, widthBy, stamp }: Brush): number {
  const widest = widthBy.drive === 'nothing' ? widthBy.highest : Math.max(widthBy.lowest, widthBy.highest);
  // A stamp reaches farther as it is grown and scattered.
  return (width / 2) * widest * (stamp ? 1 + stamp.size : 1) + (stamp ? stamp.scatter * width : 0) + 0.5;
}

function disc(x: number, y: number, radius: number): Float32Array {
  const sides = Math.max(10, Math.min(64, Math.ceil(Math.PI / Math.acos(1 - Math.min(0.5, 0.06 / radius)))));
  const out = new Float32Array(sides * 2);
  for (let i = 0; i < sides; i++) {
    const angle = (-2 * Math.PI * i) / sides;
    out[2 * i] = x + radius * Math.cos(angle);
    out[2 * i + 1] = y + radius * Math.sin(angle);
  }
  return out;
}

/** Samples without repeats, as parallel arrays with unit directions of the pieces between them. */
function pieces(samples: Float32Array) {
  const xs: number[] = [];
  const ys: number[] = [];
  const rs: number[] = [];
  for (let i = 0; i < samples.length; i += SAMPLE_SIZE) {
    const x = samples[i];
    const y = samples[i + 1];
    const r = samples[i + 2];
    const last = xs.length - 1;
    if (last >= 0 && Math.hypot(x - xs[last], y - ys[last]) < NEAREST) rs[last] = Math.max(rs[last], r);
    else {
      xs.push(x);
      ys.push(y);
      rs.push(r);
    }
  }
  return { xs, ys, rs };
}

/** Outline polygons (x, y pairs) of sampled points; a single sample is a dot. All polygons turn the same way. */
export function outlineOf(samples: Float32Array): Float32Array[] {
  const { xs, ys, rs } = pieces(samples);
  const n = xs.length;
  if (n === 0) return [];
  if (n === 1) return [disc(xs[0], ys[0], rs[0])];
  const out: Float32Array[] = [disc(xs[0], ys[0], rs[0])];
  // Normals at the samples, half-way between the directions on both sides.
  const nx = new Float64Array(n);
  const ny = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    const a = Math.max(0, i - 1);
    const b = Math.min(n - 1, i + 1);
    let dx = 0;
    let dy = 0;
    if (a < i) {
      const l = Math.hypot(xs[i] - xs[a], ys[i] - ys[a]);
      dx += (xs[i] - xs[a]) / l;
      dy += (ys[i] - ys[a]) / l;
    }
    if (b > i) {
      const l = Math.hypot(xs[b] - xs[i], ys[b] - ys[i]);
      dx += (xs[b] - xs[i]) / l;
      dy += (ys[b] - ys[i]) / l;
    }
    const l = Math.hypot(dx, dy) || 1;
    nx[i] = -dy / l;
    ny[i] = dx / l;
  }
  let left: number[] = [];
  let right: number[] = [];
  const finish = () => {
    if (left.length >= 4) {
      const polygon = new Float32Array(left.length + right.length);
      polygon.set(left, 0);
      for (let i = 0; i < right.length; i += 2) {
        polygon[left.length + i] = right[right.length - 2 - i];
        polygon[left.length + i + 1] = right[right.length - 1 - i];
      }
      out.push(polygon);
    }
    left = [];
    right = [];
  };
  const add = (i: number, ux: number, uy: number) => {
    left.push(xs[i] + ux * rs[i], ys[i] + uy * rs[i]);
    right.push(xs[i] - ux * rs[i], ys[i] - uy * rs[i]);
  };
  add(0, nx[0], ny[0]);
  for (let i = 1; i < n; i++) {
    const dx = xs[i] - xs[i - 1];
    const dy = ys[i] - ys[i - 1];
    const lx = xs[i] + nx[i] * rs[i] - left.at(-2)!;
    const ly = ys[i] + ny[i] * rs[i] - left.at(-1)!;
    const qx = xs[i] - nx[i] * rs[i] - right.at(-2)!;
    const qy = ys[i] - ny[i] * rs[i] - right.at(-1)!;
    if (lx * dx + ly * dy > 0 && qx * dx + qy * dy > 0) {
      add(i, nx[i], ny[i]);
      continue;
    }
    // Too tight a bend for one ribbon: this piece stands alone between discs.
    finish();
    const l = Math.hypot(dx, dy);
    const ux = -dy / l;
    const uy = dx / l;
    add(i - 1, ux, uy);
    add(i, ux, uy);
    finish();
    out.push(disc(xs[i - 1], ys[i - 1], rs[i - 1]), disc(xs[i], ys[i], rs[i]));
    add(i, nx[i], ny[i]);
  }
  finish();
  out.push(disc(xs[n - 1], ys[n - 1], rs[n - 1]));
  return out;
}

/** Outline polygons of a stroke. */
export function strokeOutline(stroke: Stroke): Float32Array[] {
  return outlineOf(sampleStroke(stroke));
}

/** Box around a stroke's points, grown by its half width; cheap, for culling and hit tests. */
export function strokeBox(stroke: Stroke): Box {
  const box = boxOfPoints(stroke.points, POINT_SIZE);
  // A Catmull-Rom curve leaves the box of its points by at most an eighth of its longest span or so.
  const grow = reachOf(stroke.brush) + 0.15 * Math.max(box.maxX - box.minX, box.maxY - box.minY);
  return grownBox(box, grow);
}
