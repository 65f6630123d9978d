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

interface LinedInk {
  shapes: Shape[];
  /** What each line is a copy of. */
  lineages: string[];
  /** Drawings with the same lines have the same. */
  print: string;
}

/** Lines are asked for ahead of carrying paint, and when it is carried. */
const known = new WeakMap<Stroke[], LinedInk>();

/** A drawing's lines as they are matched: worked out once, so that they must not be changed. */
export function linedOf({ ink }: { ink: Stroke[] }): LinedInk {
  let own = known.get(ink);
  if (!own) {
    const lineages = ink.map(({ lineage }) => lineage);
    const print = `${linesFingerprint({ ink })}.${textPrint(lineages.join(' '))}`;
    known.set(ink, (own = { shapes: ink.map(shapeOfLine), lineages, print }));
  }
  return own;
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
