/** Points that follow an arc guide on their way, and what they take along. */
import { arcPath } from '../ink/guides.ts';
import type { Tween } from './tween.ts';

export interface Pin {
  /** Pairing, and the point of it that is pinned. */
  pairing: number;
  point: number;
  /** x, y pairs of the arc guide's own points. */
  arc: number[];
}

/** How far a pinned point takes its surroundings along, as a share of the figure's size. */
const TAKES_ALONG = 0.15;
/** How firmly. */
const FIRMNESS = 0.2;

/** A path with the length along it up to each of its points. */
interface Measured {
  path: Float32Array;
  along: Float64Array;
}

function measured(points: number[]): Measured {
  const path = arcPath(points);
  const along = new Float64Array(path.length / 2);
  for (let i = 1; i < along.length; i++)
    along[i] = along[i - 1] + Math.hypot(path[2 * i] - path[2 * i - 2], path[2 * i + 1] - path[2 * i - 1]);
  return { path, along };
}

/** The length along a path at the place nearest to a point. */
function nearest({ path, along }: Measured, x: number, y: number): number {
  let least = Number.POSITIVE_INFINITY;
  let out = 0;
  for (let i = 0; i + 1 < along.length; i++) {
    const [ax, ay] = [path[2 * i], path[2 * i + 1]];
    const [dx, dy] = [path[2 * i + 2] - ax, path[2 * i + 3] - ay];
    const t = Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1)));
    const off = (ax + t * dx - x) ** 2 + (ay + t * dy - y) ** 2;
    if (off < least) {
      least = off;
      out = along[i] + t * (along[i + 1] - along[i]);
    }
  }
  return out;
}

function placeAt({ path, along }: Measured, length: number): [number, number] {
  let i = 0;
  while (i + 2 < along.length && along[i + 1] < length) i++;
  const t = Math.max(0, Math.min(1, (length - along[i]) / (along[i + 1] - along[i] || 1)));
  return [path[2 * i] + t * (path[2 * i + 2] - path[2 * i]), path[2 * i + 1] + t * (path[2 * i + 3] - path[2 * i + 1])];
}

/**
 * Where a point is at `t` that goes from a to b along an arc, evenly by length. Where the arc does not run through a or b the
 * rest is made up for on the way.
 */
export function alongArc(arc: number[], a: [number, number], b: [number, number], t: number): [number, number] {
  const path = measured(arc);
  const [from, to] = [nearest(path, ...a), nearest(path, ...b)];
  const [x, y] = placeAt(path, from + t * (to - from));
  const [sx, sy] = placeAt(path, from);
  const [ex, ey] = placeAt(path, to);
  return [x + (1 - t) * (a[0] - sx) + t * (b[0] - ex), y + (1 - t) * (a[1] - sy) + t * (b[1] - ey)];
}

/** Moves pinned points onto their arcs, held there, and what is around them along. `places` and `anchor` are changed. */
export function pinned(tween: Tween, t: number, places: Float64Array, anchor: Float64Array, held: number): void {
  const { from, to, first, size } = tween;
  const reach = TAKES_ALONG * size;
  const shifts = tween.pins.map(({ pairing, point, arc }) => {
    const at = first[pairing] + point;
    const [x, y] = alongArc(arc, [from[2 * at], from[2 * at + 1]], [to[2 * at], to[2 * at + 1]], t);
    return { at, x, y, dx: x - places[2 * at], dy: y - places[2 * at + 1] };
  });
  for (const { at, x, y, dx, dy } of shifts) {
    for (let i = 0; i < anchor.length; i++) {
      const a = Math.hypot(from[2 * i] - from[2 * at], from[2 * i + 1] - from[2 * at + 1]);
      const b = Math.hypot(to[2 * i] - to[2 * at], to[2 * i + 1] - to[2 * at + 1]);
      const near = Math.exp(-(((a + b) / (2 * reach)) ** 2));
      if (near < 0.01 || anchor[i] >= held) continue;
      places[2 * i] += near * dx;
      places[2 * i + 1] += near * dy;
      anchor[i] += near * FIRMNESS;
    }
    places[2 * at] = x;
    places[2 * at + 1] = y;
    anchor[at] = held;
  }
}
