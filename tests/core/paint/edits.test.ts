/** Fence, sweep, daub, wipe, specks, refitting: what they touch and what they leave. */

import { describe, expect, test } from 'vitest';
import { plainBrush } from '../../../src/core/ink/index.ts';
import {
  areaUnder,
  daubRings,
  fence,
  fillSpecks,
  neighbouring,
  PLAIN_PAINT,
  pourAt,
  refit,
  regionMap,
  sweep,
  wipe,
} from '../../../src/core/paint/index.ts';
import { ringsArea } from '../../../src/core/plane/index.ts';
import { type Area, makeArea, type Stroke } from '../../../src/core/shot/index.ts';
import { box, circle, strokeThrough } from '../../make.ts';

const [W, H] = [400, 300];
const FINE = plainBrush('pen', 2);
const INK = [circle(120, 150, 60), circle(120, 130, 14, { brush: FINE }), circle(280, 150, 50)];
const MAP = regionMap(INK, W, H);
const loop = (x: number, y: number, r: number) =>
  Float32Array.from({ length: 80 }, (_, i) =>
    i % 2 === 0 ? x + r * Math.cos((i * Math.PI) / 40) : y + r * Math.sin(((i - 1) * Math.PI) / 40),
  );
const at = (paint: Area[], x: number, y: number) => areaUnder(paint, x, y)?.swatch ?? null;

describe('fence', () => {
  test('paints what lies wholly inside, once each, and nothing else', () => {
    const paint = fence([], MAP, loop(120, 150, 75), 'coat', PLAIN_PAINT);
    expect(paint).toHaveLength(2);
    expect([at(paint, 120, 180), at(paint, 120, 130), at(paint, 280, 150), at(paint, 20, 20)]).toEqual([
      'coat',
      'coat',
      null,
      null,
    ]);
  });
  test('a fence through a region leaves it, and gives the very same paint back', () => {
    const paint = [makeArea('x', [loop(280, 150, 20)])];
    expect(fence(paint, MAP, loop(280, 150, 30), 'coat', PLAIN_PAINT)).toBe(paint);
  });
});

describe('sweep', () => {
  const all = { minX: 0, minY: 0, maxX: W, maxY: H };
  const wishes = { swatch: 'coat', look: PLAIN_PAINT, unpainted: false, lines: false };
  test('fills every enclosed region; the ground stays bare', () => {
    const { ink, paint } = sweep({ ink: INK, paint: [] }, MAP, all, wishes);
    expect(ink).toBe(INK);
    expect([at(paint, 120, 180), at(paint, 120, 130), at(paint, 280, 150), at(paint, 20, 20)]).toEqual([
      'coat',
      'coat',
      'coat',
      null,
    ]);
  });
  test('“unpainted only” leaves what is painted; “lines too” recolours those wholly inside and moves none', () => {
    const painted = fence([], MAP, loop(120, 130, 22), 'button', PLAIN_PAINT);
    const out = sweep(
      { ink: INK, paint: painted },
      MAP,
      { ...all, maxX: 200 },
      { ...wishes, unpainted: true, lines: true },
    );
    expect([at(out.paint, 120, 130), at(out.paint, 120, 180), at(out.paint, 280, 150)]).toEqual([
      'button',
      'coat',
      null,
    ]);
    expect(out.ink.map(({ swatch }) => swatch)).toEqual(['coat', 'coat', 'ink']);
    expect(out.ink.every(({ points }, i) => points === INK[i].points)).toBe(true);
  });
});

describe('pouring at a place', () => {
  test('gives the region a name; on the ground it pours nothing', () => {
    const paint = pourAt([], MAP, 280, 150, 'coat', PLAIN_PAINT, 'left cuff');
    expect(paint?.[0].name).toBe('left cuff');
    expect(pourAt([], MAP, 10, 10, 'coat', PLAIN_PAINT)).toBeNull();
  });
  test('poured anew a region keeps its name, and the edge and softness asked for', () => {
    const once = pourAt([], MAP, 280, 150, 'coat', PLAIN_PAINT, 'left cuff')!;
    const [area] = pourAt(once, MAP, 280, 150, 'scarf', { edge: 'hard', soft: 8, under: 2 })!;
    expect([area.name, area.swatch, area.edge, area.soft]).toEqual(['left cuff', 'scarf', 'hard', 8]);
  });
  test('neighbours are seen across their line', () => {
    const paint = pourAt(pourAt([], MAP, 120, 180, 'coat', PLAIN_PAINT)!, MAP, 120, 130, 'button', PLAIN_PAINT)!;
    expect([...neighbouring(MAP, paint).get('button')!]).toEqual(['coat']);
  });
});

