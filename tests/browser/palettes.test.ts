/** Colour models: made, switched at a frame, handed out, and one swatch put in place of another. */
import { createCanvas, loadImage } from '@napi-rs/canvas';
import { expect, test } from 'vitest';
import type { Animator } from './hands.ts';
import { corners, nameOf, Painter } from './painter.ts';
import { withAnimator } from './session.ts';

let animator: Animator;
let painter: Painter;

withAnimator(async (opened) => {
  animator = opened;
  painter = new Painter(opened);
  await animator.newShot({ title: 'Coat by day', width: 640, height: 360, length: 12 });
  await animator.hand.key('KeyW');
  for (const dx of [0, 24, 48]) {
    if (dx > 0) await animator.hand.key('KeyN');
    await animator.draw(animator.ring(200 + dx, 110, 50));
    await animator.draw(corners([150 + dx, 180], [250 + dx, 180], [270 + dx, 330], [130 + dx, 330], [150 + dx, 180]));
  }
  await animator.view('paint');
  await animator.hand.key('KeyF');
  for (const [frame, dx] of [
    [5, 48],
    [1, 0],
  ]) {
    await animator.toFrame(frame);
    await painter.take('coat');
    await painter.touch(200 + dx, 300);
    await painter.take('scarf');
    await painter.touch(200 + dx, 110);
  }
});

test('another colour model from a frame on; recolouring touches no geometry', async () => {
  await animator.hand.press('Palette', 'tab');
  await animator.toFrame(5);
  const before = (await painter.drawings()).all.map(({ ink, paint }) => [ink, paint.map(({ rings }) => rings)]);
  await animator.hand.press('More of the palette');
  await animator.hand.press('New colour model from this one', 'menuitem');
  await animator.hand.wait(200);
  await animator.hand.press('Colour of coat');
  const field = await animator.page.waitForSelector('aria/Colour of coat as hexadecimal');
  await field!.click({ count: 3 });
  await field!.type('#2e8b57');
  await animator.page.keyboard.press('Escape');
  const green = ([r, g, b]: number[]) => Math.abs(r - 0x2e) + Math.abs(g - 0x8b) + Math.abs(b - 0x57) < 4;
  expect(await animator.sees(248, 300, green)).toBe(true);
  await animator.toFrame(1);
  expect(await animator.seesNo(200, 300, green)).toBe(true);
  const { shot, all } = await painter.drawings();
  expect(shot.paletteCues.map(({ frame }) => frame)).toEqual([0, 4]);
  expect(all.map(({ ink, paint }) => [ink, paint.map(({ rings }) => rings)])).toEqual(before);
});

test('a model for a range of frames only', async () => {
  const { shot } = await painter.drawings();
  await animator.hand.press('Colour model for a range of frames');
  await animator.hand.choose('Colour model of the range', shot.palettes[1].id);
  await animator.setNumber('First frame of the range', 2);
  await animator.setNumber('Last frame of the range', 3);
  await animator.hand.press('Colour these frames');
  await animator.hand.wait(200);
  const cues = (await painter.drawings()).shot.paletteCues;
  expect(cues.map(({ frame, palette }) => [frame, shot.palettes.findIndex(({ id }) => id === palette)])).toEqual([
    [0, 0],
    [1, 1],
    [3, 0],
    [4, 1],
  ]);
  await animator.undo();
});

test('palettes are handed out as JSON, as GPL text and as a card, and come in again', async () => {
  const out = (item: string) =>
    animator.handedOut(async () => {
      await animator.hand.press('More of the palette');
      await animator.hand.press(item, 'menuitem');
    });
  await animator.toFrame(1);
  const gpl = await out('Hand this one out (GPL text)');
  const text = new TextDecoder().decode(gpl.bytes);
  expect(text).toMatch(/^GIMP Palette\nName: day\n/);
  expect(text).toMatch(/^ 71 105 122\tcoat$/m);
  const json = await out('Hand all models out (JSON)');
  expect(JSON.parse(new TextDecoder().decode(json.bytes)).palettes).toHaveLength(2);
  const card = await out('Hand this one out as a card (PNG)');
  const image = await loadImage(Buffer.from(card.bytes));
  const context = createCanvas(image.width, image.height).getContext('2d');
  context.drawImage(image, 0, 0);
  const { data } = context.getImageData(0, 0, image.width, image.height);
  let coat = 0;
  for (let i = 0; i < data.length; i += 4) if (data[i] === 71 && data[i + 1] === 105 && data[i + 2] === 122) coat++;
  expect(coat).toBeGreaterThan(5000);
  await animator.chooseFiles('palette', [
    {
      name: 'night.gpl',
      bytes: new TextEncoder().encode('GIMP Palette\nName: night\n#\n 20  30  60\tcoat\n200 210 255\tmoon\n'),
    },
  ]);
  await animator.hand.text('“night” brought in as a colour model; 1 swatches are new');
  await animator.chooseFiles('palette', [
    { name: 'bad.gpl', bytes: new TextEncoder().encode('GIMP Palette\n20 30 900 coat\n') },
  ]);
  await animator.hand.text('Line 2 of “bad.gpl” is no colour');
  const { shot } = await painter.drawings();
  expect(shot.palettes.map(({ name }) => name)).toEqual(['day', 'day, copy', 'night']);
});

test('one swatch is replaced by another everywhere', async () => {
  const { shot } = await painter.drawings();
  await animator.hand.press('Colour of scarf');
  const red = shot.palettes[0].swatches.find(({ name }) => name === 'red pencil')!.id;
  await animator.hand.choose('Replace scarf by', red);
  await animator.hand.press('Everywhere', 'button');
  await animator.page.keyboard.press('Escape');
  const { all } = await painter.drawings();
  expect(all.flatMap(({ paint }) => paint).some(({ swatch }) => nameOf(shot, swatch) === 'scarf')).toBe(false);
  await animator.undo();
});
