/** Ghosts, what is looked at while a key is held, and guides: seen on the paper, in no delivery. */
import { expect, test } from 'vitest';
import { POINT_SIZE } from '../../src/core/shot/index.ts';
import { type Animator, drawingsOf, layerNamed } from './hands.ts';
import { withAnimator } from './session.ts';

let animator: Animator;

// Rings in a row: drawings 1 to 4 of the clean layer, drawing 1 a key; a ring on the rough.
withAnimator(async (opened) => {
  animator = opened;
  await animator.newShot({ title: 'Ghosts', width: 640, height: 360, length: 12 });
  await animator.hand.key('KeyW');
  for (let i = 0; i < 4; i++) {
    if (i > 0) await animator.hand.key('KeyN');
    await animator.draw(animator.ring(100 + 140 * i, 180, 40));
  }
  await animator.toCell('Clean', 1);
  await animator.hand.key('Digit1', 'Escape');
  await animator.hand.press('key', 'button');
  await animator.toCell('Rough', 1);
  await animator.hand.key('KeyQ');
  await animator.draw(animator.ring(320, 60, 30));
  await animator.toCell('Clean', 5);
});

type Colour = [number, number, number];
const plum = ([r, g, b]: Colour) => r > 150 && g < 175 && b > 110 && r - g > 35;
const teal = ([r, g, b]: Colour) => r < 190 && g > 110 && b > 110 && g - r > 30;
const dark = ([r, g, b]: Colour) => r < 70 && g < 70 && b < 70;
const ring = (i: number) => [100 + 140 * i, 140] as const;

test('neighbours are seen in the tints of before and after, the present drawing darkest; one key hides them', async () => {
  expect(await animator.sees(...ring(1), plum)).toBe(true);
  expect(await animator.sees(...ring(3), teal)).toBe(true);
  expect(await animator.sees(...ring(2), dark)).toBe(true);
  await animator.hand.key('KeyO');
  expect(await animator.seesNo(...ring(1), plum)).toBe(true);
  await animator.hand.key('KeyO');
  expect(await animator.sees(...ring(1), plum)).toBe(true);
});

test('counted in keys, only the key before is seen', async () => {
  await animator.hand.key('Shift', 'KeyO');
  expect(await animator.seesNo(...ring(1), plum)).toBe(true);
  expect(await animator.sees(...ring(0), plum)).toBe(true);
  await animator.hand.key('Shift', 'KeyO');
});

test('off its pegs a ghost is dragged elsewhere, the drawing it shows stays; back by one command', async () => {
  await animator.hand.key('Alt', 'KeyG');
  const [from, to] = await animator.onPaper([
    { x: 240, y: 140 },
    { x: 240, y: 260 },
  ]);
  await animator.drag(from, to);
  await animator.page.waitForSelector('svg[aria-label="The ghost off its pegs"]');
  expect(await animator.sees(240, 260, plum)).toBe(true);
  expect(await animator.seesNo(240, 140, plum)).toBe(true);
  const [, second] = drawingsOf(await animator.shot(), 'Clean');
  expect(Math.abs(second.ink[0].points[1] - 180)).toBeLessThan(4);
  // By number: half as large about its middle.
  await animator.setNumber('Scale the ghost, per cent', 50);
  expect(await animator.sees(240, 280, plum)).toBe(true);
  await animator.hand.key('Alt', 'Shift', 'KeyY');
  expect(await animator.sees(240, 140, plum)).toBe(true);
});

test('a drawing pinned as a ghost is seen from everywhere', async () => {
  await animator.toCell('Clean', 7);
  await animator.hand.key('Shift', 'KeyI');
  await animator.toCell('Clean', 1);
  const blue = ([r, , b]: Colour) => b > 130 && b - r > 35;
  expect(await animator.sees(...ring(3), blue)).toBe(true);
  await animator.hand.key('Alt', 'Shift', 'KeyU');
  expect(await animator.seesNo(...ring(3), blue)).toBe(true);
});

test('held keys show the drawing before, after, the rough and the model sheet in its place', async () => {
  await animator.toCell('Clean', 3);
  const held = async (keys: ('Shift' | 'Alt' | 'KeyD' | 'KeyF' | 'KeyT' | 'KeyU')[], look: () => Promise<unknown>) => {
    for (const key of keys) await animator.page.keyboard.down(key);
    await look();
    for (const key of keys.reverse()) await animator.page.keyboard.up(key);
  };
  await held(['Shift', 'KeyD'], async () => {
    expect(await animator.sees(...ring(0), dark)).toBe(true);
    expect(await animator.seesNo(...ring(1), dark)).toBe(true);
  });
  expect(await animator.sees(...ring(1), dark)).toBe(true);
  await held(['Shift', 'KeyF'], async () => expect(await animator.sees(...ring(2), dark)).toBe(true));
  // The rough is shown on frames 1 and 2.
  await animator.toCell('Clean', 1);
  await held(['Alt', 'KeyT'], async () => {
    expect(await animator.sees(320, 90, dark)).toBe(true);
    expect(await animator.seesNo(...ring(0), dark)).toBe(true);
  });
  await held(['Alt', 'KeyU'], () => animator.hand.text('no model sheet yet'));
  await animator.toCell('Clean', 7);
  await animator.hand.key('Control', 'Alt', 'KeyU');
  await animator.toCell('Clean', 3);
  await held(['Alt', 'KeyU'], async () => expect(await animator.sees(...ring(3), dark)).toBe(true));
  expect((await animator.shot()).model).toMatchObject({ kind: 'drawing' });
});

