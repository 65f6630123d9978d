import { expose } from 'comlink';
import { type RegionMap, regionAt, regionMap, regionRings } from '../core/paint/index.ts';
import type { Stroke } from '../core/shot/index.ts';

/** Maps kept: a few drawings painted in turn. */
const MAPS = 6;
const maps = new Map<string, RegionMap>();

// A small map made at once lets the engine compile the loops before the first real one is waited for.
const line = { points: Float32Array.from([4, 4, 0.5, 0, 0, 0, 250, 90, 0.5, 0, 0, 0]), closed: false };
const brush = { kind: 'pen', width: 6, thinning: 0, opacity: 1 } as const;
for (let i = 0; i < 4; i++) {
  const map = regionMap([{ ...line, id: '', lineage: '', swatch: '', seed: 0, brush }], 256, 256, 4);
  regionRings(map, 1);
}

const face = {
  /** Makes and keeps the region map of a drawing; `key` stands for its ink, the paper and the opening size. */
  prepare(key: string, ink: Stroke[], width: number, height: number, gap: number): void {
    if (maps.has(key)) return;
    maps.set(key, regionMap(ink, width, height, gap));
    for (const old of maps.keys()) {
      if (maps.size <= MAPS) break;
      maps.delete(old);
    }
  },
  /** Rings of the region under a point of the paper, empty off the paper; null when the map is not prepared. */
  region(key: string, x: number, y: number): Float32Array[] | null {
    const map = maps.get(key);
    if (!map) return null;
    const label = regionAt(map, x, y);
    return label === 0 ? [] : regionRings(map, label);
  },
};

export type PaintFace = typeof face;
expose(face);
