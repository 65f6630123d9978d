/** Paint rubbed out with a brush. Shapes are clipped as polygons, exactly: an edge the brush does not meet does not move. */
import { differenceD, FillRule, type PathD, type PathsD, unionD } from 'clipper2-ts';
import { newId } from '../shot/ids.ts';
import type { Area } from '../shot/model.ts';
import { ringsBox } from './areas.ts';
import { meet, type Path, pathBox } from './daub.ts';

/** Digits behind the point that clipping keeps: a thousandth of a paper pixel. */
const DIGITS = 3;
/** Farthest a round end lies from its polygon, paper pixels. */
const ROUND = 0.05;
/** Smaller rings are what rounding leaves over, paper pixels squared. */
const CRUMB = 0.05;

const GRID = 10 ** DIGITS;

/** The way of a brush of one radius between two points, as a polygon. */
function capsule(ax: number, ay: number, bx: number, by: number, radius: number): PathD {
  const steps = Math.max(6, Math.ceil(Math.PI / Math.acos(Math.max(0.5, 1 - ROUND / radius))));
  const angle = Math.atan2(by - ay, bx - ax);
  const out: PathD = [];
  for (const [x, y, from] of [
    [bx, by, angle - Math.PI / 2],
    [ax, ay, angle + Math.PI / 2],
  ]) {
    for (let i = 0; i <= steps; i++) {
      const turn = from + (Math.PI * i) / steps;
      out.push({ x: x + radius * Math.cos(turn), y: y + radius * Math.sin(turn) });
    }
  }
  return out;
}

function brushed(path: Path): PathsD {
  const parts: PathsD = [];
  for (let i = 0; i < path.length; i += 3) {
    const before = Math.max(0, i - 3);
    if (i === 0 && path.length > 3) continue;
    const radius = Math.max(path[before + 2], path[i + 2]);
    if (radius > 0) parts.push(capsule(path[before], path[before + 1], path[i], path[i + 1], radius));
  }
  return unionD(parts, FillRule.NonZero);
}

function pathsOf(rings: Float32Array[]): PathsD {
  return rings.map((ring) => {
    const out: PathD = [];
    // On the grid of the clipping from the start: what is not clipped comes back as it went in.
    for (let i = 0; i < ring.length; i += 2)
      out.push({ x: Math.round(ring[i] * GRID) / GRID, y: Math.round(ring[i + 1] * GRID) / GRID });
    return out;
  });
}

function signedSize(path: PathD): number {
  let sum = 0;
  for (let i = 0; i < path.length; i++) {
    const next = path[(i + 1) % path.length];
    sum += path[i].x * next.y - next.x * path[i].y;
  }
  return sum / 2;
}

/** What is left of an area's rings; null when the brush took nothing of it. */
function without(rings: Float32Array[], brush: PathsD): Float32Array[] | null {
  const own = unionD(pathsOf(rings), FillRule.EvenOdd);
  const left = differenceD(own, brush, FillRule.EvenOdd, DIGITS);
  const size = (paths: PathsD) => paths.reduce((sum, path) => sum + signedSize(path), 0);
  if (Math.abs(Math.abs(size(own)) - Math.abs(size(left))) < CRUMB) return null;
  return left
    .map((path) => ({ path, size: Math.abs(signedSize(path)) }))
    .filter((ring) => ring.size > CRUMB)
    .sort((a, b) => b.size - a.size)
    .map(({ path }) => Float32Array.from(path.flatMap(({ x, y }) => [x, y])));
}

/** Paint rubbed out along a path. Areas it does not touch are the very same; those that come apart stay one. */
export function wipe(paint: Area[], path: Path): Area[] {
  if (path.length === 0) return paint;
  const box = pathBox(path);
  let brush: PathsD | null = null;
  let changed = false;
  const out = paint.flatMap((area) => {
    if (area.rings.length === 0 || !meet(ringsBox(area.rings), box)) return area;
    brush ??= brushed(path);
    const rings = without(area.rings, brush);
    if (!rings) return area;
    changed = true;
    return rings.length === 0 ? [] : { ...area, id: newId(), rings, sure: null };
  });
  return changed ? out : paint;
}