test('drawn in a turned mirror, each line has its image; the mirror is reset by one command', async () => {
  await animator.toCell('Clean', 5);
  await animator.hand.key('Alt', 'Backslash');
  await animator.hand.key('KeyQ');
  await animator.draw([
    { x: 100, y: 300 },
    { x: 140, y: 310 },
    { x: 200, y: 330 },
  ]);
  const last = async () => drawingsOf(await animator.shot(), 'Clean')[2].ink.slice(1);
  const [line, image] = await last();
  for (let i = 0; i < line.points.length; i += POINT_SIZE) {
    expect(image.points[i]).toBeCloseTo(640 - line.points[i], 2);
    expect(image.points[i + 1]).toBeCloseTo(line.points[i + 1], 2);
  }
  // One undo takes both.
  await animator.undo();
  expect(await last()).toHaveLength(0);
  await animator.hand.key('Shift', 'KeyM');
  const [middle, moved] = await animator.onPaper([
    { x: 320, y: 180 },
    { x: 280, y: 200 },
  ]);
  await animator.drag(middle, moved);
  expect((await animator.shot()).guides.mirror!.x).toBeCloseTo(280, -1);
  await animator.hand.key('Alt', 'Shift', 'Backslash');
  expect((await animator.shot()).guides.mirror).toMatchObject({ way: 'upright', x: 320, y: 180, turn: 0 });
  await animator.hand.key('Alt', 'Backslash');
});

test('an arc, a horizon and safe frames lie over every drawing and in no delivery', async () => {
  await animator.hand.key('Shift', 'KeyM');
  await animator.draw(Array.from({ length: 30 }, (_, i) => ({ x: 60 + 18 * i, y: 320 - 60 * Math.sin(i / 9.3) })));
  for (const name of ['Horizon', 'Safe', 'Field']) await animator.hand.press(name, 'checkbox');
  const shot = await animator.shot();
  expect(shot.guides).toMatchObject({ field: true, safe: true });
  expect(shot.guides.horizon).not.toBeNull();
  expect(shot.guides.arcs).toHaveLength(1);
  const ochre = ([r, g, b]: Colour) => r > 150 && g < 160 && b < 110;
  expect(await animator.sees(330, 262, ochre)).toBe(true);
  await animator.toCell('Clean', 1);
  expect(await animator.sees(330, 262, ochre)).toBe(true);
  await animator.hand.key('Shift', 'KeyZ');
  expect(await animator.seesNo(330, 262, ochre)).toBe(true);
  await animator.hand.key('Shift', 'KeyZ');
  await animator.view('export');
  const { bytes } = await animator.handedOut(() => animator.hand.press('Write the GIF'));
  const { decoded } = await decodedGif(bytes);
  expect(decoded.some(([r, g, b]) => r > 150 && g < 160 && b < 110)).toBe(false);
  expect(layerNamed(shot, 'Rough').guide).toBe(true);
});

/** Every colour of the first picture of a GIF, decoded by the browser. */
async function decodedGif(bytes: Uint8Array): Promise<{ decoded: Colour[] }> {
  const decoded = await animator.page.evaluate(
    async (data) => {
      const image = await createImageBitmap(new Blob([Uint8Array.from(data)], { type: 'image/gif' }));
      const canvas = new OffscreenCanvas(image.width, image.height);
      const context = canvas.getContext('2d')!;
      context.drawImage(image, 0, 0);
      const pixels = context.getImageData(0, 0, image.width, image.height).data;
      const seen = new Set<string>();
      for (let i = 0; i < pixels.length; i += 4) seen.add(`${pixels[i]},${pixels[i + 1]},${pixels[i + 2]}`);
      return [...seen];
    },
    [...bytes],
  );
  return { decoded: decoded.map((each) => each.split(',').map(Number) as Colour) };
}

test('a held key rolls through the drawings chosen on the sheet, and comes back', async () => {
  await animator.view('desk');
  await animator.choose('Clean', 3, 8);
  const home = await animator.frame();
  await animator.page.keyboard.down('KeyD');
  const seen = new Set<number>();
  for (let i = 0; i < 24; i++) {
    seen.add(await animator.frame());
    await animator.hand.wait(45);
  }
  await animator.page.keyboard.up('KeyD');
  expect([...seen].sort()).toEqual([3, 5, 7]);
  await animator.hand.wait(120);
  expect(await animator.frame()).toBe(home);
});
