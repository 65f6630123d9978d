/** Rings filled into pixels. */

/** Pixels to fill into: the first lies at (x, y). */
interface Target {
  pixels: Int32Array | Uint8Array;
  width: number;
  height: number;
  x: number;
  y: number;
}

/** Fills even-odd rings with a value, at pixel middles. @param scale pixels per unit of the rings */
export function fillRings(
  { pixels, width, height, x: x0, y: y0 }: Target,
  rings: Float32Array[],
  scale: number,
  value: number,
) {
  let [low, high] = [Infinity, -Infinity];
  for (const ring of rings)
    for (let i = 1; i < ring.length; i += 2) {
      low = Math.min(low, ring[i]);
      high = Math.max(high, ring[i]);
    }
  const from = Math.max(0, Math.ceil(low * scale - 0.5 - y0));
  const to = Math.min(height - 1, Math.floor(high * scale - 0.5 - y0));
  if (to < from) return;
  // The places where each row's middle crosses an edge.
  const crossings: number[][] = Array.from({ length: to - from + 1 }, () => []);
  for (const ring of rings) {
    const n = ring.length;
    for (let i = 0, j = n - 2; i < n; j = i, i += 2) {
      const ax = ring[j] * scale - x0;
      const ay = ring[j + 1] * scale - y0 - 0.5;
      const bx = ring[i] * scale - x0;
      const by = ring[i + 1] * scale - y0 - 0.5;
      if (ay === by) continue;
      const [top, bottom] = ay < by ? [ay, by] : [by, ay];
      const slope = (bx - ax) / (by - ay);
      const last = Math.min(to, Math.ceil(bottom) - 1);
      for (let y = Math.max(from, Math.ceil(top)); y <= last; y++) crossings[y - from].push(ax + (y - ay) * slope);
    }
  }
  crossings.forEach((row, k) => {
    row.sort((a, b) => a - b);
    const start = (from + k) * width;
    for (let i = 0; i + 1 < row.length; i += 2) {
      const left = Math.max(0, Math.ceil(row[i] - 0.5));
      const right = Math.min(width - 1, Math.ceil(row[i + 1] - 0.5) - 1);
      if (right >= left) pixels.fill(value, start + left, start + right + 1);
    }
  });
}
