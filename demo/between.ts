/**
 * The drawings between the demo's keys. A line has the same name, point count and direction in all keys, so lines are
 * carried point by point; the pole turns about the grip, on its arc; areas follow the lines they lie on.
 */
import type { Drawn, DrawnArea, DrawnStroke, Key, Point, Pole } from './source.ts';

/** Lines and areas that turn with the pole. */
const POLE = /^(pole|hook)/;
/** An area's point follows this many of the nearest points of lines. */
const NEAREST = 4;

interface Moved {
  x: number;
  y: number;
  dx: number;
  dy: number;
}

export interface Between extends Drawn {
  pole: Pole;
}

const mix = (a: number, b: number, t: number) => a + (b - a) * t;

function turned(x: number, y: number, about: [number, number], angle: number, to: [number, number]): [number, number] {
  const cos = Math.cos(angle);
  const sin = Math.sin(angle);
  const dx = x - about[0];
  const dy = y - about[1];
  return [to[0] + cos * dx - sin * dy, to[1] + sin * dx + cos * dy];
}

/** Where a point of key `from` (0: a, 1: b) lies on the pole at t. */
function onPole(a: Key, b: Key, t: number, from: 0 | 1): (x: number, y: number) => [number, number] {
  const key = from === 0 ? a : b;
  const angle = (mix(a.pole.angle, b.pole.angle, t) - key.pole.angle) * (Math.PI / 180);
  const grip: [number, number] = [mix(a.pole.grip[0], b.pole.grip[0], t), mix(a.pole.grip[1], b.pole.grip[1], t)];
  return (x, y) => turned(x, y, key.pole.grip, angle, grip);
}

function betweenStroke(p: DrawnStroke, q: DrawnStroke, t: number): DrawnStroke {
  const points = p.points.map(([x, y, pressure = 0.5], i): Point => {
    const [qx, qy, qp = 0.5] = q.points[i];
    return [mix(x, qx, t), mix(y, qy, t), mix(pressure, qp, t)];
  });
  return { ...p, width: mix(p.width, q.width, t), points };
}

/** How a point near the given samples moves: the mean of the nearest, nearer ones weighing more. */
function follow(samples: Moved[], x: number, y: number): [number, number] {
  const near: { d: number; s: Moved }[] = [];
  for (const s of samples) {
    const d = (s.x - x) ** 2 + (s.y - y) ** 2;
    if (near.length === NEAREST && d >= near[NEAREST - 1].d) continue;
    near.push({ d, s });
    near.sort((m, n) => m.d - n.d);
    if (near.length > NEAREST) near.pop();
  }
  let dx = 0;
  let dy = 0;
  let sum = 0;
  for (const { d, s } of near) {
    const weight = 1 / (d + 4);
    dx += s.dx * weight;
    dy += s.dy * weight;
    sum += weight;
  }
  return sum === 0 ? [x, y] : [x + dx / sum, y + dy / sum];
}

/** How the points of key `from`'s lines move to t, with points in between so that areas find a near one. */
function movements(from: Key, to: Map<string, DrawnStroke>): Moved[] {
  const out: Moved[] = [];
  for (const stroke of from.strokes) {
    const end = to.get(stroke.name);
    if (!end || POLE.test(stroke.name)) continue;
    for (let i = 0; i < stroke.points.length; i++) {
      const steps = i === 0 ? 1 : 6;
      for (let k = 1; k <= steps; k++) {
        const j = Math.max(0, i - 1);
        const u = k / steps;
        const x = mix(stroke.points[j][0], stroke.points[i][0], u);
        const y = mix(stroke.points[j][1], stroke.points[i][1], u);
        const ex = mix(end.points[j][0], end.points[i][0], u);
        const ey = mix(end.points[j][1], end.points[i][1], u);
        out.push({ x, y, dx: ex - x, dy: ey - y });
      }
    }
  }
  return out;
}

/** The drawing at t (0..1) from key a to key b. */
export function drawBetween(a: Key, b: Key, t: number): Between {
  const inB = new Map(b.strokes.map((stroke) => [stroke.name, stroke]));
  const near = t < 0.5 ? a : b;
  const side = t < 0.5 ? 0 : 1;
  const pole = onPole(a, b, t, side);
  const done = new Map<string, DrawnStroke>();
  for (const stroke of a.strokes) {
    const other = inB.get(stroke.name);
    if (other && other.points.length === stroke.points.length) done.set(stroke.name, betweenStroke(stroke, other, t));
  }
  const moved = movements(near, done);
  const carry = (x: number, y: number) => follow(moved, x, y);
  const strokes = near.strokes.map((stroke): DrawnStroke => {
    if (POLE.test(stroke.name))
      return { ...stroke, points: stroke.points.map(([x, y, p]): Point => [...pole(x, y), p]) };
    // A line that is hidden in the other key goes along with its surroundings.
    return done.get(stroke.name) ?? { ...stroke, points: stroke.points.map(([x, y, p]): Point => [...carry(x, y), p]) };
  });
  const areas = near.areas.map((area): DrawnArea => {
    const move = POLE.test(area.name) ? pole : carry;
    const flat = ([x, y]: [number, number]): [number, number] => move(x, y);
    return { ...area, points: area.points.map(flat), holes: area.holes.map((hole) => hole.map(flat)) };
  });
  const { pole: own } = near;
  return {
    strokes,
    areas,
    pole: {
      wick: pole(...own.wick),
      butt: pole(...own.butt),
      grip: pole(...own.grip),
      angle: mix(a.pole.angle, b.pole.angle, t),
    },
  };
}
