/** The nearest line of every place of a drawing, and which way it runs there. */
import { ofDrawing } from '../of-drawing.ts';
import { POINTS, type Shape } from '../shape.ts';

/** Cells of the grid, and how far it reaches beyond the lines, shares of the size. */
const CELL = 1 / 110;
const MARGIN = 0.06;
/** No line is so far off. */
const NOWHERE = 1e9;

/** A grid of cells over a drawing. */
export interface Nearest {
  left: number;
  top: number;
  cell: number;
  columns: number;
  rows: number;
  /**
   * Row by row of cells, PLACE numbers each: a point of the nearest line (x, y), and which way that runs, as a double angle (cosine, sine:
   * it has no front).
   */
  places: Float32Array;
}

export const PLACE = 4;

function gridOver(lines: Shape[], size: number): Nearest {
  let [left, top, right, bottom] = lines.length > 0 ? [NOWHERE, NOWHERE, -NOWHERE, -NOWHERE] : [0, 0, 0, 0];
  for (const { x, y, middle } of lines)
    for (let k = 0; k < POINTS; k++) {
      left = Math.min(left, x[k] + middle.x);
      right = Math.max(right, x[k] + middle.x);
      top = Math.min(top, y[k] + middle.y);
      bottom = Math.max(bottom, y[k] + middle.y);
    }
  const [cell, margin] = [CELL * size, MARGIN * size];
  const columns = Math.ceil((right - left + 2 * margin) / cell);
  const rows = Math.ceil((bottom - top + 2 * margin) / cell);
  const places = new Float32Array(PLACE * columns * rows).fill(NOWHERE);
  return { left: left - margin, top: top - margin, cell, columns, rows, places };
}

/** Enters the lines themselves in the cells they go through. */
function enter({ left, top, cell, columns, places }: Nearest, lines: Shape[]): void {
  for (const { x, y, middle, closed } of lines)
    for (let s = 0; s < (closed ? POINTS : POINTS - 1); s++) {
      const t = (s + 1) % POINTS;
      const [dx, dy] = [x[t] - x[s], y[t] - y[s]];
      const d2 = dx * dx + dy * dy || 1;
      const steps = Math.ceil(Math.sqrt(d2) / cell) + 1;
      for (let k = 0; k <= steps; k++) {
        const px = x[s] + middle.x + (dx * k) / steps;
        const py = y[s] + middle.y + (dy * k) / steps;
        const at = PLACE * (Math.floor((py - top) / cell) * columns + Math.floor((px - left) / cell));
        places[at] = px;
        places[at + 1] = py;
        places[at + 2] = (dx * dx - dy * dy) / d2;
        places[at + 3] = (2 * dx * dy) / d2;
      }
    }
}

/** Hands what is nearest on from cell to cell, down or up the grid (after Danielsson 1980). */
function handOn({ left, top, cell, columns, rows, places }: Nearest, way: 1 | -1): void {
  const take = (cellAt: number, cellFrom: number, cx: number, cy: number) => {
    const [at, from] = [PLACE * cellAt, PLACE * cellFrom];
    const own = (places[at] - cx) ** 2 + (places[at + 1] - cy) ** 2;
    if ((places[from] - cx) ** 2 + (places[from + 1] - cy) ** 2 >= own) return;
    for (let k = 0; k < PLACE; k++) places[at + k] = places[from + k];
  };
  for (let k = 0; k < rows; k++) {
    const row = way > 0 ? k : rows - 1 - k;
    const cy = top + (row + 0.5) * cell;
    for (let column = 0, at = row * columns; column < columns; column++, at++) {
      const cx = left + (column + 0.5) * cell;
      if (k > 0) take(at, at - way * columns, cx, cy);
      if (column > 0) take(at, at - 1, cx, cy);
    }
    for (let column = columns - 2, at = row * columns + columns - 2; column >= 0; column--, at--)
      take(at, at + 1, left + (column + 0.5) * cell, cy);
  }
}

/** The nearest line of every place. */
export const nearestLines = ofDrawing((lines, size): Nearest => {
  const grid = gridOver(lines, size);
  enter(grid, lines);
  handOn(grid, 1);
  handOn(grid, -1);
  return grid;
});
