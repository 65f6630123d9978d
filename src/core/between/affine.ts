/** Matrix maps fitted to points. */
import type { Matrix } from '../picture/matrix.ts';

/** A point, where it goes, and how much that counts. */
export interface PointPair {
  px: number;
  py: number;
  qx: number;
  qy: number;
  w: number;
}

/** The affine map that takes points to points best, held near a turn by `hold`. */
export function affineFit(pairs: PointPair[], hold: number): Matrix | null {
  let [w, px, py, qx, qy] = [0, 0, 0, 0, 0];
  for (const p of pairs) {
    w += p.w;
    px += p.w * p.px;
    py += p.w * p.py;
    qx += p.w * p.qx;
    qy += p.w * p.qy;
  }
  if (w < 1e-9) return null;
  px /= w;
  py /= w;
  qx /= w;
  qy /= w;
  let [xx, xy, yy, ux, uy, vx, vy] = [0, 0, 0, 0, 0, 0, 0];
  for (const p of pairs) {
    const [x, y, u, v] = [p.px - px, p.py - py, p.qx - qx, p.qy - qy];
    xx += p.w * x * x;
    xy += p.w * x * y;
    yy += p.w * y * y;
    ux += p.w * u * x;
    uy += p.w * u * y;
    vx += p.w * v * x;
    vy += p.w * v * y;
  }
  // The turn that fits best: what the map is held near.
  const turn = Math.atan2(vx - uy, ux + vy);
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const k = hold * w;
  const [a11, a12, a22] = [xx + k, xy, yy + k];
  const det = a11 * a22 - a12 * a12;
  const [i11, i12, i22] = [a22 / det, -a12 / det, a11 / det];
  const [m11, m12, m21, m22] = [ux + k * cos, uy - k * sin, vx + k * sin, vy + k * cos];
  const a = m11 * i11 + m12 * i12;
  const c = m11 * i12 + m12 * i22;
  const b = m21 * i11 + m22 * i12;
  const d = m21 * i12 + m22 * i22;
  return [a, b, c, d, qx - a * px - c * py, qy - b * px - d * py];
}
