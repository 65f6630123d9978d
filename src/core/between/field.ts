/** What goes along with lines: paint, and lines that only one drawing has. */
import type { Matrix } from '../picture/matrix.ts';
import { PairSums } from './affine.ts';

/** How near a point's surroundings are, as a share of the figure's size. */
const AROUND = 0.1;
/** A point is shifted as this many of the nearest are. */
const NEAREST = 4;
/** Cells of the grid across the figure, and most of them across all points. */
const CELLS = 60;
const MOST_CELLS = 500;

/** Points before and after a move; anything else is carried as those near it are. */
export class Field {
  private readonly from: Float64Array;
  private readonly to: Float64Array;
  private readonly size: number;
  /** How much each point counts. */
  private readonly weight: Float64Array | null;
  private readonly cell: number;
  /** A grid of cells around the points: its corner, how many cells it has, and the points of each, sorted by cell. */
  private readonly left: number;
  private readonly top: number;
  private readonly columns: number;
  private readonly rows: number;
  private readonly first: Int32Array;
  private readonly sorted: Int32Array;
  /** The nearest points found last, and how far off they are, squared. */
  private readonly best = new Int32Array(NEAREST);
  private readonly off = new Float64Array(NEAREST);

  /** x, y pairs before and after; `size` of the figure in pixels; all points count alike unless weights are given. */
  constructor(from: Float64Array, to: Float64Array, size: number, weight: Float64Array | null = null) {
    this.weight = weight;
    this.from = from;
    this.to = to;
    this.size = size;
    const n = from.length / 2;
    let [left, top, right, bottom] = [0, 0, 0, 0];
    for (let i = 0; i < n; i++) {
      const [x, y] = [from[2 * i], from[2 * i + 1]];
      if (i === 0 || x < left) left = x;
      if (i === 0 || x > right) right = x;
      if (i === 0 || y < top) top = y;
      if (i === 0 || y > bottom) bottom = y;
    }
    // Points scattered very far apart get larger cells.
    this.cell = Math.max(size / CELLS, (right - left) / MOST_CELLS, (bottom - top) / MOST_CELLS, 1e-6);
    [this.left, this.top] = [left, top];
    this.columns = Math.floor((right - left) / this.cell) + 1;
    this.rows = Math.floor((bottom - top) / this.cell) + 1;
    const at = Int32Array.from({ length: n }, (_, i) => {
      const row = Math.floor((from[2 * i + 1] - top) / this.cell);
      return row * this.columns + Math.floor((from[2 * i] - left) / this.cell);
    });
    this.first = new Int32Array(this.columns * this.rows + 1);
    for (const cell of at) this.first[cell + 1]++;
    for (let cell = 0; cell < this.columns * this.rows; cell++) this.first[cell + 1] += this.first[cell];
    const next = this.first.slice();
    this.sorted = new Int32Array(n);
    for (let i = 0; i < n; i++) this.sorted[next[at[i]]++] = i;
  }

  get empty(): boolean {
    return this.from.length === 0;
  }

  /** Finds the NEAREST points, ring by ring of cells. */
  private look(x: number, y: number): void {
    const { cell, best, off, columns, rows } = this;
    best.fill(-1);
    off.fill(Number.POSITIVE_INFINITY);
    const [u, v] = [Math.floor((x - this.left) / cell), Math.floor((y - this.top) / cell)];
    // Rings that lie wholly outside the grid hold nothing; the last that matters reaches its farthest corner.
    const start = Math.max(0, -u, -v, u - columns + 1, v - rows + 1);
    const last = Math.max(Math.abs(u), Math.abs(v), Math.abs(columns - 1 - u), Math.abs(rows - 1 - v));
    for (let ring = start; ring <= last; ring++) {
      // What lies in this ring and farther out is farther than this.
      const least = Math.max(0, ring - 1) * cell;
      if (off[NEAREST - 1] <= least * least) break;
      for (let row = Math.max(0, v - ring); row <= Math.min(rows - 1, v + ring); row++) {
        const step = Math.abs(row - v) === ring ? 1 : Math.max(1, 2 * ring);
        for (let column = u - ring; column <= u + ring; column += step)
          if (column >= 0 && column < columns) this.lookInto(row * columns + column, x, y);
      }
    }
  }

  private lookInto(cell: number, x: number, y: number): void {
    const { from, best, off, sorted, first } = this;
    for (let at = first[cell]; at < first[cell + 1]; at++) {
      const i = sorted[at];
      const [dx, dy] = [from[2 * i] - x, from[2 * i + 1] - y];
      const far = dx * dx + dy * dy;
      if (far >= off[NEAREST - 1]) continue;
      let k = NEAREST - 1;
      while (k > 0 && off[k - 1] > far) {
        off[k] = off[k - 1];
        best[k] = best[k - 1];
        k--;
      }
      off[k] = far;
      best[k] = i;
    }
  }

  /** Where a point comes to lie. */
  shift(x: number, y: number): [number, number] {
    this.look(x, y);
    const { from, to, best, off, weight: own } = this;
    let [dx, dy, sum] = [0, 0, 0];
    for (let k = 0; k < NEAREST; k++) {
      const i = best[k];
      if (i < 0) break;
      const weight = (own ? own[i] : 1) / (off[k] + 4);
      dx += weight * (to[2 * i] - from[2 * i]);
      dy += weight * (to[2 * i + 1] - from[2 * i + 1]);
      sum += weight;
    }
    return sum > 0 ? [x + dx / sum, y + dy / sum] : [x, y];
  }

  /** How something about (x, y), reaching `reach` pixels, is carried as a whole. */
  around(x: number, y: number, reach: number): Matrix {
    const wide = Math.max(reach, AROUND * this.size);
    const sums = new PairSums();
    for (let i = 0; i < this.from.length / 2; i++) {
      const [px, py] = [this.from[2 * i], this.from[2 * i + 1]];
      const far = ((px - x) ** 2 + (py - y) ** 2) / (wide * wide);
      // Far points count a little, so that what stands alone goes with the figure.
      sums.add(px, py, this.to[2 * i], this.to[2 * i + 1], Math.exp(-far) + 1e-6);
    }
    return sums.fit((0.5 * this.size) ** 2) ?? [1, 0, 0, 1, 0, 0];
  }
}
