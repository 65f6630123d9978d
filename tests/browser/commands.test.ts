/** Timing and looking by keys and menus alone: every step is what the sheet then says. */
import { describe, expect, test } from 'vitest';
import { colourGif } from './files.ts';
import { type Animator, drawingsOf, layerNamed } from './hands.ts';
import { withAnimator } from './session.ts';

let animator: Animator;

withAnimator(async (opened) => {
  animator = opened;
  await animator.newShot({ title: 'By keys', width: 640, height: 360, length: 20 });
  await animator.hand.key('KeyW');
  for (const x of [150, 250, 350]) {
    await animator.draw(animator.ring(x, 180, 60));
    await animator.hand.key('KeyN');
  }
  await animator.draw(animator.ring(450, 180, 60));
});

describe('timing by keys', () => {
  test('new drawings stand one after another, each held as asked', async () => {
    expect(await animator.sheetOf('Clean')).toBe('1x2 2x2 3x2 4x2');
  });
  test('longer and shorter push what follows; a hold of one frame stays', async () => {
    await animator.toCell('Clean', 3);
    for (let i = 0; i < 3; i++) await animator.hand.key('Equal');
    expect(await animator.sheetOf('Clean')).toBe('1x2 2x5 3x2 4x2');
    for (let i = 0; i < 9; i++) await animator.hand.key('Minus');
    expect(await animator.sheetOf('Clean')).toBe('1x2 2x1 3x2 4x2');
    await animator.undo(7);
    expect(await animator.sheetOf('Clean')).toBe('1x2 2x2 3x2 4x2');
  });
  test('a drawing changes places with its neighbour', async () => {
    await animator.toCell('Clean', 3);
    await animator.hand.key('Alt', 'ArrowDown');
    expect(await animator.sheetOf('Clean')).toBe('1x2 3x2 2x2 4x2');
    await animator.toCell('Clean', 5);
    await animator.hand.key('Alt', 'ArrowUp');
    expect(await animator.sheetOf('Clean')).toBe('1x2 2x2 3x2 4x2');
  });
  test('a drawing used again is the same drawing: a line in one place shows in both', async () => {
    await animator.toCell('Clean', 7);
    await animator.hand.key('ArrowDown');
    await animator.hand.key('ArrowDown');
    expect(await animator.frame()).toBe(9);
    await animator.hand.key('KeyU');
    expect(await animator.sheetOf('Clean')).toBe('1x2 2x2 3x2 4x2 4x2');
    await animator.draw(animator.ring(450, 180, 20));
    const drawings = drawingsOf(await animator.shot(), 'Clean');
    expect(drawings).toHaveLength(4);
    expect(drawings[3].ink).toHaveLength(2);
    await animator.undo(2);
  });
  test('taken off and closed up, what follows moves up', async () => {
    await animator.toCell('Clean', 3);
    await animator.hand.key('Shift', 'Delete');
    expect(await animator.sheetOf('Clean')).toBe('1x2 3x2 4x2');
    await animator.undo();
  });
  test('the shot ends with its last drawing when asked, and says first what that does', async () => {
    await animator.hand.key('Alt', 'KeyE');
    await animator.hand.text('The shot becomes 12 frames shorter: 8 frames, 8 f.');
    await animator.hand.press('make it 8 frames', 'button');
    await animator.hand.wait(200);
    expect((await animator.shot()).length).toBe(8);
    await animator.undo();
  });
  test('new drawings are held as the choice says', async () => {
    await animator.hand.choose('Frames a new drawing is held', '3');
    await animator.toCell('Clean', 12);
    await animator.hand.key('KeyN');
    expect(await animator.sheetOf('Clean')).toBe('1x2 2x2 3x2 4x2 -x3 5x3');
    await animator.undo();
    await animator.hand.choose('Frames a new drawing is held', '2');
  });
});

