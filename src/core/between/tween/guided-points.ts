/** Points that follow an arc guide on their way, and what they take along. */
import { arcPath } from '../../ink/guides.ts';
import { lengthsAlong, nearestAlong, pointAlong } from '../../plane/polyline.ts';

export interface GuidedPoint {
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
  return { path, along: lengthsAlong(path, 2) };
}

/**
 * Where a point is at `t` that goes from a to b along an arc, evenly by length. Where the arc does not run through a or b the
 * rest is made up for on the way.
 */
export function alongArc(arc: number[], a: [number, number], b: [number, number], t: number): [number, number] {
  const { path, along } = measured(arc);
  const [from, to] = [nearestAlong(path, along, ...a), nearestAlong(path, along, ...b)];
  const [x, y] = pointAlong(path, along, from + t * (to - from));
  const [sx, sy] = pointAlong(path, along, from);
  const [ex, ey] = pointAlong(path, along, to);
  return [x + (1 - t) * (a[0] - sx) + t * (b[0] - ex), y + (1 - t) * (a[1] - sy) + t * (b[1] - ey)];
}

/** What is known of a way whose points may be pinned: places before and after, where each pairing's points begin. */
interface GuidedWay {
  from: Float64Array;
  to: Float64Array;
  first: ArrayLike<number>;
  /** Of the figure, pixels. */
  size: number;
  pins: GuidedPoint[];
}

/** Moves pinned points onto their arcs, held there, and what is around them along. `places` and `anchor` are changed. */
export function bringOntoArcs(
  way: GuidedWay,
  t: number,
  places: Float64Array,
  anchor: Float64Array,
  held: number,
): void {
  const { from, to, first, size } = way;
  const reach = TAKES_ALONG * size;
  const shifts = way.pins.map(({ pairing, point, arc }) => {
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
