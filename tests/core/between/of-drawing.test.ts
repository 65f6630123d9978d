/** What is worked out of a drawing's lines alone is worked out once. */
import { expect, test } from 'vitest';
import { type Shape, shapeOf } from '../../../src/core/between/index.ts';
import { ofDrawing } from '../../../src/core/between/match/of-drawing.ts';

test('once for the same lines at the same size, and anew for others', () => {
  const asked: [lines: Shape[], size: number][] = [];
  const long = ofDrawing((lines, size) => {
    asked.push([lines, size]);
    return lines.map(({ length }) => length / size);
  });
  const [one, other] = [[shapeOf([0, 0, 30, 40])], [shapeOf([0, 0, 30, 40])]];
  const found = long(one, 100);
  expect(found[0]).toBeCloseTo(0.5, 5);
  expect(long(one, 100)).toBe(found);
  expect(long(one, 50)[0]).toBeCloseTo(1, 5);
  expect(long(other, 50)[0]).toBeCloseTo(1, 5);
  expect(long(other, 50)).toBe(long(other, 50));
  expect(asked.map(([lines, size]) => [lines === one, size])).toEqual([
    [true, 100],
    [true, 50],
    [false, 50],
  ]);
});
