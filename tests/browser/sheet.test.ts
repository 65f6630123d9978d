/** Timing by hand, the jobs of the sheet: pen and keys on the real application; every step is what the shot file then says. */
import { afterEach, describe, expect, test } from 'vitest';
import { startFrames, totalFrames } from '../../src/core/sheet/index.ts';
import { type Animator, layerNamed } from './hands.ts';
import { withAnimator } from './session.ts';

let animator: Animator;

withAnimator(async (opened) => {
  animator = opened;
  // Tall enough for 30 rows: a drag is then not scrolled under the hand.
  await animator.page.setViewport({ width: 1280, height: 1000 });
  await animator.newShot({ title: 'Timing', width: 640, height: 360, length: 48 });
  await animator.hand.key('KeyW');
  // Five keys roughed on ones.
  await animator.hand.choose('Frames a new drawing is held', '1');
  await animator.toCell('Clean', 1);
  for (const x of [120, 220, 320, 420, 520]) {
    await animator.draw(animator.ring(x, 180, 50, 16));
    if (x < 520) await animator.hand.key('KeyN');
  }
});

const says = (name: string) => animator.page.$eval(`output[aria-label="${name}"]`, (element) => element.textContent);
/** A shot left as it was found: every test says how many steps it took. */
const ROUGHED = '1x1 2x1 3x1 4x1 5x1';

afterEach(() => animator.hand.key('Escape'));

describe('roughed, spread, moved', () => {
  test('five keys on ones are spread on fours, single keys moved to frames 1, 7, 13, 19 and 27, and played', async () => {
    expect(await animator.sheetOf('Clean')).toBe(ROUGHED);
    await animator.hand.key('Alt', 'Digit4');
    expect(await animator.sheetOf('Clean')).toBe('1x4 2x4 3x4 4x4 5x4');
    // From the last on, so that each has room.
    for (const [from, to] of [
      [17, 27],
      [13, 19],
      [9, 13],
      [5, 7],
    ]) {
      await animator.toCell('Clean', from);
      await animator.drag(await animator.cell('Clean', from, 0.4), await animator.cell('Clean', to, 0.4));
    }
    const { exposures } = layerNamed(await animator.shot(), 'Clean');
    expect([...startFrames(exposures)].slice(0, 5).map((start) => start + 1)).toEqual([1, 7, 13, 19, 27]);
    await animator.hand.key('Space');
    await animator.page.waitForFunction(() => /fps · \d+ dropped/.test(document.body.innerText));
    await animator.hand.key('Space');
    await animator.undo(4);
    expect(await animator.sheetOf('Clean')).toBe('1x4 2x4 3x4 4x4 5x4');
  });

  test('two holds are split by key; the new drawings are drawn and the count stays', async () => {
    await animator.toCell('Clean', 1);
    await animator.hand.key('KeyH');
    expect(await animator.frame()).toBe(3);
    await animator.draw(animator.ring(170, 180, 40, 12));
    await animator.toCell('Clean', 5);
    await animator.hand.key('KeyH');
    expect(await animator.sheetOf('Clean')).toBe('1x2 6x2 2x2 7x2 3x4 4x4 5x4');
    await animator.toCell('Clean', 3);
    expect(Object.values((await animator.shot()).drawings).find(({ number }) => number === 6)!.ink).toHaveLength(1);
    await animator.undo(3);
  });

  test('a hold of one is split only when room is asked for', async () => {
    await animator.choose('Clean', 1, 4);
    await animator.hand.key('Digit1');
    await animator.hand.key('Enter');
    await animator.toCell('Clean', 1);
    await animator.hand.key('KeyH');
    await animator.hand.text('This drawing is held one frame');
    await animator.hand.key('Shift', 'KeyH');
    expect(await animator.sheetOf('Clean')).toBe('1x1 6x1 2x4 3x4 4x4 5x4');
    await animator.undo(2);
  });
});

