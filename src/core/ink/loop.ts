/** A drawn loop that many points are asked against. */

/** Bands the loop is cut into, from top to bottom. */
const BANDS = 256;

/** The even-odd test of one loop (x, y pairs), prepared: each point meets only the edges that pass its own height. */
export class Loop {
  readonly minX: number = Infinity;
  readonly minY: number = Infinity;
  readonly maxX: number = -Infinity;
  readonly maxY: number = -Infinity;
  private readonly path: Float32Array;
  /** For each band the places in the path where edges begin that pass it. */
  private readonly bands: number[][] = Array.from({ length: BANDS }, () => []);

  constructor(path: Float32Array) {
    this.path = path;
    for (let i = 0; i < path.length; i += 2) {
      this.minX = Math.min(this.minX, path[i]);
      this.maxX = Math.max(this.maxX, path[i]);
      this.minY = Math.min(this.minY, path[i + 1]);
      this.maxY = Math.max(this.maxY, path[i + 1]);
    }
    for (let i = 0; i < path.length; i += 2) {
      const j = (i + 2) % path.length;
      const from = this.band(Math.min(path[i + 1], path[j + 1]));
      const to = this.band(Math.max(path[i + 1], path[j + 1]));
      for (let k = from; k <= to; k++) this.bands[k].push(i);
    }
  }

  private band(y: number): number {
    const height = this.maxY - this.minY || 1;
    return Math.max(0, Math.min(BANDS - 1, Math.floor(((y - this.minY) / height) * BANDS)));
  }

  contains(x: number, y: number): boolean {
    if (x < this.minX || x > this.maxX || y < this.minY || y > this.maxY) return false;
    const { path } = this;
    let inside = false;
    for (const i of this.bands[this.band(y)]) {
      const j = (i + 2) % path.length;
      const yi = path[i + 1];
      const yj = path[j + 1];
      if (yi > y !== yj > y && x < ((path[j] - path[i]) * (y - yi)) / (yj - yi) + path[i]) inside = !inside;
    }
    return inside;
  }
}
