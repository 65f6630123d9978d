import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  constant,
  curveHeight,
  driveAt,
  handFrom,
  handPressure,
  LineSampler,
  mouseTaper,
  PLAIN_HAND,
  plainBrush,
  plainPencil,
  respond,
  SAMPLE_SIZE,
  SHIPPED_BRUSHES,
  sampleStroke,
  withWidth,
} from '../../../src/core/ink/index.ts';
import { type Brush, type Drive, POINT_SIZE, type Response } from '../../../src/core/shot/index.ts';
import { nodePainter, raster } from '../../canvas.ts';
import { strokeThrough } from '../../make.ts';

const answer = (drive: Drive, lowest: number, highest: number, curve = [0, 0.25, 0.5, 0.75, 1]): Response => ({
  drive,
  lowest,
  highest,
  curve,
});

/** A level line whose points carry what `at` gives for t 0..1: pressure, tilt and the time. */
function driven(at: (t: number) => { pressure?: number; tilt?: number; time?: number }, brush: Brush, count = 21) {
  const line = strokeThrough(
    Array.from({ length: count }, (_, i): [number, number] => [20 + i * 12, 60]),
    { brush },
  );
  for (let i = 0; i < count; i++) {
    const { pressure = 0.5, tilt = 0, time = i * 0.01 } = at(i / (count - 1));
    line.points.set([pressure, tilt, 0, time], i * POINT_SIZE + 2);
  }
  return line;
}

const radii = (stroke: Parameters<typeof sampleStroke>[0]) => {
  const samples = sampleStroke(stroke);
  return Array.from({ length: samples.length / SAMPLE_SIZE }, (_, i) => samples[i * SAMPLE_SIZE + 2]);
};

describe('how a brush answers the hand', () => {
  test('the curve goes through its heights and never beyond the two it lies between', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 5, maxLength: 5 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (heights, x) => {
          for (let i = 0; i < 5; i++) expect(curveHeight(heights, i / 4)).toBeCloseTo(heights[i], 6);
          const i = Math.min(3, Math.floor(x * 4));
          const [low, high] = [Math.min(heights[i], heights[i + 1]), Math.max(heights[i], heights[i + 1])];
          expect(curveHeight(heights, x)).toBeGreaterThanOrEqual(low - 1e-9);
          expect(curveHeight(heights, x)).toBeLessThanOrEqual(high + 1e-9);
        },
      ),
    );
  });
  test('values run from the lowest to the highest', () => {
    const response = answer('pressure', 0.2, 1.8);
    expect(respond(response, 0)).toBeCloseTo(0.2);
    expect(respond(response, 0.5)).toBeCloseTo(1);
    expect(respond(response, 1)).toBeCloseTo(1.8);
    expect(respond(response, 7)).toBeCloseTo(1.8);
    expect(respond(constant(0.6), 0.1)).toBe(0.6);
  });
  test('width follows pressure, tilt or speed, whichever drives it', () => {
    const wide = (drive: Drive): Brush => ({ ...plainBrush('pen', 20), widthBy: answer(drive, 0.2, 1) });
    const rises = (list: number[]) => expect(list.at(-2)!).toBeGreaterThan(1.6 * list[1]);
    rises(radii(driven((t) => ({ pressure: t }), wide('pressure'))));
    rises(radii(driven((t) => ({ tilt: t * 1.2 }), wide('tilt'))));
    // Every step takes less time than the one before: the pen speeds up.
    rises(radii(driven((t) => ({ time: 0.4 * t ** 0.3 }), wide('speed'))));
    const even = radii(driven((t) => ({ pressure: t, tilt: t }), plainBrush('pen', 20)));
    expect(new Set(even.map((r) => r.toFixed(4)))).toEqual(new Set(['10.0000']));
  });
  test('a pen without tilt or pressure draws at the lowest, never nothing', () => {
    for (const { brush } of SHIPPED_BRUSHES)
      for (const radius of radii(driven(() => ({ pressure: 0, tilt: 0, time: 0 }), brush)))
        expect(radius).toBeGreaterThanOrEqual(0.25);
    expect(driveAt('speed', driven(() => ({ time: 0 }), plainBrush('pen', 4)).points, 3, 21)).toBe(0);
  });
  test('a line comes in and runs out over its taper; one too short for both is half one, half the other', () => {
    const brush = { ...plainBrush('pen', 20), taper: { start: 40, end: 80 } };
    const long = radii(driven(() => ({}), brush));
    expect(long[0]).toBeLessThan(0.5);
    expect(long.at(-1)).toBeLessThan(0.5);
    expect(Math.max(...long)).toBeCloseTo(10);
    const short = radii(
      strokeThrough(
        [
          [0, 0],
          [12, 0],
          [24, 0],
          [36, 0],
        ],
        { brush },
      ),
    );
    expect(short[0]).toBeLessThan(0.5);
    expect(Math.max(...short)).toBeGreaterThan(5);
    // A dot does not taper away.
    expect(radii(strokeThrough([[5, 5]], { brush }))).toEqual([10]);
  });
  test('a line sampled as it grows is the line sampled whole', () => {
    const point = fc.tuple(fc.integer({ min: 0, max: 300 }), fc.integer({ min: 0, max: 200 }));
    fc.assert(
      fc.property(
        fc.array(point, { minLength: 1, maxLength: 40 }),
        fc.constantFrom(...SHIPPED_BRUSHES),
        (list, { brush }) => {
          const plain = { ...brush, taper: { start: 0, end: 0 } };
          const stroke = strokeThrough(list as [number, number][], { brush: plain });
          const sampler = new LineSampler(plain);
          let last = sampler.sample(stroke.points.subarray(0, POINT_SIZE)).samples;
          for (let n = 2; n <= list.length; n++)
            last = sampler.sample(stroke.points.subarray(0, n * POINT_SIZE)).samples;
          expect([...last]).toEqual([...sampleStroke(stroke)]);
        },
      ),
      { numRuns: 200 },
    );
  });
});

