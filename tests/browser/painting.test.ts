/** A character painted by hand: one drawing well, the others after it, looked at where it is unsure, delivered. */
import { createCanvas, loadImage } from '@napi-rs/canvas';
import { unzipSync } from 'fflate';
import { describe, expect, test } from 'vitest';
import { areaUnder } from '../../src/core/paint/index.ts';
import type { Drawing } from '../../src/core/shot/index.ts';
import type { PenPoint } from './driver.ts';
import { type Animator, drawingsOf } from './hands.ts';
import { corners, nameOf, Painter, paintAt } from './painter.ts';
import { withAnimator } from './session.ts';

let animator: Animator;
let painter: Painter;

/** A head, a body left open at its shoulder, two buttons; and the edge of the shadow on the head. */
const figure = (dx: number): PenPoint[][] => [
  animator.ring(200 + dx, 110, 50),
  corners([150 + dx, 180], [250 + dx, 180], [270 + dx, 330], [130 + dx, 330], [142 + dx, 193]),
  animator.ring(200 + dx, 220, 9),
  animator.ring(200 + dx, 260, 9),
];
const shadowEdge = (dx: number) => corners([218 + dx, 52], [225 + dx, 110], [218 + dx, 168]);

withAnimator(async (opened) => {
  animator = opened;
  painter = new Painter(opened);
  await animator.newShot({ title: 'Button coat', width: 640, height: 360, length: 12 });
  await animator.hand.key('KeyW');
  for (const dx of [0, 24, 48, 72]) {
    if (dx > 0) await animator.hand.key('KeyN');
    for (const line of figure(dx)) await animator.draw(line);
  }
  await animator.view('paint');
  for (let i = 0; i < 4; i++) await animator.hand.key('KeyA');
});

describe('a drawing', () => {
  test('an opening lets paint out: it is said, shown, and closed', async () => {
    await animator.hand.key('KeyF');
    await painter.take('coat');
    await Promise.all([animator.hand.text('nothing was poured'), painter.touch(200, 300)]);
    expect((await painter.drawings()).all[0].paint).toHaveLength(0);
    await animator.page.click('button[aria-description="What counts as a region"]');
    const slide = await animator.page.waitForSelector('[role="slider"][aria-label="Openings closed, paper pixels"]');
    await slide!.focus();
    for (let i = 0; i < 14; i++) await animator.page.keyboard.press('ArrowRight');
    await animator.page.keyboard.press('Escape');
    await animator.hand.key('Shift', 'KeyO');
    await animator.page.waitForSelector('canvas[aria-label="Regions of the drawing"]');
    await animator.page.waitForSelector('[data-opening]');
    await animator.hand.key('Shift', 'KeyO');
    await painter.touch(200, 300);
    const { shot, all } = await painter.drawings();
    expect(paintAt(shot, all[0], 200, 300)).toBe('coat');
    expect(paintAt(shot, all[0], 60, 300)).toBeNull();
  });

  test('a fence paints all regions inside it', async () => {
    await animator.hand.key('KeyG');
    await painter.take('light');
    await animator.hand.pen(await animator.onPaper(animator.ring(200, 240, 36)));
    await animator.hand.wait(400);
    const { shot, all } = await painter.drawings();
    expect(paintAt(shot, all[0], 200, 220)).toBe('light');
    expect(paintAt(shot, all[0], 200, 260)).toBe('light');
    expect(paintAt(shot, all[0], 170, 240)).toBe('coat');
  });

  test('a trace line bounds the shadow and is not seen in what is painted', async () => {
    await animator.hand.key('KeyT');
    await animator.draw(shadowEdge(0));
    await animator.hand.key('KeyF');
    await painter.take('skin');
    await painter.touch(180, 110);
    await painter.take('scarf');
    await painter.touch(236, 110);
    const { shot, all } = await painter.drawings();
    expect(paintAt(shot, all[0], 180, 110)).toBe('skin');
    expect(paintAt(shot, all[0], 236, 110)).toBe('scarf');
    expect(all[0].ink.filter(({ brush }) => brush.kind === 'trace')).toHaveLength(1);
  });

  test('a light daubed with “Stay inside” keeps to paint and line', async () => {
    await animator.hand.key('KeyB');
    await painter.take('white');
    await animator.draw(corners([100, 300], [160, 300]));
    await animator.hand.wait(300);
    const { shot, all } = await painter.drawings();
    expect(paintAt(shot, all[0], 152, 300)).toBe('white');
    expect(paintAt(shot, all[0], 110, 300)).toBeNull();
    await animator.undo();
    expect(paintAt(shot, (await painter.drawings()).all[0], 152, 300)).toBe('coat');
  });

  test('paint is wiped off and a colour is taken from the paper', async () => {
    await animator.hand.key('KeyY');
    await animator.draw(corners([180, 300], [220, 300]));
    await animator.hand.wait(200);
    const { shot, all } = await painter.drawings();
    expect(paintAt(shot, all[0], 200, 300)).toBeNull();
    expect(paintAt(shot, all[0], 170, 240)).toBe('coat');
    await animator.undo();
    await animator.hand.key('KeyI');
    await Promise.all([animator.hand.text('“scarf” is in hand'), painter.touch(236, 110)]);
  });

  test('a line is recoloured by touching it; its shape stays', async () => {
    const before = (await painter.drawings()).all[0].ink[0];
    await painter.take('red pencil');
    await animator.hand.key('KeyV');
    await painter.touch(150, 110);
    const { shot, all } = await painter.drawings();
    expect(nameOf(shot, all[0].ink[0].swatch)).toBe('red pencil');
    expect(all[0].ink[0].points).toEqual(before.points);
  });

  test('a swatch dragged onto a region pours', async () => {
    const chip = await animator.hand.box('button[aria-label="Colour of red pencil"]');
    const [at] = await animator.onPaper([{ x: 200, y: 220 }]);
    await animator.drag({ x: chip.x + 10, y: chip.y + 10 }, { x: at.x!, y: at.y! });
    await animator.hand.wait(400);
    const { shot, all } = await painter.drawings();
    expect(paintAt(shot, all[0], 200, 220)).toBe('red pencil');
    await animator.undo();
  });
});

