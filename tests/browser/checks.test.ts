/** The Checks view by hand: an arc's kink, a squash, a cycle's seam, a foot, heights; found, put right, meant so, taken back. */
import { expect, test } from 'vitest';
import { drawnAs } from '../../src/core/check/seam.ts';
import { makeArea, makeDrawing, makeLayer, newId, type Shot } from '../../src/core/shot/index.ts';
import { writeShotFile } from '../../src/core/shotfile/index.ts';
import { travelling } from '../core/check/motions.ts';
import { circle, strokeThrough } from '../make.ts';
import { type Animator, layerNamed } from './hands.ts';
import { withAnimator } from './session.ts';

let animator: Animator;

/** A line like a shoulder, its top at x, y. */
const arch = (x: number, y: number) =>
  strokeThrough(
    [
      [x - 120, y + 40],
      [x, y],
      [x + 120, y + 40],
    ],
    { lineage: 'shoulder' },
  );

/** An arm's end that rises on an arc of nine drawings, the fifth 9 px off; a cap that is squashed; a cycle with a jump; a head over a shoulder. */
function shotWithFaults(): Shot {
  const arc = Array.from({ length: 9 }, (_, i) => ({
    x: 960 + 400 * Math.cos(-2.6 + 0.2 * i),
    y: 700 + 400 * Math.sin(-2.6 + 0.2 * i),
  }));
  arc[4].y -= 9;
  const { shot } = travelling(arc);
  shot.title = 'Raised arm';
  shot.checks.followed = [];
  const cap = makeLayer('Cap', 'clean');
  const swatch = shot.palettes[0].swatches[0].id;
  const add = (layer: typeof cap, number: number, of: Partial<ReturnType<typeof makeDrawing>>) => {
    const drawing = makeDrawing(layer.id, number, { role: number === 1 ? 'key' : 'between', ...of });
    shot.drawings[drawing.id] = drawing;
    layer.exposures.push({ id: newId(), cell: { kind: 'drawing', drawing: drawing.id }, frames: 3 });
  };
  for (const [i, by] of [1, 1, 1.08, 1, 1].entries()) {
    const ring = Float32Array.of(300, 300, 300 + 120 * by, 300, 300 + 120 * by, 400, 300, 400);
    add(cap, i + 1, { paint: [makeArea(swatch, [ring], { name: 'cap' })] });
  }
  const flame = makeLayer('Flame', 'clean', { afterLast: 'repeats' });
  for (let i = 0; i < 6; i++) {
    const [x, y] = [1500 + 60 * Math.cos((Math.PI * i) / 3), 300 + 30 * Math.sin((Math.PI * i) / 3) + 12 * i];
    add(flame, i + 1, {
      ink: [
        strokeThrough(
          [
            [x - 9, y],
            [x, y],
            [x + 9, y],
          ],
          { lineage: 'tip' },
        ),
      ],
    });
  }
  const walk = makeLayer('Walk', 'clean');
  // The head is highest one drawing after the shoulder is lowest.
  const bob = (i: number) => 30 * Math.cos((Math.PI * i) / 3);
  for (let i = 0; i < 13; i++)
    add(walk, i + 1, {
      ink: [circle(700, 700 + bob(i - 1), 60, { lineage: 'head' }), arch(700, 860 - bob(i))],
    });
  shot.layers.push(cap, flame, walk);
  return shot;
}

withAnimator(async (opened) => {
  animator = opened;
  const bytes = writeShotFile(shotWithFaults(), new Map());
  await animator.chooseFiles('shot-file', [{ name: 'arm.vignette', bytes }]);
  await animator.hand.press('Open Raised arm');
  await animator.deskReady({ width: 1920, height: 1080 });
});

const lookAt = async (check: string, layer: string) => {
  const shot = await animator.shot();
  await animator.hand.choose('Layer that is looked over', layerNamed(shot, layer).id);
  await animator.hand.press(check, 'radio');
  await animator.hand.wait(900);
};
const findings = () =>
  animator.page.$$eval('ul[aria-label="Findings of the check"] > li > button', (all) =>
    all.map((each) => each.textContent),
  );

