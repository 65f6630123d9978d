import { expose, transfer } from 'comlink';
import { plainBrush } from '../core/ink/index.ts';
import { type RegionMap, regionMap } from '../core/paint/index.ts';
import type { Stroke } from '../core/shot/index.ts';

const face = {
  /** The region map of a drawing's lines, handed over whole: finding and tracing a region in it takes no waiting. */
  map(ink: Stroke[], width: number, height: number, gap: number): RegionMap {
    const map = regionMap(ink, width, height, gap);
    return transfer(map, [map.labels.buffer, map.boxes.buffer]);
  },
};

// A few small maps made at once let the engine compile the loops before the first real one is waited for.
const WARM_UP = 6;
const brush = plainBrush('pen', 6);
const points = Float32Array.from([4, 4, 0.5, 0, 0, 0, 250, 90, 0.5, 0, 0, 0, 20, 200, 0.5, 0, 0, 0]);
for (let i = 0; i < WARM_UP; i++) {
  regionMap([{ id: '', lineage: '', name: '', swatch: '', seed: 0, brush, points, closed: true }], 320, 320, 4);
}

export type PaintFace = typeof face;
expose(face);
