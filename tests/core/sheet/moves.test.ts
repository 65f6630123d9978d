/** Moves: places are exact, the pivot stays, places go with time and drawings, lines stay lines. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { change } from '../../../src/core/history/index.ts';
import { shownCells } from '../../../src/core/picture/index.ts';
import { mapPoint } from '../../../src/core/plane/index.ts';
import {
  addDrawing,
  bowWay,
  dropPlace,
  duplicateLayer,
  insertTime,
  type Lie,
  layerAt,
  lieAt,
  lieMatrix,
  lieOf,
  movePivot,
  pointOfWay,
  readMoves,
  removeTime,
  retimeLayer,
  reverse,
  setHold,
  setPlace,
  spacedShare,
  spaceMoves,
  ticksOf,
  whyNotMerge,
} from '../../../src/core/sheet/index.ts';
import {
  type Layer,
  MOVE_READINGS,
  MOVE_SPACINGS,
  type MoveSpacing,
  makePlace,
  type Shot,
} from '../../../src/core/shot/index.ts';
import { readShotFile, writeShotFile } from '../../../src/core/shotfile/index.ts';
import { frameOf } from '../../canvas.ts';
import { delivered } from '../../delivery.ts';
import { circle, smallShot } from '../../make.ts';

const PIVOT = { x: 160, y: 90 };

/** Three drawings of four frames each. */
function threeHeld(): { shot: Shot; id: string; layer: () => Layer } {
  const { shot, layerId: id, swatch } = smallShot();
  addDrawing(shot, id, 4, 4).ink.push(circle(160, 90, 40, { swatch }));
  addDrawing(shot, id, 8, 4).ink.push(circle(160, 90, 30, { swatch }));
  return { shot, id, layer: () => shot.layers.find((each) => each.id === id)! };
}

const lies: fc.Arbitrary<Omit<Lie, 'bend'>> = fc.record({
  x: fc.integer({ min: -200, max: 200 }),
  y: fc.integer({ min: -200, max: 200 }),
  turn: fc.double({ min: -3, max: 3, noNaN: true }),
  across: fc.double({ min: 0.1, max: 3, noNaN: true }),
  down: fc.double({ min: 0.1, max: 3, noNaN: true }),
  fade: fc.double({ min: 0, max: 1, noNaN: true }),
});

describe('places', () => {
  test('are exact at their frames, whatever the spacing, the bow and the reading', () => {
    const set = fc.uniqueArray(fc.record({ frame: fc.integer({ min: 0, max: 11 }), lie: lies }), {
      selector: ({ frame }) => frame,
      minLength: 1,
      maxLength: 6,
    });
    fc.assert(
      fc.property(set, fc.constantFrom(...MOVE_SPACINGS), fc.constantFrom(...MOVE_READINGS), (all, spacing, on) => {
        const { shot, id, layer } = threeHeld();
        for (const { frame, lie } of all) setPlace(shot, id, frame, lie, PIVOT);
        spaceMoves(shot, id, 0, spacing, true);
        readMoves(shot, id, on);
        for (const { id: place } of layer().moves!.places) bowWay(shot, id, place, { x: 20, y: -10 });
        for (const { frame, lie } of all) {
          const found = lieAt(layer(), layer().moves!, frame);
          for (const part of ['x', 'y', 'turn', 'across', 'down', 'fade'] as const)
            expect(found[part]).toBeCloseTo(lie[part], 9);
        }
      }),
    );
  });
  test('turned and scaled about the pivot, the pivot is only carried', () => {
    fc.assert(
      fc.property(lies, (lie) => {
        const [x, y] = mapPoint(lieMatrix(lie, PIVOT), PIVOT.x, PIVOT.y);
        expect(x).toBeCloseTo(PIVOT.x + lie.x, 6);
        expect(y).toBeCloseTo(PIVOT.y + lie.y, 6);
        const back = lieOf(lieMatrix(lie, PIVOT), PIVOT);
        for (const part of ['x', 'y', 'across', 'down'] as const) expect(back[part]).toBeCloseTo(lie[part], 6);
      }),
    );
  });
  test('a new one goes on with the spacing of the one before; taken off, the way closes; the last gone, it stays put', () => {
    const { shot, id, layer } = threeHeld();
    setPlace(shot, id, 0, { x: 0 }, PIVOT);
    setPlace(shot, id, 8, { x: 80 }, PIVOT);
    spaceMoves(shot, id, 0, 'slow-in');
    setPlace(shot, id, 4, { x: 10 }, PIVOT);
    expect(layer().moves!.places.map(({ frame, spacing }) => [frame, spacing])).toEqual([
      [0, 'slow-in'],
      [4, 'slow-in'],
      [8, 'even'],
    ]);
    dropPlace(shot, id, 4);
    spaceMoves(shot, id, 0, 'even', true);
    expect(lieAt(layer(), layer().moves!, 4).x).toBe(40);
    dropPlace(shot, id, 0);
    dropPlace(shot, id, 8);
    expect(layer().moves).toBeNull();
  });
});