describe('the layer', () => {
  test('paint is carried through; the first drawing stays as the hand painted it', async () => {
    await animator.hand.key('KeyT');
    for (const dx of [24, 48, 72]) {
      await animator.hand.key('KeyS');
      await animator.draw(shadowEdge(dx));
    }
    const before = (await painter.drawings()).all[0].paint;
    await Promise.all([animator.hand.text('3 drawings painted'), animator.hand.key('Shift', 'KeyF')]);
    const { shot, all } = await painter.drawings();
    expect(all[0].paint).toEqual(before);
    for (const [i, dx] of [24, 48, 72].entries()) {
      const at = (x: number, y: number) => paintAt(shot, all[i + 1], x + dx, y);
      expect([at(200, 300), at(200, 220), at(200, 260), at(180, 110), at(236, 110), at(80, 300)]).toEqual([
        'coat',
        'light',
        'light',
        'skin',
        'scarf',
        null,
      ]);
    }
  });

  test('what is unsure is listed, stepped through by key, corrected, and told to the rest', async () => {
    // A patch on the coat that the painted drawing does not have.
    await animator.hand.key('KeyW');
    await animator.draw(animator.ring(160 + 72, 300, 14));
    await animator.hand.key('KeyA');
    await animator.draw(animator.ring(160 + 48, 300, 14));
    await Promise.all([animator.hand.text('to look at'), animator.hand.key('Shift', 'KeyF')]);
    // The words may be those of the time before: the list is read once nothing is under way.
    await animator.hand.wait(100);
    await animator.page.waitForFunction(() => !document.querySelector('[role="progressbar"]'));
    const rows = await animator.page.$$eval('ul[aria-label="Unsure regions"] button', (all) => all.length);
    expect(rows).toBeGreaterThan(0);
    await animator.hand.press('Palette', 'tab');
    await painter.take('scarf');
    await animator.hand.press('Paint through', 'tab');
    await animator.hand.key('KeyJ');
    await animator.page.waitForSelector('[data-mark]');
    await animator.hand.key('Shift', 'Enter');
    await animator.page.waitForFunction(
      (count) => document.querySelectorAll('ul[aria-label="Unsure regions"] button').length < count,
      {},
      rows,
    );
    const { shot, all } = await painter.drawings();
    const patches = [paintAt(shot, all[2], 160 + 48, 300), paintAt(shot, all[3], 160 + 72, 300)];
    expect(patches).toContain('scarf');
    // Agreed to, whatever is left is the hand's.
    await animator.hand.key('Control', 'Shift', 'Enter');
    await animator.hand.wait(200);
    const settled = (await painter.drawings()).all
      .flatMap(({ paint }) => paint)
      .filter(({ sure }) => sure !== null && sure < 0.75);
    expect(settled).toEqual([]);
  });

  test('a rectangle over all drawings fills what is enclosed in it', async () => {
    await animator.hand.press('Palette', 'tab');
    await animator.hand.key('KeyH');
    await painter.take('blue pencil');
    await animator.page.evaluate(() =>
      document.querySelector<HTMLElement>('[role="checkbox"][aria-label="Unpainted only"]')?.click(),
    );
    await Promise.all([animator.hand.text('4 drawings painted'), animator.draw(corners([180, 200], [180 + 112, 238]))]);
    const { shot, all } = await painter.drawings();
    for (const [i, dx] of [0, 24, 48, 72].entries()) {
      expect(paintAt(shot, all[i], 200 + dx, 220)).toBe('blue pencil');
      expect(paintAt(shot, all[i], 200 + dx, 260)).toBe('light');
    }
    await animator.undo();
  });

  test('a region is painted across a range: touched on the first drawing and on the last', async () => {
    await animator.toFrame(1);
    await animator.hand.key('KeyF');
    await animator.hand.press('across', 'radio');
    await painter.take('graphite');
    await Promise.all([animator.hand.text('Now go to the last drawing'), painter.touch(200, 260)]);
    await animator.toFrame(7);
    await Promise.all([animator.hand.text('poured on 4 drawings'), painter.touch(272, 260)]);
    const { shot, all } = await painter.drawings();
    for (const [i, dx] of [0, 24, 48, 72].entries()) expect(paintAt(shot, all[i], 200 + dx, 260)).toBe('graphite');
    expect(areaUnder(all[1].paint, 224, 260)?.name).toBe('graphite');
    await animator.hand.press('swatch', 'radio');
  });

  test('holes are found by drawing and frame, gone to, and filled', async () => {
    await animator.toFrame(3);
    await animator.hand.press('take off', 'radio');
    await painter.touch(204, 110);
    await animator.hand.press('swatch', 'radio');
    await animator.toFrame(1);
    await animator.hand.key('Shift', 'KeyH');
    await animator.page.waitForSelector('ul[aria-label="Holes found"] button');
    const rows = await animator.page.$$('ul[aria-label="Holes found"] button');
    const texts = await Promise.all(rows.map((row) => row.evaluate((element) => (element as HTMLElement).innerText)));
    const hole = texts.findIndex((text) => text.startsWith('unpainted region'));
    expect(texts[hole]).toMatch(/drawing 2, frame 3/);
    // Where the edge of the shadow leaves the head, a speck is left between the two lines.
    expect(texts.some((text) => text.startsWith('speck'))).toBe(true);
    await rows[hole].click();
    expect(await animator.frame()).toBe(3);
    await animator.page.waitForSelector('[data-mark]');
    await animator.hand.press('Palette', 'tab');
    await painter.take('skin');
    await painter.touch(204, 110);
    await animator.hand.key('Shift', 'KeyH');
    await animator.page.waitForFunction(
      () =>
        ![...document.querySelectorAll('ul[aria-label="Holes found"] button')].some((each) =>
          each.textContent?.includes('unpainted'),
        ),
    );
  });

  test('all specks are filled at once, with what lies beside them', async () => {
    await Promise.all([animator.hand.text('filled on'), animator.hand.press('Fill all specks')]);
    await animator.page.waitForFunction(
      () =>
        ![...document.querySelectorAll('ul[aria-label="Holes found"] button')].some((each) =>
          each.textContent?.includes('speck'),
        ),
    );
  });

  test('the next drawing takes the colours the one before has', async () => {
    await animator.toFrame(7);
    await animator.hand.press('take off', 'radio');
    await painter.touch(250, 110);
    await animator.hand.press('as before', 'radio');
    // What the drawing before would put here is seen before anything is poured.
    await animator.page.waitForSelector('[data-proposed]');
    expect(paintAt((await painter.drawings()).shot, (await painter.drawings()).all[3], 250, 110)).toBeNull();
    await painter.touch(250, 110);
    await animator.page.waitForFunction(() => !document.querySelector('[role="status"] [role="progressbar"]'), {
      timeout: 20_000,
    });
    await animator.hand.wait(300);
    const { shot, all } = await painter.drawings();
    expect(paintAt(shot, all[3], 250, 110)).toBe('skin');
    await animator.hand.press('swatch', 'radio');
  });

  test('a line moved off its paint: refitting is offered, and fits', async () => {
    await animator.toFrame(1);
    const body = (all: Drawing[]) => areaUnder(all[0].paint, 200, 300)!;
    const before = body((await painter.drawings()).all);
    await animator.hand.key('KeyP');
    await painter.touch(200, 330);
    await animator.hand.key('Shift', 'ArrowDown');
    await animator.hand.text('Lines were changed under their paint');
    await animator.hand.key('Escape');
    await animator.hand.press('Refit the paint', 'button');
    await animator.page.waitForFunction(() => !document.body.innerText.includes('Lines were changed under'), {
      timeout: 10_000,
    });
    const after = body((await painter.drawings()).all);
    expect(after.swatch).toBe(before.swatch);
    const lowest = ({ rings }: typeof after) => Math.max(...rings[0].filter((_, i) => i % 2 === 1));
    expect(lowest(after)).toBeGreaterThan(lowest(before) + 4);
    await animator.undo(2);
  });
});

