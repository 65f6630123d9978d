/** The job whole: a five-drawing action roughed, then cleaned up in its order, by hand with pressure and tilt. */
import { expect, test } from 'vitest';
import { measureLines } from '../../src/core/ink/index.ts';
import { type Drawing, POINT_SIZE, type Stroke } from '../../src/core/shot/index.ts';
import type { PenPoint } from './driver.ts';
import { type Animator, drawingsOf } from './hands.ts';
import { withAnimator } from './session.ts';

let animator: Animator;
const CLEAN = 'Rough, traced';

/** Where the cap is on each of the five drawings: it drops, and is flat on the kerb at the end. */
const CAP = [
  { x: 320, y: 80, wide: 70, high: 50 },
  { x: 320, y: 110, wide: 66, high: 54 },
  { x: 320, y: 170, wide: 58, high: 62 },
  { x: 320, y: 240, wide: 60, high: 60 },
  { x: 320, y: 290, wide: 84, high: 36 },
];

/** Half an ellipse, the pen pressing more in its middle and leaning as it goes. */
function half(i: number, side: 1 | -1, count = 30): PenPoint[] {
  const { x, y, wide, high } = CAP[i];
  return Array.from({ length: count }, (_, k) => {
    const t = k / (count - 1);
    return {
      x: x + side * wide * Math.sin(Math.PI * t),
      y: y - high * Math.cos(Math.PI * t),
      pressure: 0.2 + 0.6 * Math.sin(Math.PI * t),
      tiltX: 20 + 30 * t,
      tiltY: -10,
    };
  });
}

withAnimator(async (opened) => {
  animator = opened;
  await animator.newShot({ title: 'Cap falls', width: 640, height: 360, length: 12 });
});

const clean = async () => drawingsOf(await animator.shot(), CLEAN);
const box = ({ points }: Stroke) => {
  const xs = [...points].filter((_, i) => i % POINT_SIZE === 0);
  const ys = [...points].filter((_, i) => i % POINT_SIZE === 1);
  return { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), low: Math.max(...ys) };
};

test('five drawings are roughed in pencil, gone over twice, and marked', async () => {
  await animator.toCell('Rough', 1);
  await animator.hand.key('KeyQ');
  for (const i of CAP.keys()) {
    if (i > 0) await animator.hand.key('KeyN');
    for (const side of [1, -1] as const) await animator.draw(half(i, side));
    await animator.draw(half(i, 1).map((point) => ({ ...point, x: point.x + 3, y: point.y + 2 })));
  }
  for (const [frame, name] of [
    [1, 'key'],
    [5, 'breakdown'],
    [9, 'key'],
  ] as const) {
    await animator.toCell('Rough', frame);
    await animator.hand.press(name, 'button');
  }
  const roughs = drawingsOf(await animator.shot(), 'Rough');
  expect(roughs.map(({ role }) => role[0]).join('')).toBe('kbbbk');
  expect(roughs.map(({ ink }) => ink.length)).toEqual([3, 3, 3, 3, 3]);
  for (const { ink } of roughs)
    for (const { brush, points } of ink) {
      expect(brush).toMatchObject({ kind: 'pencil', grain: true });
      expect(points[POINT_SIZE * 12 + 3]).toBeGreaterThan(0.3);
    }
});

test('a layer with the same timing is cleaned up keys first, then the middle, then the halves; stages by key', async () => {
  await animator.toCell('Rough', 1);
  await animator.hand.key('KeyT');
  await animator.hand.wait(200);
  const offered: number[] = [];
  await animator.hand.key('KeyW');
  // The line is pulled on a string, and drawn in a mirror: one half gives both.
  await animator.hand.key('Alt', 'KeyH');
  await animator.hand.key('Alt', 'Backslash');
  for (let n = 0; n < CAP.length; n++) {
    await animator.hand.key('Alt', 'KeyY');
    await animator.hand.wait(200);
    const frame = await animator.frame();
    offered.push(frame);
    await animator.draw(half((frame - 1) / 2, 1));
    await animator.hand.key('Alt', 'KeyC');
  }
  expect(offered).toEqual([1, 9, 5, 3, 7]);
  const drawings = await clean();
  expect(drawings.map(({ stage }) => stage)).toEqual(Array(5).fill('clean'));
  for (const [i, { ink }] of drawings.entries()) {
    expect(ink).toHaveLength(2);
    const [own, image] = ink.map(box);
    expect(own.right - 320).toBeCloseTo(320 - image.left, 1);
    // Steadied, the half still ends where the pen lifted.
    const end = ink[0].points.length - POINT_SIZE;
    expect(Math.hypot(ink[0].points[end] - CAP[i].x, ink[0].points[end + 1] - (CAP[i].y + CAP[i].high))).toBeLessThan(
      2,
    );
  }
  await animator.hand.key('Alt', 'KeyY');
  await animator.hand.text('is cleaned up');
  await animator.hand.key('Alt', 'KeyH');
  await animator.hand.key('Alt', 'Backslash');
});

test('the halves are joined to one closed line on every drawing', async () => {
  for (const frame of [1, 3, 5, 7, 9]) {
    await animator.toCell(CLEAN, frame);
    await animator.hand.key('KeyP');
    await animator.hand.key('Control', 'KeyA');
    await animator.hand.key('Alt', 'Shift', 'KeyO');
  }
  for (const { ink } of await clean()) {
    expect(ink).toHaveLength(1);
    expect(ink[0].closed).toBe(true);
  }
});

