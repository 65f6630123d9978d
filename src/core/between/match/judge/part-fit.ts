/** How well the shorter of two lines is a part of the longer. */
import { POINTS, type Shape } from '../shape.ts';

const SAMPLES = 12;
const STARTS = 16;

export interface PartFit {
  /** What is left where it fits best, turned but not sized: 0 (it is the part) .. 1. */
  rest: number;
  /** The turn from a to b there, radians. */
  turn: number;
  /** Length of the shorter as a share of the longer's. */
  share: number;
}

/** @returns the best place of the shorter along the longer, either way round */
export function partFit(a: Shape, b: Shape): PartFit {
  const [short, long] = a.length <= b.length ? [a, b] : [b, a];
  const share = Math.min(1, short.length / Math.max(1, long.length));
  const [sx, sy] = [new Float64Array(SAMPLES), new Float64Array(SAMPLES)];
  let moment = about(sx, sy, (i) => {
    const at = Math.round((i * (POINTS - 1)) / (SAMPLES - 1));
    return [short.x[at], short.y[at]];
  });
  moment = Math.max(moment, 1e-6);
  const point = (s: number): [number, number] => {
    const at = long.closed ? (s - Math.floor(s)) * POINTS : Math.max(0, Math.min(1, s)) * (POINTS - 1);
    const k = Math.min(POINTS - 1, Math.floor(at));
    const l = long.closed ? (k + 1) % POINTS : Math.min(POINTS - 1, k + 1);
    const t = at - k;
    return [long.x[k] + t * (long.x[l] - long.x[k]), long.y[k] + t * (long.y[l] - long.y[k])];
  };
  const best: PartFit = { rest: 1, turn: 0, share };
  const room = long.closed ? 1 : 1 - share;
  const starts = room > 0.02 ? Math.max(1, Math.ceil(room * STARTS)) : 0;
  const [px, py] = [new Float64Array(SAMPLES), new Float64Array(SAMPLES)];
  for (let s = 0; s <= starts; s++) {
    const from = starts > 0 ? (room * s) / starts : 0;
    const other = about(px, py, (i) => point(from + (share * i) / (SAMPLES - 1)));
    for (const reverse of [false, true]) {
      let [re, im] = [0, 0];
      for (let i = 0; i < SAMPLES; i++) {
        const k = reverse ? SAMPLES - 1 - i : i;
        re += sx[i] * px[k] + sy[i] * py[k];
        im += sx[i] * py[k] - sy[i] * px[k];
      }
      const left = Math.max(0, moment + other - 2 * Math.sqrt(re * re + im * im)) / (moment + other);
      const rest = Math.sqrt(left);
      if (rest < best.rest) Object.assign(best, { rest, turn: Math.atan2(im, re) });
    }
  }
  if (short !== a) best.turn = -best.turn;
  return best;
}

/** Fills in points about their middle. @returns the sum of their squared distances from it */
function about(x: Float64Array, y: Float64Array, point: (i: number) => [number, number]): number {
  let [mx, my] = [0, 0];
  for (let i = 0; i < SAMPLES; i++) {
    [x[i], y[i]] = point(i);
    mx += x[i] / SAMPLES;
    my += y[i] / SAMPLES;
  }
  let moment = 0;
  for (let i = 0; i < SAMPLES; i++) {
    x[i] -= mx;
    y[i] -= my;
    moment += x[i] * x[i] + y[i] * y[i];
  }
  return moment;
}
