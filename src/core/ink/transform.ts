/** Lines and paint moved, scaled, turned and flipped. Line widths stay: a scaled figure is still drawn with one line. */

import { type Matrix, mapPoints, scaling } from '../plane/matrix.ts';
import { type Area, POINT_SIZE, type Stroke } from '../shot/drawing-model.ts';
import type { Id } from '../shot/ids.ts';
import type { Drawing, Planes } from '../shot/model.ts';

/** What is picked of a drawing. */
export interface Pick {
  strokes: Id[];
  areas: Id[];
}

/** Scaling one way with the other giving way, so that areas stay: squash and stretch. `by` is along x or along y. */
export function keepingVolume(by: number, along: 'x' | 'y'): Matrix {
  return along === 'x' ? scaling(by, 1 / by) : scaling(1 / by, by);
}

export function transformStroke(stroke: Stroke, map: Matrix): Stroke {
  return { ...stroke, points: mapPoints(map, stroke.points, POINT_SIZE) };
}

function transformArea(area: Area, map: Matrix): Area {
  return { ...area, rings: area.rings.map((ring) => mapPoints(map, ring, 2)) };
}

/** All lines and paint mapped. */
export function transformDrawn({ ink, paint }: Planes, map: Matrix): Planes {
  return {
    ink: ink.map((stroke) => transformStroke(stroke, map)),
    paint: paint.map((area) => transformArea(area, map)),
  };
}

/** A drawing's lines and paint with what is picked of them mapped; all else is the very same. */
export function transformPicked({ ink, paint }: Planes, pick: Pick, map: Matrix): Planes {
  const strokes = new Set(pick.strokes);
  const areas = new Set(pick.areas);
  return {
    ink: ink.map((stroke) => (strokes.has(stroke.id) ? transformStroke(stroke, map) : stroke)),
    paint: paint.map((area) => (areas.has(area.id) ? transformArea(area, map) : area)),
  };
}

/**
 * What answers in another drawing to what is picked in one: the lines of the same lineage, the paint of the same
 * swatches; everything when everything is picked.
 */
export function likePicked(source: Drawing, pick: Pick, other: Drawing): Pick {
  if (other.id === source.id) return pick;
  if (pick.strokes.length === source.ink.length && pick.areas.length === source.paint.length) return allOf(other);
  const lineages = new Set(source.ink.filter(({ id }) => pick.strokes.includes(id)).map(({ lineage }) => lineage));
  const swatches = new Set(source.paint.filter(({ id }) => pick.areas.includes(id)).map(({ swatch }) => swatch));
  return {
    strokes: other.ink.filter(({ lineage }) => lineages.has(lineage)).map(({ id }) => id),
    areas: other.paint.filter(({ swatch }) => swatches.has(swatch)).map(({ id }) => id),
  };
}

export function allOf({ ink, paint }: Planes): Pick {
  return { strokes: ink.map(({ id }) => id), areas: paint.map(({ id }) => id) };
}
