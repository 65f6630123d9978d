/**
 * What lies on either side of a line: how far it is to the next line there, which that is, or whether nothing is there but ground.
 * The two sides of an arm are alike in shape; that one has the sleeve on its left and the other on its right tells them apart.
 */
import type { Alignment } from '../alignments.ts';
import { ofDrawing } from '../of-drawing.ts';
import { POINTS, type Shape } from '../shape.ts';

/** Points of a line from which is looked, alike from both its ends; a closed line is looked from the same ones. */
const FROM = [2, 5, 8, 11, 12, 15, 18, 21];
/** Of each point of a line the nearest of FROM. */
const NEAREST = Array.from({ length: POINTS }, (_, k) =>
  FROM.reduce((best, at, p) => (Math.abs(at - k) < Math.abs(FROM[best] - k) ? p : best), 0),
);
/** Straight on is looked from these points in from the ends, and the ways there: a line may run on a little beyond what it ends at. */
const ENDS: [number, number][] = [
  [1, 3],
  [POINTS - 2, POINTS - 4],
];
const SIDE = FROM.length;
const PLACES = 2 * SIDE + ENDS.length;
/** Nothing so near is looked at, share of the size: it is the same line drawn again. */
const AGAIN = 0.006;
/** A line's own parts so many points along are not looked at. */
const OWN = 3;
/** What is nearer than this is hardly told apart, share of the size; farther off it counts as so far. */
const CLOSE = 0.02;
const FAR = 0.5;

/** No line lies there. */
const NOTHING = -1;

/** What is seen from the points of a line: to its left, point after point, then to its right; then straight on from its ends. */
export interface Seen {
  /** How far it is, share of the size. */
  far: Float32Array;
  line: Int16Array;
}

/** What each line sees around itself. */
export const seenFrom = ofDrawing((lines, size): Seen[] => {
  const drawing = new Drawing(lines, size);
  return lines.map((line, i) => {
    const seen: Seen = { far: new Float32Array(PLACES), line: new Int16Array(PLACES).fill(NOTHING) };
    FROM.forEach((k, p) => {
      const [dx, dy] = [line.x[k + 2] - line.x[k - 2], line.y[k + 2] - line.y[k - 2]];
      drawing.look(seen, p, i, k, dy, -dx);
      drawing.look(seen, SIDE + p, i, k, -dy, dx);
    });
    ENDS.forEach(([k, before], e) => {
      if (!line.closed) drawing.look(seen, 2 * SIDE + e, i, k, line.x[k] - line.x[before], line.y[k] - line.y[before]);
    });
    return seen;
  });
});

/** All lines of a drawing where they lie, to be looked at along rays. */
class Drawing {
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

  /** Looks from point k of line i along a way, and writes what is seen. */
  look(seen: Seen, at: number, i: number, k: number, wayX: number, wayY: number): void {
    const { x, y, boxes, lines, size } = this;
    const [px, py] = [x[i * POINTS + k], y[i * POINTS + k]];
    const long = Math.sqrt(wayX * wayX + wayY * wayY) || 1;
    const [nx, ny] = [wayX / long, wayY / long];
    const [ix, iy] = [1 / (nx || 1e-12), 1 / (ny || 1e-12)];
    const least = AGAIN * size;
    let best = FAR * size;
    let hit = NOTHING;
    for (let o = 0; o < lines.length; o++) {
      // Whether the ray comes into the line's box before it has gone too far.
      const left = (boxes[4 * o] - px) * ix;
      const right = (boxes[4 * o + 2] - px) * ix;
      const top = (boxes[4 * o + 1] - py) * iy;
      const bottom = (boxes[4 * o + 3] - py) * iy;
      const low = Math.max(Math.min(left, right), Math.min(top, bottom));
      const high = Math.min(Math.max(left, right), Math.max(top, bottom));
      if (low > high || high < 0 || low > best) continue;
      const { closed } = lines[o];
      const first = o * POINTS;
      const last = closed ? POINTS : POINTS - 1;
      let [ax, ay] = [x[first] - px, y[first] - py];
      let ca = nx * ay - ny * ax;
      for (let s = 0; s < last; s++) {
        const t = first + (s + 1 === POINTS ? 0 : s + 1);
        const [bx, by] = [x[t] - px, y[t] - py];
        const cb = nx * by - ny * bx;
        if (ca > 0 !== cb > 0 && !(o === i && isNear(s, k, closed))) {
          const u = ca / (ca - cb);
          const far = nx * (ax + u * (bx - ax)) + ny * (ay + u * (by - ay));
          if (far >= least && far < best) [best, hit] = [far, o];
        }
        [ax, ay, ca] = [bx, by, cb];
      }
    }
    seen.far[at] = best / size;
    seen.line[at] = hit;
  }
}