describe('a line of every shipped brush', () => {
  const swell = (t: number) => ({ pressure: Math.sin(Math.PI * t), tilt: 0.6 * t });
  const shown = (brush: Brush, scale: number, seed = 3) =>
    raster(300 * scale, 120 * scale, (context) => {
      context.setTransform(scale, 0, 0, scale, 0, 0);
      nodePainter().paintInk(context, [{ ...driven(swell, brush), seed }], new Map([['ink', '#000000']]));
    });
  for (const { name, brush } of SHIPPED_BRUSHES) {
    test(`${name}: covers as much ink at 25 %, 100 % and 400 %, in the same places`, () => {
      const ink = (scale: number) => shown(brush, scale).covered() / scale ** 2;
      const own = ink(1);
      expect(own).toBeGreaterThan(60);
      expect(Math.abs(ink(4) - own) / own).toBeLessThan(0.06);
      expect(Math.abs(ink(0.25) - own) / own).toBeLessThan(0.12);
    });
    test(`${name}: comes out the same every time`, () => {
      expect(Buffer.from(shown(brush, 1).data).equals(Buffer.from(shown(brush, 1).data))).toBe(true);
    });
  }
  test('over several tiles it is the line that it is in one piece', () => {
    const points: [number, number][] = Array.from({ length: 40 }, (_, i) => [40 + 38 * i, 60 + 30 * Math.sin(i / 3)]);
    for (const { brush } of SHIPPED_BRUSHES.filter(({ brush: each }) => each.stamp || each.grain)) {
      const stroke = strokeThrough(points, { brush, seed: 7 });
      const paint = (width: number, x: number) =>
        raster(width, 140, (context) => {
          context.setTransform(1, 0, 0, 1, -x, 0);
          nodePainter().paintInk(context, [stroke], new Map([[stroke.swatch, '#2a2924']]));
        });
      // Wider than a tile; then the part around the seam alone.
      const whole = paint(1600, 0);
      const seam = paint(80, 984);
      let differ = 0;
      for (let y = 0; y < 140; y++)
        for (let px = 0; px < 80; px++) {
          const [a, b] = [4 * (y * 1600 + 984 + px) + 3, 4 * (y * 80 + px) + 3];
          if (Math.abs(whole.data[a] - seam.data[b]) > 1) differ++;
        }
      expect(differ).toBe(0);
    }
  });
  test('a textured line lies elsewhere with another seed', () => {
    const { brush } = SHIPPED_BRUSHES.find(({ name }) => name === 'Charcoal')!;
    expect(Buffer.from(shown(brush, 1, 3).data).equals(Buffer.from(shown(brush, 1, 4).data))).toBe(false);
  });
  test('light pressure leaves the paper’s pits bare', () => {
    const grey = (pressure: number) =>
      raster(300, 120, (context) =>
        nodePainter().paintInk(
          context,
          [driven(() => ({ pressure }), plainPencil(20, 0))],
          new Map([['ink', '#000000']]),
        ),
      ).covered();
    expect(grey(0.15)).toBeLessThan(0.55 * grey(1));
  });
});

describe('hands and mice', () => {
  test('a test stroke makes this hand’s light light and its heavy heavy', () => {
    const hand = handFrom(Array.from({ length: 80 }, (_, i) => 0.2 + (0.4 * i) / 79))!;
    expect(handPressure(hand, 0.2)).toBe(0);
    expect(handPressure(hand, 0.6)).toBe(1);
    expect(handPressure(hand, 0.4)).toBeCloseTo(0.5, 1);
    expect(handPressure(PLAIN_HAND, 0.37)).toBe(0.37);
  });
  test('a hand that mostly presses lightly has its middle there', () => {
    const hand = handFrom(Array.from({ length: 80 }, (_, i) => 0.1 + 0.8 * (i / 79) ** 3))!;
    expect(handPressure(hand, 0.1 + 0.8 * 0.5 ** 3)).toBeCloseTo(0.5, 1);
  });
  test('a stroke that says nothing about pressure sets nothing', () => {
    expect(handFrom([])).toBeNull();
    expect(handFrom(Array(100).fill(0.5))).toBeNull();
    expect(handFrom([0, 1])).toBeNull();
  });
  test('a mouse’s line is steady and tapers where it was fast', () => {
    const brush = plainBrush('pen', 10, 0.6);
    const at = (seconds: number) => driven((t) => ({ time: seconds * t }), brush).points;
    const fast = mouseTaper(brush, at(0.08));
    const slow = mouseTaper(brush, at(4));
    expect(fast.taper.end).toBeGreaterThan(3 * slow.taper.end + 10);
    expect(mouseTaper(brush, at(1).slice(0, POINT_SIZE))).toBe(brush);
  });
  test('another width is another brush: the one it came from stays', () => {
    const { brush } = SHIPPED_BRUSHES[0];
    expect(withWidth(strokeThrough([[0, 0]], { brush }), 33).brush.width).toBe(33);
    expect(SHIPPED_BRUSHES[0].brush.width).toBe(7);
  });
});
