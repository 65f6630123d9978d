/** Areas of paint by where they lie. */
import { ringsContain } from '../plane/rings.ts';
import type { Area } from '../shot/model.ts';

/** The topmost area under a point, or null. */
export function areaUnder(paint: Area[], x: number, y: number): Area | null {
  for (let i = paint.length - 1; i >= 0; i--) if (ringsContain(paint[i].rings, x, y)) return paint[i];
  return null;
}
