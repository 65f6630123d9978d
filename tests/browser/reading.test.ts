/** A line is brought in, its words typed and read, a bound corrected, mouths drawn, filled, swapped and put on the head. */
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, test } from 'vitest';
import { readingRows } from '../../src/core/reading/index.ts';
import type { Shot } from '../../src/core/shot/index.ts';
import { type Animator, layerNamed } from './hands.ts';
import { withAnimator } from './session.ts';

const VOICE = new Uint8Array(
  readFileSync(fileURLToPath(new URL('../../demo/data/there-you-are.wav', import.meta.url))),
);
const LINE = 'There you are. Good evening, little light.';

let animator: Animator;

withAnimator(async (opened) => {
  animator = opened;
  await animator.newShot({ title: 'Line', width: 640, height: 360, fps: 24, length: 72 });
});

const sounds = (shot: Shot) => readingRows(shot).map(({ sound }) => sound.text);

async function type(words: string): Promise<void> {
  const field = await animator.page.waitForSelector('textarea[aria-label="Words spoken in the clip"]:not([disabled])');
  await field!.click({ count: 3 });
  await animator.hand.key('Control', 'KeyA');
  await field!.type(words || ' ');
}

async function read(): Promise<void> {
  await animator.hand.press('Read the line');
}

/** What the sheet shows of a layer: names of drawings and how long they are held. */
async function names(layer: string): Promise<string> {
  const shot = await animator.shot();
  return layerNamed(shot, layer)
    .exposures.map(
      ({ cell, frames }) => `${cell?.kind === 'drawing' ? shot.drawings[cell.drawing].label : '-'}x${frames}`,
    )
    .join(' ');
}

