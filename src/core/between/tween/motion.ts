/**
 * How a figure moves as a whole and its parts within it. As a whole it turns, stretches and squashes evenly in time (half-way a
 * stretch to twice is a stretch to 1.41) about a point that goes straight; a part turns, within the figure, about the point that
 * stays where it is: a shoulder, a hip.
 */

import { after, inverse, type Matrix, turnOf } from '../../plane/matrix.ts';
import type { XY } from '../../plane/point.ts';
import { affineFit } from '../match/affine.ts';
import type { Pairing } from '../match/pairing.ts';

/** z' = turned(stretched(z - from)) + to; the stretch is symmetric: along two axes at right angles. */
export class Motion {
  readonly turn: number;
  private readonly from: XY;
  private readonly to: XY;
  /** The stretch: the direction of its first axis, and the logarithms along both. */
  private readonly axis: number;
  private readonly first: number;
  private readonly second: number;

  constructor(map: Matrix, from: XY) {
    const [a, b, c, d, e, f] = map;
    this.from = from;
    this.to = [a * from[0] + c * from[1] + e, b * from[0] + d * from[1] + f];
    this.turn = turnOf(map);
    // What is left when the turn is taken off is symmetric.
    const [cos, sin] = [Math.cos(this.turn), Math.sin(this.turn)];
    const [xx, xy, yy] = [cos * a + sin * b, cos * c + sin * d, -sin * c + cos * d];
    const middle = (xx + yy) / 2;
    const apart = Math.hypot((xx - yy) / 2, xy);
    this.axis = apart < 1e-9 ? 0 : Math.atan2(xy, (xx - yy) / 2) / 2;
    this.first = Math.log(Math.max(0.1, middle + apart));
    this.second = Math.log(Math.max(0.1, middle - apart));
  }

  /** How much it grows along the axis it grows most along, and along the other. */
  get growths(): [most: number, least: number] {
    return [Math.exp(this.first), Math.exp(this.second)];
  }

  /** The turning and stretching of a share `t` of it, as four numbers: x' = a x + c y, y' = b x + d y. */
  matrix(t: number): [a: number, b: number, c: number, d: number] {
    const [k, l] = [Math.exp(t * this.first), Math.exp(t * this.second)];
    const [u, v] = [Math.cos(this.axis), Math.sin(this.axis)];
    const [xx, xy, yy] = [k * u * u + l * v * v, (k - l) * u * v, k * v * v + l * u * u];
    const [cos, sin] = [Math.cos(t * this.turn), Math.sin(t * this.turn)];
    return [cos * xx - sin * xy, sin * xx + cos * xy, cos * xy - sin * yy, sin * xy + cos * yy];
  }

  /** A point of the first drawing after a share `t` of the motion. */
  after(t: number, x: number, y: number): XY {
    const [a, b, c, d] = this.matrix(t);
    const [dx, dy] = [x - this.from[0], y - this.from[1]];
    return [
      this.from[0] + t * (this.to[0] - this.from[0]) + a * dx + c * dy,
      this.from[1] + t * (this.to[1] - this.from[1]) + b * dx + d * dy,
    ];
  }

  /** Where a vector of the second drawing was in the first, as far as the figure moved it. */
  vectorBefore(x: number, y: number): XY {
    const [a, b, c, d] = this.matrix(1);
    const det = a * d - b * c;
    return [(d * x - c * y) / det, (a * y - b * x) / det];
  }

  before(x: number, y: number): XY {
    const [dx, dy] = this.vectorBefore(x - this.to[0], y - this.to[1]);
    return [this.from[0] + dx, this.from[1] + dy];
  }
}

const LOOKS = 6;
/** Points that go this far astray, as a share of the figure's size, hardly count. */
const ASTRAY = 0.06;
/** How strongly the figure's map is held near a plain turn, as a share of its size. */
const HOLD = 0.08;
/** Points taken of each line. */
const SAMPLES = 8;

