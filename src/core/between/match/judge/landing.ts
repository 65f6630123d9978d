/**
 * Whether the lines around a pair come to lie on lines of the other drawing when they move as the pair does, whichever those are: what a
 * pair means for what is around it is held against the drawing itself, and not against what is believed of it so far (geometric
 * verification, as in finding known objects in pictures: Lowe 2004).
 */
import type { Point } from '../../../plane/point.ts';
import type { Shape } from '../shape.ts';
import { rivals } from './laid.ts';
import { type Nearest, nearestLines, PLACE } from './nearest-lines.ts';
import type { Led, Side } from './surroundings.ts';

/** Points of a line that are moved. */
const MOVED = [3, 12, 20];
/** How far off what lands may be: shares of the size, and of the way from the pair. */
const ROOM = 0.012;
const FARTHER = 0.07;
/** What is farther off has not landed, as a square of the room. */
const OFF = 5;
/** Lines nearer than about this count, share of the size. */
const NEAR = 0.12;

/** Points around each line, beside its middle: POINT numbers each. */
const POINT = 6;

/** What is around each line of a drawing, to be moved with it. */
function movedAlong({ lines, around }: Pick<Side, 'lines' | 'around'>, size: number): Float32Array[] {
  return lines.map(({ middle }, me) => {
    const all = around[me].reduce((sum, { gap }) => sum + weightOf(gap, size), 0);
    const out = new Float32Array(around[me].length * MOVED.length * POINT);
    let at = 0;
    for (const { k, gap } of around[me]) {
      const { x, y, middle: own } = lines[k];
      const weight = weightOf(gap, size) / (all * MOVED.length);
      for (const p of MOVED) {
        const [px, py] = [x[p] + own.x - middle.x, y[p] + own.y - middle.y];
        const room = ROOM * size + FARTHER * Math.sqrt(px * px + py * py);
        out[at++] = px;
        out[at++] = py;
        out[at++] = x[p + 1] - x[p - 1];
        out[at++] = y[p + 1] - y[p - 1];
        out[at++] = 1 / (room * room);
        out[at++] = weight;
      }
    }
    return out;
  });
}

const weightOf = (gap: number, size: number) => Math.exp(-((gap / (NEAR * size)) ** 2));

/** A way to turn, size and slant: the first four numbers of a matrix. */
type Turn = readonly [number, number, number, number];

/** How much of what is around a line comes to lie on the lines of a grid when it moves as the line does to a place, 0..1. */
function landed(moved: Float32Array, { x: toX, y: toY }: Point, [a, b, c, d]: Turn, grid: Nearest): number {
  const { left, top, cell, columns, rows, places } = grid;
  let sum = 0;
  for (let at = 0; at < moved.length; at += POINT) {
    const x = a * moved[at] + c * moved[at + 1] + toX;
    const y = b * moved[at] + d * moved[at + 1] + toY;
    const column = Math.floor((x - left) / cell);
    const row = Math.floor((y - top) / cell);
    if (column < 0 || row < 0 || column >= columns || row >= rows) continue;
    const place = PLACE * (row * columns + column);
    const [ox, oy] = [places[place] - x, places[place + 1] - y];
    const off = (ox * ox + oy * oy) * moved[at + 4];
    if (off > OFF) continue;
    const dx = a * moved[at + 2] + c * moved[at + 3];
    const dy = b * moved[at + 2] + d * moved[at + 3];
    const along =
      (places[place + 2] * (dx * dx - dy * dy) + 2 * places[place + 3] * dx * dy) / (dx * dx + dy * dy || 1);
    sum += moved[at + 5] * Math.exp(-off) * (0.5 + 0.5 * along);
  }
  return sum;
}

/** Cosine and sine, times growth. */
type Turned = readonly [re: number, im: number];
const turned = ([re, im]: Turned): Turn => [re, im, -im, re];
const led = ({ map: [a, b, c, d] }: Led): Turn => [a, b, c, d];

/** A pair, with how it turns from the first drawing to the second, and back. */
interface TurnedPair {
  a: number;
  b: number;
  there: Turned;
  home: Turned;
}

/** Numbers that tell how what is around a pair lands. */
export const LANDED = 8;

/** Two drawings, each held against the other. */
export class Landing {
  private readonly a: Shape[];
  private readonly b: Shape[];
  private readonly grids: { a: Nearest; b: Nearest };
  private readonly moved: { a: Float32Array[]; b: Float32Array[] };

  constructor(a: Side, b: Side, size: number) {
    this.a = a.lines;
    this.b = b.lines;
    this.grids = { a: nearestLines(a.lines, size), b: nearestLines(b.lines, size) };
    this.moved = { a: movedAlong(a, size), b: movedAlong(b, size) };
  }

  /**
   * How what is around pairs lands as they turn themselves, and as they are led, there and back; and how much better than around their
   * rivals: LANDED numbers each.
   */
  numbers(pairs: TurnedPair[], to: Led[], from: Led[]): number[][] {
    const { a, b, grids, moved } = this;
    const both = (i: number, j: number, there: Turn, home: Turn): [number, number] => [
      landed(moved.a[i], b[j].middle, there, grids.b),
      landed(moved.b[j], a[i].middle, home, grids.a),
    ];
    const ways = [
      pairs.map(({ a: i, b: j, there, home }) => both(i, j, turned(there), turned(home))),
      pairs.map(({ a: i, b: j }) => both(i, j, led(to[i]), led(from[j]))),
    ];
    // Less is better among rivals.
    const beside = ways.map((all) => {
      const value = Float64Array.from(all, ([there, home]) => -there - home);
      return { value, others: rivals(pairs, value, a.length, b.length) };
    });
    const held = (more: number) => Math.max(-1, Math.min(1, more));
    return pairs.map((_, c) => [
      ...ways.flatMap((all) => all[c]),
      ...beside.flatMap(({ value, others: { row, column } }) => [held(value[c] - row[c]), held(value[c] - column[c])]),
    ]);
  }
}