describe('chosen', () => {
  test('by dragging, by Shift and arrows; the total is said; Escape lets go', async () => {
    await animator.toCell('Rough', 1);
    await animator.drag(await animator.cell('Clean', 2, 0.4), await animator.cell('Clean', 11, 0.4));
    expect(await says('Chosen')).toBe('3 drawings, 10 frames');
    await animator.hand.key('Shift', 'ArrowDown');
    await animator.hand.key('Shift', 'ArrowDown');
    await animator.hand.key('Shift', 'ArrowRight');
    expect(await says('Chosen')).toBe('4 drawings, 12 frames · 2 layers');
    await animator.hand.key('Escape');
    expect(await says('Chosen')).toContain('Rough');
  });

  test('a number typed is the hold of all that is chosen; a bad one is refused in a sentence', async () => {
    await animator.choose('Clean', 1, 8);
    await animator.hand.key('Digit1');
    await animator.hand.key('Digit2');
    await animator.hand.key('Enter');
    expect(await animator.sheetOf('Clean')).toBe('1x12 2x12 3x4 4x4 5x4');
    await animator.undo();
    await animator.hand.key('Digit0');
    await animator.hand.key('Enter');
    await animator.hand.text('A hold is a whole number of frames from 1 to');
    expect(await animator.sheetOf('Clean')).toBe('1x4 2x4 3x4 4x4 5x4');
  });

  test('numbers of drawings are written down the sheet, one after another', async () => {
    await animator.toCell('Clean', 21);
    await animator.hand.key('Enter');
    for (const number of ['Digit3', 'Digit1', 'Digit9'] as const) {
      await animator.hand.key(number);
      await animator.hand.key('Enter');
    }
    await animator.hand.text('“Clean” has no drawing 9');
    expect(await animator.sheetOf('Clean')).toBe('1x4 2x4 3x4 4x4 5x4 3x1 1x1');
    await animator.undo(2);
  });

  test('is stretched by its lower edge, and shifted by dragging', async () => {
    await animator.choose('Clean', 1, 8);
    const edge = await animator.cell('Clean', 8, 0.9);
    await animator.drag(edge, { x: edge.x, y: edge.y + 4 * 18 });
    expect(await animator.sheetOf('Clean')).toBe('1x6 2x6 3x4 4x4 5x4');
    expect(await says('Chosen')).toBe('2 drawings, 12 frames');
    await animator.undo();
    await animator.choose('Clean', 5, 8);
    await animator.drag(await animator.cell('Clean', 6), await animator.cell('Clean', 9));
    expect(await animator.sheetOf('Clean')).toBe('1x7 2x4 3x4 4x4 5x4');
    await animator.undo();
  });

  test('is dragged to another layer, and comes back by undo', async () => {
    await animator.choose('Clean', 5, 8);
    await animator.drag(await animator.cell('Clean', 6), await animator.cell('Rough', 6));
    expect(await animator.sheetOf('Clean')).toBe('1x4 -x4 3x4 4x4 5x4');
    expect(await animator.sheetOf('Rough')).toBe('-x4 1x4');
    await animator.undo();
    expect(await animator.sheetOf('Rough')).toBe('');
  });

  test('is cut and put in elsewhere; nothing is lost on the way', async () => {
    await animator.choose('Clean', 5, 8);
    await animator.hand.key('Control', 'Shift', 'KeyX');
    expect(await animator.sheetOf('Clean')).toBe('1x4 3x4 4x4 5x4');
    await animator.hand.press('Tray 1', 'tab');
    await animator.hand.text('Off the sheet, kept');
    await animator.hand.key('Escape');
    await animator.toCell('Clean', 13);
    await animator.hand.key('Control', 'KeyV');
    expect(await animator.sheetOf('Clean')).toBe('1x4 3x4 4x4 2x4 5x4');
    await animator.undo(2);
    await animator.hand.press('Layers', 'tab');
  });

  test('is used again or copied as new: grey numbers or new ones; one of them is made its own', async () => {
    await animator.choose('Clean', 17, 20);
    await animator.hand.key('KeyU');
    expect(await animator.sheetOf('Clean')).toBe('1x4 2x4 3x4 4x4 5x4 5x4');
    await animator.hand.key('Escape');
    await animator.toCell('Clean', 21);
    await animator.hand.press('Make its own', 'button');
    expect(await animator.sheetOf('Clean')).toBe('1x4 2x4 3x4 4x4 5x4 6x4');
    await animator.undo(2);
    await animator.choose('Clean', 17, 20);
    await animator.hand.key('Shift', 'KeyN');
    expect(await animator.sheetOf('Clean')).toBe('1x4 2x4 3x4 4x4 5x4 6x4');
    await animator.undo();
  });
});

