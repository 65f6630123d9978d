/** Points sorted into a grid of cells, for finding those near a place many thousand times over. */
import { boxOfPoints, isEmptyBox } from './box.ts';

/** Most cells across all points: points scattered very far apart get larger cells. */
const MOST_CELLS = 500;

/**
 * Finds the `count` nearest of many points, or all in a square. Beside a general index (kdbush, flatbush) it is built
 * without sorting and makes nothing new at each search, which is what matters where it is made for every map and asked
 * for every point of every line.
 */
export class PointGrid {
  /** What the last search found, nearest first: indices of points (-1 for none), and how far off they are, squared. */
  readonly best: Int32Array;
  readonly off: Float64Array;
  private readonly points: Float64Array;
  private readonly cell: number;
  private readonly left: number;
  private readonly top: number;
  private readonly columns: number;
  private readonly rows: number;
  /** Where each cell begins in `sorted`. */
  private readonly first: Int32Array;
  private readonly sorted: Int32Array;

  /** @param points x, y pairs @param cell width of a cell, as long as the points are not very far apart @param count how many `find` looks for */
  constructor(points: Float64Array, cell: number, count = 0) {
    this.points = points;
    this.best = new Int32Array(count);
    this.off = new Float64Array(count);
    const around = boxOfPoints(points, 2);
    const box = isEmptyBox(around) ? { minX: 0, minY: 0, maxX: 0, maxY: 0 } : around;
    this.left = box.minX;
    this.top = box.minY;
    this.cell = Math.max(cell, (box.maxX - box.minX) / MOST_CELLS, (box.maxY - box.minY) / MOST_CELLS, 1e-6);
    this.columns = Math.floor((box.maxX - box.minX) / this.cell) + 1;
    this.rows = Math.floor((box.maxY - box.minY) / this.cell) + 1;
    const n = points.length / 2;
    const at = Int32Array.from({ length: n }, (_, i) => {
      const row = Math.floor((points[2 * i + 1] - this.top) / this.cell);
      return row * this.columns + Math.floor((points[2 * i] - this.left) / this.cell);
    });
    this.first = new Int32Array(this.columns * this.rows + 1);
    for (const each of at) this.first[each + 1]++;
    for (let i = 0; i < this.columns * this.rows; i++) this.first[i + 1] += this.first[i];
    const next = this.first.slice();
    this.sorted = new Int32Array(n);
    for (let i = 0; i < n; i++) this.sorted[next[at[i]]++] = i;
  }

  /** Looks for the nearest points, ring by ring of cells; the answer is in `best` and `off` until the next search. */
  find(x: number, y: number): void {
    const { cell, best, off, columns, rows } = this;
    const last = best.length - 1;
    best.fill(-1);
    off.fill(Number.POSITIVE_INFINITY);
    const [u, v] = [Math.floor((x - this.left) / cell), Math.floor((y - this.top) / cell)];
    // Rings that lie wholly outside the grid hold nothing; the last that matters reaches its farthest corner.
    const start = Math.max(0, -u, -v, u - columns + 1, v - rows + 1);
    const end = Math.max(Math.abs(u), Math.abs(v), Math.abs(columns - 1 - u), Math.abs(rows - 1 - v));
    for (let ring = start; ring <= end; ring++) {
      // What lies in this ring and farther out is farther than this.
      const least = Math.max(0, ring - 1) * cell;
      if (off[last] <= least * least) break;
      for (let row = Math.max(0, v - ring); row <= Math.min(rows - 1, v + ring); row++) {
        const step = Math.abs(row - v) === ring ? 1 : Math.max(1, 2 * ring);
        for (let column = u - ring; column <= u + ring; column += step)
          if (column >= 0 && column < columns) this.findIn(row * columns + column, x, y);
      }
    }
  }

  /** Calls for every point at most `reach` away from a place both across and down. */
  within(x: number, y: number, reach: number, visit: (point: number) => void): void {
    const { points, cell, columns, rows, first, sorted } = this;
    const from = Math.max(0, Math.floor((x - reach - this.left) / cell));
    const to = Math.min(columns - 1, Math.floor((x + reach - this.left) / cell));
    const end = Math.min(rows - 1, Math.floor((y + reach - this.top) / cell));
    for (let row = Math.max(0, Math.floor((y - reach - this.top) / cell)); row <= end; row++) {
      for (let at = first[row * columns + from]; from <= to && at < first[row * columns + to + 1]; at++) {
        const i = sorted[at];
        if (Math.abs(points[2 * i] - x) <= reach && Math.abs(points[2 * i + 1] - y) <= reach) visit(i);
      }
    }
  }

  private findIn(cell: number, x: number, y: number): void {
    const { points, best, off, sorted, first } = this;
    const last = best.length - 1;
    for (let at = first[cell]; at < first[cell + 1]; at++) {
      const i = sorted[at];
      const [dx, dy] = [points[2 * i] - x, points[2 * i + 1] - y];
      const far = dx * dx + dy * dy;
      if (far >= off[last]) continue;
      let k = last;
      while (k > 0 && off[k - 1] > far) {
        off[k] = off[k - 1];
        best[k] = best[k - 1];
        k--;
      }
      off[k] = far;
      best[k] = i;
    }
  }
}