/** What the whole figure does, limbs that do otherwise left aside. */
export function figureMotion(pairings: Pairing[], size: number): Motion {
  const pairs = pairings.flatMap(({ from, to }) => {
    const n = from.length / 2;
    return Array.from({ length: SAMPLES }, (_, s) => {
      const i = Math.round((s * (n - 1)) / (SAMPLES - 1));
      return { px: from[2 * i], py: from[2 * i + 1], qx: to[2 * i], qy: to[2 * i + 1], w: n };
    });
  });
  const hold = (HOLD * size) ** 2;
  let map: Matrix = affineFit(pairs, hold) ?? [1, 0, 0, 1, 0, 0];
  for (let look = 0; look < LOOKS; look++) {
    const [a, b, c, d, e, f] = map;
    const near = pairs.map((p) => {
      const off = Math.hypot(a * p.px + c * p.py + e - p.qx, b * p.px + d * p.py + f - p.qy) / (ASTRAY * size);
      return { ...p, w: p.w / (1 + off * off) };
    });
    map = affineFit(near, hold) ?? map;
  }
  const lines = linesMean(pairings);
  if (!goesAsLinesGo(map, lines)) map = asLinesGo(pairs, lines);
  return new Motion(map, rootOf(pairs, map, size));
}

/** A figure does not turn otherwise than its lines do, radians, nor grow or shrink so much otherwise along any axis. */
const OTHERWISE = 0.9;
const UNLIKE = 1.7;
/** Lines that turn against one another have no common growth: then no stretch of the figure is believed. */
const FLATTEST = 0.15;

/** How lines turn and grow on the whole: the mean of their surroundings' maps, by their length. */
function linesMean(pairings: Pairing[]): Matrix {
  const mean: [number, number, number, number] = [0, 0, 0, 0];
  const all = pairings.reduce((sum, { from }) => sum + from.length, 0) || 1;
  for (const { from, map } of pairings) for (const k of [0, 1, 2, 3] as const) mean[k] += (from.length * map[k]) / all;
  return [...mean, 0, 0];
}

const areaOf = ([a, b, c, d]: Matrix) => a * d - b * c;

/**
 * Whether a figure's motion is that of its lines. Hands that cross, or two who change places, are no figure that turns about
 * its middle or is squeezed together: places alone would say so.
 */
function goesAsLinesGo(map: Matrix, lines: Matrix): boolean {
  if (areaOf(map) < FLATTEST || areaOf(lines) < FLATTEST) return false;
  if (Math.cos(turnOf(map) - turnOf(lines)) < Math.cos(OTHERWISE)) return false;
  // What the figure does beyond what its lines do.
  const [most, least] = new Motion(after(inverse(lines), map), [0, 0]).growths;
  return most < UNLIKE && least > 1 / UNLIKE;
}

/** A motion that turns as the lines do, and carries the middle of the first drawing to the middle of the second. */
function asLinesGo(pairs: { px: number; py: number; qx: number; qy: number; w: number }[], lines: Matrix): Matrix {
  const turn = turnOf(lines);
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  let [w, px, py, qx, qy] = [0, 0, 0, 0, 0];
  for (const each of pairs) {
    w += each.w;
    px += each.w * each.px;
    py += each.w * each.py;
    qx += each.w * each.qx;
    qy += each.w * each.qy;
  }
  const [mx, my] = [px / (w || 1), py / (w || 1)];
  return [cos, sin, -sin, cos, qx / (w || 1) - cos * mx + sin * my, qy / (w || 1) - sin * mx - cos * my];
}

/** A figure that turns more than this, radians, is said to turn rather than to squash. */
const TURNS = 0.15;

/**
 * The point of the figure that goes straight. A figure that squashes or stretches does so on what it stands on or hangs from: the
 * point that stays where it is. One that turns moves as well, so that where it turned about is less certain: half-way from the middle
 * of its box.
 */