describe('the timing card', () => {
  test('there and back, without doubling the ends, then as chosen', async () => {
    await animator.hand.press('Timing', 'tab');
    await animator.toCell('Clean', 1);
    await animator.hand.text('“Clean”, whole: 5 drawings, 20 frames');
    await animator.hand.press('There and back', 'button');
    expect(await animator.sheetOf('Clean')).toBe('1x4 2x4 3x4 4x4 5x4 4x4 3x4 2x4');
    await animator.undo();
    await animator.hand.choose('Ends of there and back', 'twice');
    await animator.hand.press('There and back', 'button');
    expect(await animator.sheetOf('Clean')).toBe('1x4 2x4 3x4 4x4 5x4 5x4 4x4 3x4 2x4 1x4');
    await animator.undo();
  });

  test('fitted to frames, reversed, shifted round', async () => {
    await animator.setNumber('Frames to fit to', 12);
    await animator.hand.press('even steps', 'button');
    expect(await animator.sheetOf('Clean')).toBe('1x2 2x3 3x2 4x3 5x2');
    await animator.undo();
    await animator.hand.press('Reverse', 'button');
    expect(await animator.sheetOf('Clean')).toBe('5x4 4x4 3x4 2x4 1x4');
    await animator.undo();
    await animator.hand.choose('Shift by', 'frames');
    await animator.hand.press('round', 'checkbox');
    await animator.hand.press('Later', 'button');
    expect(await animator.sheetOf('Clean')).toBe('5x1 1x4 2x4 3x4 4x4 5x3');
    await animator.undo();
    await animator.hand.press('round', 'checkbox');
  });

  test('an eight-drawing cycle on threes is repeated to 1,200 frames, said before', async () => {
    await animator.toCell('Rough', 1);
    await animator.hand.choose('Frames a new drawing is held', '3');
    for (let i = 0; i < 8; i++) {
      await animator.hand.key('KeyN');
    }
    expect(await animator.sheetOf('Rough')).toBe('1x3 2x3 3x3 4x3 5x3 6x3 7x3 8x3');
    await animator.hand.choose('What the number means', 'total');
    await animator.setNumber('How much to repeat', 1200);
    await animator.page.waitForFunction(
      () => document.querySelector('[data-testid="repeat-gives"]')?.textContent === '24 → 1200 f',
    );
    await animator.hand.press('Repeat', 'button');
    const shot = await animator.shot();
    const { exposures } = layerNamed(shot, 'Rough');
    expect(totalFrames(exposures)).toBe(1200);
    expect(exposures).toHaveLength(400);
    expect(shot.length).toBe(1200);
    expect(Object.keys(shot.drawings)).toHaveLength(13);
    await animator.undo();
    // More than a shot can have is refused, and nothing changes.
    await animator.setNumber('How much to repeat', 20000);
    await animator.hand.choose('What the number means', 'times');
    await animator.hand.press('Repeat', 'button');
    await animator.hand.text('a shot can have 20000');
    expect(await animator.sheetOf('Rough')).toBe('1x3 2x3 3x3 4x3 5x3 6x3 7x3 8x3');
  });

  test('two layers are offset by one drawing, the last wrapped to the front', async () => {
    await animator.toCell('Rough', 1);
    await animator.hand.key('Alt', 'KeyD');
    await animator.hand.text('Made a second “Rough”');
    await animator.hand.key('Alt', 'Period');
    expect(await animator.sheetOf('Rough')).toBe('1x3 2x3 3x3 4x3 5x3 6x3 7x3 8x3');
    expect(await animator.sheetOf('Rough, copy')).toBe('8x3 1x3 2x3 3x3 4x3 5x3 6x3 7x3');
    for (let i = 0; i < 7; i++) await animator.hand.key('Alt', 'Period');
    expect(await animator.sheetOf('Rough, copy')).toBe('1x3 2x3 3x3 4x3 5x3 6x3 7x3 8x3');
    await animator.undo(9);
  });

  test('frames put into the whole shot move every layer and the notes', async () => {
    await animator.toCell('Clean', 6);
    await animator.hand.key('KeyJ');
    await animator.page.keyboard.type('blink');
    await animator.hand.key('Enter');
    await animator.toCell('Clean', 5);
    await animator.hand.choose('Frames of', 'all');
    await animator.setNumber('How many frames', 6);
    const before = (await animator.shot()).length;
    await animator.hand.press('Put in', 'button');
    const shot = await animator.shot();
    expect(await animator.sheetOf('Clean')).toBe('1x10 2x4 3x4 4x4 5x4');
    expect(await animator.sheetOf('Rough')).toBe('1x3 2x9 3x3 4x3 5x3 6x3 7x3 8x3');
    expect(shot.notes.map(({ frame, text }) => [frame, text])).toEqual([[11, 'blink']]);
    expect(shot.length).toBe(before + 6);
    await animator.undo(2);
  });
});
