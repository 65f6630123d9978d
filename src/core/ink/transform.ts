/** Lines and paint moved, scaled, turned and flipped. Line widths stay: a scaled figure is still drawn with one line. */
import { after, type Matrix, mapPoint } from '../picture/matrix.ts';
import { type Area, type Drawing, type Id, POINT_SIZE, type Stroke } from '../shot/model.ts';

/** What is picked of a drawing. */
export interface Pick {
  strokes: Id[];
  areas: Id[];
}

/** The lines and paint of a drawing. */
type Drawn = { ink: Stroke[]; paint: Area[] };

export const moved = (dx: number, dy: number): Matrix => [1, 0, 0, 1, dx, dy];
export const scaled = (sx: number, sy: number): Matrix => [sx, 0, 0, sy, 0, 0];
/** @param angle radians, clockwise on the paper. */
export const turned = (angle: number): Matrix => [
  Math.cos(angle),
  Math.sin(angle),
  -Math.sin(angle),
  Math.cos(angle),
  0,
  0,
];

/** A map done about a point that stays where it is. */
export function about(map: Matrix, x: number, y: number): Matrix {
  return after(after(moved(-x, -y), map), moved(x, y));
}

/** Scaling one way with the other giving way, so that areas stay: squash and stretch. `by` is along x or along y. */
export function keepingVolume(by: number, along: 'x' | 'y'): Matrix {
  return along === 'x' ? scaled(by, 1 / by) : scaled(1 / by, by);
}

export function transformStroke(stroke: Stroke, map: Matrix): Stroke {
  const points = stroke.points.slice();
  for (let i = 0; i < points.length; i += POINT_SIZE) {
    const [x, y] = mapPoint(map, points[i], points[i + 1]);
    points[i] = x;
    points[i + 1] = y;
  }
  return { ...stroke, points };
}

function transformArea(area: Area, map: Matrix): Area {
  return {
    ...area,
    rings: area.rings.map((ring) => {
      const out = ring.slice();
      for (let i = 0; i < out.length; i += 2) {
        const [x, y] = mapPoint(map, out[i], out[i + 1]);
        out[i] = x;
        out[i + 1] = y;
      }
      return out;
    }),
  };
}

/** All lines and paint mapped. */
export function transformDrawn({ ink, paint }: Drawn, map: Matrix): Drawn {
  return {
    ink: ink.map((stroke) => transformStroke(stroke, map)),
    paint: paint.map((area) => transformArea(area, map)),
  };
}

/** A drawing's lines and paint with what is picked of them mapped; all else is the very same. */
export function transformPicked({ ink, paint }: Drawn, pick: Pick, map: Matrix): Drawn {
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

export function allOf({ ink, paint }: Drawn): Pick {
  return { strokes: ink.map(({ id }) => id), areas: paint.map(({ id }) => id) };
}
