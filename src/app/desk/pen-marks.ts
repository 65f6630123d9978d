/** What shows where the pen is: the ring of a tool that has a width, and the string a line is pulled on. */
import type { Point } from '../../core/plane/index.ts';
import { type Matrix, mapPoint } from '../../core/plane/index.ts';

/** Smaller rings are not shown, CSS pixels. */
const LEAST_RING = 4;

/** @param size CSS pixels across; the ring is hidden where there is no place */
export function showRing(ring: HTMLElement, at: Point | null, size: number): void {
  if (!at || size < LEAST_RING) {
    ring.style.opacity = '0';
    return;
  }
  ring.style.opacity = '1';
  ring.style.width = `${size}px`;
  ring.style.height = `${size}px`;
  ring.style.transform = `translate(${at.x - size / 2}px, ${at.y - size / 2}px)`;
}

/** From the end of the line to the pen, paper pixels; null takes the string away. */
export function showString(string: SVGLineElement, from: Point | null, to: Point, toScreen: Matrix): void {
  string.style.display = from ? '' : 'none';
  if (!from) return;
  const set = (end: '1' | '2', { x, y }: Point) => {
    const [sx, sy] = mapPoint(toScreen, x, y);
    string.setAttribute(`x${end}`, String(sx));
    string.setAttribute(`y${end}`, String(sy));
  };
  set('1', from);
  set('2', to);
}
