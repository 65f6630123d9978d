/** What counts as a region; bad drawings; and no paper between paint and line, however the line is drawn. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { plainBrush, plainPencil } from '../../../src/core/ink/index.ts';
import {
  areaOf,
  isGround,
  PLAIN_PAINT,
  regionAt,
  regionMap,
  regionPoints,
  regionRings,
} from '../../../src/core/paint/index.ts';
import type { Area, Stroke } from '../../../src/core/shot/index.ts';
import { nodePainter, raster } from '../../canvas.ts';
import { box, circle, strokeThrough } from '../../make.ts';

const [W, H] = [400, 300];
const TRACE = plainBrush('trace', 2);
const FINE = plainBrush('pen', 1.5);

describe('what parts regions', () => {
  test('openings of two lines are closed up to the size asked for, and told where', () => {
    const open = [
      strokeThrough([
        [120, 100],
        [280, 100],
        [280, 220],
      ]),
      strokeThrough([
        [268, 220],
        [120, 220],
        [120, 112],
      ]),
    ].map((stroke) => ({ ...stroke, brush: FINE }));
    const inside = (gap: number) => {
      const map = regionMap(open, W, H, { gap });
      return { enclosed: !isGround(map, regionAt(map, 200, 160)), openings: map.openings };
    };
    expect(inside(6).enclosed).toBe(false);
    const { enclosed, openings } = inside(16);
    expect(enclosed).toBe(true);
    // Two openings, each found from one end or from both.
    const middles = Array.from({ length: openings.length / 4 }, (_, i) => [
      (openings[4 * i] + openings[4 * i + 2]) / 2,
      (openings[4 * i + 1] + openings[4 * i + 3]) / 2,
    ]);
    for (const [x, y] of [
      [274, 220],
      [120, 106],
    ])
      expect(middles.some(([mx, my]) => Math.hypot(mx - x, my - y) < 5)).toBe(true);
  });
  test('a hook is not bridged to itself along its own line', () => {
    const line = strokeThrough([
      [60, 150],
      [200, 140],
      [340, 150],
    ]);
    expect(regionMap([{ ...line, brush: FINE }], W, H, { gap: 40 }).openings).toHaveLength(0);
  });
  test('specks belong to what lies round them', () => {
    const ink = [circle(200, 150, 90), circle(200, 150, 8, { brush: FINE })];
    expect(regionMap(ink, W, H).count).toBe(3);
    const map = regionMap(ink, W, H, { specks: 220 });
    expect(map.count).toBe(2);
    expect(regionAt(map, 200, 150)).toBe(regionAt(map, 150, 150));
  });
  test('lines fainter than asked part nothing', () => {
    const ink = [circle(200, 150, 90), circle(200, 150, 40, { brush: plainPencil(6, 0, 0.15) })];
    expect(regionMap(ink, W, H, { faint: 0 }).count).toBe(3);
    expect(regionMap(ink, W, H, { faint: 0.4 }).count).toBe(2);
  });
  test('trace lines part regions, however faint lines are taken', () => {
    const across = strokeThrough(
      [
        [200, 40],
        [200, 260],
      ],
      { brush: TRACE },
    );
    const map = regionMap([circle(200, 150, 90), across], W, H, { faint: 0.9 });
    const other = regionMap([circle(200, 150, 90, { brush: FINE }), across], W, H);
    expect(regionAt(other, 160, 150)).not.toBe(regionAt(other, 240, 150));
    expect(regionAt(map, 160, 150)).not.toBe(regionAt(map, 240, 150));
  });
  test('what the frame cuts off at one edge is figure, what reaches two is ground', () => {
    const coat = strokeThrough([
      [120, 310],
      [140, 120],
      [260, 120],
      [280, 310],
    ]);
    const map = regionMap([coat], W, H);
    expect(isGround(map, regionAt(map, 200, 250))).toBe(false);
    expect(isGround(map, regionAt(map, 20, 20))).toBe(true);
  });
  test('each region has a point of its own in it', () => {
    const map = regionMap([...box(40, 40, 100), circle(260, 150, 60), circle(260, 150, 20)], W, H);
    const points = regionPoints(map);
    for (let label = 1; label <= map.count; label++)
      expect(regionAt(map, points[2 * label], points[2 * label + 1])).toBe(label);
  });
});

describe('drawings nobody wishes for', () => {
  test('no line at all: one region, the ground, that leads to no enclosed one', () => {
    const map = regionMap([], W, H, { gap: 40, specks: 60 });
    expect(map.count).toBe(1);
    expect(isGround(map, 1)).toBe(true);
  });
  test('five thousand regions of hatching, each found and traced', () => {
    const hatching: Stroke[] = [];
    for (let x = 10; x <= 1430; x += 20)
      hatching.push(
        strokeThrough(
          [
            [x, 5],
            [x, 1435],
          ],
          { brush: FINE },
        ),
      );
    for (let y = 10; y <= 1430; y += 20)
      hatching.push(
        strokeThrough(
          [
            [5, y],
            [1435, y],
          ],
          { brush: FINE },
        ),
      );
    const map = regionMap(hatching, 1440, 1440, { gap: 6 });
    expect(map.count).toBeGreaterThan(5000);
    const rings = regionRings(map, regionAt(map, 700, 700));
    expect(rings).toHaveLength(1);
  });
  test('regions of one pixel have rings, unless they are given to their neighbours', () => {
    const grid = Array.from({ length: 12 }, (_, i) =>
      strokeThrough(
        [
          [100.5 + 3 * i, 90],
          [100.5 + 3 * i, 140],
        ],
        { brush: plainBrush('pen', 1) },
      ),
    );
    const level = Array.from({ length: 12 }, (_, i) =>
      strokeThrough(
        [
          [90, 100.5 + 3 * i],
          [140, 100.5 + 3 * i],
        ],
        { brush: plainBrush('pen', 1) },
      ),
    );
    const map = regionMap([...grid, ...level], W, H);
    expect(map.count).toBeGreaterThan(60);
    for (let label = 1; label <= map.count; label++) expect(regionRings(map, label, 0).length).toBeGreaterThan(0);
    expect(regionMap([...grid, ...level], W, H, { specks: 12 }).count).toBeLessThan(8);
  });
  test('a scribble that crosses itself hundreds of times', () => {
    const scribble = strokeThrough(
      Array.from({ length: 600 }, (_, i): [number, number] => [
        200 + 150 * Math.sin(i * 0.37),
        150 + 120 * Math.sin(i * 0.53 + 1),
      ]),
      { brush: FINE },
    );
    const map = regionMap([scribble], W, H, { gap: 20, specks: 4 });
    expect(map.labels.includes(0)).toBe(false);
  });
  test('a paper of 8192 x 4608 is mapped smaller, and says how much', () => {
    const map = regionMap([circle(4000, 2300, 1500, { brush: plainBrush('pen', 40) })], 8192, 4608, { gap: 10 });
    expect(map.width * map.height).toBeLessThan(4_300_000);
    expect(map.scale).toBeLessThan(0.4);
    expect(regionAt(map, 4000, 2300)).not.toBe(regionAt(map, 20, 20));
  });
});

describe('no pale pixel', () => {
  /** Two halves of a circle, parted by a line, painted red and blue over white; at a magnification. */
  function halves(middle: Stroke, outline: Stroke, zoom: number, gap = 0) {
    const ink = [outline, middle];
    const map = regionMap(ink, 200, 150, { gap });
    const paint = [
      areaOf(map, regionAt(map, 75, 75), 'red', PLAIN_PAINT),
      areaOf(map, regionAt(map, 125, 75), 'blue', PLAIN_PAINT),
    ];
    const colours = new Map([
      ['red', '#ff0000'],
      ['blue', '#0000ff'],
      ['ink', '#000000'],
    ]);
    return raster(200 * zoom, 150 * zoom, (context) => {
      context.fillStyle = '#ffffff';
      context.fillRect(0, 0, 200 * zoom, 150 * zoom);
      context.setTransform(zoom, 0, 0, zoom, 0, 0);
      const painter = nodePainter();
      painter.paintAreas(context, paint, colours);
      painter.paintInk(context, ink, colours);
    });
  }
  const upright = (brush = FINE) =>
    strokeThrough(
      [
        [100, 20],
        [97, 60],
        [104, 90],
        [100, 130],
      ],
      { brush },
    );
  const lines: [string, Stroke, number][] = [
    ['a fine line', upright(), 0],
    ['a thick line', upright(plainBrush('pen', 8)), 0],
    ['a pencil with a tooth', upright(plainPencil(5, 0.5)), 0],
    ['a trace line', upright(TRACE), 0],
    [
      'an opening that is closed',
      strokeThrough(
        [
          [100, 20],
          [100, 118],
        ],
        { brush: FINE },
      ),
      20,
    ],
  ];
  for (const zoom of [1, 4])
    for (const [name, middle, gap] of lines)
      test(`beside ${name}, at ${100 * zoom} %`, () => {
        const seen = halves(middle, circle(100, 75, 55, { brush: plainBrush('pen', 6) }), zoom, gap);
        // Green comes from the paper alone.
        let most = 0;
        for (let y = 30 * zoom; y < 120 * zoom; y++)
          for (let x = 60 * zoom; x < 140 * zoom; x++)
            if (Math.hypot(x / zoom - 100, y / zoom - 75) < 50)
              most = Math.max(most, seen.data[4 * (y * seen.width + x) + 1]);
        expect(most).toBeLessThan(10);
      });
  test('a trace line is not seen: at its place there is one paint or the other', () => {
    const seen = halves(upright(TRACE), circle(100, 75, 55), 4);
    for (let y = 40; y < 110; y += 3)
      for (let x = 85; x < 115; x++) {
        const [red, green, blue] = [0, 1, 2].map((k) => seen.data[4 * (4 * y * seen.width + 4 * x) + k]);
        expect(green).toBeLessThan(10);
        expect(red + blue).toBeGreaterThan(245);
      }
  });
});

