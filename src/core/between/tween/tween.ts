/**
 * Lines between two drawings: every edge turns by its own angle and changes its length evenly, points are found that fit all
 * edges best. Edges between neighbouring lines keep hands on arms; what does not move is held where it is.
 */

import { turnOf } from '../../plane/matrix.ts';
import type { Pairing } from '../match/pairing.ts';
import { wrapped } from '../match/relations.ts';
import type { Path } from '../match/shape.ts';
import { bringOntoArcs, type GuidedPoint } from './guided-points.ts';
import { Carrier, figureMotion, type Motion } from './motion.ts';
import { SpringSystem, solveBoth } from './solve.ts';

/** How far along a line its turn is measured, and how near lines hold to one another: shares of the figure's size. */
const TURN_REACH = 0.04;
const NEIGHBOUR = 0.12;
/** Every so many points a line looks for neighbours. */
const LOOK = 5;
const LINKS = 3;
const LINK_WEIGHT = 0.1;
/** An end as near as this to another line in both drawings touches it, and goes on touching. */
const TOUCH = 0.015;
const TOUCH_WEIGHT = 2;
/** Held weakly everywhere, strongly where nothing moves. */
const ANCHOR = 0.01;
const STILL_ANCHOR = 0.5;
const STILL = 0.012;
/** Points that have to be where they are put. */
const HELD = 1000;

/** Edges between points i and j, in both drawings, with their turn; the second as if the figure had not moved. */
interface Edges {
  count: number;
  i: Int32Array;
  j: Int32Array;
  weight: Float64Array;
  ax: Float64Array;
  ay: Float64Array;
  bx: Float64Array;
  by: Float64Array;
  turn: Float64Array;
}

export interface Tween {
  pairings: Pairing[];
  /** First point of each pairing among all. */
  first: Int32Array;
  from: Float64Array;
  to: Float64Array;
  edges: Edges;
  anchor: Float64Array;
  /** How each pairing's points are carried. */
  carriers: Carrier[];
  figure: Motion;
  /** Pairings whose points go straight. */
  straight: boolean[];
  pins: GuidedPoint[];
  size: number;
}

export interface TweenWishes {
  /** For each pairing whether its points go straight from place to place; none do when left out. */
  straight?: boolean[];
  pins?: GuidedPoint[];
}

/** The turn at each point of a pairing: best over its surroundings, going on evenly along the line. */
function turnsOf({ from, to, closed, map }: Pairing, reach: number): Float64Array {
  const turn = turnOf(map);
  const n = from.length / 2;
  let length = 0;
  for (let k = 1; k < n; k++) length += Math.hypot(from[2 * k] - from[2 * k - 2], from[2 * k + 1] - from[2 * k - 1]);
  const half = Math.max(1, Math.min(Math.floor((n - 1) / 2), Math.round((reach * (n - 1)) / Math.max(1, length))));
  const out = new Float64Array(n);
  for (let k = 0; k < n; k++) {
    let [px, py, qx, qy, count] = [0, 0, 0, 0, 0];
    const at: number[] = [];
    for (let d = -half; d <= half; d++) {
      let i = k + d;
      if (closed) i = (i + n) % n;
      else if (i < 0 || i >= n) continue;
      at.push(i);
      px += from[2 * i];
      py += from[2 * i + 1];
      qx += to[2 * i];
      qy += to[2 * i + 1];
      count++;
    }
    px /= count;
    py /= count;
    qx /= count;
    qy /= count;
    let [re, im] = [0, 0];
    for (const i of at) {
      const [x, y, u, v] = [from[2 * i] - px, from[2 * i + 1] - py, to[2 * i] - qx, to[2 * i + 1] - qy];
      re += x * u + y * v;
      im += x * v - y * u;
    }
    out[k] = Math.atan2(im, re);
  }
  const near = (value: number, wanted: number) => value + 2 * Math.PI * Math.round((wanted - value) / (2 * Math.PI));
  out[0] = near(out[0], turn);
  for (let k = 1; k < n; k++) out[k] = near(out[k], out[k - 1]);
  let mean = 0;
  for (const value of out) mean += value / n;
  const shift = near(mean, turn) - mean;
  for (let k = 0; k < n; k++) out[k] += shift;
  return out;
}

class EdgeList {
  private readonly rows: number[] = [];
  private readonly figure: Motion;

  constructor(figure: Motion) {
    this.figure = figure;
  }

