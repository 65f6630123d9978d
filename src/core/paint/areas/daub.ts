/** Paint put on with a brush: shapes made by the hand instead of by lines. */

import { SAMPLE_SIZE, sampleStroke } from '../../ink/curve.ts';
import { type Box, boxesMeet, emptyBox } from '../../plane/box.ts';
import { fillRings } from '../../plane/fill.ts';
import { ringsBox } from '../../plane/rings.ts';
import type { Stroke } from '../../shot/drawing-model.ts';
import type { Drawing } from '../../shot/model.ts';
import { capsule } from '../map/stamp.ts';
import { type PixelSet, ringsOf } from '../map/trace.ts';

/** Finest pixels a shape is made in, per paper pixel; large shapes in as many as this. */
const FINEST = 4;
const MOST_PIXELS = 4_000_000;

/** Where the brush went: x, y, radius triples in paper pixels. */
export type Path = Float32Array;

export function pathBox(path: Path): Box {
  const box = emptyBox();
  for (let i = 0; i < path.length; i += 3) {
    box.minX = Math.min(box.minX, path[i] - path[i + 2]);
    box.maxX = Math.max(box.maxX, path[i] + path[i + 2]);
    box.minY = Math.min(box.minY, path[i + 1] - path[i + 2]);
    box.maxY = Math.max(box.maxY, path[i + 1] + path[i + 2]);
  }
  return box;
}

/** Pixels over a box, with a margin, and how fine they are. */
function setOver(box: Box): { set: PixelSet; scale: number } {
  const size = Math.max(1, (box.maxX - box.minX) * (box.maxY - box.minY));
  const scale = Math.min(FINEST, Math.sqrt(MOST_PIXELS / size));
  const x = Math.floor(box.minX * scale) - 2;
  const y = Math.floor(box.minY * scale) - 2;
  const width = Math.ceil(box.maxX * scale) + 3 - x;
  const height = Math.ceil(box.maxY * scale) + 3 - y;
  return { set: { inside: new Uint8Array(width * height), width, height, x, y }, scale };
}

/** Stamps a path's capsules; returns the pixels it covers. */
function stamped({ width, height, x, y }: PixelSet, path: Path, scale: number): Uint8Array {
  const pixels = new Uint8Array(width * height);
  const mask = { pixels, width, height };
  for (let i = 0; i < path.length; i += 3) {
    const before = Math.max(0, i - 3);
    const radius = Math.max(path[before + 2], path[i + 2]) * scale;
    const [ax, ay] = [path[before] * scale - x, path[before + 1] * scale - y];
    capsule(mask, ax, ay, path[i] * scale - x, path[i + 1] * scale - y, radius, radius);
  }
  return pixels;
}

const filled = (set: PixelSet, rings: Float32Array[], scale: number): Uint8Array => {
  const pixels = new Uint8Array(set.width * set.height);
  fillRings({ ...set, pixels }, rings, scale, 1);
  return pixels;
};

/** A line's own shape, as a path. */
function pathOf(stroke: Stroke): Path {
  const samples = sampleStroke(stroke);
  const out = new Float32Array((samples.length / SAMPLE_SIZE) * 3);
  for (let i = 0, k = 0; i < samples.length; i += SAMPLE_SIZE, k += 3) out.set(samples.subarray(i, i + 3), k);
  return out;
}

/**
 * The rings a brush's way gives. @param inside where it counts: only where this drawing has paint or line; null: everywhere.
 * Empty when nothing is left of it.
 */
export function daubRings(path: Path, inside: Pick<Drawing, 'ink' | 'paint'> | null): Float32Array[] {
  if (path.length === 0) return [];
  const box = pathBox(path);
  const { set, scale } = setOver(box);
  set.inside.set(stamped(set, path, scale));
  if (inside) {
    const allowed = new Uint8Array(set.inside.length);
    for (const { rings } of inside.paint) {
      if (rings.length > 0 && boxesMeet(ringsBox(rings), box)) {
        const own = filled(set, rings, scale);
        for (let i = 0; i < own.length; i++) allowed[i] |= own[i];
      }
    }
    for (const stroke of inside.ink) {
      if (stroke.brush.kind === 'trace') continue;
      const line = pathOf(stroke);
      if (!boxesMeet(pathBox(line), box)) continue;
      const own = stamped(set, line, scale);
      for (let i = 0; i < own.length; i++) allowed[i] |= own[i];
    }
    for (let i = 0; i < allowed.length; i++) if (allowed[i] === 0) set.inside[i] = 0;
  }
  return ringsOf(clearMargin(set), scale);
}

/** The outermost pixels are no shape: what is followed needs a margin. */
function clearMargin(set: PixelSet): PixelSet {
  const { inside, width, height } = set;
  inside.fill(0, 0, width);
  inside.fill(0, (height - 1) * width);
  for (let y = 0; y < height; y++) inside[y * width] = inside[(y + 1) * width - 1] = 0;
  return set;
}
