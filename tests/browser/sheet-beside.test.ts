/** What stands beside the drawings, and the sheet's columns, length and tray, by hand. */
import { afterEach, describe, expect, test } from 'vitest';
import { startFrames } from '../../src/core/sheet/index.ts';
import { type Animator, drawingsOf } from './hands.ts';
import { withAnimator } from './session.ts';

let animator: Animator;

withAnimator(async (opened) => {
  animator = opened;
  await animator.page.setViewport({ width: 1280, height: 1000 });
  await animator.newShot({ title: 'Beside', width: 640, height: 360, length: 48 });
  for (const [layer, hold, count] of [
    ['Clean', '4', 5],
    ['Rough', '3', 8],
  ] as const) {
    await animator.hand.choose('Frames a new drawing is held', hold);
    await animator.toCell(layer, 1);
    for (let i = 0; i < count; i++) await animator.hand.key('KeyN');
  }
  await animator.toCell('Clean', 1);
});

afterEach(() => animator.hand.key('Escape'));

describe('notes and markers', () => {
  test('notes in three colours are written, one colour moved as one, another cleared', async () => {
    const write = async (frame: number, words: string) => {
      await animator.toCell('Clean', frame);
      await animator.hand.key('KeyJ');
      await animator.page.keyboard.type(words);
      await animator.hand.key('Enter');
    };
    await write(3, 'TH');
    await write(9, 'AH');
    await animator.hand.key('Shift', 'KeyJ');
    await write(3, 'sure?');
    await animator.hand.key('Shift', 'KeyJ');
    await write(12, 'blink');
    const notes = async () =>
      (await animator.shot()).notes.map(({ frame, colour, text }) => `${frame + 1} ${colour} ${text}`);
    expect(await notes()).toEqual(['3 blue TH', '3 plum sure?', '9 blue AH', '12 ochre blink']);
    await animator.hand.press('Notes 4', 'tab');
    await animator.hand.press('All blue notes a frame later', 'button');
    await animator.hand.press('All blue notes a frame later', 'button');
    expect(await notes()).toEqual(['3 plum sure?', '5 blue TH', '11 blue AH', '12 ochre blink']);
    await animator.hand.press('Rub out all plum notes', 'button');
    expect(await notes()).toEqual(['5 blue TH', '11 blue AH', '12 ochre blink']);
    await animator.undo();
    expect(await notes()).toContain('3 plum sure?');
    // Written words are taken when the hand goes elsewhere; Escape leaves all as it was.
    await animator.toCell('Clean', 15);
    await animator.hand.key('KeyJ');
    await animator.page.keyboard.type('smile');
    await animator.toCell('Clean', 20);
    expect((await notes()).some((note) => note.startsWith('15 ') && note.endsWith('smile'))).toBe(true);
    await animator.hand.key('KeyJ');
    await animator.page.keyboard.type('no');
    await animator.hand.key('Escape');
    expect((await animator.shot()).notes).toHaveLength(5);
    await animator.undo();
  });

  test('a named frame is gone to by key', async () => {
    await animator.toCell('Clean', 16);
    await animator.hand.key('Backslash');
    await animator.page.keyboard.type('lamp lights');
    await animator.hand.key('Enter');
    expect((await animator.shot()).markers).toMatchObject([{ frame: 15, name: 'lamp lights' }]);
    await animator.toCell('Clean', 2);
    await animator.hand.key('Alt', 'KeyS');
    expect(await animator.frame()).toBe(16);
    await animator.hand.press('Layers', 'tab');
  });

  test('marks, stage and label go to all that is chosen; keys are gone to by key', async () => {
    await animator.choose('Clean', 1, 8);
    await animator.hand.key('KeyK');
    await animator.hand.key('Alt', 'KeyC');
    const drawings = async () => drawingsOf(await animator.shot(), 'Clean');
    expect((await drawings()).map(({ role, stage }) => `${role} ${stage}`)).toEqual([
      'key clean',
      'key clean',
      'between rough',
      'between rough',
      'between rough',
    ]);
    await animator.hand.text('clean 2 of 5');
    await animator.hand.key('Escape');
    await animator.toCell('Clean', 20);
    await animator.hand.key('Shift', 'KeyA');
    expect(await animator.frame()).toBe(5);
    await animator.hand.key('Alt', 'KeyB');
    await animator.page.keyboard.type('2b');
    await animator.hand.key('Enter');
    expect((await drawings())[1].label).toBe('2b');
    await animator.hand.text('drawing 2b');
  });
});

