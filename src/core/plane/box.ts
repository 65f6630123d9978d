/** Upright boxes. */
import { type Matrix, mapPoint } from './matrix.ts';

export interface Box {
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
}

/** A box that holds nothing, to be widened. */
export function emptyBox(): Box {
  return { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity };
}

export function isEmptyBox({ minX, maxX }: Box): boolean {
  return minX > maxX;
}

/** Widens a box in place so that it holds a point. */
function widen(box: Box, x: number, y: number): void {
  if (x < box.minX) box.minX = x;
  if (x > box.maxX) box.maxX = x;
  if (y < box.minY) box.minY = y;
  if (y > box.maxY) box.maxY = y;
}

/** Widens a box in place so that it holds all points of a list. @param stride numbers a point, x and y first */
export function widenByPoints(box: Box, points: ArrayLike<number>, stride: number): void {
  for (let i = 0; i + 1 < points.length; i += stride) widen(box, points[i], points[i + 1]);
}

/** The box around points; empty for none. @param stride numbers a point, x and y first */
export function boxOfPoints(points: ArrayLike<number>, stride: number): Box {
  const box = emptyBox();
  widenByPoints(box, points, stride);
  return box;
}

export function grownBox({ minX, minY, maxX, maxY }: Box, by: number): Box {
  return { minX: minX - by, minY: minY - by, maxX: maxX + by, maxY: maxY + by };
}

/** Whether two boxes have a point in common, their edges included. */
export function boxesMeet(a: Box, b: Box): boolean {
  return a.minX <= b.maxX && a.maxX >= b.minX && a.minY <= b.maxY && a.maxY >= b.minY;
}

/** The upright box around a box under a map. */
export function mapBox(m: Matrix, { minX, minY, maxX, maxY }: Box): Box {
  const out = emptyBox();
  for (const x of [minX, maxX]) for (const y of [minY, maxY]) widen(out, ...mapPoint(m, x, y));
  return out;
}

/** The smallest box around two. */
export const joinedBox = (a: Box, b: Box): Box => ({
  minX: Math.min(a.minX, b.minX),
  minY: Math.min(a.minY, b.minY),
  maxX: Math.max(a.maxX, b.maxX),
  maxY: Math.max(a.maxY, b.maxY),
});