test('a point is followed by touching it, and its kink is found where it is', async () => {
  await animator.toCell('Keeper', 1);
  await animator.view('checks');
  await animator.hand.press('Arcs', 'radio');
  await animator.hand.press('Take Follow', 'button');
  const [at] = await animator.onPaper([{ x: 960 + 400 * Math.cos(-2.6), y: 700 + 400 * Math.sin(-2.6) }]);
  await animator.page.mouse.click(at.x, at.y);
  await animator.hand.text('1 found');
  expect(await findings()).toEqual([expect.stringMatching(/^9“Point 1” is [78]\.\d px off its arc on drawing 5\.$/)]);
  const [point] = (await animator.shot()).checks.followed;
  expect(point.spots).toHaveLength(9);
  expect(point.spots.filter(({ held }) => held)).toHaveLength(1);
  // One touch, one step of undo: the point with all its places.
  await animator.undo();
  expect((await animator.shot()).checks.followed).toEqual([]);
  await animator.hand.key('Control', 'Shift', 'KeyZ');
  expect((await animator.shot()).checks.followed[0].spots).toHaveLength(9);
});

test('gone to by key from the list, and from the chart; put right, it is found no more', async () => {
  await animator.hand.key('KeyJ');
  expect(await animator.frame()).toBe(9);
  const chart = (await animator.hand.box('section[aria-label="Chart of arcs"]'))!;
  await animator.page.mouse.click(chart.x + 46 + 4, chart.y + 80);
  expect(await animator.frame()).toBe(1);
  await animator.hand.key('KeyJ');
  await animator.hand.press('Move the drawing onto the arc', 'button');
  await animator.hand.text('Nothing found');
  await animator.undo();
  await animator.hand.text('1 found');
});

test('it is told before a delivery is written, and leads back to its place', async () => {
  await animator.view('export');
  await animator.page.waitForSelector('[data-testid="findings"]');
  await animator.page.$eval('[data-testid="findings"] summary', (element) => (element as HTMLElement).click());
  const words = '“Point 1” is';
  await animator.page.waitForFunction(
    (said: string) => document.querySelector('ul[aria-label="Findings"]')?.textContent?.includes(said),
    {},
    words,
  );
  await animator.page.$$eval(
    'ul[aria-label="Findings"] button',
    (all, said) => all.find(({ textContent }) => textContent?.includes(said))?.click(),
    words,
  );
  await animator.hand.text('1 found');
  expect(await animator.frame()).toBe(9);
});

test('meant so it is told no more, until its place changes', async () => {
  await animator.hand.key('KeyJ');
  await animator.hand.key('KeyK');
  await animator.hand.text('Nothing found');
  await animator.hand.text('1 meant so');
  expect((await animator.shot()).checks.meant).toHaveLength(1);
  // Put right by hand a little: it is another finding now.
  await animator.toFrame(9);
  const { spots } = (await animator.shot()).checks.followed[0];
  const spot = spots[4];
  const [from, to] = await animator.onPaper([spot, { x: spot.x, y: spot.y - 6 }]);
  await animator.hand.key('Control', 'KeyD');
  await animator.hand.pen([from, { x: from.x, y: (from.y + to.y) / 2 }, to]);
  await animator.hand.text('1 found');
  await animator.undo();
  await animator.hand.text('1 meant so');
  await animator.undo();
  await animator.hand.text('1 found');
});

test('the limit is dragged in the chart and set back', async () => {
  const chart = (await animator.hand.box('section[aria-label="Chart of arcs"] svg'))!;
  const dashed = await animator.page.$eval('section[aria-label="Chart of arcs"] path[stroke-dasharray]', (path) => ({
    y: path.getBoundingClientRect().y,
  }));
  await animator.drag({ x: chart.x + 300, y: dashed.y }, { x: chart.x + 300, y: chart.y + 24 });
  await animator.hand.text('Nothing found');
  expect((await animator.shot()).checks.limits.arcs).toBeGreaterThan(7);
  await animator.hand.press('As at first', 'button');
  await animator.hand.text('1 found');
});

