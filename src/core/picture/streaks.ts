/** What streaks: where a layer and its lines were at a share of the way back to the frame before. */
import { type Matrix, mapPoints, translation } from '../plane/matrix.ts';
import { type Area, POINT_SIZE, type Stroke } from '../shot/drawing-model.ts';
import type { Planes } from '../shot/model.ts';

/** A map gone a share of its way: its numbers between those of no map and its own. */
export function partOfWay(map: Matrix, share: number): Matrix {
  const [a, b, c, d, e, f] = map;
  return [1 + share * (a - 1), share * b, share * c, 1 + share * (d - 1), share * e, share * f];
}

function middle(points: Float32Array, stride: number): [number, number] {
  let [x, y] = [0, 0];
  const count = Math.max(1, points.length / stride);
  for (let i = 0; i < points.length; i += stride) {
    x += points[i];
    y += points[i + 1];
  }
  return [x / count, y / count];
}

/** Where the middle of each line was that is the same line: drawn from the same one, or carrying the same name. */
function middles(ink: readonly Stroke[]): Map<string, [number, number]> {
  const out = new Map<string, [number, number]>();
  for (const stroke of ink) {
    const at = middle(stroke.points, POINT_SIZE);
    out.set(stroke.lineage, at);
    if (stroke.name) out.set(`name ${stroke.name}`, at);
  }
  return out;
}

/** The lines of a drawing, each carried towards where it was on the drawing before; paint goes with all lines on average. */
export function linesOnTheirWay(now: Planes, was: Planes, share: number): Planes {
  const before = middles(was.ink);
  let [allX, allY, found] = [0, 0, 0];
  const moves = now.ink.map((stroke) => {
    const there = before.get(stroke.lineage) ?? (stroke.name ? before.get(`name ${stroke.name}`) : undefined);
    if (!there) return null;
    const [x, y] = middle(stroke.points, POINT_SIZE);
    allX += there[0] - x;
    allY += there[1] - y;
    found++;
    return translation(share * (there[0] - x), share * (there[1] - y));
  });
  const all = found > 0 ? translation((share * allX) / found, (share * allY) / found) : translation(0, 0);
  const paint = now.paint.map((area): Area => ({ ...area, rings: area.rings.map((ring) => mapPoints(all, ring, 2)) }));
  return {
    ink: now.ink.map((stroke, i) => ({ ...stroke, points: mapPoints(moves[i] ?? all, stroke.points, POINT_SIZE) })),
    paint,
  };
}