function isNear(s: number, k: number, closed: boolean): boolean {
  const along = Math.abs(s - k);
  return along <= OWN || (closed && POINTS - along <= OWN);
}

/** Numbers that tell how what two lines see is alike. */
export const SIDES = 13;

const apart = (p: number, q: number) => Math.min(1.5, Math.abs(Math.log((p + CLOSE) / (q + CLOSE))));

/** How unlike what is seen to one side is: distances and ground; and how far it is believed to be the same. */
interface SideSum {
  far: number;
  ground: number;
  agree: number;
}

/**
 * How alike what two lines see is: the better and the worse side's distances, ground and believed partners; how much better that is than
 * the sides changed for one another; and straight on from the ends.
 * @param likely how likely a line of the first drawing is one of the second
 */
export function sidesAlike(
  p: Seen,
  q: Seen,
  [i, j]: [number, number],
  { reverse, first }: Alignment,
  likely: (k: number, l: number) => number,
): number[] {
  /** How much what is seen speaks for the pair, 0..1. */
  const agreed = (a: number, b: number): number => {
    if (a === NOTHING || b === NOTHING) return a === b ? 0.5 : 0;
    if (a === i || b === j) return a === i && b === j ? 0.5 : 0;
    return likely(a, b);
  };
  /** One side of the first line held against one of the second. */
  const held = (side: number, other: number): SideSum => {
    const sum = { far: 0, ground: 0, agree: 0 };
    for (let k = 0; k < SIDE; k++) {
      const l = NEAREST[(first + (reverse ? -FROM[k] : FROM[k]) + 2 * POINTS) % POINTS];
      const [at, to] = [side * SIDE + k, other * SIDE + l];
      const [a, b] = [p.line[at], q.line[to]];
      sum.far += apart(p.far[at], q.far[to]) / SIDE;
      if ((a === NOTHING) !== (b === NOTHING)) sum.ground += 1 / SIDE;
      sum.agree += agreed(a, b) / SIDE;
    }
    return sum;
  };
  // Drawn the other way, what was to the left is to the right.
  const [same, changed] = reverse ? [1, 0] : [0, 1];
  const [left, right] = [held(0, same), held(1, 1 - same)];
  const [leftOther, rightOther] = [held(0, changed), held(1, 1 - changed)];
  const ends = ENDS.map((_, e) => [2 * SIDE + e, 2 * SIDE + (reverse ? 1 - e : e)]);
  const [endsFar, endsAgree] = [
    ends.map(([at, to]) => apart(p.far[at], q.far[to])),
    ends.map(([at, to]) => agreed(p.line[at], q.line[to])),
  ];
  return [
    Math.min(left.far, right.far),
    Math.max(left.far, right.far),
    Math.min(left.ground, right.ground),
    Math.max(left.ground, right.ground),
    Math.max(left.agree, right.agree),
    Math.min(left.agree, right.agree),
    leftOther.far + rightOther.far - left.far - right.far,
    leftOther.ground + rightOther.ground - left.ground - right.ground,
    left.agree + right.agree - leftOther.agree - rightOther.agree,
    Math.min(...endsFar),
    Math.max(...endsFar),
    Math.max(...endsAgree),
    Math.min(...endsAgree),
  ];
}
