/** Timing charts read from the sheet and written there. */
import fc from 'fast-check';
import { beforeEach, describe, expect, test } from 'vitest';
import {
  addTick,
  BadTiming,
  CHART_PRESETS,
  chartAt,
  chartsIn,
  dropTick,
  setSpacing,
  setSpacings,
  spacingInWords,
  startFrames,
} from '../../../src/core/sheet/index.ts';
import {
  type Drawing,
  makeDrawing,
  makeLayer,
  makeShot,
  newId,
  type Role,
  type Shot,
} from '../../../src/core/shot/index.ts';
import { cellOf, strokeThrough } from '../../make.ts';

const line = () =>
  strokeThrough([
    [0, 0],
    [50, 10],
  ]);

let shot: Shot;
let layerId: string;

/** A layer of drawings, each a role, frames held, and whether it is drawn. */
function sheet(cells: [role: Role, frames: number, drawn?: boolean, spacing?: number][]): Drawing[] {
  shot = makeShot({ title: 'charts', width: 640, height: 360, fps: 24, length: 24 });
  const layer = makeLayer('Clean', 'clean');
  layerId = layer.id;
  shot.layers = [layer];
  const drawings = cells.map(([role, , drawn = true, spacing = null], i) =>
    makeDrawing(layer.id, i + 1, { role, spacing: spacing as number | null, ink: drawn ? [line()] : [] }),
  );
  for (const drawing of drawings) shot.drawings[drawing.id] = drawing;
  layer.exposures = drawings.map(({ id }, i) => ({ id: newId(), cell: cellOf(id), frames: cells[i][1] }));
  return drawings;
}

const chart = (frame = 1) => chartAt(shot, layerId, frame)!;
const spacings = () => chart().ticks.map(({ spacing }) => Number(spacing.toFixed(3)));
/** First frames, 1-based, of what stands on the chart. */
const frames = () => [chart().from, ...chart().ticks, chart().to].map(({ frame }) => frame + 1);

describe('read from the sheet', () => {
  test('between the keys around, with breakdowns and in-betweens as ticks', () => {
    sheet([
      ['key', 4],
      ['between', 2, false],
      ['breakdown', 2],
      ['between', 2, false],
      ['key', 4],
    ]);
    expect(chart(0).ticks.map(({ drawing }) => drawing.number)).toEqual([2, 3, 4]);
    expect(frames()).toEqual([1, 5, 7, 9, 11]);
    // What nobody said is even.
    expect(spacings()).toEqual([0.25, 0.5, 0.75]);
    expect(chartAt(shot, layerId, 8)!.from.drawing.number).toBe(1);
  });
  test('what is said stays, the rest is even between', () => {
    sheet([
      ['key', 4],
      ['between', 2, false],
      ['breakdown', 2, true, 0.8],
      ['between', 2, false],
      ['key', 4],
    ]);
    expect(spacings()).toEqual([0.4, 0.8, 0.9]);
  });
  test('spacing that does not rise is not believed', () => {
    sheet([
      ['key', 1],
      ['between', 1, false, 0.7],
      ['between', 1, false, 0.2],
      ['key', 1],
    ]);
    expect(spacings()[1]).toBeGreaterThan(0.7);
  });
  test('on the last key it is the chart before it; without two keys what is drawn stands for them', () => {
    sheet([
      ['key', 2],
      ['between', 2, false],
      ['key', 2],
    ]);
    expect(chartAt(shot, layerId, 4)!.from.drawing.number).toBe(1);
    sheet([
      ['between', 2],
      ['between', 2, false],
      ['between', 2],
    ]);
    expect(chart(0).ticks).toHaveLength(1);
    sheet([['key', 2]]);
    expect(chartAt(shot, layerId, 0)).toBeNull();
  });
  test('all charts of a layer follow one another', () => {
    sheet([
      ['key', 2],
      ['between', 2],
      ['key', 2],
      ['key', 2],
      ['breakdown', 2],
      ['key', 2],
    ]);
    expect(chartsIn(shot, layerId).map(({ from, to }) => [from.drawing.number, to.drawing.number])).toEqual([
      [1, 3],
      [3, 4],
      [4, 6],
    ]);
    expect(chartsIn(shot, layerId, 7, 12)).toHaveLength(1);
  });
});