describe('reading a line', () => {
  test('words are laid on the recording; how they are said stands beside them', async () => {
    await animator.view('sound');
    await animator.chooseFiles('sound-files', [{ name: 'line.wav', bytes: VOICE }]);
    await animator.page.waitForSelector('[data-clip]');
    await animator.hand.press('Words and reading', 'tab');
    await type(LINE);
    await read();
    await animator.page.waitForSelector('[role="list"][aria-label="Track reading"] [data-sound]');
    await animator.hand.text('sure');
    await animator.page.waitForSelector('input[aria-label="Sounds of evening"]');
    const shot = await animator.shot();
    expect(sounds(shot).slice(0, 7)).toEqual(['DH', 'EH', 'R', 'Y', 'UW', 'AA', 'R']);
    expect(shot.tracks[0].clips[0].words).toBe(LINE);
    const rows = readingRows(shot);
    expect(Math.abs(rows[0].from - 0.2 * 24)).toBeLessThan(1.5);
  });
  test('a bound is dragged, is held, and its neighbours are laid anew; all of it is one undo', async () => {
    const before = readingRows(await animator.shot());
    const target = before.find(({ sound }) => sound.text === 'AA')!;
    const bound = await animator.page.waitForSelector('[data-sound="AA"] [data-bound="from"]');
    const box = (await bound!.boundingBox())!;
    const at = { x: box.x + 2, y: box.y + 10 };
    await animator.drag(at, { x: at.x + 12, y: at.y });
    await animator.hand.wait(800);
    const after = readingRows(await animator.shot());
    const moved = after.find(({ sound }) => sound.text === 'AA')!;
    expect(moved.sound.held).toBe(true);
    expect(moved.from).toBeGreaterThan(target.from + 0.5);
    expect(after.map(({ sound }) => sound.text)).toEqual(before.map(({ sound }) => sound.text));
    expect(Math.abs(after.at(-1)!.from - before.at(-1)!.from)).toBeLessThan(0.6);
    await animator.undo();
    expect(readingRows(await animator.shot()).map(({ from }) => from)).toEqual(before.map(({ from }) => from));
    await animator.hand.key('Control', 'Shift', 'KeyZ');
  });
  test('sounds are typed against frames down the sheet, one after another, in the pencil in hand', async () => {
    await animator.toCell('Clean', 1);
    await animator.hand.key('Control', 'KeyJ');
    await animator.page.waitForSelector('input[aria-label="Sound heard at this frame"]');
    await animator.page.keyboard.type('hm');
    await animator.hand.key('Enter');
    await animator.page.keyboard.type('-');
    await animator.hand.key('Enter');
    await animator.hand.key('Escape');
    expect(await animator.frame()).toBe(3);
    expect(sounds(await animator.shot()).slice(0, 2)).toEqual(['hm', '-']);
    await animator.undo(2);
    await animator.hand.press('All blue sounds a frame later');
    const later = readingRows(await animator.shot()).filter(({ sound }) => sound.colour === 'blue');
    await animator.undo();
    const again = readingRows(await animator.shot()).filter(({ sound }) => sound.colour === 'blue');
    later.forEach(({ from }, i) => {
      expect(from - again[i].from).toBeCloseTo(1);
    });
  });
  test('the sheet drags bounds too, by whole frames', async () => {
    const row = readingRows(await animator.shot()).find(({ sound }) => sound.text === 'G')!;
    const rows = await animator.hand.box('[data-testid="sheet-rows"]');
    await animator.page.$eval('[data-testid="sheet"]', (sheet) => {
      sheet.scrollTop = 200;
    });
    await animator.hand.wait(200);
    const y = (frame: number) => rows.y + frame * 18 - 200;
    await animator.drag({ x: rows.x + 50, y: y(row.from) }, { x: rows.x + 50, y: y(row.from - 2) });
    await animator.hand.wait(800);
    const moved = readingRows(await animator.shot()).find(({ sound }) => sound.text === 'G')!;
    expect(moved.sound.held).toBe(true);
    expect(moved.from).toBeLessThan(row.from - 1);
    await animator.undo();
  });
  test('words that are not those of the recording are said to be in doubt, and all are written as doubts', async () => {
    await type('Put the kettle on, we have a guest tonight.');
    await read();
    await animator.hand.text('do not seem to be what is said here');
    const shot = await animator.shot();
    expect(new Set(readingRows(shot).map(({ sound }) => sound.colour))).toEqual(new Set(['plum']));
    await animator.hand.text('in doubt');
  });
  test('more words than there is time for, and none at all, are said in a sentence and change nothing', async () => {
    const before = sounds(await animator.shot());
    await type('light '.repeat(120));
    await read();
    await animator.hand.text('do not fit into 2.7 seconds');
    await type('… — !');
    await read();
    await animator.hand.text('There are no words to read');
    expect(sounds(await animator.shot())).toEqual(before);
  });
  test('figures and abbreviations are read as they are spoken; one’s own sounds are taken', async () => {
    await type('Mr. 21');
    await animator.page.evaluate(() => (document.activeElement as HTMLElement).blur());
    await animator.page.waitForSelector('input[aria-label="Sounds of mister"]');
    await animator.page.waitForSelector('input[aria-label="Sounds of twenty"]');
    const own = await animator.page.waitForSelector('input[aria-label="Sounds of mister"]');
    await own!.click({ count: 3 });
    await own!.type('Q Q');
    await animator.hand.key('Enter');
    await animator.hand.text('are not sounds');
    await own!.click({ count: 3 });
    await own!.type('m ih s t');
    await animator.hand.key('Enter');
    await animator.page.waitForFunction(
      () => document.querySelector<HTMLInputElement>('input[aria-label="Sounds of mister"]')?.value === 'M IH S T',
    );
    await animator.hand.press('The dictionary’s mister again');
  });
  test('without words it is read by ear: openness and a coarse vowel, all of it in doubt', async () => {
    await type('');
    await animator.hand.press('Read by ear');
    await animator.hand.text('Read by ear, without words');
    const shot = await animator.shot();
    expect(readingRows(shot).length).toBeGreaterThan(5);
    expect(readingRows(shot).every(({ sound }) => sound.colour === 'plum')).toBe(true);
    await type(LINE);
    await read();
    await animator.hand.text('Read.');
    expect(sounds(await animator.shot())).toContain('IY');
  });
});

