/** The four ways to erase, and shapes, by pen on the real paper. */
import { expect, test } from 'vitest';
import type { PenPoint } from './driver.ts';
import { type Animator, drawingsOf } from './hands.ts';
import { withAnimator } from './session.ts';

let animator: Animator;

withAnimator(async (opened) => {
  animator = opened;
  await animator.newShot({ title: 'Overshoots', width: 640, height: 360, length: 12 });
  await animator.hand.key('KeyW');
  // A roof's two slopes that overshoot each other at the top, and a ring beside them.
  await animator.draw(straight(120, 260, 340, 60));
  await animator.draw(straight(420, 260, 240, 60));
  await animator.draw(animator.ring(540, 180, 50));
  await animator.hand.key('KeyE');
});

function straight(ax: number, ay: number, bx: number, by: number, count = 30): PenPoint[] {
  return Array.from({ length: count }, (_, i) => {
    const t = i / (count - 1);
    return { x: ax + (bx - ax) * t, y: ay + (by - ay) * t, pressure: 0.4 + 0.3 * t, tiltX: 20 };
  });
}

const ink = async () => drawingsOf(await animator.shot(), 'Clean')[0].ink;
const ends = (points: Float32Array) => [points[0], points[1], points.at(-6)!, points.at(-5)!].map(Math.round);
const way = (name: string) => animator.hand.press(name, 'radio');

test('an overshoot goes in one touch, up to the other line', async () => {
  await way('To crossings');
  await animator.draw([
    { x: 328, y: 72 },
    { x: 329, y: 71 },
  ]);
  const [left] = await ink();
  // The slopes meet near 283, 112.
  expect(Math.abs(ends(left.points)[2] - 280)).toBeLessThan(14);
  expect((await ink()).length).toBe(3);
  expect(left.points[3]).toBeCloseTo((20 * Math.PI) / 180, 2);
  await animator.undo();
  expect(Math.abs(ends((await ink())[0].points)[2] - 340)).toBeLessThan(6);
});

test('a whole line goes at a touch, the others stay', async () => {
  await way('Whole line');
  await animator.draw([
    { x: 150, y: 233 },
    { x: 151, y: 232 },
  ]);
  expect(await ink()).toHaveLength(2);
  await animator.undo();
});

test('a loop takes off what lies inside, lines are cut where they enter', async () => {
  await way('Inside a loop');
  await animator.draw(animator.ring(540, 130, 45, 24));
  const left = await ink();
  // The ring begins and ends at its right: what is left of it is two lines.
  expect(left).toHaveLength(4);
  for (const { points } of left.slice(2))
    for (let i = 0; i < points.length; i += 6)
      expect(Math.hypot(points[i] - 540, points[i + 1] - 130)).toBeGreaterThan(42);
  await animator.undo();
  await animator.draw(animator.ring(60, 60, 20, 16));
  await animator.hand.text('No line lies inside the loop.');
});

test('the way is chosen by key and remembered', async () => {
  await animator.hand.key('Alt', 'KeyQ');
  const chosen = () =>
    animator.page.$eval('[aria-label="What the eraser takes off"] [aria-checked="true"]', (each) => each.textContent);
  expect(await chosen()).toBe('Part');
  await animator.hand.key('Alt', 'KeyQ');
  await animator.hand.wait(600);
  await animator.page.reload();
  await animator.deskReady();
  expect(await chosen()).toBe('Whole line');
});

test('shapes are drawn as ordinary lines: a level line and a circle with Shift', async () => {
  await animator.toCell('Clean', 8);
  await animator.hand.key('Shift', 'KeyP');
  await animator.hand.press('Straight line', 'radio');
  const drag = async (ax: number, ay: number, bx: number, by: number) => {
    const [from, to] = await animator.onPaper([
      { x: ax, y: ay },
      { x: bx, y: by },
    ]);
    await animator.page.keyboard.down('Shift');
    await animator.drag(from, to);
    await animator.page.keyboard.up('Shift');
  };
  await drag(100, 200, 300, 212);
  await animator.hand.press('Ellipse', 'radio');
  await drag(400, 100, 460, 140);
  const [line, circle] = drawingsOf(await animator.shot(), 'Clean').at(-1)!.ink;
  expect(line.closed).toBe(false);
  expect(Math.abs(line.points[1] - line.points.at(-5)!)).toBeLessThan(0.01);
  expect(circle.closed).toBe(true);
  const xs = [...circle.points].filter((_, i) => i % 6 === 0);
  const ys = [...circle.points].filter((_, i) => i % 6 === 1);
  expect(Math.abs(Math.max(...xs) - Math.min(...xs) - (Math.max(...ys) - Math.min(...ys)))).toBeLessThan(0.5);
  await animator.undo();
  expect(drawingsOf(await animator.shot(), 'Clean').at(-1)!.ink).toHaveLength(1);
});