describe('the way between places', () => {
  const spaced = (spacing: MoveSpacing, t: number, ticks: number[] = []) => spacedShare({ spacing, ticks }, t);
  test('begins at one and ends at the other in every spacing; only those that swing turn back', () => {
    for (const spacing of MOVE_SPACINGS) {
      expect(spaced(spacing, 0)).toBeCloseTo(0, 9);
      expect(spaced(spacing, 1)).toBeCloseTo(1, 9);
      if (spacing === 'overshoot' || spacing === 'settle') continue;
      for (let t = 0; t < 1; t += 0.05)
        expect(spaced(spacing, t + 0.05)).toBeGreaterThanOrEqual(spaced(spacing, t) - 1e-9);
    }
    expect(spaced('slow-out', 0.5)).toBeLessThan(0.5);
    expect(spaced('slow-in', 0.5)).toBeGreaterThan(0.5);
  });
  test('an overshoot goes past once by a tenth, a settling move swings about its end', () => {
    const all = (spacing: MoveSpacing) => Array.from({ length: 101 }, (_, k) => spaced(spacing, k / 100));
    expect(Math.max(...all('overshoot'))).toBeCloseTo(1.1, 2);
    const about = all('settle').map((share) => Math.sign(share - 1));
    expect(about.filter((side, i) => i > 0 && side !== about[i - 1] && side !== 0).length).toBeGreaterThanOrEqual(2);
  });
  test('own ticks are where they were set; ticks read off any spacing space as it does', () => {
    expect(spaced('own', 0.25, [0.1, 0.2, 0.9])).toBeCloseTo(0.1, 9);
    expect(spaced('own', 0.75, [0.1, 0.2, 0.9])).toBeCloseTo(0.9, 9);
    for (const spacing of MOVE_SPACINGS) {
      const ticks = ticksOf({ spacing, ticks: [0.4] }, 8);
      expect(ticks).toHaveLength(7);
      for (let k = 1; k < 8; k++) expect(spaced('own', k / 8, ticks)).toBeCloseTo(spaced(spacing, k / 8, [0.4]), 9);
    }
  });
  test('on twos every picture stands two frames, with drawings it moves only with them', () => {
    const { shot, id, layer } = threeHeld();
    setPlace(shot, id, 1, { x: 0 }, PIVOT);
    setPlace(shot, id, 11, { x: 100 }, PIVOT);
    const xs = () => Array.from({ length: 12 }, (_, frame) => Math.round(lieAt(layer(), layer().moves!, frame).x));
    readMoves(shot, id, 'twos');
    expect(xs()).toEqual([0, 0, 0, 20, 20, 40, 40, 60, 60, 80, 80, 100]);
    readMoves(shot, id, 'drawings');
    expect(xs()).toEqual([0, 0, 0, 0, 30, 30, 30, 30, 70, 70, 70, 100]);
  });
  test('pushed off the straight line it passes its pushed middle, evenly along itself', () => {
    const place = (x: number, bow = { x: 0, y: 0 }) => makePlace(x, { x, bow });
    const from = place(0, { x: 0, y: -30 });
    const middle = pointOfWay(from, place(100), 0.5);
    expect(middle.x).toBeCloseTo(50, 3);
    expect(middle.y).toBeCloseTo(-30, 3);
    const steps = Array.from({ length: 11 }, (_, i) => pointOfWay(from, place(100), i / 10)).map(({ x, y }, i, all) =>
      i === 0 ? 0 : Math.hypot(x - all[i - 1].x, y - all[i - 1].y),
    );
    expect(Math.max(...steps.slice(1)) / Math.min(...steps.slice(1))).toBeLessThan(1.05);
  });
});

