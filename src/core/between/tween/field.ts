/** What goes along with lines: paint, and lines that only one drawing has. */
import type { Matrix } from '../../plane/matrix.ts';
import { PointGrid } from '../../plane/point-grid.ts';
import { PairSums } from '../match/affine.ts';

/** How near a point's surroundings are, as a share of the figure's size. */
const AROUND = 0.1;
/** A point is shifted as this many of the nearest are. */
const NEAREST = 4;
/** Cells of the grid of points across the figure. */
const CELLS = 60;

/** Points before and after a move; anything else is carried as those near it are. */
export class Field {
  private readonly from: Float64Array;
  private readonly to: Float64Array;
  private readonly size: number;
  /** How much each point counts. */
  private readonly weight: Float64Array | null;
  private readonly grid: PointGrid;

  /** x, y pairs before and after; `size` of the figure in pixels; all points count alike unless weights are given. */
  constructor(from: Float64Array, to: Float64Array, size: number, weight: Float64Array | null = null) {
    this.weight = weight;
    this.from = from;
    this.to = to;
    this.size = size;
    this.grid = new PointGrid(from, size / CELLS, NEAREST);
  }

  get empty(): boolean {
    return this.from.length === 0;
  }

  /** Where a point comes to lie. */
  shift(x: number, y: number): [number, number] {
    this.grid.find(x, y);
    const { from, to, weight: own } = this;
    const { best, off } = this.grid;
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
