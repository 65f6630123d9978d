/** Drawing in a mirror: the maps that carry a line to its images. */

import { about, after, type Matrix, rotation, scaling } from '../plane/matrix.ts';
import type { Stroke } from '../shot/drawing-model.ts';
import { newId } from '../shot/ids.ts';
import type { Mirror } from '../shot/model.ts';
import { transformStroke } from './transform.ts';

/** The maps from a line to its images, the line itself not among them. */
export function mirrorMaps({ way, parts, x, y, turn }: Mirror): Matrix[] {
  const over = (map: Matrix): Matrix => about(after(after(rotation(-turn), map), rotation(turn)), x, y);
  if (way === 'upright') return [over(scaling(-1, 1))];
  if (way === 'level') return [over(scaling(1, -1))];
  if (way === 'both') return [over(scaling(-1, 1)), over(scaling(1, -1)), over(scaling(-1, -1))];
  return Array.from({ length: parts - 1 }, (_, i) => about(rotation((2 * Math.PI * (i + 1)) / parts), x, y));
}

/** A line and its images: each a stroke of its own, with the same brush and texture. */
export function withImages(stroke: Stroke, maps: Matrix[]): Stroke[] {
  return [
    stroke,
    ...maps.map((map) => {
      const id = newId();
      return { ...transformStroke(stroke, map), id, lineage: id };
    }),
  ];
}
