/** Lines made better by hand: one width, thicker, smoother, joined at their ends. */

import { POINT_SIZE, type Stroke } from '../shot/drawing-model.ts';
import { type Id, newId } from '../shot/ids.ts';
import { LIMITS } from '../shot/make.ts';

export function withWidth(stroke: Stroke, width: number): Stroke {
  return { ...stroke, brush: { ...stroke.brush, width: Math.max(LIMITS.minWidth, Math.min(LIMITS.maxWidth, width)) } };
}

/**
 * Smooths a line: every point goes part of the way to the middle of its neighbours, place and pressure alike. The ends
 * of an open line stay where they are. @param strength 0..1
 */
export function smoothed(stroke: Stroke, strength: number): Stroke {
  const { points, closed } = stroke;
  const n = points.length / POINT_SIZE;
  if (n < 3) return stroke;
  const out = points.slice();
  for (let i = closed ? 0 : 1; i < (closed ? n : n - 1); i++) {
    const before = ((i - 1 + n) % n) * POINT_SIZE;
    const behind = ((i + 1) % n) * POINT_SIZE;
    for (let k = 0; k < 3; k++) {
      const own = points[i * POINT_SIZE + k];
      out[i * POINT_SIZE + k] = own + strength * ((points[before + k] + points[behind + k]) / 2 - own);
    }
  }
  return { ...stroke, points: out };
}

/** The same line drawn from its other end. */
export function reversed(stroke: Stroke): Stroke {
  const { points } = stroke;
  const n = points.length / POINT_SIZE;
  const out = new Float32Array(points.length);
  const end = n > 0 ? points[points.length - 1] : 0;
  for (let i = 0; i < n; i++) {
    out.set(points.subarray(i * POINT_SIZE, (i + 1) * POINT_SIZE), (n - 1 - i) * POINT_SIZE);
    out[(n - i) * POINT_SIZE - 1] = end - points[(i + 1) * POINT_SIZE - 1];
  }
  const { start: from, end: to } = stroke.brush.taper;
  const brush = from === to ? stroke.brush : { ...stroke.brush, taper: { start: to, end: from } };
  return { ...stroke, brush, points: out };
}

/** Ends nearer than this are one point, paper pixels. */
const SAME = 0.5;

const endOf = ({ points }: Stroke, last: boolean): [number, number] => {
  const o = last ? points.length - POINT_SIZE : 0;
  return [points[o], points[o + 1]];
};

/** One line that goes on into another; the second takes the first's brush, and its pen time goes on. */
function joined(first: Stroke, second: Stroke): Stroke {
  const [ax, ay] = endOf(first, true);
  const [bx, by] = endOf(second, false);
  const rest = second.points.subarray(Math.hypot(ax - bx, ay - by) < SAME ? POINT_SIZE : 0).slice();
  const time = first.points[first.points.length - 1];
  for (let i = POINT_SIZE - 1; i < rest.length; i += POINT_SIZE) rest[i] += time;
  const points = new Float32Array(first.points.length + rest.length);
  points.set(first.points);
  points.set(rest, first.points.length);
  const taper = { start: first.brush.taper.start, end: second.brush.taper.end };
  return { ...first, id: newId(), brush: { ...first.brush, taper }, points };
}

/** A ring reaches at least this far, paper pixels. */
const LEAST_RING = 4;

/** Whether an open line comes back to where it began, having gone a long way round. */
function endsMeet(line: Stroke, reach: number): boolean {
  const { points, closed } = line;
  if (closed || points.length < 4 * POINT_SIZE) return false;
  const [ax, ay] = endOf(line, false);
  const [bx, by] = endOf(line, true);
  let farthest = 0;
  for (let i = 0; i < points.length; i += POINT_SIZE)
    farthest = Math.max(farthest, Math.hypot(points[i] - ax, points[i + 1] - ay));
  const gap = Math.hypot(ax - bx, ay - by);
  return gap <= reach && farthest > LEAST_RING + 3 * gap;
}

/** A line closed to a ring; where its ends are one point that is there once. */
function closedUp(line: Stroke): Stroke {
  const [ax, ay] = endOf(line, false);
  const [bx, by] = endOf(line, true);
  const points = Math.hypot(ax - bx, ay - by) < SAME ? line.points.slice(0, -POINT_SIZE) : line.points;
  return { ...line, id: newId(), closed: true, points };
}

/**
 * Joins the open lines named at their nearest ends, as long as ends lie within `reach` paper pixels; a joined line takes
 * the place of the lower, and one whose own ends meet becomes a ring. Returns the drawing's lines and the ids of those that were made, or null when nothing joins.
 */
export function joinLines(ink: Stroke[], ids: Id[], reach: number): { ink: Stroke[]; made: Id[] } | null {
  let lines = ink;
  const wanted = new Set(ids);
  const made = new Set<Id>();
  for (;;) {
    const open = lines.filter(({ id, closed, points }) => wanted.has(id) && !closed && points.length > 0);
    let best: { a: Stroke; b: Stroke; aLast: boolean; bLast: boolean } | null = null;
    let nearest = reach;
    open.forEach((a, i) => {
      for (const b of open.slice(i + 1)) {
        for (const aLast of [true, false]) {
          for (const bLast of [false, true]) {
            const [ax, ay] = endOf(a, aLast);
            const [bx, by] = endOf(b, bLast);
            const away = Math.hypot(ax - bx, ay - by);
            if (away > nearest || (best && away === nearest)) continue;
            nearest = away;
            best = { a, b, aLast, bLast };
          }
        }
      }
    });
    if (!best) break;
    const { a, b, aLast, bLast }: { a: Stroke; b: Stroke; aLast: boolean; bLast: boolean } = best;
    const one = joined(aLast ? a : reversed(a), bLast ? reversed(b) : b);
    lines = lines.filter((each) => each !== b).map((each) => (each === a ? one : each));
    for (const gone of [a.id, b.id]) made.delete(gone);
    wanted.add(one.id);
    made.add(one.id);
  }
  lines = lines.map((line) => {
    if (!wanted.has(line.id) || !endsMeet(line, reach)) return line;
    made.delete(line.id);
    const ring = closedUp(line);
    made.add(ring.id);
    return ring;
  });
  return made.size > 0 ? { ink: lines, made: [...made] } : null;
}
