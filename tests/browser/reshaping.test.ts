/** The tools that change lines after they are drawn, by hand on the real paper; a curve laid through points. */
import { beforeEach, expect, test } from 'vitest';
import { SAMPLE_SIZE, sampleStroke } from '../../src/core/ink/index.ts';
import type { Drawing, Stroke } from '../../src/core/shot/index.ts';
import type { PenPoint } from './driver.ts';
import { type Animator, drawingsOf } from './hands.ts';
import { withAnimator } from './session.ts';

let animator: Animator;

withAnimator(async (opened) => {
  animator = opened;
  await animator.newShot({ title: 'Reshaped', width: 640, height: 360, length: 12 });
});

const drawing = async (): Promise<Drawing> => drawingsOf(await animator.shot(), 'Clean').at(-1)!;
const lines = async () => (await drawing()).ink;
const level = (y: number): PenPoint[] => Array.from({ length: 25 }, (_, i) => ({ x: 80 + 20 * i, y, pressure: 0.5 }));
const near = (value: number, wanted: number, slack = 3) => expect(Math.abs(value - wanted)).toBeLessThan(slack);

/** The line's height and radius at a place across the paper. */
function at(stroke: Stroke, x: number): { y: number; r: number } {
  const samples = sampleStroke(stroke);
  let best = 0;
  for (let i = 0; i < samples.length; i += SAMPLE_SIZE)
    if (Math.abs(samples[i] - x) < Math.abs(samples[best] - x)) best = i;
  return { y: samples[best + 1], r: samples[best + 2] };
}

// Every test has a drawing of its own with one level line.
beforeEach(async () => {
  await animator.hand.key('KeyN');
  await animator.hand.key('KeyW');
  await animator.draw(level(180));
});

test('kneaded, a line gives way where it is pushed; one undo brings it back', async () => {
  await animator.hand.key('Shift', 'KeyK');
  await animator.draw([
    { x: 320, y: 180 },
    { x: 320, y: 200 },
    { x: 320, y: 225 },
  ]);
  const [line] = await lines();
  expect(at(line, 320).y).toBeGreaterThan(200);
  near(at(line, 100).y, 180);
  await animator.undo();
  near(at((await lines())[0], 320).y, 180);
});

test('a piece drawn anew takes the new way, the line stays one line', async () => {
  await animator.hand.key('Shift', 'KeyR');
  await animator.draw([240, 270, 320, 370, 400].map((x, i) => ({ x, y: [180, 150, 130, 150, 180][i] })));
  const ink = await lines();
  expect(ink).toHaveLength(1);
  expect(at(ink[0], 320).y).toBeLessThan(145);
  near(at(ink[0], 120).y, 180);
});

test('brushed over, a line is thicker there, or thinner', async () => {
  const before = at((await lines())[0], 320).r;
  await animator.hand.key('Shift', 'KeyX');
  const over = Array.from({ length: 16 }, (_, i) => ({ x: 290 + 4 * i, y: 180, pressure: 0.8 }));
  await animator.draw(over);
  const thick = at((await lines())[0], 320).r;
  expect(thick).toBeGreaterThan(before * 1.3);
  await animator.hand.key('Alt', 'Shift', 'KeyX');
  await animator.draw(over);
  expect(at((await lines())[0], 320).r).toBeLessThan(thick * 0.8);
});

test('a grid bends the drawing; Enter keeps it as one change, Esc gives it up', async () => {
  await animator.hand.key('Shift', 'KeyG');
  await animator.draw([
    { x: 320, y: 180 },
    { x: 320, y: 180 },
  ]);
  const points = await animator.page.$$eval('[data-grid]', (all) =>
    all.map((each) => {
      const { x, y, width, height } = each.getBoundingClientRect();
      return { x: x + width / 2, y: y + height / 2 };
    }),
  );
  expect(points).toHaveLength(16);
  const [a, b] = [points[5], points[9]];
  for (const from of [a, b]) await animator.drag(from, { x: from.x, y: from.y + 60 });
  await animator.hand.key('Escape');
  expect(await animator.page.$('[data-grid]')).toBeNull();
  near(at((await lines())[0], 250).y, 180);
  await animator.draw([
    { x: 320, y: 180 },
    { x: 320, y: 180 },
  ]);
  for (const from of [a, b]) await animator.drag(from, { x: from.x, y: from.y + 60 });
  await animator.hand.key('Enter');
  const [bent] = await lines();
  expect(at(bent, 240).y).toBeGreaterThan(190);
  await animator.undo();
  near(at((await lines())[0], 240).y, 180);
});

test('a curve is laid through points; Backspace takes the last back, Enter makes it an ordinary line', async () => {
  await animator.hand.key('Shift', 'KeyP');
  for (let i = 0; i < 3; i++) await animator.hand.key('Alt', 'Shift', 'KeyP');
  const press = (x: number, y: number) =>
    animator.draw([
      { x, y },
      { x, y },
    ]);
  for (const [x, y] of [
    [100, 300],
    [200, 240],
    [300, 300],
    [600, 40],
  ])
    await press(x, y);
  await animator.hand.key('Backspace');
  await press(400, 240);
  await animator.hand.key('Enter');
  const ink = await lines();
  expect(ink).toHaveLength(2);
  expect(ink[1].points.length / 6).toBe(4);
  for (const [x, y] of [
    [100, 300],
    [200, 240],
    [300, 300],
    [400, 240],
  ])
    near(at(ink[1], x).y, y);
  // Pressed on its first point the next one closes.
  for (const [x, y] of [
    [100, 60],
    [160, 60],
    [130, 110],
    [100, 60],
  ])
    await press(x, y);
  expect((await lines())[2]).toMatchObject({ closed: true });
  await animator.undo();
  expect(await lines()).toHaveLength(2);
});