describe('written onto the sheet', () => {
  beforeEach(() => {
    sheet([
      ['key', 8],
      ['key', 4],
    ]);
  });
  test('ticks bring blank drawings; the frames between the keys are shared out evenly and stay as many', () => {
    setSpacings(shot, chart(), [0.25, 0.5, 0.75], 2);
    expect(frames()).toEqual([1, 3, 5, 7, 9]);
    expect(chart().ticks.every(({ drawing }) => drawing.ink.length === 0 && drawing.role === 'between')).toBe(true);
    expect(chart().ticks.map(({ drawing }) => drawing.number)).toEqual([3, 4, 5]);
  });
  test('where there are too few frames, each is held as new drawings are, and what follows is pushed', () => {
    setSpacings(
      shot,
      chart(),
      Array.from({ length: 9 }, (_, i) => (i + 1) / 10),
      2,
    );
    expect(frames()).toEqual([1, 3, 5, 7, 9, 11, 13, 15, 17, 19, 21]);
  });
  test('as many ticks as before: only the spacing changes, the timing stays', () => {
    setSpacings(shot, chart(), [0.5, 0.75], 2);
    const before = shot.layers[0].exposures;
    setSpacings(shot, chart(), [0.1, 0.2], 2);
    expect(spacings()).toEqual([0.1, 0.2]);
    expect(shot.layers[0].exposures).toBe(before);
  });
  test('ticks one after another stand evenly on twos, their numbers in the order of the sheet', () => {
    addTick(shot, chart(), 2);
    expect(frames()).toEqual([1, 5, 9]);
    addTick(shot, chart(), 2);
    expect(spacings()).toEqual([0.25, 0.5]);
    addTick(shot, chart(), 2);
    expect(frames()).toEqual([1, 3, 5, 7, 9]);
    expect(spacings()).toEqual([0.25, 0.5, 0.75]);
    expect(chart().ticks.map(({ drawing }) => drawing.number)).toEqual([3, 4, 5]);
  });
  test('on ones where twos do not go in, pushed where ones do not either; always as many frames as before while they go in', () => {
    for (let count = 1; count <= 7; count++) {
      addTick(shot, chart(), 2);
      expect(frames().at(-1), `${count} ticks`).toBe(9);
    }
    expect(frames()).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9]);
    addTick(shot, chart(), 2);
    expect(frames().at(-1)).toBe(10);
  });
  test('what the hand has timed stays: a tick more takes half of what is held in the widest space', () => {
    addTick(shot, chart(), 2);
    const held = [6, 2, 4];
    shot.layers[0].exposures = shot.layers[0].exposures.map((each, i) => ({ ...each, frames: held[i] }));
    addTick(shot, chart(), 2);
    expect(frames()).toEqual([1, 4, 7, 9]);
  });
  test('numbers of drawn ones stay; a layer numbered by fractions goes on so', () => {
    addTick(shot, chart(), 2);
    shot.drawings[chart().ticks[0].drawing.id].ink = [line()];
    addTick(shot, chart(), 2);
    expect(chart().ticks.map(({ drawing }) => drawing.number)).toEqual([4, 3]);
    sheet([
      ['key', 8],
      ['key', 8],
      ['key', 4],
    ]);
    addTick(shot, chart(), 2);
    shot.drawings[chart().ticks[0].drawing.id].label = '1½';
    const next = () => chartAt(shot, layerId, 9)!;
    for (let k = 0; k < 3; k++) addTick(shot, next(), 2);
    expect(next().ticks.map(({ drawing }) => drawing.label)).toEqual(['2¼', '2½', '2¾']);
  });
  test('a tick stays between its neighbours, and the others stay where they were', () => {
    setSpacings(shot, chart(), [0.25, 0.5, 0.75], 2);
    setSpacing(shot, chart(), chart().ticks[1].drawing.id, 0.99);
    expect(spacings()).toEqual([0.25, 0.74, 0.75]);
    setSpacing(shot, chart(), chart().ticks[1].drawing.id, 0);
    expect(spacings()).toEqual([0.25, 0.26, 0.75]);
  });
  test('a blank tick taken off is gone, a drawn one lies in the tray; the frames go to the drawing before', () => {
    setSpacings(shot, chart(), [0.5], 2);
    const { drawing } = chart().ticks[0];
    dropTick(shot, chart(), drawing.id);
    expect(shot.drawings[drawing.id]).toBeUndefined();
    expect(frames()).toEqual([1, 9]);
    setSpacings(shot, chart(), [0.5], 2);
    const drawn = chart().ticks[0].drawing.id;
    shot.drawings[drawn].ink = [line()];
    dropTick(shot, chart(), drawn);
    expect(shot.drawings[drawn].ink).toHaveLength(1);
    expect(chart().ticks).toHaveLength(0);
  });
  test('drawn ticks are never taken off to make room for a preset', () => {
    setSpacings(shot, chart(), [0.3, 0.6], 2);
    for (const { drawing } of chart().ticks) shot.drawings[drawing.id].ink = [line()];
    expect(() => setSpacings(shot, chart(), [0.5], 2)).toThrow(BadTiming);
    setSpacings(shot, chart(), [0.2, 0.4, 0.6, 0.8], 2);
    expect(chart().ticks.filter(({ drawing }) => drawing.ink.length > 0)).toHaveLength(2);
  });
});

describe('ways of spacing', () => {
  test('rise from key to key, and are called by their names', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...CHART_PRESETS),
        fc.integer({ min: 1, max: 20 }),
        ({ count, spacings: make }, n) => {
          const all = make(count ?? n);
          expect(all).toHaveLength(count ?? n);
          expect(all.every((each, i) => each > (all[i - 1] ?? 0) && each < 1)).toBe(true);
        },
      ),
    );
    for (const { name, count, spacings: make } of CHART_PRESETS)
      if (count === null) expect(spacingInWords(make(5))).toBe(name);
  });
  test('slow out crowds at the first key, slow in at the last', () => {
    const of = (id: string) => CHART_PRESETS.find((each) => each.id === id)!.spacings(3);
    expect(of('slow-out')[0]).toBeLessThan(0.2);
    expect(of('slow-in')[2]).toBeGreaterThan(0.8);
    expect(spacingInWords([0.08, 0.2, 0.5])).toBe('slow out');
    expect(spacingInWords([])).toBe('');
  });
});

test('charts and starts agree on frames', () => {
  sheet([
    ['key', 3],
    ['between', 5],
    ['key', 1],
  ]);
  const all = startFrames(shot.layers[0].exposures);
  expect([chart().from.frame, chart().ticks[0].frame, chart().to.frame]).toEqual([all[0], all[1], all[2]]);
});
