/** In-betweens of several layers at once, of very many lines, of pairs that are not sure: progress, stop, what cannot be done. */
import { describe, expect, test } from 'vitest';
import { isFirstPass } from '../../src/core/between/index.ts';
import { makeDrawing, makeLayer, makeShot, newId, POINT_SIZE, type Stroke } from '../../src/core/shot/index.ts';
import { writeShotFile } from '../../src/core/shotfile/index.ts';
import { cellOf, strokeThrough } from '../make.ts';
import { type Animator, drawingsOf } from './hands.ts';
import { withAnimator } from './session.ts';

let animator: Animator;

/** Many short lines, each its own; `by`: moved so far to the right. */
function crowd(count: number, by: number, swatch: string): Stroke[] {
  return Array.from({ length: count }, (_, i) => {
    const [x, y] = [20 + (i % 40) * 15 + by, 10 + Math.floor(i / 40) * 9];
    const turn = i * 1.7;
    const places = Array.from({ length: 8 }, (_, k): [number, number] => [
      x + 2 * k * Math.cos(turn) + Math.sin(k * (1 + (i % 5))),
      y + 2 * k * Math.sin(turn),
    ]);
    return strokeThrough(places, { lineage: newId(), swatch });
  });
}

/** A body that has moved a little, and beside it a stroke that has become quite another. */
function doubtful(moved: boolean, swatch: string): Stroke[] {
  const [dx, dy] = moved ? [14, -6] : [0, 0];
  const body: [number, number][][] = [
    [
      [200, 60],
      [160, 100],
      [200, 140],
      [240, 100],
      [202, 61],
    ],
    [
      [170, 160],
      [160, 220],
      [170, 290],
    ],
    [
      [230, 160],
      [240, 220],
      [230, 290],
    ],
  ];
  const other: [number, number][] = moved
    ? [
        [290, 182],
        [318, 158],
        [296, 133],
        [322, 109],
      ]
    : [
        [282, 250],
        [253, 256],
        [225, 245],
        [204, 224],
      ];
  return [...body.map((line) => line.map(([x, y]): [number, number] => [x + dx, y + dy])), other].map((line, i) =>
    strokeThrough(line, { lineage: newId(), swatch, name: ['head', 'left side', 'right side', 'scarf'][i] }),
  );
}

/** Layers of two keys with a blank drawing between. */
function shotOf(layers: [name: string, from: Stroke[], to: Stroke[]][]) {
  const shot = makeShot({ title: 'Many lines', width: 640, height: 360, fps: 24, length: 12 });
  shot.layers = layers.map(([name, from, to]) => {
    const layer = makeLayer(name, 'clean');
    const drawings = [from, [], to].map((ink, i) =>
      makeDrawing(layer.id, i + 1, { role: i === 1 ? 'between' : 'key', ink }),
    );
    for (const drawing of drawings) shot.drawings[drawing.id] = drawing;
    layer.exposures = drawings.map(({ id }) => ({ id: newId(), cell: cellOf(id), frames: 4 }));
    return layer;
  });
  return shot;
}

withAnimator(async (opened) => {
  animator = opened;
  const swatch = shotOf([]).palettes[0].swatches[0].id;
  const shot = shotOf([
    ['Crowd', crowd(900, 0, swatch), crowd(900, 30, swatch)],
    ['Blank', crowd(3, 0, swatch), []],
    ['Doubt', doubtful(false, swatch), doubtful(true, swatch)],
    ['Left', crowd(5, 0, swatch), crowd(5, 40, swatch)],
    ['Right', crowd(4, 200, swatch), crowd(4, 260, swatch)],
  ]);
  for (const { ink } of Object.values(shot.drawings))
    for (const stroke of ink) stroke.swatch = shot.palettes[0].swatches[0].id;
  await animator.chooseFiles('shot-file', [{ name: 'many.vignette', bytes: writeShotFile(shot, new Map()) }]);
  await animator.hand.press('Open Many lines');
  await animator.deskReady({ width: 640, height: 360 });
  await animator.toCell('Crowd', 1);
  await animator.hand.key('Control', 'KeyE');
});