test('the volume of a squash, by a part that is picked; made as full again', async () => {
  await lookAt('Volume', 'Cap');
  await animator.toFrame(1);
  await animator.hand.press('Pick a part', 'button');
  const [at] = await animator.onPaper([{ x: 350, y: 350 }]);
  await animator.page.mouse.click(at.x, at.y);
  await animator.hand.press('Make a part of what is picked', 'button');
  await animator.hand.text('“Part 1” has 108 % of its volume on drawing 3, measured by 1.');
  expect((await animator.shot()).checks.parts[0].drawings).toHaveLength(5);
  await animator.hand.key('Escape');
  await animator.hand.key('KeyJ');
  await animator.hand.press('Make it as full by its width', 'button');
  await animator.hand.text('Nothing found');
  await animator.undo();
});

test('heights: the top of the figure over the frames', async () => {
  await lookAt('Heights', 'Keeper');
  await animator.page.waitForSelector('section[aria-label="Chart of heights"] g[aria-label="the figure"] circle');
});

test('heights of head and shoulder: two parts picked, named, and how one lies to the other', async () => {
  await lookAt('Heights', 'Walk');
  await animator.toFrame(1);
  await animator.hand.press('Pick a part', 'button');
  const tops = [
    { name: 'Head', x: 640, y: 700 - 30 * Math.cos(Math.PI / 3) + 30 },
    { name: 'Shoulder', x: 700, y: 830 },
  ];
  for (const [k, { name, x, y }] of tops.entries()) {
    const [at] = await animator.onPaper([{ x, y }]);
    await animator.page.mouse.click(at.x, at.y);
    await animator.hand.press('Make a part of what is picked', 'button');
    const field = await animator.page.waitForSelector(`input[aria-label="Name of Part ${k + 2}"]`);
    await field!.click({ count: 3 });
    await field!.type(name);
    await animator.hand.key('Enter');
  }
  await animator.hand.text('Head is highest 3 frames after Shoulder is lowest.');
  await animator.page.waitForSelector('section[aria-label="Chart of heights"] g[aria-label="Shoulder"] circle');
  await animator.undo(4);
});

test('a cycle that jumps over its seam: its first drawing is laid over the last', async () => {
  await lookAt('Loop seam', 'Flame');
  await animator.hand.text('The figure jumps from drawing 6 to 1');
  await animator.hand.key('KeyJ');
  await animator.page.waitForSelector('[aria-label="The check over the paper"] g[data-overlay="1"] path');
});

test('a redrawn line is followed again by itself, as one step with the redrawing', async () => {
  const spots = async () => (await animator.shot()).checks.followed[0].spots;
  await lookAt('Arcs', 'Keeper');
  const before = await spots();
  await animator.toFrame(7);
  // The line is taken away and the point is lost there; with it back it is found.
  await animator.hand.key('KeyP');
  const { drawing, x, y } = before[3];
  const [at] = await animator.onPaper([{ x: x + 6, y }]);
  await animator.page.mouse.click(at.x, at.y);
  await animator.hand.key('Delete');
  await animator.hand.wait(1200);
  expect((await spots()).map((each) => each.drawing)).not.toContain(drawing);
  await animator.undo();
  await animator.hand.wait(1200);
  expect(await spots()).toEqual(before);
  await animator.hand.key('Escape');
});

test('a slipping foot is planted: every drawing stands as the first', async () => {
  await lookAt('Planted', 'Keeper');
  await animator.toFrame(1);
  await animator.hand.press('Stands still from here on', 'button');
  await animator.hand.text('8 found');
  for (let left = 8; left > 0; left--) {
    await animator.hand.key('KeyJ');
    await animator.hand.press('Move the drawing so that it stands', 'button');
    await animator.hand.text(left > 1 ? `${left - 1} found` : 'Nothing found');
  }
  const shot = await animator.shot();
  const { exposures } = layerNamed(shot, 'Keeper');
  const drawn = exposures.map(({ cell }) => (cell?.kind === 'drawing' ? drawnAs(shot.drawings[cell.drawing]) : ''));
  expect(new Set(drawn).size).toBe(1);
  await animator.undo(9);
});
