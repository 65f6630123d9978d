/** A drawing's lines as the matching compares them. */

import { linesFingerprint, type Shape, shapeOf, textPrint } from '../../between/index.ts';
import { POINT_SIZE, type Stroke } from '../../shot/drawing-model.ts';

export function shapeOfLine({ points, closed }: Pick<Stroke, 'points' | 'closed'>): Shape {
  const n = points.length / POINT_SIZE;
  const path: number[] = [];
  for (let i = 0; i < n; i++) path.push(points[i * POINT_SIZE], points[i * POINT_SIZE + 1]);
  if (closed && n > 1) path.push(path[0], path[1]);
  return shapeOf(path);
}

/** A drawing's lines, what each is a copy of, and a print that drawings with the same lines share. */
export function linedOf({ ink }: { ink: Stroke[] }): { shapes: Shape[]; lineages: string[]; print: string } {
  const lineages = ink.map(({ lineage }) => lineage);
  const print = `${linesFingerprint({ ink })}.${textPrint(lineages.join(' '))}`;
  return { shapes: ink.map(shapeOfLine), lineages, print };
}

/** How high lines stand together, pixels; at least 1. */
export function heightOf(shapes: Shape[]): number {
  let [low, high] = [Infinity, -Infinity];
  for (const { path } of shapes)
    for (let i = 1; i < path.length; i += 2) {
      low = Math.min(low, path[i]);
      high = Math.max(high, path[i]);
    }
  return Math.max(1, high - low);
}