describe('playing', () => {
  test('a range is set by keys, shown, played round, and given up', async () => {
    await animator.toCell('Clean', 3);
    await animator.hand.key('BracketLeft');
    await animator.toCell('Clean', 6);
    await animator.hand.key('BracketRight');
    await animator.hand.text('3–6');
    await animator.hand.key('Space');
    await animator.page.waitForFunction(() => /fps · \d+ dropped/.test(document.body.innerText));
    const seen = new Set<number>();
    for (let i = 0; i < 25; i++) {
      await animator.hand.wait(30);
      seen.add(await animator.frame());
    }
    await animator.hand.key('Space');
    expect(Math.min(...seen)).toBeGreaterThanOrEqual(3);
    expect(Math.max(...seen)).toBeLessThanOrEqual(6);
    expect(seen.size).toBe(4);
    await animator.hand.key('Shift', 'BracketLeft');
    await animator.hand.key('End');
    expect(await animator.frame()).toBe(20);
  });
  test('without loop it stops at the end', async () => {
    await animator.hand.key('KeyL');
    await animator.toCell('Clean', 1);
    await animator.hand.key('Space');
    await animator.page.waitForSelector('button[aria-label="Stop"]');
    await animator.page.waitForSelector('button[aria-label="Play"]');
    expect(await animator.frame()).toBe(20);
    await animator.hand.key('KeyL');
  });
  test('dragging down the frame numbers scrubs', async () => {
    const rows = await animator.hand.box('[data-testid="sheet-rows"]');
    const at = (frame: number) => ({ x: rows.x + 15, y: rows.y + (frame - 0.5) * 18 });
    await animator.drag(at(2), at(14));
    expect(await animator.frame()).toBe(14);
    await animator.drag(at(14), at(5));
    expect(await animator.frame()).toBe(5);
  });
});

describe('layers', () => {
  test('the stack is reordered by dragging and by keys, the layer in hand changes by keys', async () => {
    const order = async () => (await animator.shot()).layers.map(({ name }) => name).join();
    expect(await order()).toBe('Rough,Clean');
    const clean = await animator.hand.box('button[aria-label="Move Clean"]');
    const rough = await animator.hand.box('button[aria-label="Move Rough"]');
    await animator.drag({ x: clean.x + 6, y: clean.y + 12 }, { x: rough.x + 6, y: rough.y + 18 });
    await animator.hand.wait(300);
    expect(await order()).toBe('Clean,Rough');
    await animator.toCell('Clean', 1);
    await animator.hand.key('Alt', 'ArrowLeft');
    expect(await order()).toBe('Rough,Clean');
    await animator.hand.key('ArrowRight');
    await animator.hand.text('Rough · empty');
    await animator.hand.key('ArrowLeft');
    await animator.hand.text('Clean · drawing 1');
  });
  test('what comes after the last drawing is chosen in words and shown', async () => {
    await animator.hand.press('More for Clean');
    await animator.hand.press('After the last drawing: repeats', 'menuitem');
    expect(layerNamed(await animator.shot(), 'Clean').afterLast).toBe('repeats');
    // Frame 9 then shows drawing 1 again.
    await animator.toCell('Clean', 9);
    await animator.hand.wait(600);
    const dark = (colour: number[]) => Math.max(...colour) < 110;
    expect(await animator.sees(150, 120, dark)).toBe(true);
    await animator.undo();
  });
});

describe('files by dropping', () => {
  test('a clip dropped on the Reference view is looked through like a chosen one', async () => {
    await animator.view('reference');
    const base64 = Buffer.from(colourGif([200, 200])).toString('base64');
    await animator.page.evaluate((data) => {
      const bytes = Uint8Array.from(atob(data), (letter) => letter.charCodeAt(0));
      const transfer = new DataTransfer();
      transfer.items.add(new File([bytes], 'two.gif', { type: 'image/gif' }));
      const target = [...document.querySelectorAll('p')].find((each) =>
        each.textContent?.startsWith('Nothing to look at yet'),
      )!;
      target.dispatchEvent(new DragEvent('drop', { bubbles: true, cancelable: true, dataTransfer: transfer }));
    }, base64);
    await animator.hand.text('2 pictures, 10 frames');
    await animator.hand.press('Leave it', 'button');
    expect((await animator.shot()).layers.map(({ name }) => name)).toEqual(['Rough', 'Clean']);
  });
});

describe('shot settings', () => {
  test('a shorter shot says what lies beyond its end and loses nothing', async () => {
    await animator.view('desk');
    await animator.hand.key('Control', 'Comma');
    const field = await animator.page.waitForSelector('aria/Length, frames[role="spinbutton"]');
    await field!.click({ count: 3 });
    await field!.type('4');
    await animator.hand.press('Change', 'button');
    await animator.hand.text('the sheet goes on to frame 8');
    expect(await animator.sheetOf('Clean')).toBe('1x2 2x2 3x2 4x2');
    await animator.undo();
    expect((await animator.shot()).length).toBe(20);
  });
});
