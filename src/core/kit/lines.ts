/** Lines and areas of the kit, put into a drawing from plain points. */
import { plainBrush } from '../ink/index.ts';
import { type Area, type Brush, type Id, makeArea, newId, POINT_SIZE, type Stroke } from '../shot/index.ts';

export type Dot = readonly [x: number, y: number];

/** A pen that swells with pressure and runs out at its ends. @param width paper pixels */
export function kitPen(width: number): Brush {
  return { ...plainBrush('pen', width, 0.6), taper: { start: width, end: 1.5 * width } };
}

/** A line through dots, drawn as a hand would: pressed most in its middle. */
export function kitLine(dots: readonly Dot[], brush: Brush, swatch: Id, name: string, closed = false): Stroke {
  const points = new Float32Array(dots.length * POINT_SIZE);
  dots.forEach(([x, y], i) => {
    const pressure = closed ? 0.55 : 0.4 + 0.3 * Math.sin((Math.PI * i) / Math.max(1, dots.length - 1));
    points.set([x, y, pressure, 0, 0, i * 0.02], i * POINT_SIZE);
  });
  return { id: newId(), lineage: newId(), name, brush, swatch, points, closed, seed: 1 };
}

/** An area within a closed row of dots. */
export function kitArea(dots: readonly Dot[], swatch: Id, name: string): Area {
  return makeArea(swatch, [Float32Array.from(dots.flat())], { name });
}