describe('daub and wipe', () => {
  const path = Float32Array.from([160, 150, 12, 240, 150, 12]);
  test('daubed anywhere, a stroke has the brush’s own shape', () => {
    const size = ringsArea(daubRings(path, null));
    expect(Math.abs(size - (80 * 24 + Math.PI * 144))).toBeLessThan(40);
  });
  test('staying inside it is only where paint or line already is', () => {
    const paint = pourAt([], MAP, 120, 180, 'coat', PLAIN_PAINT)!;
    const rings = daubRings(path, { ink: INK, paint });
    for (let x = 165; x < 235; x += 2) {
      // Up to the outer edge of the thick line of the coat, and again from that of the other circle on.
      const inside = x < 184 || x > 226;
      const edge = Math.abs(x - 185) < 3 || Math.abs(x - 225) < 3;
      if (!edge) expect(areaUnder([makeArea('light', rings)], x, 150) !== null, `${x}`).toBe(inside);
    }
  });
  test('where neither is, nothing comes of it', () => {
    expect(daubRings(Float32Array.from([20, 20, 8, 30, 20, 8]), { ink: INK, paint: [] })).toEqual([]);
  });
  test('forty touches move no edge that they do not meet, and each takes exactly what it covers', () => {
    const square = makeArea('coat', [Float32Array.from([20.3, 20.7, 220.1, 20.7, 220.1, 180.9, 20.3, 180.9])]);
    let paint = [square];
    for (let i = 0; i < 40; i++) paint = wipe(paint, Float32Array.from([215 + 0.2 * i, 100, 6]));
    const xs = paint[0].rings.flatMap((ring) => [...ring].filter((_, k) => k % 2 === 0));
    const ys = paint[0].rings.flatMap((ring) => [...ring].filter((_, k) => k % 2 === 1));
    // Edges the touches did not meet lie where they lay.
    for (const [value, all] of [
      [20.3, Math.min(...xs)],
      [20.7, Math.min(...ys)],
      [180.9, Math.max(...ys)],
    ])
      expect(Math.abs(all - value)).toBeLessThan(0.01);
    const size = 199.8 * 160.2;
    const gone = wipe([square], Float32Array.from([120, 100, 10]));
    expect(size - ringsArea(gone[0].rings)).toBeCloseTo(Math.PI * 100, -1);
  });
  test('wiped paint is gone under the brush and stays beside it; areas not touched are the very same', () => {
    const paint = [makeArea('coat', [loop(120, 150, 50)]), makeArea('scarf', [loop(280, 150, 40)])];
    const out = wipe(paint, Float32Array.from([60, 150, 10, 180, 150, 10]));
    expect(out[1]).toBe(paint[1]);
    expect([at(out, 120, 150), at(out, 120, 120), at(out, 120, 180)]).toEqual([null, 'coat', 'coat']);
    expect(wipe(paint, Float32Array.from([20, 20, 5]))).toBe(paint);
    expect(wipe([paint[0]], Float32Array.from([120, 150, 80]))).toEqual([]);
  });
});

describe('specks', () => {
  const speck = [...box(60, 60, 160), circle(140, 140, 6, { brush: FINE })];
  test('are filled with what lies along most of their edge; larger holes are not', () => {
    const map = regionMap(speck, W, H);
    const paint = pourAt([], map, 100, 100, 'coat', PLAIN_PAINT)!;
    expect(at(paint, 140, 140)).toBeNull();
    expect(at(fillSpecks(paint, map, 120), 140, 140)).toBe('coat');
    expect(fillSpecks(paint, map, 20)).toBe(paint);
  });
});

describe('refitting', () => {
  const figure = (dx: number, wide = 10): Stroke[] => [
    circle(160 + dx, 150, 70, { brush: plainBrush('pen', wide) }),
    strokeThrough(
      [
        [160 + dx, 80],
        [160 + dx, 220],
      ],
      { brush: plainBrush('pen', wide) },
    ),
  ];
  const painted = () => {
    const map = regionMap(figure(0), W, H);
    const left = pourAt([], map, 120, 150, 'coat', PLAIN_PAINT)!;
    return pourAt(left, map, 200, 150, 'scarf', PLAIN_PAINT)!;
  };
  test('paint follows a line moved a little; what it is stays', () => {
    const map = regionMap(figure(9), W, H);
    const out = refit(painted(), map);
    expect(out.map(({ swatch }) => swatch)).toEqual(['coat', 'scarf']);
    // The same areas, not new ones: their names and what named them stay.
    const before = painted();
    const fitted = refit(before, map);
    expect(fitted.map(({ id }) => id)).toEqual(before.map(({ id }) => id));
    expect(fitted.map(({ rings }) => rings)).not.toEqual(before.map(({ rings }) => rings));
    // Beside the moved line on its left, and at the outer edge on the right.
    expect([at(out, 165, 150), at(out, 234, 150), at(out, 92, 150)]).toEqual(['coat', 'scarf', null]);
  });
  test('and a line made thicker: no paper shows, nothing runs out', () => {
    const out = refit(painted(), regionMap(figure(0, 24), W, H));
    expect([at(out, 158, 150), at(out, 162, 150), at(out, 232, 150)]).toEqual(['coat', 'scarf', null]);
  });
  test('a tone of its own shape, and paint whose region opened, stay as they are', () => {
    const tone = makeArea('light', [loop(120, 150, 12)]);
    const out = refit([...painted(), tone], regionMap(figure(4), W, H));
    expect(out[2]).toBe(tone);
    const before = painted();
    const opened = refit(before, regionMap([], W, H));
    expect(opened).toEqual(before);
  });
});
