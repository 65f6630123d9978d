/** Help lines over the paper: where they lie, what of them is under the pen, and moving it. */

import type { Point } from '../plane/point.ts';
import { segmentDistance2 } from '../plane/segment.ts';
import { POINT_SIZE } from '../shot/drawing-model.ts';
import type { Id } from '../shot/ids.ts';
import type { Guides, Mirror } from '../shot/model.ts';
import { plainBrush } from './brushes.ts';
import { SAMPLE_SIZE, sampleLine } from './curve.ts';

/** What of the guides a pen can take hold of. */
export type GuidePart =
  | { kind: 'mirror' }
  | { kind: 'axis' }
  | { kind: 'vanishing'; id: Id }
  | { kind: 'horizon' }
  | { kind: 'ground' }
  | { kind: 'arc'; id: Id };

/** From the middle of the mirror to the handle it is turned by, as a share of the paper's height. */
const AXIS_HANDLE = 0.22;
const PLAIN = plainBrush('pen', 1);

/** A mirror in the middle of the paper. */
export function firstMirror(width: number, height: number): Mirror {
  return { way: 'upright', parts: 6, x: width / 2, y: height / 2, turn: 0 };
}

/** The directions of a mirror's axes, radians clockwise from level. */
export function axesOf({ way, parts, turn }: Mirror): number[] {
  const up = turn - Math.PI / 2;
  if (way === 'upright') return [up];
  if (way === 'level') return [turn];
  if (way === 'both') return [up, turn];
  return Array.from({ length: parts }, (_, i) => up + (2 * Math.PI * i) / parts);
}

/** Where the handle lies that turns the axes. */
export function axisHandle(mirror: Mirror, height: number): Point {
  const [angle] = axesOf(mirror);
  return { x: mirror.x + AXIS_HANDLE * height * Math.cos(angle), y: mirror.y + AXIS_HANDLE * height * Math.sin(angle) };
}

/** x, y pairs along an arc, near enough together to be drawn straight. */
export function arcPath(points: number[]): Float32Array {
  const controls = new Float32Array((points.length / 2) * POINT_SIZE);
  for (let i = 0; i < points.length / 2; i++)
    controls.set([points[2 * i], points[2 * i + 1], 0.5, 0, 0, 0], i * POINT_SIZE);
  const samples = sampleLine(controls, false, PLAIN);
  const out = new Float32Array((samples.length / SAMPLE_SIZE) * 2);
  for (let i = 0; i < out.length / 2; i++) out.set(samples.subarray(i * SAMPLE_SIZE, i * SAMPLE_SIZE + 2), 2 * i);
  return out;
}

/** What of the guides lies within `reach` paper pixels of a point; handles before lines. */
export function guideAt(guides: Guides, x: number, y: number, reach: number, height: number): GuidePart | null {
  const { mirror, vanishing, horizon, ground, arcs } = guides;
  const near = (p: Point) => Math.hypot(p.x - x, p.y - y) <= reach;
  if (mirror && near(mirror)) return { kind: 'mirror' };
  if (mirror && near(axisHandle(mirror, height))) return { kind: 'axis' };
  const point = vanishing.find(near);
  if (point) return { kind: 'vanishing', id: point.id };
  for (const { id, points } of arcs) {
    const path = arcPath(points);
    for (let i = 2; i < path.length; i += 2)
      if (segmentDistance2(x, y, path[i - 2], path[i - 1], path[i], path[i + 1]) <= reach * reach)
        return { kind: 'arc', id };
  }
  if (horizon !== null && Math.abs(y - horizon) <= reach) return { kind: 'horizon' };
  if (ground !== null && Math.abs(y - ground) <= reach) return { kind: 'ground' };
  return null;
}

/** Fifteen degrees. */
const STEP = Math.PI / 12;

/** The guides with a part of them led from one point to another. @param steps turns go by 15 degrees */
export function guidesMoved(guides: Guides, part: GuidePart, from: Point, to: Point, steps: boolean): Guides {
  const dx = to.x - from.x;
  const dy = to.y - from.y;
  const { mirror } = guides;
  if (part.kind === 'mirror' && mirror) return { ...guides, mirror: { ...mirror, x: mirror.x + dx, y: mirror.y + dy } };
  if (part.kind === 'axis' && mirror) {
    const by = Math.atan2(to.y - mirror.y, to.x - mirror.x) - Math.atan2(from.y - mirror.y, from.x - mirror.x);
    const turn = mirror.turn + by;
    return { ...guides, mirror: { ...mirror, turn: steps ? Math.round(turn / STEP) * STEP : turn } };
  }
  if (part.kind === 'horizon' && guides.horizon !== null) return { ...guides, horizon: guides.horizon + dy };
  if (part.kind === 'ground' && guides.ground !== null) return { ...guides, ground: guides.ground + dy };
  if (part.kind === 'vanishing') {
    const vanishing = guides.vanishing.map((p) => (p.id === part.id ? { ...p, x: p.x + dx, y: p.y + dy } : p));
    return { ...guides, vanishing };
  }
  if (part.kind === 'arc') {
    const arcs = guides.arcs.map((arc) =>
      arc.id === part.id ? { ...arc, points: arc.points.map((v, i) => v + (i % 2 === 0 ? dx : dy)) } : arc,
    );
    return { ...guides, arcs };
  }
  return guides;
}

/** The guides without a part of them. */
export function guidesWithout(guides: Guides, part: GuidePart): Guides {
  if (part.kind === 'mirror' || part.kind === 'axis') return { ...guides, mirror: null };
  if (part.kind === 'horizon') return { ...guides, horizon: null };
  if (part.kind === 'ground') return { ...guides, ground: null };
  if (part.kind === 'vanishing') return { ...guides, vanishing: guides.vanishing.filter(({ id }) => id !== part.id) };
  return { ...guides, arcs: guides.arcs.filter(({ id }) => id !== part.id) };
}

/** Every how many paper pixels an arc that was drawn keeps a point. */
const ARC_EVERY = 28;

/** An arc from a drawn path (POINT_SIZE floats a point): x, y pairs, thinned; the ends stay. */
export function arcFrom(path: Float32Array): number[] {
  const out: number[] = [path[0], path[1]];
  for (let i = POINT_SIZE; i < path.length - POINT_SIZE; i += POINT_SIZE) {
    if (Math.hypot(path[i] - out[out.length - 2], path[i + 1] - out[out.length - 1]) >= ARC_EVERY)
      out.push(path[i], path[i + 1]);
  }
  const last = path.length - POINT_SIZE;
  if (last > 0) out.push(path[last], path[last + 1]);
  return out;
}
