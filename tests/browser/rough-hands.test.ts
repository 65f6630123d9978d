/** Drawings as hands make them: a contour in two strokes, an arm that comes out from behind, a turned head, one answer for all. */
import { describe, expect, test } from 'vitest';
import { isFirstPass } from '../../src/core/between/index.ts';
import type { Shot, Stroke } from '../../src/core/shot/index.ts';
import type { PenPoint } from './driver.ts';
import { type Animator, drawingsOf } from './hands.ts';
import { Painter, paintAt } from './painter.ts';
import { withAnimator } from './session.ts';

let animator: Animator;
let painter: Painter;

type Place = [number, number];
/** A bow from one place to another, bent to its left by so many pixels. */
const bow = ([x, y]: Place, [u, v]: Place, bend: number): PenPoint[] =>
  Array.from({ length: 25 }, (_, i) => {
    const t = i / 24;
    const off = (bend * Math.sin(Math.PI * t)) / (Math.hypot(u - x, v - y) || 1);
    return { x: x + t * (u - x) + off * (v - y), y: y + t * (v - y) - off * (u - x), pressure: 0.5 };
  });

const byNumber = (shot: Shot, number: number) => drawingsOf(shot, 'Clean').find((each) => each.number === number)!;
const lengthOf = ({ points }: Stroke) => {
  let sum = 0;
  for (let i = 6; i < points.length; i += 6)
    sum += Math.hypot(points[i] - points[i - 6], points[i + 1] - points[i - 5]);
  return sum;
};
const inside = (all: Stroke[], left: number, right: number) =>
  all.filter(({ points }) => {
    const at = 6 * Math.floor(points.length / 12);
    return points[at] > left && points[at] < right;
  });

/** Head, coat and collar; its right side in one stroke or in two; an arm that is seen from `seen` on. */
function coat(dx: number, inTwo: boolean, seen: number): PenPoint[][] {
  const right = bow([300 + dx, 150], [318 + dx, 320], -22);
  const arm = bow([318 + dx, 190], [460 + dx, 210], 24);
  return [
    animator.ring(270 + dx, 90, 40),
    bow([240 + dx, 150], [222 + dx, 320], 22),
    bow([222 + dx, 320], [318 + dx, 320], -8),
    bow([246 + dx, 140], [296 + dx, 140], -16),
    ...(inTwo ? [right.slice(0, 12), right.slice(12)] : [right]),
    arm.slice(Math.round(seen * 24)),
  ];
}

withAnimator(async (opened) => {
  animator = opened;
  painter = new Painter(opened);
  await animator.newShot({ title: 'Coat', width: 640, height: 360, length: 24 });
  await animator.hand.key('KeyW');
});

describe('in-betweens of rough drawings', () => {
  test('a contour split in two is one line, and an arm comes out from behind the coat', async () => {
    await animator.toCell('Clean', 1);
    for (const line of coat(0, false, 0.5)) await animator.draw(line);
    await animator.hand.key('KeyK');
    await animator.hand.key('Digit8');
    await animator.hand.key('Enter');
    await animator.toCell('Clean', 9);
    for (const line of coat(36, true, 0).reverse()) await animator.draw(line);
    await animator.hand.key('KeyK');
    await animator.toCell('Clean', 1);
    await animator.hand.key('Control', 'KeyE');
    await animator.hand.key('Control', 'KeyI');
    await animator.hand.key('Control', 'KeyB');
    await animator.page.waitForSelector('[data-testid="pane-a"]');
    await animator.hand.text('Every line has its partner');
    await animator.hand.text('7 pairs');
    await animator.hand.key('KeyV');
    // What of the arm is still hidden is dotted, and is not put down.
    const dotted = await animator.page.waitForSelector('[data-testid="hidden-parts"]');
    expect(await dotted!.evaluate((path) => path.getAttribute('d')!.length)).toBeGreaterThan(20);
    await Promise.all([animator.hand.text('1 in-between put down'), animator.hand.key('Enter')]);
    const shot = await animator.shot();
    const half = byNumber(shot, 3);
    expect(isFirstPass(half)).toBe(true);
    const side = inside(half.ink, 305, 345).reduce((sum, line) => sum + lengthOf(line), 0);
    expect(side).toBeGreaterThan(155);
    expect(side).toBeLessThan(200);
    const arm = inside(half.ink, 370, 640).map(lengthOf);
    expect(arm).toHaveLength(1);
    expect(arm[0]).toBeGreaterThan(85);
    expect(arm[0]).toBeLessThan(140);
  });
});

