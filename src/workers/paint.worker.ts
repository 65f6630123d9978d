import { expose } from 'comlink';
import { type RegionMap, regionAt, regionMap, regionRings } from '../core/paint/index.ts';
import type { Stroke } from '../core/shot/index.ts';

/** Maps kept: a few drawings painted in turn. */
const MAPS = 6;
const maps = new Map<string, RegionMap>();

const face = {
  has(key: string): boolean {
    return maps.has(key);
  },
  /** Makes and keeps the region map of a drawing; `key` stands for its ink, the paper and the opening size. */
  prepare(key: string, ink: Stroke[], width: number, height: number, gap: number): void {
    if (maps.has(key)) return;
    maps.set(key, regionMap(ink, width, height, gap));
    for (const old of maps.keys()) {
      if (maps.size <= MAPS) break;
      maps.delete(old);
    }
  },
  /** Rings of the region under a point of the paper; empty off the paper. */
  region(key: string, x: number, y: number): Float32Array[] {
    const map = maps.get(key);
    if (!map) throw new Error('The region map is not prepared.');
    const label = regionAt(map, x, y);
    return label === 0 ? [] : regionRings(map, label);
  },
};

export type PaintFace = typeof face;
expose(face);
