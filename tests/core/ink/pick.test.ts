import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  allOf,
  boxOf,
  keepingVolume,
  likePicked,
  pickInside,
  pickSwatch,
  stillThere,
  strokeAt,
  transformPicked,
  transformStroke,
} from '../../../src/core/ink/index.ts';
import { areaUnder } from '../../../src/core/paint/index.ts';
import { about, after, inverse, rotation, scaling, translation } from '../../../src/core/plane/index.ts';
import { makeArea, makeDrawing, POINT_SIZE } from '../../../src/core/shot/index.ts';
import { circle, strokeThrough } from '../../make.ts';

const line = strokeThrough(
  [
    [0, 50],
    [100, 50],
  ],
  { id: 'line', lineage: 'ground', swatch: 'graphite' },
);
const ring = circle(60, 60, 20, { id: 'ring', lineage: 'head', swatch: 'skin' });
const paint = [makeArea('skin', [Float32Array.from([50, 50, 70, 50, 70, 70])], { id: 'cheek' })];
const drawing = makeDrawing('layer', 1, { ink: [line, ring], paint });
const pass = (...path: number[]) => Float32Array.from(path);
const number = fc.double({ min: -400, max: 400, noNaN: true });

/** Area of a closed line through its control points. */
function areaOf(points: Float32Array): number {
  let sum = 0;
  for (let i = 0; i < points.length; i += POINT_SIZE) {
    const j = (i + POINT_SIZE) % points.length;
    sum += points[i] * points[j + 1] - points[j] * points[i + 1];
  }
  return Math.abs(sum) / 2;
}

describe('picking', () => {
  test('takes the topmost line whose ink is under the pen, or near it', () => {
    expect(strokeAt(drawing.ink, 20, 53, 0)?.id).toBe('line');
    expect(strokeAt(drawing.ink, 20, 60, 0)).toBeNull();
    expect(strokeAt(drawing.ink, 20, 60, 6)?.id).toBe('line');
    expect(strokeAt(drawing.ink, 60 + 20 * Math.cos(3.7), 60 + 20 * Math.sin(3.7), 1)?.id).toBe('ring');
    expect(strokeAt([ring, line], 43, 50, 1)?.id).toBe('line');
  });
  test('inside a loop are lines and paint of which more than half is', () => {
    const loop = Float32Array.from([35, 35, 85, 35, 85, 85, 35, 85]);
    expect(pickInside(drawing, loop)).toEqual({ strokes: ['ring'], areas: ['cheek'] });
    expect(pickInside(drawing, Float32Array.from([0, 0, 9, 0, 9, 9]))).toEqual({ strokes: [], areas: [] });
  });
  test('paint is picked where it fills, not in its holes', () => {
    const rings = [pass(0, 0, 90, 0, 90, 90, 0, 90), pass(30, 30, 60, 30, 60, 60, 30, 60)];
    const holed = makeArea('s', rings, { id: 'coat' });
    expect(areaUnder([holed], 10, 10)?.id).toBe('coat');
    expect(areaUnder([holed], 45, 45)).toBeNull();
    expect(areaUnder([holed, ...paint], 69, 65)?.id).toBe('cheek');
  });
  test('by swatch, all, and what is still there', () => {
    expect(pickSwatch(drawing, 'skin')).toEqual({ strokes: ['ring'], areas: ['cheek'] });
    expect(allOf(drawing)).toEqual({ strokes: ['line', 'ring'], areas: ['cheek'] });
    expect(stillThere(drawing, { strokes: ['gone', 'ring'], areas: ['gone'] })).toEqual({
      strokes: ['ring'],
      areas: [],
    });
  });
  test('the box lies round the middles of the lines', () => {
    const box = boxOf(drawing, { strokes: ['ring'], areas: [] })!;
    for (const [side, wanted] of [
      [box.minX, 40],
      [box.maxX, 80],
      [box.minY, 40],
      [box.maxY, 80],
    ])
      expect(side).toBeCloseTo(wanted, 0);
    expect(boxOf(drawing, { strokes: [], areas: [] })).toBeNull();
  });
});

describe('changing', () => {
  test('what is not picked stays the very same; widths, pressure and lineage stay', () => {
    const after = transformPicked(drawing, { strokes: ['ring'], areas: ['cheek'] }, translation(10, -5));
    expect(after.ink[0]).toBe(line);
    expect(after.ink[1]).toMatchObject({ id: 'ring', lineage: 'head', brush: ring.brush });
    expect([after.ink[1].points[0], after.ink[1].points[1]]).toEqual([90, 55]);
    expect([...after.paint[0].rings[0]].slice(0, 2)).toEqual([60, 45]);
    expect(drawing.paint[0].rings[0][0]).toBe(50);
  });
  test('a change and its inverse bring every point back within a hundredth of a pixel', () => {
    fc.assert(
      fc.property(
        number,
        number,
        fc.double({ min: 0.2, max: 5, noNaN: true }),
        fc.double({ min: 0.2, max: 5, noNaN: true }),
        fc.double({ min: -4, max: 4, noNaN: true }),
        (x, y, sx, sy, angle) => {
          const map = after(about(scaling(sx, -sy), x, y), about(rotation(angle), y, x));
          const back = transformStroke(transformStroke(ring, map), inverse(map));
          for (let i = 0; i < back.points.length; i++)
            expect(Math.abs(back.points[i] - ring.points[i])).toBeLessThan(0.01);
        },
      ),
      { numRuns: 500 },
    );
  });
  test('keeping the volume, the area stays within a thousandth', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.25, max: 4, noNaN: true }), fc.constantFrom('x', 'y'), (by, along) => {
        const squashed = transformStroke(ring, about(keepingVolume(by, along as 'x'), 60, 80));
        expect(Math.abs(areaOf(squashed.points) / areaOf(ring.points) - 1)).toBeLessThan(0.001);
      }),
      { numRuns: 200 },
    );
  });
  test('about a pivot, the pivot stays', () => {
    const stroke = strokeThrough([
      [40, 40],
      [60, 40],
    ]);
    const corner = transformStroke(stroke, about(rotation(Math.PI / 2), 40, 40)).points;
    expect(corner[0]).toBeCloseTo(40, 4);
    expect(corner[POINT_SIZE]).toBeCloseTo(40, 4);
    expect(corner[POINT_SIZE + 1]).toBeCloseTo(60, 4);
  });
  test('in other drawings the same lines answer by lineage, the same paint by swatch', () => {
    const other = makeDrawing('layer', 2, {
      ink: [circle(90, 60, 20, { id: 'ring2', lineage: 'head' }), { ...line, id: 'line2' }],
      paint: [makeArea('skin', [], { id: 'cheek2' })],
    });
    expect(likePicked(drawing, { strokes: ['ring'], areas: [] }, other)).toEqual({ strokes: ['ring2'], areas: [] });
    expect(likePicked(drawing, { strokes: ['line'], areas: ['cheek'] }, other)).toEqual({
      strokes: ['line2'],
      areas: ['cheek2'],
    });
    expect(likePicked(drawing, allOf(drawing), other)).toEqual(allOf(other));
    expect(likePicked(drawing, { strokes: ['ring'], areas: [] }, drawing).strokes).toEqual(['ring']);
  });
});
