/** How lines of one drawing stand to one another: which go on into which, and which are drawn over which. */
import { ofDrawing } from '../of-drawing.ts';
import { POINTS, type Shape } from '../shape.ts';
import { cover, spreadOf } from './spread.ts';

/** Another line of the same drawing, and how firmly that holds, 0..1. */
export interface Relative {
  line: number;
  strength: number;
}

/** Ends so far apart hardly meet, share of the size; lines that turn so much there hardly go on into one another, radians. */
const GAP = 0.025;
const TURN = 0.8;
/** Points from an end by which its direction is told. */
const BACK = 3;
const LEAST = 0.1;

interface End {
  x: number;
  y: number;
  dx: number;
  dy: number;
}

function endOf({ x, y, middle }: Shape, last: boolean): End {
  const [at, from] = last ? [POINTS - 1, POINTS - 1 - BACK] : [0, BACK];
  const [dx, dy] = [x[at] - x[from], y[at] - y[from]];
  const length = Math.sqrt(dx * dx + dy * dy) || 1;
  return { x: x[at] + middle.x, y: y[at] + middle.y, dx: dx / length, dy: dy / length };
}

/** For each line those it goes on into at one of its ends. */
export const goingOn = ofDrawing((lines, size): Relative[][] => {
  const ends = lines.map((line) => (line.closed ? [] : [endOf(line, false), endOf(line, true)]));
  const reach = 2.5 * GAP * size;
  return lines.map((_, i) => {
    const out: Relative[] = [];
    for (let k = 0; k < lines.length; k++) {
      if (k === i) continue;
      let strength = 0;
      for (const p of ends[i])
        for (const q of ends[k]) {
          const [gx, gy] = [q.x - p.x, q.y - p.y];
          if (Math.abs(gx) > reach || Math.abs(gy) > reach) continue;
          const gap = Math.sqrt(gx * gx + gy * gy) / (GAP * size);
          const turn = Math.acos(Math.max(-1, Math.min(1, -p.dx * q.dx - p.dy * q.dy))) / TURN;
          strength = Math.max(strength, Math.exp(-gap * gap - turn * turn));
        }
      if (strength > LEAST) out.push({ line: k, strength });
    }
    return out;
  });
});

/** For each line those it is drawn over, or that are drawn over it. */
export const drawnOver = ofDrawing((lines, size): Relative[][] => {
  const spreads = lines.map((line) => spreadOf(line, null));
  const out: Relative[][] = lines.map(() => []);
  for (let i = 0; i < lines.length; i++)
    for (let k = i + 1; k < lines.length; k++) {
      const [p, q] = lines[i].length <= lines[k].length ? [i, k] : [k, i];
      const strength = cover(spreads[p], spreads[q], 0, 0, size).tight;
      if (strength <= 2 * LEAST) continue;
      out[i].push({ line: k, strength });
      out[k].push({ line: i, strength });
    }
  return out;
});