function rootOf(pairs: { px: number; py: number }[], map: Matrix, size: number): XY {
  const [a, b, c, d, e, f] = map;
  const middle = (all: number[]) => {
    all.sort((p, q) => p - q);
    return ((all[Math.floor(0.04 * all.length)] ?? 0) + (all[Math.floor(0.96 * (all.length - 1))] ?? 0)) / 2;
  };
  const box: XY = [middle(pairs.map(({ px }) => px)), middle(pairs.map(({ py }) => py))];
  // (1 - M) o = offset
  const [p, q, r, s] = [1 - a, -c, -b, 1 - d];
  const det = p * s - q * r;
  if (Math.abs(det) < 0.01) return box;
  const pivot: XY = [(s * e - q * f) / det, (p * f - r * e) / det];
  if (Math.hypot(pivot[0] - box[0], pivot[1] - box[1]) >= 0.6 * size) return box;
  const turn = turnOf(map) / TURNS;
  const share = 0.5 + 0.5 * Math.exp(-turn * turn);
  return [box[0] + share * (pivot[0] - box[0]), box[1] + share * (pivot[1] - box[1])];
}

/** Below this a part only shifts within the figure: how far its turn and growth are from none. */
const SHIFTS = 0.02;

/** How a line is carried: with the figure, and within it as its surroundings turn. */
export class Carrier {
  private readonly figure: Motion;
  private readonly turn: number = 0;
  private readonly growth: number = 1;
  /** The point its part turns about, in the first drawing; null: it only shifts. */
  private readonly pivot: XY | null = null;

  constructor(figure: Motion, { from, to, map }: Pairing) {
    this.figure = figure;
    // The surroundings' own turn and growth, what the figure does taken off.
    const [a, b] = figure.vectorBefore(map[0], map[1]);
    const [c, d] = figure.vectorBefore(map[2], map[3]);
    const turn = Math.atan2(b - c, a + d);
    const growth = Math.max(0.3, Math.min(3, Math.sqrt(Math.abs(a * d - b * c))));
    const n = from.length / 2;
    let [px, py, qx, qy] = [0, 0, 0, 0];
    for (let i = 0; i < n; i++) {
      const [x, y] = figure.before(to[2 * i], to[2 * i + 1]);
      px += from[2 * i] / n;
      py += from[2 * i + 1] / n;
      qx += x / n;
      qy += y / n;
    }
    // (1 - g) o = q - g p, in complex numbers.
    const [re, im] = [growth * Math.cos(turn), growth * Math.sin(turn)];
    const [dx, dy] = [1 - re, -im];
    const apart = dx * dx + dy * dy;
    if (apart < SHIFTS * SHIFTS) return;
    const [ux, uy] = [qx - (re * px - im * py), qy - (im * px + re * py)];
    this.turn = turn;
    this.growth = growth;
    this.pivot = [(ux * dx + uy * dy) / apart, (uy * dx - ux * dy) / apart];
  }

  /** Where a point is at `t` that is at a in the first drawing and at b in the second. */
  at(t: number, ax: number, ay: number, bx: number, by: number): XY {
    const { figure, pivot } = this;
    const [hx, hy] = figure.before(bx, by);
    if (!pivot) return figure.after(t, ax + t * (hx - ax), ay + t * (hy - ay));
    // On from the first drawing and back from the second; both agree where the point goes with its part.
    const [x, y] = this.about(pivot, t, ax, ay);
    const [u, v] = this.about(pivot, t - 1, hx, hy);
    return figure.after(t, (1 - t) * x + t * u, (1 - t) * y + t * v);
  }

  private about([ox, oy]: XY, share: number, x: number, y: number): XY {
    const scale = this.growth ** share;
    const [c, s] = [scale * Math.cos(share * this.turn), scale * Math.sin(share * this.turn)];
    return [ox + c * (x - ox) - s * (y - oy), oy + s * (x - ox) + c * (y - oy)];
  }
}
