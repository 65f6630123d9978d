/** What holds for every operation on the sheet, over random sheets. */
import { isDeepStrictEqual } from 'node:util';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { change, History } from '../../../src/core/history/index.ts';
import { drawnEnd, startFrames, totalFrames } from '../../../src/core/sheet/index.ts';
import { makeClip, makeDrawing, makeLayer, makeTrack, newId, type Shot } from '../../../src/core/shot/index.ts';
import { smallShot, strokeThrough } from '../../make.ts';
import { BESIDE, CHARTS, type Dice, LONGEST, type Operation, TIMING } from '../../operations.ts';

const LINE = strokeThrough([
  [10, 10],
  [40, 20],
]);
const dice = fc.record({ layer: fc.nat(9), frame: fc.nat(40), by: fc.integer({ min: -12, max: 12 }) });

/** A shot of three layers with drawings held, used again and left out, a sound pinned to one of them. */
const anyShot = fc
  .array(
    fc.array(fc.record({ drawing: fc.integer({ min: -1, max: 4 }), frames: fc.integer({ min: 1, max: 9 }) }), {
      maxLength: 12,
    }),
    { minLength: 3, maxLength: 3 },
  )
  .map((sheets): Shot => {
    const { shot } = smallShot();
    shot.drawings = {};
    shot.layers = sheets.map((cells, l) => {
      const layer = makeLayer(`Layer ${l}`, 'clean');
      // Some have a line on them, some are blank still.
      const drawings = [1, 2, 3, 4, 5].map((number) =>
        makeDrawing(layer.id, number, { ink: number % 2 ? [LINE] : [] }),
      );
      for (const drawing of drawings) shot.drawings[drawing.id] = drawing;
      layer.exposures = cells.map(({ drawing, frames }) => ({
        id: newId(),
        cell: drawing < 0 ? null : { kind: 'drawing', drawing: drawings[drawing].id },
        frames,
      }));
      return layer;
    });
    shot.length = Math.max(24, drawnEnd(shot));
    const [first] = shot.layers[0].exposures;
    const pin = first ? { exposure: first.id, offset: 1 } : null;
    shot.tracks = [makeTrack('Click', { id: 't', clips: [makeClip('click', 'a', 0.2, 1, { id: 'c', pin })] })];
    return shot;
  });

/** Two shots are the same. What differs is worked out only where anything does: thousands of shots are compared here. */
function same(own: Shot, other: Shot): void {
  if (!isDeepStrictEqual(own, other)) expect(own).toEqual(other);
}

/** What is wrong with a sheet is collected, and asked about once. */
function whole(shot: Shot): void {
  const layers = new Set(shot.layers.map(({ id }) => id));
  const wrong: unknown[] = Object.values(shot.drawings).filter(({ layerId }) => !layers.has(layerId));
  for (const layer of shot.layers) {
    for (const exposure of layer.exposures) {
      const { cell, frames } = exposure;
      if (!(frames >= 1) || !Number.isInteger(frames)) wrong.push(exposure);
      if (cell?.kind === 'drawing' && shot.drawings[cell.drawing]?.layerId !== layer.id) wrong.push(exposure);
    }
    if (new Set(layer.exposures.map(({ id }) => id)).size !== layer.exposures.length) wrong.push(layer);
  }
  expect(wrong).toEqual([]);
  expect(shot.length).toBeGreaterThanOrEqual(1);
  expect(shot.paletteCues[0].frame).toBe(0);
}

/** The frame a pinned clip stands on is that of its exposure, when that is on the sheet. */
function pinsHold(shot: Shot): void {
  for (const { pin, frame } of shot.tracks.flatMap(({ clips }) => clips)) {
    if (!pin) continue;
    for (const { exposures } of shot.layers) {
      const index = exposures.findIndex(({ id }) => id === pin.exposure);
      if (index >= 0) expect(frame).toBe(startFrames(exposures)[index] + pin.offset);
    }
  }
}

