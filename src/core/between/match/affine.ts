/** Affine maps fitted to points. */
import type { Matrix } from '../../plane/matrix.ts';

/** A point, where it goes, and how much that counts. */
export interface PointPair {
  px: number;
  py: number;
  qx: number;
  qy: number;
  w: number;
}

/** Weight, places before and after, their products: all that a fit needs, so that many points count as one. */
const SUMS = 12;

/** Sums over point pairs, which can be weighed and added up. */
export class PairSums {
  readonly s = new Float64Array(SUMS);

  add(px: number, py: number, qx: number, qy: number, w: number): void {
    const { s } = this;
    s[0] += w;
    s[1] += w * px;
    s[2] += w * py;
    s[3] += w * qx;
    s[4] += w * qy;
    s[5] += w * px * px;
    s[6] += w * px * py;
    s[7] += w * py * py;
    s[8] += w * qx * px;
    s[9] += w * qx * py;
    s[10] += w * qy * px;
    s[11] += w * qy * py;
  }

  addAll(other: PairSums, w: number): void {
    const [s, o] = [this.s, other.s];
    for (let i = 0; i < SUMS; i++) s[i] += w * o[i];
  }

  /** The same in one point: where the middle goes, with nothing of how things turn about it. */
  atMiddle(): PairSums {
    const [w, px, py, qx, qy] = this.s;
    const middle = new PairSums();
    if (w > 0) middle.add(px / w, py / w, qx / w, qy / w, w);
    return middle;
  }

  /** The affine map that takes points to points best, held near a turn by `hold`; null where nothing counts. */
  fit(hold: number): Matrix | null {
    const [w, spx, spy, sqx, sqy, pxx, pxy, pyy, qxpx, qxpy, qypx, qypy] = this.s;
    if (w < 1e-9) return null;
    const [px, py, qx, qy] = [spx / w, spy / w, sqx / w, sqy / w];
    const [xx, xy, yy] = [pxx - spx * px, pxy - spx * py, pyy - spy * py];
    const [ux, uy, vx, vy] = [qxpx - sqx * px, qxpy - sqx * py, qypx - sqy * px, qypy - sqy * py];
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
}

/** Surroundings whose area grows by less or more than this do not hang together. */
const [FLATTEST, WIDEST] = [0.2, 5];

/** Whether a map may be that of one piece of a drawing: it does not turn it over, press it flat or spread it out. */
export function hangsTogether([a, b, c, d]: Matrix): boolean {
  const area = a * d - b * c;
  return area > FLATTEST && area < WIDEST;
}

/** The affine map that takes a list of points to points best, held near a turn by `hold`; null where nothing counts. */
export function affineFit(pairs: PointPair[], hold: number): Matrix | null {
  const sums = new PairSums();
  for (const { px, py, qx, qy, w } of pairs) sums.add(px, py, qx, qy, w);
  return sums.fit(hold);
}
