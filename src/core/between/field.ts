/** What goes along with lines: paint, and lines that only one drawing has. */
import type { Matrix } from '../picture/matrix.ts';
import { PairSums } from './affine.ts';

/** How near a point's surroundings are, as a share of the figure's size. */
const AROUND = 0.1;
/** A point is shifted as this many of the nearest are. */
const NEAREST = 4;
/** Cells of the grid across the figure. */
const CELLS = 60;

/** Points before and after a move; anything else is carried as those near it are. */
export class Field {
  private readonly from: Float64Array;
  private readonly to: Float64Array;
  private readonly size: number;
  /** How much each point counts. */
  private readonly weight: Float64Array | null;
  private readonly cell: number;
  private readonly cells = new Map<number, number[]>();
  /** The nearest points found last, and how far off they are, squared. */
  private readonly best = new Int32Array(NEAREST);
  private readonly off = new Float64Array(NEAREST);

  /** x, y pairs before and after; `size` of the figure in pixels; all points count alike unless weights are given. */
  constructor(from: Float64Array, to: Float64Array, size: number, weight: Float64Array | null = null) {
    this.weight = weight;
    this.from = from;
    this.to = to;
    this.size = size;
    this.cell = size / CELLS;
    for (let i = 0; i < from.length / 2; i++) {
      const key = this.key(Math.floor(from[2 * i] / this.cell), Math.floor(from[2 * i + 1] / this.cell));
      const there = this.cells.get(key);
      if (there) there.push(i);
      else this.cells.set(key, [i]);
    }
  }

  get empty(): boolean {
    return this.from.length === 0;
  }

  private key(u: number, v: number): number {
    return (u + 20_000) * 65_536 + v + 20_000;
  }

  /** Finds the NEAREST points, ring by ring of cells. */
  private look(x: number, y: number): void {
    const { cell, best, off } = this;
    best.fill(-1);
    off.fill(Number.POSITIVE_INFINITY);
    const [u, v] = [Math.floor(x / cell), Math.floor(y / cell)];
    for (let ring = 0; ring < 4 * CELLS; ring++) {
      // What lies in this ring and farther out is farther than this.
      const least = Math.max(0, ring - 1) * cell;
      if (off[NEAREST - 1] <= least * least) break;
      for (let dv = -ring; dv <= ring; dv++) {
        const step = Math.abs(dv) === ring ? 1 : 2 * ring;
        for (let du = -ring; du <= ring; du += step) this.lookInto(u + du, v + dv, x, y);
      }
    }
  }

  private lookInto(u: number, v: number, x: number, y: number): void {
    const there = this.cells.get(this.key(u, v));
    if (!there) return;
    const { from, best, off } = this;
    for (const i of there) {
      const far = (from[2 * i] - x) ** 2 + (from[2 * i + 1] - y) ** 2;
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
