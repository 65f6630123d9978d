/** Edits of one drawing's paint that need its region map: done alike for one drawing or for many. */

import type { Box } from '../../plane/box.ts';
import { fillRings } from '../../plane/fill.ts';
import { PreparedRing, ringsBox } from '../../plane/rings.ts';
import { type Area, POINT_SIZE, type Stroke } from '../../shot/drawing-model.ts';
import type { Id } from '../../shot/ids.ts';
import { regionPaint } from '../map/coverage.ts';
import { isGround, type RegionMap, regionAt } from '../map/regions.ts';
import { areaOf, type PaintLook, pour, pourRegions, regionPoints, regionsInside } from './pour.ts';

/** A region counts as painted when so much of it is. */
const PAINTED = 0.5;

/** All regions inside a drawn loop (x, y pairs) take the swatch. */
export function fence(paint: Area[], map: RegionMap, path: Float32Array, swatch: Id, look: PaintLook): Area[] {
  const loop = new PreparedRing(path);
  return pourRegions(
    paint,
    map,
    regionsInside(map, (x, y) => loop.contains(x, y)),
    swatch,
    look,
  );
}

export interface SweepWishes {
  swatch: Id;
  look: PaintLook;
  /** Painted regions stay as they are. */
  unpainted: boolean;
  /** Lines that lie wholly inside take the swatch too. */
  lines: boolean;
}

/** What is enclosed inside a rectangle takes the swatch. What nothing was done to is the very same. */
export function sweep(
  drawn: { ink: Stroke[]; paint: Area[] },
  map: RegionMap,
  { minX, minY, maxX, maxY }: Box,
  { swatch, look, unpainted, lines }: SweepWishes,
): { ink: Stroke[]; paint: Area[] } {
  const inside = (x: number, y: number) => x >= minX && x <= maxX && y >= minY && y <= maxY;
  const there = regionPaint(map, drawn.paint);
  const labels = regionsInside(map, inside).filter((label) => !unpainted || there.painted[label] < PAINTED);
  const paint = pourRegions(drawn.paint, map, labels, swatch, look);
  if (!lines) return { ink: drawn.ink, paint };
  const ink = drawn.ink.map((stroke) => {
    for (let i = 0; i < stroke.points.length; i += POINT_SIZE)
      if (!inside(stroke.points[i], stroke.points[i + 1])) return stroke;
    return stroke.swatch === swatch ? stroke : { ...stroke, swatch };
  });
  return { ink: ink.some((stroke, i) => stroke !== drawn.ink[i]) ? ink : drawn.ink, paint };
}

/** The region at a place takes the swatch and a name. Null when that is the ground. */
export function pourAt(
  paint: Area[],
  map: RegionMap,
  x: number,
  y: number,
  swatch: Id,
  look: PaintLook,
  name = '',
): Area[] | null {
  const label = regionAt(map, x, y);
  if (label === 0 || isGround(map, label)) return null;
  return pour(paint, areaOf(map, label, swatch, look, { name }), x, y);
}

/** Labels beside a region, across the pixels that part them, with how many pixels they share. */
function besideRegion({ labels, width, height, boxes }: RegionMap, label: number): Map<number, number> {
  const out = new Map<number, number>();
  const [minX, minY, maxX, maxY] = boxes.subarray(4 * label, 4 * label + 4);
  const count = (i: number) => {
    if (labels[i] !== label) out.set(labels[i], (out.get(labels[i]) ?? 0) + 1);
  };
  for (let y = minY; y <= maxY; y++)
    for (let x = minX; x <= maxX; x++) {
      const i = y * width + x;
      if (labels[i] !== label) continue;
      if (x > 0) count(i - 1);
      if (x < width - 1) count(i + 1);
      if (y > 0) count(i - width);
      if (y < height - 1) count(i + width);
    }
  return out;
}