describe('mouths', () => {
  test('a chart is made and its mouths are drawn with the pen on the pad, undone line by line', async () => {
    await animator.view('desk');
    await animator.hand.press('Parts', 'tab');
    await animator.hand.press('New mouth chart');
    for (const name of ['rest', 'M B P', 'A', 'E', 'I', 'O', 'W U', 'F V', 'L TH', 'S T D K']) {
      await animator.hand.press(`Draw mouth ${name}`);
      const pad = await animator.hand.box('canvas[aria-label^="Pad of the mouth"]');
      const points = Array.from({ length: 24 }, (_, i) => ({
        x: pad.x + pad.width / 2 + 40 * Math.cos(i / 4),
        y: pad.y + pad.height / 2 + 16 * Math.sin(i / 4),
        pressure: 0.6,
      }));
      await animator.hand.pen(points);
      await animator.hand.wait(80);
      if (name === 'rest') {
        await animator.hand.pen(points.slice(0, 6));
        await animator.undo();
      }
      await animator.hand.press('Back to the chart');
    }
    const shot = await animator.shot();
    const [chart] = shot.charts;
    expect(chart.mouths).toHaveLength(10);
    for (const { drawing } of chart.mouths) {
      expect(shot.drawings[drawing].ink).toHaveLength(1);
      expect(shot.drawings[drawing].ink[0].points.some((value) => value > 0)).toBe(true);
    }
  });
  test('one press puts a mouth on the frame, on a layer of its own; a press on another swaps it', async () => {
    await animator.toCell('Clean', 1);
    await animator.hand.press('Put mouth O on this frame');
    expect(await names('Mouth')).toBe('Ox2');
    await animator.hand.press('Put mouth A on this frame');
    expect(await names('Mouth')).toBe('Ax2');
    // With the mouth layer in hand digits are mouths.
    await animator.hand.key('Digit2');
    expect(await names('Mouth')).toBe('Mx2');
    await animator.undo(3);
  });
  test('filled from the reading: none for one frame, closed lips where the track says so, over the whole line', async () => {
    await animator.hand.press('Fill from the reading');
    await animator.hand.text('mouths from frame');
    const shot = await animator.shot();
    const { exposures } = layerNamed(shot, 'Mouth');
    const laid = exposures.filter(({ cell }) => cell);
    expect(laid.length).toBeGreaterThan(8);
    expect(laid.every(({ frames }) => frames >= 2)).toBe(true);
    const kinds = laid.map(({ cell }) => (cell?.kind === 'drawing' ? shot.drawings[cell.drawing].mouth?.kind : ''));
    expect(kinds).toContain('teeth-lip');
    expect(kinds).toContain('wide-open');
    // V is heard at 1.35 s and its mouth leads by a frame.
    let frame = 0;
    for (const { cell, frames } of exposures) {
      if (cell?.kind === 'drawing' && shot.drawings[cell.drawing].mouth?.kind === 'teeth-lip') break;
      frame += frames;
    }
    expect(Math.abs(frame - (1.35 * 24 - 1))).toBeLessThanOrEqual(2);
  });
  test('a mouth in the sheet is changed by key', async () => {
    const shot = await animator.shot();
    const [gap, first] = layerNamed(shot, 'Mouth').exposures;
    await animator.toCell('Mouth', gap.frames + 1);
    await animator.hand.key('Digit6');
    const after = await animator.shot();
    const changed = layerNamed(after, 'Mouth').exposures[1];
    expect(changed.frames).toBe(first.frames);
    expect(changed.cell?.kind === 'drawing' && after.drawings[changed.cell.drawing].mouth?.kind).toBe('round');
    await animator.undo();
  });
  test('set on the head it sits where the head is; dragged on the paper, laid mouths come along', async () => {
    await animator.toCell('Clean', 1);
    await animator.draw(animator.ring(300, 150, 60));
    await animator.hand.choose('Layer of the head', layerNamed(await animator.shot(), 'Clean').id);
    await animator.hand.key('Control', 'KeyG');
    const handle = await animator.page.waitForSelector('svg[aria-label^="Where mouths sit"] [data-handle="move"]');
    const from = (await handle!.boundingBox())!;
    const [to] = await animator.onPaper([{ x: 300, y: 180 }]);
    const grip = { x: from.x + from.width * 0.3, y: from.y + from.height / 2 };
    const middle = { x: from.x + from.width / 2, y: from.y + from.height * 0.4 };
    await animator.drag(grip, { x: grip.x + to.x - middle.x, y: grip.y + to.y - middle.y });
    const shot = await animator.shot();
    const [place] = Object.values(shot.mouthGuide.places);
    expect(Math.abs(place.x - 300)).toBeLessThan(12);
    expect(Math.abs(place.y - 180)).toBeLessThan(20);
    const shown = layerNamed(shot, 'Mouth').exposures.find(({ cell }) => cell)!.cell;
    const laid = shown?.kind === 'drawing' ? shot.drawings[shown.drawing] : null;
    expect(laid!.mouth!.at).toEqual(place);
    await animator.hand.key('Control', 'KeyG');
  });
});
