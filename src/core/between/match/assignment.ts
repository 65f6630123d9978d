/** The cheapest way to pair rows with columns, some left out: shortest augmenting paths (Jonker and Volgenant). */

/**
 * @param cost row-major, `rows` x `columns`; infinite where a pair cannot be.
 * @param alone what a row or a column left out costs together with one of the other side: pairs dearer than it are not made.
 * @returns for each row its column, or -1.
 */
export function assign(cost: Float64Array, rows: number, columns: number, alone: number): Int32Array {
  // Rows beside dummy columns of their own: a row goes to its dummy when no column is worth it.
  const width = columns + rows;
  const u = new Float64Array(rows + 1);
  const v = new Float64Array(width + 1);
  const rowOf = new Int32Array(width + 1);
  const way = new Int32Array(width + 1);
  const at = (row: number, column: number): number => {
    if (column < columns) return Math.min(cost[row * columns + column], 1e9);
    return column - columns === row ? alone : 1e9;
  };
  for (let row = 1; row <= rows; row++) {
    rowOf[0] = row;
    let j0 = 0;
    const least = new Float64Array(width + 1).fill(Number.POSITIVE_INFINITY);
    const used = new Uint8Array(width + 1);
    do {
      used[j0] = 1;
      const i0 = rowOf[j0];
      let delta = Number.POSITIVE_INFINITY;
      let j1 = 0;
      for (let j = 1; j <= width; j++) {
        if (used[j]) continue;
        const here = at(i0 - 1, j - 1) - u[i0] - v[j];
        if (here < least[j]) {
          least[j] = here;
          way[j] = j0;
        }
        if (least[j] < delta) {
          delta = least[j];
          j1 = j;
        }
      }
      for (let j = 0; j <= width; j++) {
        if (used[j]) {
          u[rowOf[j]] += delta;
          v[j] -= delta;
        } else least[j] -= delta;
      }
      j0 = j1;
    } while (rowOf[j0] !== 0);
    do {
      const j1 = way[j0];
      rowOf[j0] = rowOf[j1];
      j0 = j1;
    } while (j0 !== 0);
  }
  const out = new Int32Array(rows).fill(-1);
  for (let j = 1; j <= columns; j++)
    if (rowOf[j] > 0 && cost[(rowOf[j] - 1) * columns + j - 1] < alone) out[rowOf[j] - 1] = j - 1;
  return out;
}
