/** From a region of the map to the rings of an area. */
import type { RegionMap } from './regions.ts';

/** Largest distance of a ring from the pixel edges it stands for, map pixels. It runs under the line, so this is unseen. */
const TOLERANCE = 0.75;

/** Follows the edge between the region and its surroundings from the top edge of pixel (x, y), the region on the right. */
function follow(
  inside: (x: number, y: number) => boolean,
  x0: number,
  y0: number,
  visitTop: (x: number, y: number) => void,
): number[] {
  const ring: number[] = [];
  // Corner position and direction: 0 right, 1 down, 2 left, 3 up.
  let x = x0;
  let y = y0;
  let direction = 0;
  do {
    ring.push(x, y);
    if (direction === 0) visitTop(x, y);
    if (direction === 0) x++;
    else if (direction === 1) y++;
    else if (direction === 2) x--;
    else y--;
    // The two pixels ahead of the corner, left and right of the direction walked.
    const left =
      direction === 0
        ? inside(x, y - 1)
        : direction === 1
          ? inside(x, y)
          : direction === 2
            ? inside(x - 1, y)
            : inside(x - 1, y - 1);
    const right =
      direction === 0
        ? inside(x, y)
        : direction === 1
          ? inside(x - 1, y)
          : direction === 2
            ? inside(x - 1, y - 1)
            : inside(x, y - 1);
    if (!right) direction = (direction + 1) % 4;
    else if (left) direction = (direction + 3) % 4;
  } while (x !== x0 || y !== y0 || direction !== 0);
  return ring;
}

/** Keeps the points of an open chain (index range) that matter (Douglas-Peucker), marking them in `keep`. */
function simplify(ring: number[], from: number, to: number, keep: Uint8Array, tolerance: number) {
  const stack: [number, number][] = [[from, to]];
  const n = ring.length / 2;
  while (stack.length > 0) {
    const [a, b] = stack.pop()!;
    const ax = ring[2 * (a % n)];
    const ay = ring[2 * (a % n) + 1];
    const dx = ring[2 * (b % n)] - ax;
    const dy = ring[2 * (b % n) + 1] - ay;
    const length = Math.hypot(dx, dy);
    let worst = 0;
    let at = -1;
    for (let i = a + 1; i < b; i++) {
      const px = ring[2 * (i % n)] - ax;
      const py = ring[2 * (i % n) + 1] - ay;
      const off = length === 0 ? Math.hypot(px, py) : Math.abs(px * dy - py * dx) / length;
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

function simplified(ring: number[], scale: number): Float32Array {
  const n = ring.length / 2;
  // Two far points to start from, so that the ring cannot collapse.
  let far = 0;
  let most = -1;
  for (let i = 1; i < n; i++) {
    const d = Math.hypot(ring[2 * i] - ring[0], ring[2 * i + 1] - ring[1]);
    if (d > most) {
      most = d;
      far = i;
    }
  }
  const keep = new Uint8Array(n);
  keep[0] = 1;
  keep[far] = 1;
  simplify(ring, 0, far, keep, TOLERANCE);
  simplify(ring, far, n, keep, TOLERANCE);
  const out: number[] = [];
  for (let i = 0; i < n; i++) if (keep[i]) out.push(ring[2 * i] / scale, ring[2 * i + 1] / scale);
  return Float32Array.from(out);
}

/** Even-odd rings of a region in paper pixels (x, y pairs), largest first; empty when the label is not on the map. */
export function regionRings(map: RegionMap, label: number): Float32Array[] {
  const { width, height, labels, scale } = map;
  if (label < 1 || label > map.count) return [];
  const [minX, minY, maxX, maxY] = map.boxes.subarray(4 * label, 4 * label + 4);
  const inside = (x: number, y: number) =>
    x >= 0 && y >= 0 && x < width && y < height && labels[y * width + x] === label;
  const w = maxX - minX + 1;
  const visited = new Uint8Array(w * (maxY - minY + 1));
  const visitTop = (x: number, y: number) => {
    visited[(y - minY) * w + x - minX] = 1;
  };
  const rings: Float32Array[] = [];
  for (let y = minY; y <= maxY; y++) {
    for (let x = minX; x <= maxX; x++) {
      if (labels[y * width + x] !== label || visited[(y - minY) * w + x - minX] || inside(x, y - 1)) continue;
      const ring = simplified(follow(inside, x, y, visitTop), scale);
      if (ring.length >= 6) rings.push(ring);
    }
  }
  return rings.sort((a, b) => Math.abs(ringArea(b)) - Math.abs(ringArea(a)));
}

/** Signed area of a ring, square paper pixels. */
export function ringArea(ring: Float32Array): number {
  let sum = 0;
  const n = ring.length;
  for (let i = 0; i < n; i += 2) sum += ring[i] * ring[(i + 3) % n] - ring[(i + 2) % n] * ring[i + 1];
  return sum / 2;
}
