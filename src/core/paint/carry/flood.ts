/**
 * What is known of some pixels of a region, spread over all of it: parts meet where the way between them is narrowest, as water would that
 * rises from all of them (watershed from markers: Meyer and Beucher 1990, on how far places are from lines).
 */

/** Steps to a pixel beside another and across from it, in thirds of a pixel (chamfer distance: Borgefors 1986). */
const STRAIGHT = 3;
const ACROSS = 4;
const FAR = 0xfff0;

/** How far each pixel of a window is from the nearest that is marked, in thirds of a pixel. */
export function distancesFrom(marked: Uint8Array, width: number, height: number): Uint16Array {
  // With a rim around it no pixel has to ask whether there is one beside it.
  const w = width + 2;
  const far = new Uint16Array(w * (height + 2)).fill(FAR);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) if (marked[y * width + x]) far[(y + 1) * w + x + 1] = 0;
  const step = (i: number, on: number) => {
    if (far[i] === 0) return;
    const row = i - on * w;
    const straight = Math.min(far[i - on], far[row]) + STRAIGHT;
    const across = Math.min(far[row - 1], far[row + 1]) + ACROSS;
    const least = straight < across ? straight : across;
    if (least < far[i]) far[i] = least;
  };
  for (let y = 1; y <= height; y++) for (let x = 1; x <= width; x++) step(y * w + x, 1);
  for (let y = height; y >= 1; y--) for (let x = width; x >= 1; x--) step(y * w + x, -1);
  const out = new Uint16Array(width * height);
  for (let y = 0; y < height; y++) out.set(far.subarray((y + 1) * w + 1, (y + 1) * w + 1 + width), y * width);
  return out;
}

/** In a window: 0 stands for what is not of the region, this for pixels of which nothing is known, more for what is known. */
export const UNKNOWN = 1;

/** From each known pixel on, the way to where it is widest is known as well: what stands beside a line speaks for the room it stands in. */
export function climb(kinds: Uint16Array, depth: Uint16Array, w: number): void {
  const h = kinds.length / w;
  for (let from = 0; from < kinds.length; from++) {
    const kind = kinds[from];
    for (let i = from; kind > UNKNOWN; ) {
      let next = i;
      const [x, y] = [i % w, Math.floor(i / w)];
      for (let v = Math.max(0, y - 1); v <= Math.min(h - 1, y + 1); v++)
        for (let u = Math.max(0, x - 1); u <= Math.min(w - 1, x + 1); u++)
          if (depth[v * w + u] > depth[next]) next = v * w + u;
      if (kinds[next] !== UNKNOWN) break;
      kinds[next] = kind;
      i = next;
    }
  }
}

/** Lets what is known of a region's pixels spread over those of which nothing is, the widest way first. @param depth how wide it is */
export function spread(kinds: Uint16Array, depth: Uint16Array, w: number): void {
  let level = 0;
  for (const d of depth) level = Math.max(level, d);
  const waiting: number[][] = Array.from({ length: level + 1 }, () => []);
  const last = kinds.length - w;
  const isEdge = (i: number) =>
    (i % w > 0 && kinds[i - 1] === UNKNOWN) ||
    (i % w < w - 1 && kinds[i + 1] === UNKNOWN) ||
    (i >= w && kinds[i - w] === UNKNOWN) ||
    (i < last && kinds[i + w] === UNKNOWN);
  for (let i = 0; i < kinds.length; i++) if (kinds[i] > UNKNOWN && isEdge(i)) waiting[depth[i]].push(i);
  const take = (j: number, kind: number) => {
    if (kinds[j] !== UNKNOWN) return;
    kinds[j] = kind;
    waiting[Math.min(level, depth[j])].push(j);
  };
  for (; level >= 0; level--) {
    const own = waiting[level];
    for (let k = 0; k < own.length; k++) {
      const i = own[k];
      const x = i % w;
      if (x > 0) take(i - 1, kinds[i]);
      if (x < w - 1) take(i + 1, kinds[i]);
      if (i >= w) take(i - w, kinds[i]);
      if (i < last) take(i + w, kinds[i]);
    }
    waiting[level] = [];
  }
}
