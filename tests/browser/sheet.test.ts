/** Timing by hand, the jobs of the sheet: pen and keys on the real application; every step is what the shot file then says. */
import { afterEach, describe, expect, test } from 'vitest';
import { starts, totalFrames } from '../../src/core/sheet/index.ts';
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
  await animator.page.select('select[aria-label="Frames a new drawing is held"]', '1');
  await animator.toCell('Clean', 1);
  for (const x of [120, 220, 320, 420, 520]) {
    await animator.draw(animator.ring(x, 180, 50, 16));
    if (x < 520) await animator.hand.key('KeyN');
  }
});

/** The sheet of a layer in short: "1x2 2x2 -x3" is drawing 1 for two frames, drawing 2 for two, three empty. */
async function sheetOf(layer: string): Promise<string> {
  const shot = await animator.shot();
  return layerNamed(shot, layer)
    .exposures.map(
      ({ cell, frames }) => `${cell?.kind === 'drawing' ? shot.drawings[cell.drawing].number : '-'}x${frames}`,
    )
    .join(' ');
}

const undo = async (times = 1) => {
  for (let i = 0; i < times; i++) await animator.hand.key('Control', 'KeyZ');
  await animator.hand.wait(150);
};
const letGo = () => animator.hand.key('Escape');
const says = (name: string) => animator.page.$eval(`output[aria-label="${name}"]`, (element) => element.textContent);
/** A shot left as it was found: every test says how many steps it took. */
const ROUGHED = '1x1 2x1 3x1 4x1 5x1';

async function choose(layer: string, from: number, to: number): Promise<void> {
  await letGo();
  await animator.toCell(layer, from);
  for (let i = from; i < to; i++) await animator.hand.key('Shift', 'ArrowDown');
}

/** Writes a number into a field of the timing card. */
async function set(label: string, value: number): Promise<void> {
  const field = await animator.page.waitForSelector(`input[aria-label="${label}"]`);
  await field!.click({ count: 3 });
  await field!.type(String(value));
  await animator.page.evaluate(() => (document.activeElement as HTMLElement).blur());
}

afterEach(letGo);