describe('places go with time', () => {
  const frames = (layer: Layer) => layer.moves!.places.map(({ frame }) => frame);
  function moved() {
    const held = threeHeld();
    for (const frame of [0, 5, 9]) setPlace(held.shot, held.id, frame, { x: frame }, PIVOT);
    return held;
  }
  const edited = (shot: Shot, id: string, edit: (draft: Shot) => void) =>
    change(shot, edit)!.shot.layers.find((each) => each.id === id)!;
  test('time put in moves every later place by it, time taken out brings them back', () => {
    const { shot, id } = moved();
    const longer = edited(shot, id, (draft) => insertTime(draft, 5, 3));
    expect(frames(longer)).toEqual([0, 8, 12]);
    expect(frames(edited(shot, id, (draft) => removeTime(draft, 1, 3)))).toEqual([0, 3, 7]);
  });
  test('a longer hold carries the places of the drawings after it; exposures put in another order carry each with its drawing', () => {
    const { shot, id } = moved();
    expect(frames(edited(shot, id, (draft) => retimeLayer(draft, id, (all) => setHold(all, 0, 6))))).toEqual([
      0, 7, 11,
    ]);
    expect(frames(edited(shot, id, (draft) => retimeLayer(draft, id, (all) => reverse(all, 0, 3))))).toEqual([1, 5, 8]);
  });
});

describe('moved layers', () => {
  test('a duplicate has moves of its own; one that moves is not merged, and it is said why', () => {
    const { shot, id, layer } = threeHeld();
    setPlace(shot, id, 3, { x: 9 }, PIVOT);
    const copy = duplicateLayer(shot, id);
    setPlace(shot, copy.id, 3, { x: 50 }, PIVOT);
    expect(layer().moves!.places[0].x).toBe(9);
    expect(whyNotMerge(shot, copy.id)).toMatch(/Take its places off/);
  });
  test('with another pivot the layer lies at its places as it did', () => {
    const { shot, id, layer } = threeHeld();
    setPlace(shot, id, 3, { x: 9, turn: 1, across: 2 }, PIVOT);
    const before = layerAt(shot, layer(), 3).place!;
    movePivot(shot, id, { x: 10, y: 20 });
    layerAt(shot, layer(), 3).place!.forEach((value, i) => void expect(value).toBeCloseTo(before[i], 6));
  });
  test('one at rest is painted as before, pixel for pixel', () => {
    const { shot, id } = threeHeld();
    const before = frameOf(shot, 2, 'delivery').data;
    setPlace(shot, id, 0, {}, PIVOT);
    expect(Buffer.from(frameOf(shot, 2, 'delivery').data).equals(Buffer.from(before))).toBe(true);
  });
  test('a line carried is painted where it is carried to, as a line', () => {
    const { shot, id, layer } = threeHeld();
    setPlace(shot, id, 0, { x: 60, across: 0.5, down: 0.5 }, PIVOT);
    const seen = frameOf(shot, 0, 'delivery');
    // A ring of 50 about 160, 90 at half its size, 60 to the right.
    expect(seen.at(220 + 25, 90)).not.toBe(seen.at(5, 5));
    expect(seen.at(160 + 50, 90)).toBe(seen.at(5, 5));
    expect(layerAt(shot, layer(), 0).place).not.toBeNull();
    expect(shownCells(shot, 0, 'delivery')).toHaveLength(1);
  });
  test('in an SVG its lines stay shapes under a transform', async () => {
    const { shot, id } = threeHeld();
    setPlace(shot, id, 0, { x: 0 }, PIVOT);
    setPlace(shot, id, 11, { x: 50 }, PIVOT);
    const text = Buffer.from(await delivered(shot, 'svg')).toString();
    expect(text).not.toContain('<image');
    // On the first frame it lies where it was drawn.
    expect(text.match(/transform="matrix/g)!.length).toBe(11);
  });
  test('moves are in the shot file, and a file without them opens', () => {
    const { shot, id } = threeHeld();
    setPlace(shot, id, 3, { x: 9, turn: 0.5 }, PIVOT);
    const { shot: read } = readShotFile(writeShotFile(shot, new Map()));
    expect(read.layers.find((each) => each.id === id)!.moves).toEqual(
      shot.layers.find((each) => each.id === id)!.moves,
    );
    expect(read.layers[0].moves).toBeNull();
  });
});