test('poured regions of any drawing leave no enclosed paper bare', () => {
  const shapes = fc.array(
    fc.tuple(fc.integer({ min: 40, max: 160 }), fc.integer({ min: 40, max: 110 }), fc.integer({ min: 10, max: 40 })),
    { minLength: 1, maxLength: 5 },
  );
  fc.assert(
    fc.property(shapes, (list) => {
      const ink = list.map(([x, y, r]) => circle(x, y, r, { brush: FINE }));
      const map = regionMap(ink, 200, 150);
      const paint: Area[] = [];
      for (let label = 1; label <= map.count; label++)
        if (!isGround(map, label)) paint.push(areaOf(map, label, 'red', PLAIN_PAINT));
      const colours = new Map([
        ['red', '#ff0000'],
        ['ink', '#000000'],
      ]);
      const seen = raster(200, 150, (context) => {
        context.fillStyle = '#ffffff';
        context.fillRect(0, 0, 200, 150);
        nodePainter().paintAreas(context, paint, colours);
        nodePainter().paintInk(context, ink, colours);
      });
      // Green comes from the paper alone.
      for (let i = 0; i < map.labels.length; i++)
        if (map.mask[i] === 0 && !isGround(map, map.labels[i])) expect(seen.data[4 * i + 1]).toBeLessThan(64);
    }),
    { numRuns: 40 },
  );
});