describe('very many lines', () => {
  test('take their time, say how far they are, and stop at a press; nothing is changed', async () => {
    const before = await animator.shot();
    await animator.toCell('Crowd', 1);
    await animator.hand.press('Draw in-betweens', 'button');
    await animator.page.waitForSelector('[role="progressbar"][aria-label="Drawing in-betweens"]');
    await animator.page.waitForFunction(
      () => Number(document.querySelector('[role="progressbar"]')?.getAttribute('aria-valuenow')) > 0,
    );
    await animator.hand.press('Stop', 'button');
    await animator.page.waitForFunction(() => !document.querySelector('[role="progressbar"]'), { timeout: 1000 });
    expect(await animator.page.$('[data-testid="pane-a"]')).toBeNull();
    expect(await animator.shot()).toEqual(before);
  });
  test('a key that is blank is named, and nothing begins', async () => {
    await animator.toCell('Blank', 1);
    await Promise.all([
      animator.hand.text('Drawing 3 on “Blank” has no lines yet'),
      animator.hand.key('Control', 'KeyB'),
    ]);
    expect(await animator.page.$('[role="progressbar"]')).toBeNull();
  });
});

test('a pair that is not sure is listed; agreed to it is settled, parted its lines are alone', async () => {
  const listed = (list: string) =>
    animator.page.$$eval(`section[aria-label="${list}"] li`, (all) => all.map((each) => each.textContent ?? ''));
  const shown = (list: string, count: number) =>
    animator.page.waitForFunction(
      (label, wanted) => document.querySelectorAll(`section[aria-label="${label}"] li`).length === wanted,
      {},
      list,
      count,
    );
  await animator.toCell('Doubt', 1);
  await animator.hand.key('Control', 'KeyB');
  await animator.page.waitForSelector('[data-testid="pane-a"]');
  expect(await listed('Pairs to look at')).toEqual(['scarf in 1']);
  await animator.hand.press('scarf in 1: the pair is right');
  await shown('Pairs to look at', 0);
  expect((await animator.shot()).passages.flatMap(({ pairs }) => pairs)).toHaveLength(1);
  await animator.undo();
  await shown('Pairs to look at', 1);
  await animator.hand.press('scarf in 1: part the pair');
  await shown('Pairs to look at', 0);
  expect((await listed('Lines without a partner')).map((each) => each.slice(0, 10))).toEqual([
    'scarf in 1',
    'scarf in 3',
  ]);
  await animator.undo();
  await animator.hand.key('Escape');
});

test('several layers chosen are drawn together, looked at one by one, put down at once', async () => {
  const columns = await animator.page.$$eval('[data-testid="sheet"] button[data-name]', (all) =>
    all.map((each) => each.getAttribute('data-name')),
  );
  expect(columns).toEqual(expect.arrayContaining(['Left', 'Right']));
  // Chosen from one layer to its neighbour, over all frames.
  const first = columns.indexOf('Left') < columns.indexOf('Right') ? 'Left' : 'Right';
  await animator.choose(first, 1, 9);
  await animator.hand.key('Shift', 'ArrowRight');
  await animator.hand.key('Control', 'KeyB');
  await animator.page.waitForSelector('[data-testid="pane-a"]');
  await animator.hand.press('Which two drawings', 'combobox');
  await animator.page.waitForSelector('[role="option"]');
  const ways = await animator.page.$$eval('[role="option"]', (all) => all.map((each) => each.textContent));
  await animator.hand.key('Escape');
  expect(ways.map((each) => each?.split(':')[0]).sort()).toEqual(['Left', 'Right']);
  await Promise.all([animator.hand.text('2 in-betweens put down'), animator.hand.press('Put down 2', 'button')]);
  const shot = await animator.shot();
  for (const name of ['Left', 'Right']) {
    const [from, between] = drawingsOf(shot, name);
    expect(isFirstPass(between)).toBe(true);
    expect(between.ink).toHaveLength(from.ink.length);
    const shift = name === 'Left' ? 20 : 30;
    const middle = (ink: Stroke[]) => ink.reduce((sum, { points }) => sum + points[3 * POINT_SIZE], 0) / ink.length;
    expect(Math.abs(middle(between.ink) - middle(from.ink) - shift)).toBeLessThan(4);
  }
  await animator.undo();
  const back = await animator.shot();
  expect(drawingsOf(back, 'Left')[1].ink).toHaveLength(0);
  expect(drawingsOf(back, 'Right')[1].ink).toHaveLength(0);
});