describe('no operation loses a drawing, makes a hold of nothing, lets a pinned sound go; undo restores the sheet', () => {
  for (const [name, run] of Object.entries({ ...TIMING, ...CHARTS, ...BESIDE })) {
    test(name, () => {
      fc.assert(
        fc.property(anyShot, dice, (shot, numbers) => {
          const before = structuredClone(shot);
          const history = new History(shot);
          history.change(name, (draft) => run(draft, numbers));
          const after = history.shot;
          whole(after);
          if (name !== 'pin') pinsHold(after);
          const kept = Object.keys(shot.drawings).filter((id) => !(name in CHARTS) || shot.drawings[id].ink.length > 0);
          expect(kept.filter((id) => !after.drawings[id])).toEqual([]);
          same(shot, before);
          history.step('undo');
          same(history.shot, before);
        }),
        { numRuns: 150 },
      );
    });
  }
});

test('a doubled layer says the same as the one it was made from: timing, numbers, labels, roles, stages, spacings', () => {
  fc.assert(
    fc.property(anyShot, dice, (shot, numbers) => {
      for (const [i, drawing] of Object.values(shot.drawings).entries())
        Object.assign(drawing, { spacing: i % 3 ? i / 20 : null, label: i % 2 ? `L${i}` : '', stage: 'clean' });
      const source = shot.layers[numbers.layer % shot.layers.length];
      const after = change(shot, (draft) => void TIMING.duplicate(draft, numbers))!.shot;
      const copy = after.layers[after.layers.findIndex(({ id }) => id === source.id) + 1];
      const says = ({ exposures }: typeof copy) =>
        exposures.map(({ cell, frames }) => {
          if (cell?.kind !== 'drawing') return [frames];
          const { number, label, role, stage, spacing, ink } = after.drawings[cell.drawing];
          return [frames, number, label, role, stage, spacing, ink.length];
        });
      expect(says(copy)).toEqual(says(source));
    }),
    { numRuns: 100 },
  );
});

test('10,000 operations, all taken back, are the start', () => {
  const operations = Object.entries({ ...TIMING, ...CHARTS, ...BESIDE });
  let state = 20261123;
  const random = (below: number) => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return Math.floor((state / 2 ** 32) * below);
  };
  const [start] = fc.sample(anyShot, { numRuns: 1, seed: 7 });
  const history = new History(start);
  const first = structuredClone(start);
  const done = new Map<string, number>();
  // What the hand does when a sheet gets too long for a test: it is cut back, by an edit like any other.
  const shorten: Operation = (shot: Shot, numbers: Dice) => {
    TIMING['time out'](shot, numbers);
    for (const layer of shot.layers) layer.exposures = layer.exposures.slice(0, 12);
    for (const id of Object.keys(shot.drawings).slice(60)) {
      if (
        !shot.layers.some(({ exposures }) =>
          exposures.some(({ cell }) => cell?.kind === 'drawing' && cell.drawing === id),
        )
      )
        delete shot.drawings[id];
    }
    shot.length = Math.max(24, drawnEnd(shot));
  };
  for (let i = 0; i < 10_000; i++) {
    const [name, run] = operations[random(operations.length)];
    const numbers = { layer: random(10), frame: random(40), by: random(25) - 12 };
    const long = history.shot.layers.some(({ exposures }) => totalFrames(exposures) > LONGEST);
    const full = Object.keys(history.shot.drawings).length > 120;
    const edit = long || full ? shorten : run;
    if (history.change(name, (draft) => edit(draft, numbers))) done.set(name, (done.get(name) ?? 0) + 1);
  }
  // Every kind of operation really took part.
  expect(operations.filter(([name]) => !done.has(name)).map(([name]) => name)).toEqual([]);
  whole(history.shot);
  pinsHold(history.shot);
  while (history.step('undo'));
  expect(history.shot).toEqual(first);
}, 120_000);

test('an edit leaves all layers it does not name as they were, not only equal', () => {
  fc.assert(
    fc.property(anyShot, dice, (shot, numbers) => {
      const changed = change(shot, (draft) => TIMING.hold(draft, numbers));
      if (!changed) return;
      const other = changed.shot.layers.filter((_, i) => i !== numbers.layer % shot.layers.length);
      for (const layer of other) expect(shot.layers).toContain(layer);
      expect(changed.shot.drawings).toBe(shot.drawings);
    }),
    { numRuns: 200 },
  );
});
