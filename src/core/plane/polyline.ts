/** Lines of straight segments: their length, places along them, the nearest place to a point, fewer points. */

/** Length along a polyline up to each of its points. @param stride numbers a point, x and y first */
export function lengthsAlong(points: ArrayLike<number>, stride: number): Float64Array {
  const along = new Float64Array(Math.floor(points.length / stride));
  for (let i = 1; i < along.length; i++) {
    const [a, b] = [stride * (i - 1), stride * i];
    const [dx, dy] = [points[b] - points[a], points[b + 1] - points[a + 1]];
    along[i] = along[i - 1] + Math.sqrt(dx * dx + dy * dy);
  }
  return along;
}

/** The whole length of a polyline. */
export function polylineLength(points: ArrayLike<number>, stride: number): number {
  return lengthsAlong(points, stride).at(-1) ?? 0;
}

/** The segment that a length along a polyline falls on, by its first point; it needs two points at least. */
export function segmentAt(along: Float64Array, length: number): number {
  let low = 0;
  let high = along.length - 1;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (along[middle] <= length) low = middle;
    else high = middle;
  }
  return low;
}

/** How far into a segment a length along a polyline falls, as a share of the segment. */
export function shareOfSegment(along: Float64Array, low: number, length: number): number {
  return (length - along[low]) / (along[low + 1] - along[low] || 1);
}

/** The point a length along a polyline of x, y pairs; its ends beyond them. */
export function pointAlong(path: ArrayLike<number>, along: Float64Array, length: number): [number, number] {
  if (along.length < 2) return [path[0], path[1]];
  const low = segmentAt(along, length);
  const t = Math.max(0, Math.min(1, shareOfSegment(along, low, length)));
  const i = 2 * low;
  return [path[i] + t * (path[i + 2] - path[i]), path[i + 1] + t * (path[i + 3] - path[i + 1])];
}

/** The length along a polyline of x, y pairs at the place nearest to a point. */
export function nearestAlong(path: ArrayLike<number>, along: Float64Array, x: number, y: number): number {
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

/** The point of a list nearest to a place, and how far away it is. @param stride numbers a point, x and y first */
export function nearestPoint(
  points: ArrayLike<number>,
  stride: number,
  x: number,
  y: number,
): { at: number; away: number } {
  let at = 0;
  let least = Number.POSITIVE_INFINITY;
  for (let i = 0; i + 1 < points.length; i += stride) {
    const off = (points[i] - x) ** 2 + (points[i + 1] - y) ** 2;
    if (off >= least) continue;
    least = off;
    at = i / stride;
  }
  return { at, away: Math.sqrt(least) };
}

/**
 * Marks in `keep` which points of a chain matter so that no point lies farther than `tolerance` from the line through
 * those kept (Douglas and Peucker, 1973). Indices from..to may run past the end of a ring: they go round.
 */
function markKept(ring: ArrayLike<number>, from: number, to: number, keep: Uint8Array, tolerance: number): void {
  const stack: [number, number][] = [[from, to]];
  const n = ring.length / 2;
  while (stack.length > 0) {
    const [a, b] = stack.pop()!;
    const ax = ring[2 * (a % n)];
    const ay = ring[2 * (a % n) + 1];
    const dx = ring[2 * (b % n)] - ax;
    const dy = ring[2 * (b % n) + 1] - ay;
    const length = Math.sqrt(dx * dx + dy * dy);
    let worst = 0;
    let at = -1;
    for (let i = a + 1; i < b; i++) {
      const px = ring[2 * (i % n)] - ax;
      const py = ring[2 * (i % n) + 1] - ay;
      const off = length === 0 ? Math.sqrt(px * px + py * py) : Math.abs(px * dy - py * dx) / length;
      if (off > worst) {
        worst = off;
        at = i;
      }
    }
    if (worst > tolerance) {
      keep[at % n] = 1;
      stack.push([a, at], [at, b]);
    }
  }
}

/** A ring of x, y pairs with fewer points: none of those left out lies farther than `tolerance` from the ring that stays. */
export function thinnedRing(ring: ArrayLike<number>, tolerance: number): Float32Array {
  const n = ring.length / 2;
  // The ring is parted at its point farthest from the first; both halves are chains.
  let [far, most] = [0, -1];
  for (let i = 1; i < n; i++) {
    const off = (ring[2 * i] - ring[0]) ** 2 + (ring[2 * i + 1] - ring[1]) ** 2;
    if (off > most) [far, most] = [i, off];
  }
  const keep = new Uint8Array(n);
  keep[0] = 1;
  keep[far] = 1;
  markKept(ring, 0, far, keep, tolerance);
  markKept(ring, far, n, keep, tolerance);
  const out: number[] = [];
  for (let i = 0; i < n; i++) if (keep[i]) out.push(ring[2 * i], ring[2 * i + 1]);
  return Float32Array.from(out);
}