describe('roughed, spread, moved', () => {
  test('five keys on ones are spread on fours, single keys moved to frames 1, 7, 13, 19 and 27, and played', async () => {
    expect(await sheetOf('Clean')).toBe(ROUGHED);
    await animator.hand.key('Alt', 'Digit4');
    expect(await sheetOf('Clean')).toBe('1x4 2x4 3x4 4x4 5x4');
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
    expect([...starts(exposures)].slice(0, 5).map((start) => start + 1)).toEqual([1, 7, 13, 19, 27]);
    await animator.hand.key('Space');
    await animator.page.waitForFunction(() => /fps · \d+ dropped/.test(document.body.innerText));
    await animator.hand.key('Space');
    await undo(4);
    expect(await sheetOf('Clean')).toBe('1x4 2x4 3x4 4x4 5x4');
  });

  test('two holds are split by key; the new drawings are drawn and the count stays', async () => {
    await animator.toCell('Clean', 1);
    await animator.hand.key('KeyH');
    expect(await animator.frame()).toBe(3);
    await animator.draw(animator.ring(170, 180, 40, 12));
    await animator.toCell('Clean', 5);
    await animator.hand.key('KeyH');
    expect(await sheetOf('Clean')).toBe('1x2 6x2 2x2 7x2 3x4 4x4 5x4');
    await animator.toCell('Clean', 3);
    expect(Object.values((await animator.shot()).drawings).find(({ number }) => number === 6)!.ink).toHaveLength(1);
    await undo(3);
  });

  test('a hold of one is split only when room is asked for', async () => {
    await choose('Clean', 1, 4);
    await animator.hand.key('Digit1');
    await animator.hand.key('Enter');
    await animator.toCell('Clean', 1);
    await animator.hand.key('KeyH');
    await animator.hand.text('This drawing is held one frame');
    await animator.hand.key('Shift', 'KeyH');
    expect(await sheetOf('Clean')).toBe('1x1 6x1 2x4 3x4 4x4 5x4');
    await undo(2);
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
    await letGo();
    expect(await says('Chosen')).toContain('Rough');
  });

  test('a number typed is the hold of all that is chosen; a bad one is refused in a sentence', async () => {
    await choose('Clean', 1, 8);
    await animator.hand.key('Digit1');
    await animator.hand.key('Digit2');
    await animator.hand.key('Enter');
    expect(await sheetOf('Clean')).toBe('1x12 2x12 3x4 4x4 5x4');
    await undo();
    await animator.hand.key('Digit0');
    await animator.hand.key('Enter');
    await animator.hand.text('A hold is a whole number of frames from 1 to');
    expect(await sheetOf('Clean')).toBe('1x4 2x4 3x4 4x4 5x4');
  });

  test('numbers of drawings are written down the sheet, one after another', async () => {
    await animator.toCell('Clean', 21);
    await animator.hand.key('Enter');
    for (const number of ['Digit3', 'Digit1', 'Digit9'] as const) {
      await animator.hand.key(number);
      await animator.hand.key('Enter');
    }
    await animator.hand.text('“Clean” has no drawing 9');
    expect(await sheetOf('Clean')).toBe('1x4 2x4 3x4 4x4 5x4 3x1 1x1');
    await undo(2);
  });

  test('is stretched by its lower edge, and shifted by dragging', async () => {
    await choose('Clean', 1, 8);
    const edge = await animator.cell('Clean', 8, 0.9);
    await animator.drag(edge, { x: edge.x, y: edge.y + 4 * 18 });
    expect(await sheetOf('Clean')).toBe('1x6 2x6 3x4 4x4 5x4');
    expect(await says('Chosen')).toBe('2 drawings, 12 frames');
    await undo();
    await choose('Clean', 5, 8);
    await animator.drag(await animator.cell('Clean', 6), await animator.cell('Clean', 9));
    expect(await sheetOf('Clean')).toBe('1x7 2x4 3x4 4x4 5x4');
    await undo();
  });

  test('is dragged to another layer, and comes back by undo', async () => {
    await choose('Clean', 5, 8);
    await animator.drag(await animator.cell('Clean', 6), await animator.cell('Rough', 6));
    expect(await sheetOf('Clean')).toBe('1x4 -x4 3x4 4x4 5x4');
    expect(await sheetOf('Rough')).toBe('-x4 1x4');
    await undo();
    expect(await sheetOf('Rough')).toBe('');
  });

  test('is cut and put in elsewhere; nothing is lost on the way', async () => {
    await choose('Clean', 5, 8);
    await animator.hand.key('Control', 'Shift', 'KeyX');
    expect(await sheetOf('Clean')).toBe('1x4 3x4 4x4 5x4');
    await animator.hand.press('Tray 1', 'tab');
    await animator.hand.text('Off the sheet, kept');
    await letGo();
    await animator.toCell('Clean', 13);
    await animator.hand.key('Control', 'KeyV');
    expect(await sheetOf('Clean')).toBe('1x4 3x4 4x4 2x4 5x4');
    await undo(2);
    await animator.hand.press('Layers', 'tab');
  });

  test('is used again or copied as new: grey numbers or new ones; one of them is made its own', async () => {
    await choose('Clean', 17, 20);
    await animator.hand.key('KeyU');
    expect(await sheetOf('Clean')).toBe('1x4 2x4 3x4 4x4 5x4 5x4');
    await letGo();
    await animator.toCell('Clean', 21);
    await animator.hand.press('Make its own', 'button');
    expect(await sheetOf('Clean')).toBe('1x4 2x4 3x4 4x4 5x4 6x4');
    await undo(2);
    await choose('Clean', 17, 20);
    await animator.hand.key('Shift', 'KeyN');
    expect(await sheetOf('Clean')).toBe('1x4 2x4 3x4 4x4 5x4 6x4');
    await undo();
  });
});