describe('the rest of the sheet', () => {
  test('the played range is dragged at the edge and given up by a press', async () => {
    const rows = await animator.hand.box('[data-testid="sheet-rows"]');
    const at = (frame: number) => ({ x: rows.x + 4, y: rows.y + (frame - 0.5) * 18 });
    await animator.page.$eval('[data-testid="sheet"]', (element) => element.scrollTo(0, 0));
    await animator.drag(at(3), at(9));
    await animator.hand.text('3–9');
    await animator.page.mouse.click(at(6).x, at(6).y);
    await animator.page.waitForFunction(() => !document.body.innerText.includes('3–9'));
  });

  test('the length says first what it does; drawings stay', async () => {
    await animator.hand.key('Alt', 'KeyE');
    await animator.setNumber('Length, frames', 10);
    await animator.hand.text('6 drawings stand after its end: kept on the sheet, not played.');
    await animator.hand.press('make it 10 frames', 'button');
    const shot = await animator.shot();
    expect(shot.length).toBe(10);
    expect(await animator.sheetOf('Clean')).toBe('1x4 2x4 3x4 4x4 5x4');
    await animator.undo();
  });

  test('columns are folded, opened and put elsewhere by dragging their heads', async () => {
    await animator.toCell('Rough', 1);
    await animator.hand.key('Shift', 'KeyV');
    const head = await animator.page.waitForSelector('button[data-name="Rough"][data-folded]');
    await head!.click();
    await animator.page.waitForSelector('[data-testid="sheet"] button[data-name="Rough"]');
    const order = async () => (await animator.shot()).layers.map(({ name }) => name).join();
    const first = await order();
    // The columns have found their places.
    await animator.hand.settled();
    await animator.hand.settled();
    const [rough, clean] = await Promise.all(
      ['Rough', 'Clean'].map((name) => animator.hand.box(`[data-testid="sheet"] button[data-name="${name}"]`)),
    );
    const middle = (box: { x: number; y: number; width: number }) => ({ x: box.x + box.width / 2, y: box.y + 14 });
    await animator.drag(middle(clean), middle(rough));
    await expect.poll(order, { timeout: 20_000, interval: 300 }).not.toBe(first);
    await animator.undo();
  });

  test('two layers are merged, a drawing at each change of either', async () => {
    await animator.toCell('Clean', 1);
    await animator.hand.key('Alt', 'KeyM');
    await animator.hand.text('“Clean” is merged into “Rough”');
    const shot = await animator.shot();
    expect(shot.layers.map(({ name }) => name)).toEqual(['Rough']);
    expect([...startFrames(shot.layers[0].exposures)].slice(0, 6)).toEqual([0, 3, 4, 6, 8, 9]);
    await animator.undo();
    expect(await animator.sheetOf('Clean')).toBe('1x4 2x4 3x4 4x4 5x4');
  });

  test('a drawing taken off waits in the tray, is put back, and goes only when told to', async () => {
    await animator.toCell('Clean', 9);
    await animator.hand.key('Delete');
    expect(await animator.sheetOf('Clean')).toBe('1x4 2x4 -x4 4x4 5x4');
    await animator.hand.press('Tray 1', 'tab');
    await animator.hand.press('Put drawing 3 back', 'button');
    expect(await animator.sheetOf('Clean')).toBe('1x4 2x4 3x3 -x1 4x4 5x4');
    await animator.undo();
    await animator.hand.press('Remove this drawing of “Clean”', 'button');
    await animator.hand.text('Removed one unused drawing of “Clean”');
    expect((await animator.shot()).drawings).toSatisfy((all: object) => Object.keys(all).length === 12);
    await animator.undo(2);
    await animator.hand.press('Layers', 'tab');
  });

  test('a locked layer is timed by nothing and says so', async () => {
    await animator.toCell('Clean', 1);
    await animator.hand.key('Alt', 'KeyL');
    await animator.hand.key('Alt', 'Digit2');
    await animator.hand.text('“Clean” is locked. Unlock it in the list of layers to time it.');
    expect(await animator.sheetOf('Clean')).toBe('1x4 2x4 3x4 4x4 5x4');
    await animator.undo();
  });

  test('the menu of a cell runs the commands it names', async () => {
    const at = await animator.cell('Clean', 2, 0.4);
    await animator.page.mouse.click(at.x, at.y, { button: 'right' });
    await animator.hand.press('On ones, twos…', 'menuitem');
    // A hand moves over to the menu that opened beside; a jump would close it.
    const item = await animator.page.waitForSelector('aria/On twos[role="menuitem"]');
    await animator.hand.wait(200);
    const box = (await item!.boundingBox())!;
    await animator.page.mouse.move(box.x + box.width - 20, box.y + box.height / 2, { steps: 12 });
    await item!.click();
    expect(await animator.sheetOf('Clean')).toBe('1x2 2x2 3x2 4x2 5x2');
    await animator.undo();
  });

  test('a finger scrolls the sheet, and a tap goes to a cell', async () => {
    await animator.page.setViewport({ width: 1280, height: 700 });
    await animator.toCell('Clean', 2);
    const scrolled = () => animator.page.$eval('[data-testid="sheet"]', (element) => element.scrollTop);
    const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', x: number, y: number) =>
      animator.hand.cdp.send('Input.dispatchTouchEvent', { type, touchPoints: type === 'touchEnd' ? [] : [{ x, y }] });
    const { x, y } = await animator.cell('Clean', 14, 0.4);
    await touch('touchStart', x, y);
    for (let i = 1; i <= 8; i++) await touch('touchMove', x, y - 15 * i);
    await touch('touchEnd', x, y - 120);
    await animator.hand.wait(200);
    expect(await scrolled()).toBe(120);
    expect(await animator.frame()).toBe(2);
    const cell = await animator.cell('Clean', 13, 0.4);
    await touch('touchStart', cell.x, cell.y);
    await touch('touchEnd', cell.x, cell.y);
    await animator.hand.wait(200);
    expect(await animator.frame()).toBe(13);
    expect(await animator.sheetOf('Clean')).toBe('1x4 2x4 3x4 4x4 5x4');
    // Resting first, it chooses as a pen does, and nothing scrolls.
    const [from, to] = [await animator.cell('Clean', 10, 0.4), await animator.cell('Clean', 15, 0.4)];
    const stood = await scrolled();
    await touch('touchStart', from.x, from.y);
    await animator.hand.wait(400);
    for (let i = 1; i <= 5; i++) await touch('touchMove', from.x, from.y + ((to.y - from.y) * i) / 5);
    await touch('touchEnd', to.x, to.y);
    await animator.hand.text('6 frames');
    expect(await scrolled()).toBe(stood);
    await animator.hand.key('Escape');
  });
});
