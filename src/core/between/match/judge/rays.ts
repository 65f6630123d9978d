/** Lines of a drawing met along rays. */
import { POINTS, type Shape } from '../shape.ts';

/** Nothing so near is looked at from a line, share of the size: it is the same line drawn again. */
const AGAIN = 0.006;
/** A line's own parts so many points along are not looked at. */
const OWN = 3;
/** Rays end there, share of the size. */
const FAR = 0.5;

/** No line lies there. */
export const NOTHING = -1;

/** All lines of a drawing where they lie. */
export class Rays {
  /** The nearest line that the last ray met, and how far off it is, share of the size; the nearest of the others likewise. */
  line = NOTHING;
  far = FAR;
  next = NOTHING;
  nextFar = FAR;
  private readonly x: Float64Array;
  private readonly y: Float64Array;
  /** Left, top, right and bottom of each line. */
  private readonly boxes: Float64Array;
  private readonly lines: Shape[];
  private readonly size: number;

  constructor(lines: Shape[], size: number) {
    this.lines = lines;
    this.size = size;
    this.x = new Float64Array(lines.length * POINTS);
    this.y = new Float64Array(lines.length * POINTS);
    this.boxes = new Float64Array(4 * lines.length);
    lines.forEach(({ x, y, middle }, o) => {
      let [left, top, right, bottom] = [1e9, 1e9, -1e9, -1e9];
      for (let k = 0; k < POINTS; k++) {
        const [px, py] = [x[k] + middle.x, y[k] + middle.y];
        this.x[o * POINTS + k] = px;
        this.y[o * POINTS + k] = py;
        left = Math.min(left, px);
        right = Math.max(right, px);
        top = Math.min(top, py);
        bottom = Math.max(bottom, py);
      }
      this.boxes.set([left, top, right, bottom], 4 * o);
    });
  }

  /** Looks along a way from point k of line i: only the nearest is looked for. */
  fromLine(i: number, k: number, wayX: number, wayY: number): void {
    this.cast(this.x[i * POINTS + k], this.y[i * POINTS + k], wayX, wayY, i, k);
  }

  /** Looks along a way from anywhere, for the nearest line and the nearest of the others. */
  fromPlace(px: number, py: number, wayX: number, wayY: number): void {
    this.cast(px, py, wayX, wayY, NOTHING, 0);
  }

  private cast(px: number, py: number, wayX: number, wayY: number, own: number, k: number): void {
    const { x, y, boxes, lines, size } = this;
    const long = Math.sqrt(wayX * wayX + wayY * wayY) || 1;
    const [nx, ny] = [wayX / long, wayY / long];
    const [ix, iy] = [1 / (nx || 1e-12), 1 / (ny || 1e-12)];
    const placed = own === NOTHING;
    const least = placed ? 0 : AGAIN * size;
    let [best, second] = [FAR * size, FAR * size];
    let [hit, next] = [NOTHING, NOTHING];
    for (let o = 0; o < lines.length; o++) {
      // Whether the ray comes into the line's box before it has gone too far.
      const left = (boxes[4 * o] - px) * ix;
      const right = (boxes[4 * o + 2] - px) * ix;
      const top = (boxes[4 * o + 1] - py) * iy;
      const bottom = (boxes[4 * o + 3] - py) * iy;
      const low = Math.max(Math.min(left, right), Math.min(top, bottom));
      const high = Math.min(Math.max(left, right), Math.max(top, bottom));
      if (low > high || high < 0 || low > (placed ? second : best)) continue;
      const { closed } = lines[o];
      const first = o * POINTS;
      const last = closed ? POINTS : POINTS - 1;
      let [ax, ay] = [x[first] - px, y[first] - py];
      let ca = nx * ay - ny * ax;
      for (let s = 0; s < last; s++) {
        const t = first + (s + 1 === POINTS ? 0 : s + 1);
        const [bx, by] = [x[t] - px, y[t] - py];
        const cb = nx * by - ny * bx;
        if (ca > 0 !== cb > 0 && !(o === own && isNear(s, k, closed))) {
          const u = ca / (ca - cb);
          const far = nx * (ax + u * (bx - ax)) + ny * (ay + u * (by - ay));
          if (far >= least && far < best) {
            if (o !== hit) [second, next] = [best, hit];
            [best, hit] = [far, o];
          } else if (far >= least && far < second && o !== hit) [second, next] = [far, o];
        }
        [ax, ay, ca] = [bx, by, cb];
      }
    }
    this.far = best / size;
    this.line = hit;
    this.nextFar = second / size;
    this.next = next;
  }
}

function isNear(s: number, k: number, closed: boolean): boolean {
  const along = Math.abs(s - k);
  return along <= OWN || (closed && POINTS - along <= OWN);
}
