/**
 * What lies around the place that a line is led to, whatever its partner is: a line that is hidden there, or has gone, has other things around
 * it than it had.
 */
import type { Predicted } from '../pair-cost.ts';
import type { Shape } from '../shape.ts';
import { NOTHING, Rays } from './rays.ts';
import { apart, FROM, type Seen } from './sides.ts';

const SIDE = FROM.length;

/** What would be seen from a place: the first line and the one behind it of each ray, to the left, then to the right. */
export interface View {
  /** How far they are, share of the size. */
  far: Float32Array;
  line: Int16Array;
}

/**
 * What lines would see in a drawing: told line by line, worked out when it is asked for.
 * @param places where they are led in it; @param lines of the drawing
 */
export function viewsFrom(places: Predicted[], lines: Shape[], size: number): (line: number) => View {
  const rays = new Rays(lines, size);
  const views: View[] = [];
  const viewFrom = ({ x, y, mx, my }: Predicted): View => {
    const out: View = { far: new Float32Array(4 * SIDE), line: new Int16Array(4 * SIDE) };
    const look = (at: number, k: number, wayX: number, wayY: number) => {
      rays.fromPlace(x[k] + mx, y[k] + my, wayX, wayY);
      out.far[2 * at] = rays.far;
      out.line[2 * at] = rays.line;
      out.far[2 * at + 1] = rays.nextFar;
      out.line[2 * at + 1] = rays.next;
    };
    FROM.forEach((k, p) => {
      const [dx, dy] = [x[k + 2] - x[k - 2], y[k + 2] - y[k - 2]];
      look(p, k, dy, -dx);
      look(SIDE + p, k, -dy, dx);
    });
    return out;
  };
  return (line) => (views[line] ??= viewFrom(places[line]));
}

/** Numbers that tell how a view is like what is seen. */
export const VIEW = 4;

/** How much it says that a line sees ground, or itself, where it did. */
const GROUND = 0.5;
const ITSELF = 0.25;

/**
 * How what a line sees is like what it would see where it is led, its partner left out: how unlike distances are, how much ground has
 * been closed off, and how far the worse and the better side are believed to be the same.
 * @param likely how likely a line of its drawing is one of the other
 */
export function viewAlike(
  seen: Seen,
  view: View,
  me: number,
  partner: number,
  likely: (k: number, l: number) => number,
): number[] {
  let [far, closed] = [0, 0];
  const agree = [0, 0];
  for (let at = 0; at < 2 * SIDE; at++) {
    // Behind its partner lies what it would see without it.
    const place = 2 * at + (view.line[2 * at] === partner ? 1 : 0);
    const [k, l] = [seen.line[at], view.line[place]];
    far += apart(seen.far[at], view.far[place]);
    if (k === NOTHING && l !== NOTHING) closed++;
    else if (k !== NOTHING && l === NOTHING) closed--;
    const same = k === NOTHING || l === NOTHING ? (k === l ? GROUND : 0) : k === me ? ITSELF : likely(k, l);
    agree[at < SIDE ? 0 : 1] += same / SIDE;
  }
  return [far / (2 * SIDE), closed / (2 * SIDE), Math.min(...agree), Math.max(...agree)];
}
