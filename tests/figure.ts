/** A simple figure with an arm to raise, each line of it new, as a hand draws. */
import { sampleStroke } from '../src/core/ink/index.ts';
import { newId, POINT_SIZE, type Stroke } from '../src/core/shot/index.ts';
import { circle, strokeThrough } from './make.ts';

export type Point = [number, number];

export const own = (points: Point[], over: Partial<Stroke> = {}) =>
  strokeThrough(points, { lineage: newId(), ...over });
export const turned = ([x, y]: Point, angle: number, [ox, oy]: Point): Point => [
  ox + Math.cos(angle) * (x - ox) - Math.sin(angle) * (y - oy),
  oy + Math.sin(angle) * (x - ox) + Math.cos(angle) * (y - oy),
];
export const SHOULDER: Point = [300, 220];
export const ARM: Point[] = [
  [300, 220],
  [350, 228],
  [400, 232],
  [450, 228],
];

/** Head, body sides, an arm turned by an angle; every line new, as a hand draws. */
export function figure(angle: number): Stroke[] {
  return [
    { ...circle(270, 130, 50), lineage: newId() },
    own([
      [250, 190],
      [240, 280],
      [246, 380],
    ]),
    own([
      [300, 200],
      [312, 290],
      [306, 380],
    ]),
    own(ARM.map((point) => turned(point, angle, SHOULDER))),
  ];
}

export const lengthOf = (stroke: Stroke) => {
  const samples = sampleStroke(stroke);
  let sum = 0;
  for (let i = 4; i < samples.length; i += 4)
    sum += Math.hypot(samples[i] - samples[i - 4], samples[i + 1] - samples[i - 3]);
  return sum;
};
export const last = ({ points }: Stroke): Point => [
  points[points.length - POINT_SIZE],
  points[points.length - POINT_SIZE + 1],
];
export const first = ({ points }: Stroke): Point => [points[0], points[1]];
export const hand = (stroke: Stroke) =>
  Math.hypot(first(stroke)[0] - 300, first(stroke)[1] - 220) < 30 ? last(stroke) : first(stroke);
export const far = (a: Point, b: Point) => Math.hypot(a[0] - b[0], a[1] - b[1]);
export const SWEEP = -1.4;