  add(from: Float64Array, to: Float64Array, i: number, j: number, weight: number, turn: number): void {
    const [bx, by] = this.figure.vectorBefore(to[2 * j] - to[2 * i], to[2 * j + 1] - to[2 * i + 1]);
    // Half a circle is as far as anything turns within the figure.
    const own = wrapped(turn - this.figure.turn);
    this.rows.push(i, j, weight, from[2 * j] - from[2 * i], from[2 * j + 1] - from[2 * i + 1], bx, by, own);
  }

  done(): Edges {
    const { rows } = this;
    const count = rows.length / 8;
    const column = (c: number) => Float64Array.from({ length: count }, (_, k) => rows[8 * k + c]);
    return {
      count,
      i: Int32Array.from(column(0)),
      j: Int32Array.from(column(1)),
      weight: column(2),
      ax: column(3),
      ay: column(4),
      bx: column(5),
      by: column(6),
      turn: column(7),
    };
  }
}

/** Links points of different lines that are near one another in both drawings. */
function addLinks(
  list: EdgeList,
  from: Float64Array,
  to: Float64Array,
  owner: Int32Array,
  turns: Float64Array,
  size: number,
): void {
  const reach = NEIGHBOUR * size;
  const cells = new Map<number, number[]>();
  const cell = (x: number, y: number) => (Math.floor(x / reach) + 20_000) * 65_536 + Math.floor(y / reach) + 20_000;
  for (let i = 0; i < owner.length; i += 2) {
    const key = cell(from[2 * i], from[2 * i + 1]);
    const there = cells.get(key);
    if (there) there.push(i);
    else cells.set(key, [i]);
  }
  for (let i = 0; i < owner.length; i++) {
    const end = i === 0 || i === owner.length - 1 || owner[i - 1] !== owner[i] || owner[i + 1] !== owner[i];
    if (i % LOOK !== 0 && !end) continue;
    const found: { j: number; far: number; touch: boolean }[] = [];
    const [x, y] = [from[2 * i], from[2 * i + 1]];
    for (let u = -1; u <= 1; u++)
      for (let v = -1; v <= 1; v++)
        for (const j of cells.get(cell(x + u * reach, y + v * reach)) ?? []) {
          if (owner[j] === owner[i]) continue;
          const a = Math.hypot(from[2 * j] - x, from[2 * j + 1] - y);
          const b = Math.hypot(to[2 * j] - to[2 * i], to[2 * j + 1] - to[2 * i + 1]);
          const touch = end && a < TOUCH * size && b < TOUCH * size;
          if (a < reach && b < reach) found.push({ j, far: (a + b) / 2, touch });
        }
    found.sort((p, q) => p.far - q.far);
    const lines = new Set<number>();
    for (const { j, far, touch } of found) {
      if (lines.size >= LINKS) break;
      if (lines.has(owner[j])) continue;
      lines.add(owner[j]);
      const turn = turns[i] + wrapped(turns[j] - turns[i]) / 2;
      const weight = touch ? TOUCH_WEIGHT : LINK_WEIGHT * Math.exp(-far / (0.35 * reach));
      list.add(from, to, i, j, weight, turn);
    }
  }
}

/** Makes matched strokes ready for any drawing between the two. `size`: height of the figure, pixels. */
export function makeTween(pairings: Pairing[], size: number, { straight = [], pins = [] }: TweenWishes = {}): Tween {
  const first = new Int32Array(pairings.length + 1);
  pairings.forEach(({ from }, k) => {
    first[k + 1] = first[k] + from.length / 2;
  });
  const n = first[pairings.length];
  const from = new Float64Array(2 * n);
  const to = new Float64Array(2 * n);
  const owner = new Int32Array(n);
  const turns = new Float64Array(n);
  const figure = figureMotion(pairings, size);
  const list = new EdgeList(figure);
  pairings.forEach((pairing, k) => {
    from.set(pairing.from, 2 * first[k]);
    to.set(pairing.to, 2 * first[k]);
    owner.fill(k, first[k], first[k + 1]);
    turns.set(turnsOf(pairing, TURN_REACH * size), first[k]);
  });
  pairings.forEach(({ closed }, k) => {
    for (let i = first[k]; i + 1 < first[k + 1]; i++) list.add(from, to, i, i + 1, 1, (turns[i] + turns[i + 1]) / 2);
    const last = first[k + 1] - 1;
    if (closed) list.add(from, to, last, first[k], 1, turns[last]);
  });
  addLinks(list, from, to, owner, turns, size);
  const carriers = pairings.map((pairing) => new Carrier(figure, pairing));
  const anchor = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    const move = Math.hypot(to[2 * i] - from[2 * i], to[2 * i + 1] - from[2 * i + 1]) / (STILL * size);
    anchor[i] = ANCHOR + STILL_ANCHOR * Math.exp(-move * move);
  }
  return { pairings, first, from, to, edges: list.done(), anchor, carriers, figure, straight, pins, size };
}

