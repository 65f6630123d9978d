/**
 * The keeper painted as a hand would paint him: the keys poured region by region, tones laid on top, the cheek bounded by a
 * colour-trace line; the in-betweens after the keys, by carrying paint through the layer.
 */

import { repainted } from '../src/core/between/index.ts';
import { plainBrush } from '../src/core/ink/index.ts';
import {
  areaOf,
  drawingsAlong,
  fillSpecks,
  isGround,
  PLAIN_PAINT,
  paintThroughLayer,
  regionMap,
  regionPaint,
  SPECK,
} from '../src/core/paint/index.ts';
import { ringsArea } from '../src/core/plane/index.ts';
import { type Area, type Id, type Layer, newId, POINT_SIZE, type Shot, type Stroke } from '../src/core/shot/index.ts';

/** Shade, light and glints have shapes of their own and lie on the paint of their part. */
const TONE = /shade|light|glint/;
const CHEEK = /^blush$/;
const WISHES = { gap: 6, specks: 6 };
/** A region is poured with what covers this much of it. */
const COVERS = 0.85;
/** Lines hold a part when the regions between them make up so much of it. */
const HOLDS = 0.9;

const isTone = ({ name }: Area) => TONE.test(name);
const isCheek = ({ name }: Area) => CHEEK.test(name);

/** The cheek's edge as a colour-trace line: paint ends there, and no line is seen. */
export function cheekLine({ rings: [ring], swatch }: Area): Stroke {
  const n = ring.length / 2;
  const every = Math.max(1, Math.round(n / 16));
  const kept = Array.from({ length: Math.floor(n / every) }, (_, i) => i * every);
  const points = new Float32Array(kept.length * POINT_SIZE);
  kept.forEach((k, i) => {
    points.set([ring[2 * k], ring[2 * k + 1], 0.5, 0, 0, i * 0.02], i * POINT_SIZE);
  });
  const brush = plainBrush('trace', 2);
  return { id: newId(), lineage: 'cheek', name: 'cheek', brush, swatch, points, closed: true, seed: 1 };
}

/** Square pixels of the areas of one name together. */
const sizeOf = (areas: Area[], name: string): number =>
  areas.reduce((sum, area) => sum + (area.name === name ? ringsArea(area.rings) : 0), 0);

/**
 * Poured areas put into the stack on the part of their name: what lies on top of a part goes on lying there.
 * @param makesWay parts that go where something was poured in their place
 */
function among(parts: Area[], fresh: Area[], makesWay: (part: Area) => boolean): Area[] {
  const known = new Set(parts.map(({ name }) => name));
  const others = fresh.filter(({ name }) => !known.has(name));
  const out = parts.flatMap((part, i) => {
    const first = parts.findIndex(({ name }) => name === part.name) === i;
    const own = fresh.filter(({ name }) => name === part.name);
    return [...(own.length > 0 && makesWay(part) ? [] : [part]), ...(first ? own : [])];
  });
  return [...others, ...out];
}

/** A key's paint, poured: each region takes what the key's parts have there; the cheek ends at its trace line. */
function poured(ink: Stroke[], paint: Area[], width: number, height: number): Area[] {
  const map = regionMap(ink, width, height, WISHES);
  const parts = paint.filter((area) => !isTone(area));
  const { area, covered } = regionPaint(map, parts);
  const fresh: Area[] = [];
  for (let label = 1; label <= map.count; label++) {
    if (isGround(map, label) || area[label] === 0 || covered[label] < COVERS) continue;
    const { swatch, name } = parts[area[label] - 1];
    fresh.push(areaOf(map, label, swatch, PLAIN_PAINT, { name }));
  }
  // The cheek ends at its trace line: what was painted over that goes.
  return among(paint, fresh, isCheek);
}

/** Paints the layer's keys and carries their paint to the in-betweens, whose tones go along with their lines. */
export function paintKeeper(shot: Shot, layer: Layer, keys: Set<Id>): void {
  const { width, height } = shot;
  const all = drawingsAlong(shot, layer).map(({ drawing }) => drawing);
  for (const drawing of all)
    if (keys.has(drawing.id)) drawing.paint = poured(drawing.ink, drawing.paint, width, height);
  const flat = (paint: Area[]) => paint.filter((area) => !isTone(area));
  const carried = paintThroughLayer({
    width,
    height,
    wishes: WISHES,
    overHand: false,
    drawings: all.map(({ id, ink, paint }) => ({
      id,
      ink,
      paint: keys.has(id) ? flat(paint) : [],
      source: keys.has(id),
    })),
  });
  carried.forEach(({ id, paint }, i) => {
    if (keys.has(id)) return;
    const computed = all[i].paint;
    // So does what was computed, where the lines hold the part.
    const makesWay = (part: Area) => isCheek(part) || sizeOf(paint, part.name) > HOLDS * sizeOf(computed, part.name);
    repainted(shot.drawings[id], among(computed, paint, makesWay));
  });
  // As one key press fills them: bare pixels between lines that cross.
  for (const drawing of all) {
    const map = regionMap(drawing.ink, width, height, { ...WISHES, specks: 0 });
    repainted(drawing, fillSpecks(drawing.paint, map, SPECK));
  }
}