/** Fills unpainted regions of fewer than `least` square pixels with what is painted along most of their edge. */
export function fillSpecks(paint: Area[], map: RegionMap, least: number): Area[] {
  const there = regionPaint(map, paint);
  const sizes = regionSizes(map);
  const points = regionPoints(map);
  let out = paint;
  for (let label = 1; label <= map.count; label++) {
    if (isGround(map, label) || there.painted[label] >= PAINTED || sizes[label] >= least) continue;
    const beside = [...besideRegion(map, label)].filter(([other]) => there.area[other] > 0).sort((a, b) => b[1] - a[1]);
    if (beside.length === 0) continue;
    const { swatch, name, edge, soft } = paint[there.area[beside[0][0]] - 1];
    const area = areaOf(map, label, swatch, { edge, soft, under: 1 }, { name });
    out = pour(out, area, points[2 * label], points[2 * label + 1]);
  }
  return out;
}

/** Clear paper of each region, square paper pixels, by label. */
export function regionSizes({ labels, mask, count, scale }: RegionMap): Float32Array {
  const sizes = new Float32Array(count + 1);
  for (let i = 0; i < labels.length; i++) if (mask[i] === 0) sizes[labels[i]]++;
  for (let label = 0; label <= count; label++) sizes[label] /= scale * scale;
  return sizes;
}

/** An area belongs to a region when it covers so much of it. */
const COVERS = 0.55;
/** Paint that lies so much in its regions was poured; what does not is a shape of its own. */
const POURED = 0.6;

/** Pixels of clear paper of each region, by label: what `regionsOfArea` measures by. */
export function clearPixels({ labels, mask, count }: RegionMap): Int32Array {
  const whole = new Int32Array(count + 1);
  for (let i = 0; i < labels.length; i++) if (mask[i] === 0) whole[labels[i]]++;
  return whole;
}

/** The regions an area was poured into; none for a shape of its own: a shade, a light. */
export function regionsOfArea({ rings }: Pick<Area, 'rings'>, map: RegionMap, whole: Int32Array): number[] {
  if (rings.length === 0) return [];
  const { minX, minY, maxX, maxY } = ringsBox(rings);
  const x = Math.max(0, Math.floor(minX * map.scale));
  const y = Math.max(0, Math.floor(minY * map.scale));
  const width = Math.min(map.width, Math.ceil(maxX * map.scale) + 1) - x;
  const height = Math.min(map.height, Math.ceil(maxY * map.scale) + 1) - y;
  if (width <= 0 || height <= 0) return [];
  const pixels = new Uint8Array(width * height);
  fillRings({ pixels, width, height, x, y }, rings, map.scale, 1);
  const own = new Int32Array(map.count + 1);
  let all = 0;
  for (let row = 0; row < height; row++)
    for (let k = 0, i = (y + row) * map.width + x; k < width; k++, i++) {
      if (pixels[row * width + k] === 0 || map.mask[i] !== 0) continue;
      own[map.labels[i]]++;
      all++;
    }
  const labels: number[] = [];
  let inThem = 0;
  own.forEach((sum, label) => {
    if (sum === 0 || isGround(map, label) || sum < COVERS * whole[label]) return;
    labels.push(label);
    inThem += sum;
  });
  return inThem < POURED * all ? [] : labels;
}

/**
 * Fits poured paint to its lines anew after they were moved or made thicker: each area takes the edge of the regions it mostly
 * covers. Tones with a shape of their own stay as they are; so does all paint whose regions are no longer closed.
 */
export function refit(paint: Area[], map: RegionMap): Area[] {
  const whole = clearPixels(map);
  return paint.flatMap((area): Area[] => {
    const labels = regionsOfArea(area, map, whole);
    if (labels.length === 0) return [area];
    const { edge, soft, name, sure, swatch } = area;
    return labels.map((label, i) => {
      const fitted = areaOf(map, label, swatch, { edge, soft, under: 1 }, { name, sure });
      return i === 0 ? { ...fitted, id: area.id } : fitted;
    });
  });
}
