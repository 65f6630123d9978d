/** The brush card, named brushes kept and handed on, a test stroke for the hand, and pens of every kind. */
import { expect, test } from 'vitest';
import { POINT_SIZE } from '../../src/core/shot/index.ts';
import { readBrushFile } from '../../src/core/shotfile/index.ts';
import type { PenPoint } from './driver.ts';
import { type Animator, drawingsOf } from './hands.ts';
import { withAnimator } from './session.ts';

let animator: Animator;

withAnimator(async (opened) => {
  animator = opened;
  await animator.newShot({ title: 'Brushes', width: 640, height: 360, length: 12 });
});

const ink = async () => drawingsOf(await animator.shot(), 'Clean').flatMap((drawing) => drawing.ink);
const last = async () => (await ink()).at(-1)!;
const line = (y: number): PenPoint[] =>
  Array.from({ length: 30 }, (_, i) => ({ x: 330 + 8 * i, y, pressure: 0.1 + 0.028 * i, tiltX: i }));
const said = (words: string) => animator.hand.text(words);

test('the Brush draws with its own brush; keys go through the named ones', async () => {
  await animator.hand.key('Shift', 'KeyB');
  await animator.draw(line(60));
  expect((await last()).brush).toMatchObject({ kind: 'brush', stamp: null });
  await animator.hand.key('Alt', 'KeyJ');
  await animator.draw(line(100));
  const { brush, points } = await last();
  expect(brush.stamp).toMatchObject({ tip: 'bristles' });
  expect(points[POINT_SIZE * 20 + 3]).toBeGreaterThan(0.2);
});

test('a brush changed on the card is kept under a name, handed out, removed and taken in again', async () => {
  await animator.hand.key('Alt', 'KeyW');
  await animator.hand.press('Charcoal', 'button');
  await animator.hand.choose('Width driven by', 'speed');
  const name = await animator.page.waitForSelector('input[aria-label="Name to keep the brush under"]');
  await name!.type('Sparks');
  await animator.hand.press('Keep', 'button');
  await said('Kept the brush “Sparks”');
  await animator.draw(line(140));
  expect((await last()).brush).toMatchObject({ kind: 'brush', widthBy: { drive: 'speed' } });
  const { name: file, bytes } = await animator.handedOut(() => animator.hand.press('Save brushes', 'button'));
  expect(file).toMatch(/brushes/);
  const brushes = readBrushFile(new TextDecoder().decode(bytes));
  expect(brushes.find((each) => each.name === 'Sparks')?.brush.widthBy.drive).toBe('speed');
  await animator.hand.press('Remove the brush Sparks', 'button');
  await animator.page.waitForFunction(() => !document.querySelector('[aria-label="Remove the brush Sparks"]'));
  await animator.chooseFiles('brush-file', [{ name: file, bytes }]);
  await animator.page.waitForSelector('[aria-label="Remove the brush Sparks"]');
});

test('a file that holds no brushes takes nothing in and says so', async () => {
  const before = await animator.page.$$eval('[aria-label="Named brushes"] li', (all) => all.length);
  await animator.chooseFiles('brush-file', [{ name: 'a.json', bytes: new TextEncoder().encode('{"format":1}') }]);
  await said('This is not a file of brushes');
  expect(await animator.page.$$eval('[aria-label="Named brushes"] li', (all) => all.length)).toBe(before);
});

test('the named brushes are there after a reload', async () => {
  await animator.kept();
  await animator.page.reload();
  await animator.deskReady();
  await animator.page.waitForSelector('[aria-label="Remove the brush Sparks"]');
});

test('a test stroke sets what light and heavy mean for this hand', async () => {
  const pad = await animator.page.waitForSelector('[data-testid="hand-test"]');
  await pad!.scrollIntoView();
  await animator.hand.wait(200);
  const box = (await pad!.boundingBox())!;
  await animator.hand.pen(
    Array.from({ length: 60 }, (_, i) => ({ x: box.x + 10 + 4 * i, y: box.y + 25, pressure: 0.2 + (0.4 * i) / 59 })),
  );
  await said('Set: your light is 2');
  await animator.draw(line(180).map((point) => ({ ...point, pressure: 0.6 })));
  const { points } = await last();
  expect(points[POINT_SIZE * 25 + 2]).toBeGreaterThan(0.95);
  await animator.hand.press('As it comes', 'button');
  await animator.draw(line(200).map((point) => ({ ...point, pressure: 0.6 })));
  expect((await last()).points[POINT_SIZE * 25 + 2]).toBeCloseTo(0.6, 1);
  await animator.hand.key('Escape');
  await animator.hand.press('Close Brush', 'button');
});

test('pulled on a string the line cuts the shake off and still ends where the pen lifted', async () => {
  await animator.hand.key('KeyW');
  await animator.hand.key('Alt', 'KeyH');
  const shaky = Array.from({ length: 80 }, (_, i) => ({ x: 60 + 6 * i, y: 240 + (i % 2 ? 7 : -7), pressure: 0.5 }));
  await animator.draw(shaky);
  const { points } = await last();
  const heights = [...points].filter((_, i) => i % POINT_SIZE === 1).slice(12, -16);
  expect(Math.max(...heights) - Math.min(...heights)).toBeLessThan(6);
  const end = shaky.at(-1)!;
  const at = points.length - POINT_SIZE;
  expect(Math.hypot(points[at] - end.x, points[at + 1] - end.y)).toBeLessThanOrEqual(1.5);
  await animator.hand.key('Alt', 'KeyH');
});

test('a mouse draws with steady width; its fast ends taper', async () => {
  const [a, b] = await animator.onPaper([
    { x: 80, y: 300 },
    { x: 560, y: 300 },
  ]);
  await animator.drag(a, b);
  const { points, brush } = await last();
  for (let i = 2; i < points.length; i += POINT_SIZE) expect(points[i]).toBeCloseTo(0.5, 5);
  expect(brush.taper.end).toBeGreaterThan(18);
});
