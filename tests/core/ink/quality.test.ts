import { describe, expect, test } from 'vitest';
import { findingsOf, measureLines, plainBrush, plainPencil, qualityOf } from '../../../src/core/ink/index.ts';
import type { Stroke } from '../../../src/core/shot/index.ts';
import { box, circle, strokeThrough } from '../../make.ts';

const kinds = (ink: Stroke[], key: Stroke[]) =>
  findingsOf(qualityOf(ink), qualityOf(key)).map(({ kind, line }) => (line ? `${line} ${kind}` : kind));

describe('line quality', () => {
  test('more open ends than the key has stand out, as many as it has do not', () => {
    const wall = strokeThrough([
      [100, 0],
      [100, 200],
    ]);
    const upTo = (y: number, x: number) =>
      strokeThrough([
        [0, y],
        [x, y],
      ]);
    const key = [wall, upTo(50, 86), upTo(150, 100)];
    expect(kinds([wall, upTo(60, 86), upTo(140, 100)], key)).toEqual([]);
    expect(kinds([wall, upTo(60, 86), upTo(140, 87)], key)).toEqual(['open ends']);
  });
  test('width and darkness are means along the lines', () => {
    const line = strokeThrough(
      [
        [0, 0],
        [100, 0],
      ],
      { brush: plainBrush('pen', 12, 0, 0.8) },
    );
    expect(measureLines([line]).width).toBeCloseTo(12);
    expect(measureLines([line]).darkness).toBeCloseTo(0.8);
    expect(measureLines([line]).length).toBeCloseTo(100);
    // A long thin line counts for more than a short thick one.
    const thin = strokeThrough(
      [
        [0, 0],
        [900, 0],
      ],
      { brush: plainBrush('pen', 2) },
    );
    expect(measureLines([line, thin]).width).toBeCloseTo(3);
    expect(measureLines([])).toEqual({ width: 0, darkness: 0, length: 0 });
  });
  test('a drawing in line with the key stands out in nothing', () => {
    expect(kinds([circle(50, 50, 40)], [circle(90, 60, 40)])).toEqual([]);
  });
  test('a drawing thicker or paler than the key stands out', () => {
    const key = [circle(50, 50, 40, { brush: plainBrush('pen', 8) })];
    expect(kinds([circle(50, 50, 40, { brush: plainBrush('pen', 11) })], key)).toEqual(['thicker']);
    expect(kinds([circle(50, 50, 40, { brush: plainBrush('pen', 5) })], key)).toEqual(['thinner']);
    expect(kinds([circle(50, 50, 40, { brush: plainBrush('pen', 8, 0, 0.7) })], key)).toEqual(['lighter']);
    expect(kinds(key, [circle(50, 50, 40, { brush: plainPencil(8, 0, 0.6) })])).toEqual(['darker']);
  });
  test('a named line is compared with the line of its name', () => {
    const ink = (brim: number) => [
      circle(50, 50, 300, { brush: plainBrush('pen', 8) }),
      strokeThrough(
        [
          [400, 400],
          [430, 400],
        ],
        { name: 'brim', brush: plainBrush('pen', brim) },
      ),
    ];
    expect(kinds(ink(10), ink(7))).toEqual(['brim thicker']);
  });
  test('ends that stop just short of a line are open, those on it are not', () => {
    const wall = strokeThrough([
      [100, 0],
      [100, 200],
    ]);
    const to = (x: number) =>
      qualityOf([
        wall,
        strokeThrough([
          [0, 100],
          [x, 100],
        ]),
      ]);
    expect(to(86).openEnds).toHaveLength(1);
    expect(to(86).openEnds[0]).toMatchObject({ x: 86, y: 100 });
    expect(to(99).openEnds).toHaveLength(0);
    expect(to(40).openEnds).toHaveLength(0);
  });
  test('lines that run over another a little are overlaps, lines that cross it are not', () => {
    const wall = strokeThrough([
      [100, 0],
      [100, 200],
    ]);
    const to = (x: number) =>
      qualityOf([
        wall,
        strokeThrough([
          [0, 100],
          [x, 100],
        ]),
      ]);
    expect(to(118).overlaps).toHaveLength(1);
    expect(to(200).overlaps).toHaveLength(0);
    expect(qualityOf(box(0, 0, 100)).overlaps).toHaveLength(0);
  });
});
