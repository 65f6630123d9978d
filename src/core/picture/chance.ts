/** Chance that comes out the same every time. */

/** Small seeded generator (mulberry32): values 0..1, the same on every machine. */
export function chance(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** The `k`-th value of kind `of` of a seed, 0..1, without the ones before it. */
export function chanceAt(seed: number, k: number, of: number): number {
  let t = (seed ^ Math.imul(k + 1, 0x9e3779b1) ^ Math.imul(of + 1, 0x85ebca6b)) >>> 0;
  t = Math.imul(t ^ (t >>> 16), 0x7feb352d);
  t = Math.imul(t ^ (t >>> 15), 0x846ca68b);
  return ((t ^ (t >>> 16)) >>> 0) / 4294967296;
}
