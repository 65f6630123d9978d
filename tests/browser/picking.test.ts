/** Picking lines on the real paper: moved, nudged, scaled, copied to other drawings, the same done to a range. */
import { expect, test } from 'vitest';
import { POINT_SIZE, type Stroke } from '../../src/core/shot/index.ts';
import { type Animator, drawingsOf } from './hands.ts';
import { withAnimator } from './session.ts';

let animator: Animator;

withAnimator(async (opened) => {
  animator = opened;
  await animator.newShot({ title: 'Picked', width: 640, height: 360, length: 12 });
  await animator.hand.key('KeyW');
  // A head and a body, then two more drawings that start equal.
  await animator.draw(animator.ring(200, 100, 40));
  await animator.draw(animator.ring(200, 240, 70));
  await animator.toCell('Clean', 1);
  await animator.hand.key('Shift', 'KeyN');
  await animator.hand.key('Shift', 'KeyN');
  await animator.toCell('Clean', 1);
  await animator.hand.key('KeyP');
});

const drawings = async () => drawingsOf(await animator.shot(), 'Clean');
/** Middle and size of a line. */
function boxOf({ points }: Stroke) {
  const xs = [...points].filter((_, i) => i % POINT_SIZE === 0);
  const ys = [...points].filter((_, i) => i % POINT_SIZE === 1);
  const [left, right, top, low] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  return { x: (left + right) / 2, y: (top + low) / 2, width: right - left, height: low - top };
}
const head = async (drawing = 0) => boxOf((await drawings())[drawing].ink[0]);
const body = async (drawing = 0) => boxOf((await drawings())[drawing].ink[1]);
/** Drags on the paper from one paper point to another. */
async function drag(ax: number, ay: number, bx: number, by: number): Promise<void> {
  const [from, to] = await animator.onPaper([
    { x: ax, y: ay },
    { x: bx, y: by },
  ]);
  await animator.drag(from, to);
}
const near = (value: number, wanted: number) => expect(Math.abs(value - wanted)).toBeLessThan(2.5);

test('a rectangle picks the head; dragged, it moves alone; one undo brings it back', async () => {
  await drag(140, 40, 270, 150);
  await animator.page.waitForSelector('svg[aria-label="What is picked"]');
  await drag(228.3, 128.3, 288.3, 138.3);
  near((await head()).x, 260);
  near((await head()).y, 110);
  near((await body()).x, 200);
  await animator.undo();
  near((await head()).x, 200);
});

test('arrow keys nudge by one and by ten pixels, a run of them is one undo', async () => {
  await animator.hand.key('ArrowRight');
  await animator.hand.key('ArrowRight');
  await animator.hand.key('Shift', 'ArrowUp');
  near((await head()).x, 202);
  near((await head()).y, 90);
  expect(await animator.frame()).toBe(1);
  await animator.undo();
  near((await head()).y, 100);
});

test('squashed from its top with the volume kept, it gets wider as it gets lower', async () => {
  await animator.hand.press('Keep the volume', 'checkbox');
  const before = await head();
  const top = await animator.hand.box('[data-handle="0,-1"]');
  const [{ y: middle }] = await animator.onPaper([{ x: before.x, y: before.y }]);
  const at = { x: top.x + 5, y: top.y + 5 };
  await animator.drag(at, { x: at.x, y: at.y + (middle - at.y) / 2 });
  const after = await head();
  near(after.height, before.height / 2);
  near(after.width, before.width * 2);
  await animator.undo();
  await animator.hand.press('Keep the volume', 'checkbox');
});

test('turned by a number about its middle, flipped by key', async () => {
  await animator.setNumber('Scale, per cent', 50);
  near((await head()).width, 40);
  near((await head()).x, 200);
  await animator.undo();
  await animator.hand.key('Alt', 'Shift', 'KeyV');
  near((await head()).y, 100);
  await animator.undo();
});

test('copied lines are put into another drawing in the same place', async () => {
  await animator.hand.key('Control', 'KeyC');
  await animator.toCell('Clean', 3);
  await animator.hand.key('Control', 'KeyV');
  const [first, second] = await drawings();
  expect(second.ink).toHaveLength(3);
  expect(second.ink[2].lineage).toBe(first.ink[0].lineage);
  expect(second.ink[2].points).toEqual(first.ink[0].points);
  await animator.hand.key('Delete');
  expect((await drawings())[1].ink).toHaveLength(2);
  await animator.undo(2);
});

test('lines are put to one width, made wider and smoothed; a line cut is joined again', async () => {
  await animator.toCell('Clean', 1);
  await animator.hand.key('Control', 'KeyA');
  const widths = async () => (await drawings())[0].ink.map(({ brush }) => brush.width);
  const [width] = await widths();
  await animator.hand.key('KeyX');
  expect((await widths())[1]).toBeCloseTo(width * 1.15, 3);
  await animator.hand.key('Alt', 'Shift', 'KeyW');
  expect(await widths()).toEqual([width, width]);
  await animator.undo(2);
  await animator.hand.key('KeyE');
  await animator.hand.press('Part', 'radio');
  await animator.draw([
    { x: 200, y: 170 },
    { x: 201, y: 170 },
  ]);
  const cut = (await drawings())[0].ink.length;
  expect(cut).toBeGreaterThan(2);
  await animator.hand.key('KeyP');
  await animator.hand.key('Control', 'KeyA');
  await animator.hand.key('Alt', 'Shift', 'KeyO');
  expect((await drawings())[0].ink.length).toBeLessThan(cut);
  near((await body()).y, 240);
  await animator.undo(2);
});

test('the same change is done to every drawing chosen on the sheet: the head is lowered in all three', async () => {
  await animator.choose('Clean', 1, 6);
  await animator.toCell('Clean', 1);
  await animator.choose('Clean', 1, 6);
  await animator.hand.press('All chosen drawings', 'checkbox');
  await animator.page.evaluate(() => (document.activeElement as HTMLElement).blur());
  await drag(140, 40, 270, 150);
  await animator.hand.key('Shift', 'ArrowDown');
  const all = await drawings();
  expect(all).toHaveLength(3);
  const lowered = all.filter(({ ink }) => Math.abs(boxOf(ink[0]).y - 110) < 2.5);
  expect(lowered).toHaveLength(3);
  for (const { ink } of all) near(boxOf(ink[1]).y, 240);
  await animator.undo();
  expect((await drawings()).every(({ ink }) => Math.abs(boxOf(ink[0]).y - 100) < 2.5)).toBe(true);
});

test('Escape lets go, and the keys are the sheet’s again', async () => {
  await animator.hand.key('Escape');
  await animator.page.waitForFunction(() => !document.querySelector('svg[aria-label="What is picked"]'));
  await animator.toCell('Clean', 1);
  await animator.hand.key('ArrowDown');
  expect(await animator.frame()).toBe(2);
});