/** A head that turns: the eye goes to its edge and narrows, its parts within one another. */
function head(turn: number): PenPoint[][] {
  const at = 200 + 70 * turn;
  const narrow = 1 - 0.35 * turn;
  const oval = (x: number, y: number, w: number, h: number): PenPoint[] =>
    animator.ring(0, 0, 1).map((each) => ({ ...each, x: x + w * each.x, y: y + h * each.y }));
  return [
    animator.ring(200, 180, 120),
    oval(at, 150, 46 * narrow, 30),
    oval(at + 4 * turn, 152, 22 * narrow, 21),
    oval(at + 8 * narrow, 144, 8 * narrow, 8),
  ];
}

describe('paint through', () => {
  test('an eye keeps what lies within what through a turned head', async () => {
    await animator.toShelf();
    await animator.newShot({ title: 'Head turned', width: 640, height: 360, length: 12 });
    await animator.hand.key('KeyW');
    for (const turn of [0, 0.35, 0.7, 1]) {
      if (turn > 0) await animator.hand.key('KeyN');
      for (const line of turn > 0 ? head(turn).reverse() : head(turn)) await animator.draw(line);
    }
    await animator.view('paint');
    for (let i = 0; i < 4; i++) await animator.hand.key('KeyA');
    await animator.hand.key('KeyF');
    for (const [swatch, x, y] of [
      ['skin', 140, 240],
      ['light', 165, 150],
      ['coat', 196, 164],
      ['scarf', 208, 144],
    ] as const) {
      await painter.take(swatch);
      await painter.touch(x, y);
    }
    await Promise.all([animator.hand.text('3 drawings painted'), animator.hand.key('Shift', 'KeyF')]);
    const { shot, all } = await painter.drawings();
    for (const [i, turn] of [0.35, 0.7, 1].entries()) {
      const [at, narrow] = [200 + 70 * turn, 1 - 0.35 * turn];
      const seen = [
        [140, 240],
        [at - 38 * narrow, 150],
        [at - 8 * narrow, 162],
        [at + 8 * narrow, 144],
      ].map(([x, y]) => paintAt(shot, all[i + 1], x, y));
      expect(seen).toEqual(['skin', 'light', 'coat', 'scarf']);
    }
  });

  test('one answer settles a new part on all drawings that have it, and one undo takes it back', async () => {
    // A patch on the cheek that the painted drawing does not have.
    await animator.hand.key('KeyW');
    for (let i = 0; i < 3; i++) {
      await animator.hand.key('KeyS');
      await animator.draw(animator.ring(140, 246, 15));
    }
    await Promise.all([animator.hand.text('to look at'), animator.hand.key('Shift', 'KeyF')]);
    await animator.hand.wait(100);
    await animator.page.waitForFunction(() => !document.querySelector('[role="progressbar"]'));
    await animator.hand.press('Palette', 'tab');
    await painter.take('scarf');
    await animator.hand.press('Paint through', 'tab');
    await animator.hand.key('KeyJ');
    await animator.hand.text('like this');
    const patches = async () => {
      const { shot, all } = await painter.drawings();
      return all.slice(1).map((drawing) => paintAt(shot, drawing, 140, 246));
    };
    const before = await patches();
    await animator.hand.key('Alt', 'Shift', 'Enter');
    await animator.page.waitForFunction(() => !document.querySelector('[role="progressbar"]'));
    await animator.hand.wait(200);
    expect(await patches()).toEqual(['scarf', 'scarf', 'scarf']);
    await animator.undo();
    expect(await patches()).toEqual(before);
  });
});