test('a layer of paint goes by the lines above it and takes their timing', async () => {
  await animator.view('desk');
  await animator.toCell('Rough', 3);
  await animator.view('paint');
  await animator.page.click('button[aria-description="What counts as a region"]');
  await animator.hand.press('all above too', 'radio');
  await animator.page.keyboard.press('Escape');
  await animator.hand.press('Palette', 'tab');
  await painter.take('light');
  await animator.hand.key('KeyF');
  await painter.touch(224, 300);
  const { shot } = await painter.drawings();
  const [drawing] = drawingsOf(shot, 'Rough');
  expect(paintAt(shot, drawing, 224, 300)).toBe('light');
  expect(drawing.ink).toHaveLength(0);
  expect(await animator.sheetOf('Rough')).toBe('-x2 1x2');
  await animator.undo();
  await animator.view('desk');
  await animator.toCell('Clean', 1);
  await animator.view('paint');
  await animator.page.click('button[aria-description="What counts as a region"]');
  await animator.hand.press('own lines', 'radio');
  await animator.page.keyboard.press('Escape');
});

test('what is delivered is what was painted: no trace line, no pale pixel between paint and line', async () => {
  await animator.view('export');
  await animator.hand.press('PNG sequence', 'radio');
  await animator.hand.press('100 %', 'button');
  const { bytes } = await animator.handedOut(() => animator.hand.press('Write the pictures'));
  const [first] = Object.values(unzipSync(bytes));
  const image = await loadImage(Buffer.from(first));
  const context = createCanvas(image.width, image.height).getContext('2d');
  context.drawImage(image, 0, 0);
  const { data } = context.getImageData(0, 0, 640, 360);
  const at = (x: number, y: number) => [...data.subarray(4 * (y * 640 + x), 4 * (y * 640 + x) + 3)];
  const { shot } = await painter.drawings();
  const rgb = (name: string) => {
    const { colour } = shot.palettes[0].swatches.find((each) => each.name === name)!;
    return [1, 3, 5].map((i) => Number.parseInt(colour.slice(i, i + 2), 16));
  };
  const [skin, scarf, paper] = [rgb('skin'), rgb('scarf'), rgb('white')];
  expect(at(180, 110)).toEqual(skin);
  expect(at(236, 110)).toEqual(scarf);
  // Over the trace line there is one paint or the other, or a mixture of both at the pixel where they meet.
  for (let x = 210; x <= 232; x++) {
    const between = at(x, 110).map((value, i) => (value - skin[i]) / (scarf[i] - skin[i]));
    for (const share of between) {
      expect(share).toBeGreaterThan(-0.04);
      expect(share).toBeLessThan(1.04);
    }
  }
  // From the middle of the head out through its line nothing is as light as the paper, until the paper itself comes.
  const row = Array.from({ length: 60 }, (_, i) => at(188 - i, 110));
  const outline = rgb('red pencil');
  const line = row.findIndex((colour) => colour.every((value, i) => Math.abs(value - outline[i]) < 3));
  const light = row.findIndex((colour) => colour.every((value, i) => value >= paper[i] - 6));
  expect(line).toBeGreaterThan(0);
  expect(light).toBeGreaterThan(line);
});