/** What all points want at `t`: what holds them to where they are carried, and the edges turned and lengthened. */
function wantedAt({ edges, figure }: Tween, t: number, carried: Float64Array, anchor: Float64Array): Float64Array {
  const wanted = new Float64Array(2 * anchor.length);
  for (let i = 0; i < anchor.length; i++) {
    wanted[2 * i] = anchor[i] * carried[2 * i];
    wanted[2 * i + 1] = anchor[i] * carried[2 * i + 1];
  }
  const [ma, mb, mc, md] = figure.matrix(t);
  for (let e = 0; e < edges.count; e++) {
    const turn = edges.turn[e];
    const [c, s, k, l] = [Math.cos(t * turn), Math.sin(t * turn), Math.cos((t - 1) * turn), Math.sin((t - 1) * turn)];
    const [ax, ay, bx, by] = [edges.ax[e], edges.ay[e], edges.bx[e], edges.by[e]];
    const x = (1 - t) * (c * ax - s * ay) + t * (k * bx - l * by);
    const y = (1 - t) * (s * ax + c * ay) + t * (l * bx + k * by);
    const [ex, ey] = [edges.weight[e] * (ma * x + mc * y), edges.weight[e] * (mb * x + md * y)];
    const [i, j] = [2 * edges.i[e], 2 * edges.j[e]];
    wanted[j] += ex;
    wanted[j + 1] += ey;
    wanted[i] -= ex;
    wanted[i + 1] -= ey;
  }
  return wanted;
}

/** A line between: of pairing `pairing`, x, y pairs. */
export interface Between {
  pairing: number;
  path: Path;
  closed: boolean;
}

/** Where all points are at `t`, 0 (the first drawing) .. 1 (the second): x, y pairs. */
export function placesAt(tween: Tween, t: number): Float64Array {
  const { edges, first, from, to } = tween;
  const anchor = tween.anchor.slice();
  const carried = new Float64Array(2 * anchor.length);
  tween.carriers.forEach((carrier, k) => {
    for (let i = first[k]; i < first[k + 1]; i++) {
      const [ax, ay, bx, by] = [from[2 * i], from[2 * i + 1], to[2 * i], to[2 * i + 1]];
      if (tween.straight[k]) {
        carried[2 * i] = ax + t * (bx - ax);
        carried[2 * i + 1] = ay + t * (by - ay);
        anchor[i] = HELD;
      } else carried.set(carrier.at(t, ax, ay, bx, by), 2 * i);
    }
  });
  bringOntoArcs(tween, t, carried, anchor, HELD);
  return solveBoth(new SpringSystem(edges, anchor), wantedAt(tween, t, carried, anchor), carried);
}

/** First and last of a pairing's points that are seen at `t`. */
export function seenAt({ pairings, first }: Tween, k: number, t: number): [low: number, high: number] {
  const { closed, seenFrom, seenTo } = pairings[k];
  const n = first[k + 1] - first[k];
  const share = (side: 0 | 1) => (1 - t) * seenFrom[side] + t * seenTo[side];
  return closed ? [0, n - 1] : [Math.round(share(0) * (n - 1)), Math.round(share(1) * (n - 1))];
}

/** The lines at `t`, as much of each as is seen then. */
export function linesAt(tween: Tween, t: number): Between[] {
  const places = placesAt(tween, t);
  return tween.pairings.map(({ closed }, k) => {
    const first = tween.first[k];
    const [low, high] = seenAt(tween, k, t);
    const path = new Float64Array(2 * (high - low + 1) + (closed ? 2 : 0));
    path.set(places.subarray(2 * (first + low), 2 * (first + high + 1)));
    // A closed line comes back to its start.
    if (closed) path.set(places.subarray(2 * first, 2 * first + 2), path.length - 2);
    return { pairing: k, path, closed };
  });
}
