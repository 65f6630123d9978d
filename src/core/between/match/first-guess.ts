/** How a figure may have gone as a whole, before any two of its strokes are matched: by a vote on shifts, and box to box. */
import type { Matrix } from '../../plane/matrix.ts';
import { POINTS, type Shape } from './shape.ts';

/** Middles, and the box between the 4th and 96th of a hundred points. */
function boxOf(shapes: Shape[]): { x: number; y: number; w: number; h: number } {
  const xs: number[] = [];
  const ys: number[] = [];
  for (const { x, y, middle } of shapes)
    for (let i = 0; i < POINTS; i++) {
      xs.push(x[i] + middle.x);
      ys.push(y[i] + middle.y);
    }
  const cut = (values: number[], share: number) => {
    values.sort((p, q) => p - q);
    return values[Math.min(values.length - 1, Math.floor(share * values.length))] ?? 0;
  };
  const [l, r, t, b] = [cut(xs, 0.04), cut(xs, 0.96), cut(ys, 0.04), cut(ys, 0.96)];
  return { x: l, y: t, w: Math.max(1, r - l), h: Math.max(1, b - t) };
}

/** A shift that many strokes agree on, by votes weighted by likeness. */
export function votedShift(a: Shape[], b: Shape[], likeness: Float64Array, size: number): Matrix {
  const bin = 0.05 * size;
  const votes = new Map<string, { weight: number; x: number; y: number }>();
  a.forEach((one, i) => {
    b.forEach((other, j) => {
      const cost = likeness[i * b.length + j];
      if (!(cost < 1)) return;
      const [dx, dy] = [other.middle.x - one.middle.x, other.middle.y - one.middle.y];
      const weight = Math.exp(-cost / 0.25) * Math.min(one.length, 0.5 * size);
      const key = `${Math.round(dx / bin)} ${Math.round(dy / bin)}`;
      const vote = votes.get(key) ?? { weight: 0, x: 0, y: 0 };
      vote.weight += weight;
      vote.x += weight * dx;
      vote.y += weight * dy;
      votes.set(key, vote);
    });
  });
  let best = { weight: 0, x: 0, y: 0 };
  // Neighbouring bins count as well: a shift on the border of two is not split.
  for (const [key, vote] of votes) {
    const [x, y] = key.split(' ').map(Number);
    const sum = { weight: 0, x: 0, y: 0 };
    for (let u = -1; u <= 1; u++)
      for (let v = -1; v <= 1; v++) {
        const near = votes.get(`${x + u} ${y + v}`);
        if (!near) continue;
        sum.weight += near.weight;
        sum.x += near.x;
        sum.y += near.y;
      }
    if (sum.weight > best.weight && vote.weight > 0) best = sum;
  }
  return best.weight > 0 ? [1, 0, 0, 1, best.x / best.weight, best.y / best.weight] : [1, 0, 0, 1, 0, 0];
}

export function boxToBox(a: Shape[], b: Shape[]): Matrix {
  const [p, q] = [boxOf(a), boxOf(b)];
  const clamp = (value: number) => Math.max(0.5, Math.min(2, value));
  const [sx, sy] = [clamp(q.w / p.w), clamp(q.h / p.h)];
  return [sx, 0, 0, sy, q.x + q.w / 2 - sx * (p.x + p.w / 2), q.y + q.h / 2 - sy * (p.y + p.h / 2)];
}