describe('the timing card', () => {
  test('there and back, without doubling the ends, then as chosen', async () => {
    await animator.hand.press('Timing', 'tab');
    await animator.toCell('Clean', 1);
    await animator.hand.text('“Clean”, whole: 5 drawings, 20 frames');
    await animator.hand.press('There and back', 'button');
    expect(await sheetOf('Clean')).toBe('1x4 2x4 3x4 4x4 5x4 4x4 3x4 2x4');
    await undo();
    await animator.page.select('select[aria-label="Ends of there and back"]', 'twice');
    await animator.hand.press('There and back', 'button');
    expect(await sheetOf('Clean')).toBe('1x4 2x4 3x4 4x4 5x4 5x4 4x4 3x4 2x4 1x4');
    await undo();
  });

  test('fitted to frames, reversed, shifted round', async () => {
    await set('Frames to fit to', 12);
    await animator.hand.press('even steps', 'button');
    expect(await sheetOf('Clean')).toBe('1x2 2x3 3x2 4x3 5x2');
    await undo();
    await animator.hand.press('Reverse', 'button');
    expect(await sheetOf('Clean')).toBe('5x4 4x4 3x4 2x4 1x4');
    await undo();
    await animator.page.select('select[aria-label="Shift by"]', 'frames');
    await animator.hand.press('round', 'checkbox');
    await animator.hand.press('Later', 'button');
    expect(await sheetOf('Clean')).toBe('5x1 1x4 2x4 3x4 4x4 5x3');
    await undo();
    await animator.hand.press('round', 'checkbox');
  });

  test('an eight-drawing cycle on threes is repeated to 1,200 frames, said before', async () => {
    await animator.toCell('Rough', 1);
    await animator.page.select('select[aria-label="Frames a new drawing is held"]', '3');
    for (let i = 0; i < 8; i++) {
      await animator.hand.key('KeyN');
    }
    expect(await sheetOf('Rough')).toBe('1x3 2x3 3x3 4x3 5x3 6x3 7x3 8x3');
    await animator.page.select('select[aria-label="What the number means"]', 'total');
    await set('How much to repeat', 1200);
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
    await undo();
    // More than a shot can have is refused, and nothing changes.
    await set('How much to repeat', 20000);
    await animator.page.select('select[aria-label="What the number means"]', 'times');
    await animator.hand.press('Repeat', 'button');
    await animator.hand.text('a shot can have 20000');
    expect(await sheetOf('Rough')).toBe('1x3 2x3 3x3 4x3 5x3 6x3 7x3 8x3');
  });

  test('two layers are offset by one drawing, the last wrapped to the front', async () => {
    await animator.toCell('Rough', 1);
    await animator.hand.key('Alt', 'KeyD');
    await animator.hand.text('Made a second “Rough”');
    await animator.hand.key('Alt', 'Period');
    expect(await sheetOf('Rough')).toBe('1x3 2x3 3x3 4x3 5x3 6x3 7x3 8x3');
    expect(await sheetOf('Rough, copy')).toBe('8x3 1x3 2x3 3x3 4x3 5x3 6x3 7x3');
    for (let i = 0; i < 7; i++) await animator.hand.key('Alt', 'Period');
    expect(await sheetOf('Rough, copy')).toBe('1x3 2x3 3x3 4x3 5x3 6x3 7x3 8x3');
    await undo(9);
  });

  test('frames put into the whole shot move every layer and the notes', async () => {
    await animator.toCell('Clean', 6);
    await animator.hand.key('KeyJ');
    await animator.page.keyboard.type('blink');
    await animator.hand.key('Enter');
    await animator.toCell('Clean', 5);
    await animator.page.select('select[aria-label="Frames of"]', 'all');
    await set('How many frames', 6);
    const before = (await animator.shot()).length;
    await animator.hand.press('Put in', 'button');
    const shot = await animator.shot();
    expect(await sheetOf('Clean')).toBe('1x10 2x4 3x4 4x4 5x4');
    expect(await sheetOf('Rough')).toBe('1x3 2x9 3x3 4x3 5x3 6x3 7x3 8x3');
    expect(shot.notes.map(({ frame, text }) => [frame, text])).toEqual([[11, 'blink']]);
    expect(shot.length).toBe(before + 6);
    await undo(2);
  });
});

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
    await undo();
    expect(await notes()).toContain('3 plum sure?');
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
    await choose('Clean', 1, 8);
    await animator.hand.key('KeyK');
    await animator.hand.key('Alt', 'KeyC');
    const drawings = () =>
      animator.shot().then((shot) => {
        const { id } = layerNamed(shot, 'Clean');
        return Object.values(shot.drawings)
          .filter(({ layerId }) => layerId === id)
          .sort((a, b) => a.number - b.number);
      });
    expect((await drawings()).map(({ role, stage }) => `${role} ${stage}`)).toEqual([
      'key clean',
      'key clean',
      'between rough',
      'between rough',
      'between rough',
    ]);
    await animator.hand.text('clean 2 of 5');
    await letGo();
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
    await set('Length, frames', 10);
    await animator.hand.text('6 drawings stand after its end: kept on the sheet, not played.');
    await animator.hand.press('make it 10 frames', 'button');
    const shot = await animator.shot();
    expect(shot.length).toBe(10);
    expect(await sheetOf('Clean')).toBe('1x4 2x4 3x4 4x4 5x4');
    await undo();
  });

  test('columns are folded, opened and put elsewhere by dragging their heads', async () => {
    await animator.toCell('Rough', 1);
    await animator.hand.key('Shift', 'KeyV');
    const head = await animator.page.waitForSelector('button[title="Rough (folded; press to open)"]');
    await head!.click();
    await animator.page.waitForSelector('[data-testid="sheet"] button[title="Rough"]');
    const order = async () => (await animator.shot()).layers.map(({ name }) => name).join();
    const first = await order();
    const [rough, clean] = await Promise.all(
      ['Rough', 'Clean'].map((name) => animator.hand.box(`[data-testid="sheet"] button[title="${name}"]`)),
    );
    const middle = (box: { x: number; y: number; width: number }) => ({ x: box.x + box.width / 2, y: box.y + 14 });
    await animator.drag(middle(clean), middle(rough));
    await animator.hand.wait(300);
    expect(await order()).not.toBe(first);
    await undo();
  });

  test('two layers are merged, a drawing at each change of either', async () => {
    await animator.toCell('Clean', 1);
    await animator.hand.key('Alt', 'KeyM');
    await animator.hand.text('“Clean” is merged into “Rough”');
    const shot = await animator.shot();
    expect(shot.layers.map(({ name }) => name)).toEqual(['Rough']);
    expect([...starts(shot.layers[0].exposures)].slice(0, 6)).toEqual([0, 3, 4, 6, 8, 9]);
    await undo();
    expect(await sheetOf('Clean')).toBe('1x4 2x4 3x4 4x4 5x4');
  });

  test('a drawing taken off waits in the tray, is put back, and goes only when told to', async () => {
    await animator.toCell('Clean', 9);
    await animator.hand.key('Delete');
    expect(await sheetOf('Clean')).toBe('1x4 2x4 -x4 4x4 5x4');
    await animator.hand.press('Tray 1', 'tab');
    await animator.hand.press('Put drawing 3 back', 'button');
    expect(await sheetOf('Clean')).toBe('1x4 2x4 3x3 -x1 4x4 5x4');
    await undo();
    await animator.hand.press('Remove this drawing of “Clean”', 'button');
    await animator.hand.text('Removed one unused drawing of “Clean”');
    expect((await animator.shot()).drawings).toSatisfy((all: object) => Object.keys(all).length === 12);
    await undo(2);
    await animator.hand.press('Layers', 'tab');
  });

  test('a locked layer is timed by nothing and says so', async () => {
    await animator.toCell('Clean', 1);
    await animator.hand.key('Alt', 'KeyL');
    await animator.hand.key('Alt', 'Digit2');
    await animator.hand.text('“Clean” is locked. Unlock it in the list of layers to time it.');
    expect(await sheetOf('Clean')).toBe('1x4 2x4 3x4 4x4 5x4');
    await undo();
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
    expect(await sheetOf('Clean')).toBe('1x2 2x2 3x2 4x2 5x2');
    await undo();
  });
});
