/** A layer moved by hand: places set on the paper, the way bent, spaced, delivered, taken back. */
import { expect, test } from 'vitest';
import { deliveredFrames } from './delivered.ts';
import { type Animator, layerNamed } from './hands.ts';
import { withAnimator } from './session.ts';

let animator: Animator;

withAnimator(async (opened) => {
  animator = opened;
  await animator.newShot({ title: 'Cap flies', width: 640, height: 360, length: 9 });
  await animator.hand.key('KeyW');
  await animator.draw(animator.ring(160, 180, 40));
  for (let i = 0; i < 8; i++) await animator.hand.key('Equal');
  await animator.hand.settled();
});

const moves = async () => layerNamed(await animator.shot(), 'Clean').moves;

async function drag(from: { x: number; y: number }, to: { x: number; y: number }): Promise<void> {
  const [a, b] = await animator.onPaper([from, to]);
  await animator.hand.pen([a, { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }, b]);
  await animator.hand.settled();
}

/** Where the left edge of the ring stands on each delivered frame, on the line through its middle. */
async function deliveredLefts(y = 180): Promise<number[]> {
  return (await deliveredFrames(animator)).map((picture) =>
    Array.from({ length: picture.width }, (_, x) => picture.at(x, y)).findIndex((colour) => colour < '8c'),
  );
}

test('a place is set on the first frame, another by dragging the box on the last; between them it travels', async () => {
  await animator.toCell('Clean', 1);
  await animator.hand.key('F8');
  await animator.page.waitForSelector('[aria-label="Box of Clean"]');
  await animator.toFrame(9);
  await drag({ x: 175, y: 195 }, { x: 415, y: 195 });
  const places = (await moves())!.places;
  expect(places.map(({ frame }) => frame)).toEqual([0, 8]);
  expect(places[1].x).toBeCloseTo(240, -1);
  expect(places[1].y).toBeCloseTo(0, 0);
  await animator.page.waitForSelector('[aria-label="Way of Clean"]');
  const lefts = (await deliveredLefts()).slice(0, 9);
  const steps = lefts.slice(1).map((left, i) => left - lefts[i]);
  for (const step of steps) expect(Math.abs(step - places[1].x / 8)).toBeLessThanOrEqual(2);
});

test('spaced otherwise by key, it starts slowly; read on twos it moves every second frame', async () => {
  await animator.toFrame(1);
  await animator.hand.key('F9');
  await animator.hand.text('goes on from here: slow out');
  const slow = await deliveredLefts();
  expect(slow[4] - slow[0]).toBeLessThan((slow[8] - slow[0]) * 0.4);
  await animator.toFrame(1);
  await animator.hand.key('F2');
  await animator.hand.text('moves on twos');
  const twos = await deliveredLefts();
  expect(twos[1]).toBe(twos[0]);
  expect(twos[3]).toBe(twos[2]);
  expect(twos[2]).toBeGreaterThan(twos[0]);
  await animator.undo(2);
  expect((await moves())!.on).toBe('ones');
});

test('the way is bent by its grip', async () => {
  const handle = await animator.page.waitForSelector('[data-handle="bend 0"]');
  const box = await handle!.boundingBox();
  const [at] = await animator.onPaper([{ x: 280, y: 110 }]);
  await animator.hand.pen([{ x: box!.x + box!.width / 2, y: box!.y + box!.height / 2 }, { x: at.x, y: at.y + 20 }, at]);
  await animator.hand.settled();
  const { bow } = (await moves())!.places[0];
  expect(bow.y).toBeLessThan(-40);
  // In the middle of the way the ring no longer stands on the straight line's height.
  const lefts = await deliveredLefts(180 + Math.round(bow.y));
  expect(lefts[4]).toBeGreaterThan(200);
});

test('a place is gone to and taken off by key; undo brings it back; the pivot can be set', async () => {
  await animator.toFrame(5);
  await animator.hand.key('AltLeft', 'F9');
  expect(await animator.frame()).toBe(9);
  await animator.hand.key('Shift', 'F8');
  expect((await moves())!.places).toHaveLength(1);
  await animator.undo();
  expect((await moves())!.places).toHaveLength(2);
  await animator.toFrame(1);
  await drag({ x: 160, y: 180 }, { x: 160, y: 220 });
  const { pivot, places } = (await moves())!;
  expect(pivot.y).toBeCloseTo(220, -1);
  expect(places[0]).toMatchObject({ turn: 0, across: 1 });
});

test('numbers are typed, flipped and faded on the card under the sheet', async () => {
  await animator.hand.press('Moves', 'tab');
  await animator.toFrame(9);
  await animator.setNumber('Turn, degrees', 90);
  await animator.setNumber('Seen, %', 50);
  await animator.hand.press('Flip across', 'button');
  await animator.hand.settled();
  const { places } = (await moves())!;
  expect(places).toHaveLength(2);
  expect(places[1].turn).toBeCloseTo(Math.PI / 2, 6);
  expect(places[1]).toMatchObject({ fade: 0.5, across: -1 });
  await animator.hand.choose('Spacing of the way on', 'both');
  await animator.hand.press('So everywhere', 'button');
  expect((await moves())!.places.map(({ spacing }) => spacing)).toEqual(['both', 'both']);
  await animator.toFrame(4);
  await animator.setNumber('Across, px', 12);
  expect((await moves())!.places.map(({ frame }) => frame)).toEqual([0, 3, 8]);
  await animator.undo();
  expect((await moves())!.places).toHaveLength(2);
});

test('on the sheet a place is dragged to another frame, and copied with Alt; undo puts it back', async () => {
  const frames = async () => (await moves())!.places.map(({ frame }) => frame + 1);
  expect(await frames()).toEqual([1, 9]);
  /** Where the place of a frame stands beside the drawings: at the right edge of its column. */
  const tick = async (frame: number) => {
    const { x, y } = await animator.cell('Clean', frame);
    const head = await animator.page.$('[data-testid="sheet"] button[data-name="Clean"]');
    const { width } = (await head!.boundingBox())!;
    return { x: x + width / 2 - 5, y };
  };
  await animator.drag(await tick(9), await tick(6));
  expect(await frames()).toEqual([1, 6]);
  await animator.page.keyboard.down('Alt');
  await animator.drag(await tick(6), await tick(8));
  await animator.page.keyboard.up('Alt');
  expect(await frames()).toEqual([1, 6, 8]);
  const { places } = (await moves())!;
  expect(places[2]).toMatchObject({ x: places[1].x, turn: places[1].turn });
  await animator.undo(2);
  expect(await frames()).toEqual([1, 9]);
});

test('a locked layer is not moved: it is said, and nothing changes', async () => {
  const before = await moves();
  await animator.hand.press('Layers', 'tab');
  await animator.hand.press('Lock Clean', 'button');
  await animator.toCell('Clean', 5);
  await animator.hand.key('F8');
  await animator.hand.text('“Clean” is locked. Unlock it in the list of layers to move it.');
  expect(await moves()).toEqual(before);
  await animator.hand.press('Unlock Clean', 'button');
});