test('with the ghost of the key off its pegs, the brim is traced in its new place', async () => {
  await animator.toCell(CLEAN, 1);
  await animator.hand.key('KeyW');
  await animator.draw([
    { x: 240, y: 110, pressure: 0.3 },
    { x: 320, y: 125, pressure: 0.7 },
    { x: 400, y: 110, pressure: 0.3 },
  ]);
  await animator.toCell(CLEAN, 3);
  await animator.hand.key('Alt', 'KeyG');
  const [from, to] = await animator.onPaper([
    { x: 320, y: 125 },
    { x: 320, y: 155 },
  ]);
  await animator.drag(from, to);
  const plum = ([r, g, b]: number[]) => r > 150 && g < 190 && b > 110 && r - g > 25;
  expect(await animator.sees(320, 155, plum)).toBe(true);
  await animator.hand.key('KeyW');
  await animator.draw([
    { x: 240, y: 140, pressure: 0.3 },
    { x: 320, y: 155, pressure: 0.7 },
    { x: 400, y: 140, pressure: 0.3 },
  ]);
  await animator.hand.key('Alt', 'Shift', 'KeyY');
  expect((await clean())[1].ink).toHaveLength(2);
});

test('an overshoot of the brim is cut off in one touch', async () => {
  // The brim runs out over the cap on both sides; its right end is taken off up to the cap.
  await animator.hand.key('KeyE');
  await animator.hand.key('Alt', 'KeyQ');
  await animator.hand.key('Alt', 'KeyQ');
  const [at] = await animator.onPaper([{ x: 396, y: 141 }]);
  await animator.hand.pen([at, at]);
  const { ink } = (await clean())[1];
  expect(ink).toHaveLength(2);
  expect(box(ink[1]).right).toBeLessThan(392);
  expect(box(ink[1]).left).toBeLessThan(243);
  for (let i = 0; i < 2; i++) await animator.hand.key('Alt', 'KeyQ');
});

test('the cap is pushed into shape, and squashed on the kerb with its volume kept', async () => {
  await animator.toCell(CLEAN, 7);
  await animator.hand.key('Shift', 'KeyK');
  const before = (await clean())[3].ink[0];
  await animator.draw([
    { x: 320, y: 178, pressure: 0.5 },
    { x: 320, y: 190, pressure: 0.5 },
    { x: 320, y: 200, pressure: 0.5 },
  ]);
  expect(box((await clean())[3].ink[0]).top).toBeGreaterThan(box(before).top + 4);
  await animator.toCell(CLEAN, 9);
  await animator.hand.key('KeyP');
  await animator.hand.key('Control', 'KeyA');
  await animator.hand.press('Keep the volume', 'checkbox');
  const area = ({ points }: Stroke) => {
    let sum = 0;
    const n = points.length / POINT_SIZE;
    for (let i = 0; i < n; i++) {
      const [a, b] = [i * POINT_SIZE, ((i + 1) % n) * POINT_SIZE];
      sum += points[a] * points[b + 1] - points[b] * points[a + 1];
    }
    return Math.abs(sum / 2);
  };
  const was = (await clean())[4].ink[0];
  const top = await animator.hand.box('[data-handle="0,-1"]');
  await animator.drag({ x: top.x + 5, y: top.y + 5 }, { x: top.x + 5, y: top.y + 20 });
  const flat = (await clean())[4].ink[0];
  expect(box(flat).low - box(flat).top).toBeLessThan(0.9 * (box(was).low - box(was).top));
  expect(Math.abs(area(flat) - area(was)) / area(was)).toBeLessThan(0.001);
});

test('all caps of a range are moved at once', async () => {
  const before = await clean();
  await animator.choose(CLEAN, 3, 8);
  await animator.hand.key('Control', 'KeyA');
  await animator.hand.press('All chosen drawings', 'checkbox');
  for (let i = 0; i < 2; i++) await animator.hand.key('Shift', 'ArrowRight');
  const after = await clean();
  const right = (drawing: Drawing) => box(drawing.ink[0]).right;
  const moved = after.map((drawing, i) => Math.round(right(drawing) - right(before[i])));
  expect(moved).toEqual([0, 20, 20, 20, 0]);
  await animator.undo();
  expect(right((await clean())[1])).toBeCloseTo(right(before[1]), 1);
});

test('the drawing whose line is thicker than the key’s is named on the list and opened from it', async () => {
  await animator.hand.key('Escape');
  await animator.toCell(CLEAN, 9);
  await animator.hand.key('KeyP');
  await animator.hand.key('Control', 'KeyA');
  for (let i = 0; i < 3; i++) await animator.hand.key('KeyX');
  const drawings = await clean();
  expect(measureLines(drawings[4].ink).width).toBeGreaterThan(1.2 * measureLines(drawings[0].ink).width);
  await animator.toCell(CLEAN, 1);
  await animator.hand.key('Shift', 'Quote');
  await animator.hand.text('% thicker');
  await animator.hand.press('Open drawing 5', 'button');
  expect(await animator.frame()).toBe(9);
});
