/**
 * What is known of some pixels of a region, spread over all of it: parts meet where the way between them is narrowest, as water would that
 * rises from all of them (watershed from markers: Meyer and Beucher 1990, on how far places are from lines).
 */

/** Steps to a pixel beside another and across from it, in thirds of a pixel (chamfer distance: Borgefors 1986). */
const STRAIGHT = 3;
const ACROSS = 4;
const FAR = 0xffff;

/** How far each pixel is from the nearest that is `near`, in thirds of a pixel. */
export function distancesFrom(near: (i: number) => boolean, width: number, height: number): Uint16Array {
  const out = new Uint16Array(width * height);
  for (let i = 0; i < out.length; i++) out[i] = near(i) ? 0 : FAR;
  const towards = (i: number, x: number, y: number, dx: number, dy: number) => {
    if (x + dx < 0 || x + dx >= width || y + dy < 0 || y + dy >= height) return;
    const step = dx !== 0 && dy !== 0 ? ACROSS : STRAIGHT;
    out[i] = Math.min(out[i], out[i + dy * width + dx] + step);
  };
  for (const way of [1, -1])
    for (let k = 0; k < out.length; k++) {
      const i = way > 0 ? k : out.length - 1 - k;
      if (out[i] === 0) continue;
      const [x, y] = [i % width, Math.floor(i / width)];
      towards(i, x, y, -way, 0);
      towards(i, x, y, -way, -way);
      towards(i, x, y, 0, -way);
      towards(i, x, y, way, -way);
    }
  return out;
}

/** In a region's box: 0 stands for what is not of it, this for pixels of which nothing is known, more for what is known. */
export const OPEN = 1;

/** Visits the pixels around one, of those that lie in a window: first the four beside it, then those across from it. */
function around(i: number, w: number, h: number, visit: (j: number, across: boolean) => void): void {
  const x = i % w;
  const [west, east, north, south] = [x > 0, x < w - 1, i >= w, i < w * (h - 1)];
  if (west) visit(i - 1, false);
  if (east) visit(i + 1, false);
  if (north) visit(i - w, false);
  if (south) visit(i + w, false);
  if (north && west) visit(i - w - 1, true);
  if (north && east) visit(i - w + 1, true);
  if (south && west) visit(i + w - 1, true);
  if (south && east) visit(i + w + 1, true);
}

/** From each known pixel on, the way to where it is widest is known as well: what stands beside a line speaks for the room it stands in. */
export function climb(kinds: Uint16Array, depth: Uint16Array, w: number, h: number): void {
  kinds.forEach((kind, from) => {
    for (let i = from; kind > OPEN; ) {
      let next = i;
      around(i, w, h, (j) => {
        if (depth[j] > depth[next]) next = j;
      });
      if (kinds[next] !== OPEN) break;
      kinds[next] = kind;
      i = next;
    }
  });
}

/** Lets what is known of a region's pixels spread over those of which nothing is, the widest way first. @param depth how wide it is */
export function spread(kinds: Uint16Array, depth: Uint16Array, w: number, h: number): void {
  let level = 0;
  for (const d of depth) level = Math.max(level, d);
  const waiting: number[][] = Array.from({ length: level + 1 }, () => []);
  kinds.forEach((kind, i) => {
    if (kind > OPEN) waiting[depth[i]].push(i);
  });
  for (; level >= 0; level--) {
    const own = waiting[level];
    for (let k = 0; k < own.length; k++)
      around(own[k], w, h, (j, across) => {
        if (across || kinds[j] !== OPEN) return;
        kinds[j] = kinds[own[k]];
        waiting[Math.min(level, depth[j])].push(j);
      });
  }
}
