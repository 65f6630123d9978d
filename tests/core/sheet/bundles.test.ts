/** Bundles: the same pictures as their layers, timed like drawings, taken apart to what was there. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { change, levelDraft } from '../../../src/core/history/index.ts';
import {
  addDrawing,
  bringAnew,
  broughtShot,
  bundleAgain,
  bundleLayers,
  bundleOf,
  changedInside,
  followInside,
  layerOf,
  putBrought,
  putPiece,
  removeLayer,
  retimeLayer,
  reverse,
  setHold,
  setPlace,
  takeApart,
  takePiece,
  whyNotBring,
  whyNotBundle,
  whyNotTakeApart,
} from '../../../src/core/sheet/index.ts';
import { LIMITS, levelOf, makeDrawing, makeLayer, makeSwatch, newId, type Shot } from '../../../src/core/shot/index.ts';
import { readShotFile, writeShotFile } from '../../../src/core/shotfile/index.ts';
import { frameOf } from '../../canvas.ts';
import { circle, smallShot } from '../../make.ts';

const PIVOT = { x: 160, y: 90 };

/** Some layers of two drawings each, one above the other. */
function stack(count = 3): { shot: Shot; ids: string[] } {
  const { shot, layerId, swatch } = smallShot();
  const ids = [layerId];
  for (let k = 1; k < count; k++) {
    const layer = makeLayer(`Sparks ${k}`, 'effect');
    shot.layers.push(layer);
    ids.push(layer.id);
    addDrawing(shot, layer.id, k, 2).ink.push(circle(60 + 40 * k, 60, 20, { swatch }));
    addDrawing(shot, layer.id, k + 3, 3).ink.push(circle(60 + 40 * k, 100, 15, { swatch }));
  }
  return { shot, ids };
}

const pixels = (shot: Shot, frame: number) => Buffer.from(frameOf(shot, frame, 'delivery').data);
const allPixels = (shot: Shot) => Array.from({ length: shot.length }, (_, frame) => pixels(shot, frame));
const edited = (shot: Shot, edit: (draft: Shot) => void): Shot => change(shot, edit)!.shot;

/** An edit made inside of a bundle, and what follows from it, as the application makes them. */
function insideOf(shot: Shot, bundle: string, edit: (draft: Shot) => void): Shot {
  const now = edited(shot, (draft) => edit(levelDraft(draft, bundle)));
  if (!changedInside(shot, now, bundle)) return now;
  return change(now, (draft) => followInside(draft, shot, now, bundle))?.shot ?? now;
}

describe('a bundle', () => {
  test('untouched shows what its layers showed, pixel for pixel, moves and all', () => {
    const { shot, ids } = stack();
    setPlace(shot, ids[1], 0, { x: 0 }, PIVOT);
    setPlace(shot, ids[1], 9, { x: 70, turn: 0.5 }, PIVOT);
    const before = allPixels(shot);
    const bundled = edited(shot, (draft) => void bundleLayers(draft, ids, 'Sparks'));
    expect(bundled.layers).toHaveLength(shot.layers.length - ids.length + 1);
    allPixels(bundled).forEach((frame, i) => void expect(frame.equals(before[i]), `frame ${i}`).toBe(true));
  });
  test('taken apart gives back the very layers', () => {
    const { shot, ids } = stack();
    let column = '';
    const bundled = edited(shot, (draft) => void (column = bundleLayers(draft, ids.slice(1), 'Sparks')));
    const apart = edited(bundled, (draft) => void takeApart(draft, column));
    expect(apart).toEqual(shot);
  });
  test('timed anew and taken apart, its layers show what it showed', () => {
    const holds = fc.array(fc.integer({ min: 1, max: 4 }), { minLength: 1, maxLength: 4 });
    fc.assert(
      fc.property(holds, fc.boolean(), (all, backwards) => {
        const { shot, ids } = stack();
        setPlace(shot, ids[1], 0, { x: 0 }, PIVOT);
        setPlace(shot, ids[1], 9, { x: 30 }, PIVOT);
        let column = '';
        const timed = edited(shot, (draft) => {
          column = bundleLayers(draft, ids, 'Sparks');
          for (const [i, hold] of all.entries())
            retimeLayer(draft, column, (each) => (i < each.length ? setHold(each, i, hold) : each));
          if (backwards) retimeLayer(draft, column, (each) => reverse(each, 0, each.length));
        });
        const apart = edited(timed, (draft) => void takeApart(draft, column));
        expect(apart.layers.some(({ exposures }) => exposures.some(({ cell }) => cell?.kind === 'bundle'))).toBe(false);
        const after = allPixels(apart);
        allPixels(timed).forEach((frame, i) => void expect(frame.equals(after[i]), `frame ${i}`).toBe(true));
      }),
      { numRuns: 25 },
    );
  });
  test('has a cell for each stretch that looks the same, and follows its inside as long as it is not timed anew', () => {
    const { shot, ids } = stack(2);
    let column = '';
    const bundled = edited(shot, (draft) => void (column = bundleLayers(draft, ids, 'Sparks')));
    const held = (of: Shot) => layerOf(of, column).exposures.map(({ frames }) => frames);
    // A drawing of four frames; another layer's from frame 1 on for two, and from 4 on for three.
    expect(held(bundled)).toEqual([1, 2, 1, 3]);
    const bundle = bundleOf(bundled, layerOf(bundled, column))!.id;
    const longer = insideOf(bundled, bundle, (inside) => retimeLayer(inside, ids[0], (all) => setHold(all, 0, 6)));
    expect(held(longer)).toEqual([1, 2, 1, 2, 1]);
    const threes = edited(longer, (draft) =>
      retimeLayer(draft, column, (all) => all.map((each) => ({ ...each, frames: 3 }))),
    );
    const later = insideOf(threes, bundle, (inside) => retimeLayer(inside, ids[0], (all) => setHold(all, 0, 2)));
    expect(held(later)).toEqual(held(threes));
  });
  test('used twice it shows in both places what is drawn in it once', () => {
    const { shot, ids } = stack(2);
    let column = '';
    let again = '';
    const twice = edited(shot, (draft) => {
      column = bundleLayers(draft, ids, 'Sparks');
      const { id } = bundleOf(draft, layerOf(draft, column))!;
      again = bundleAgain(draft, id, 12, column);
    });
    expect(pixels(twice, 12).equals(pixels(twice, 0))).toBe(true);
    const { id } = bundleOf(twice, layerOf(twice, column))!;
    const [drawing] = Object.values(twice.drawings);
    const drawn = insideOf(twice, id, (inside) =>
      inside.drawings[drawing.id].ink.push(circle(30, 30, 12, { swatch: 'ink' })),
    );
    expect(pixels(drawn, 12).equals(pixels(twice, 12))).toBe(false);
    expect(pixels(drawn, 12).equals(pixels(drawn, 0))).toBe(true);
    // Taken apart in one place it stays in the other.
    const apart = edited(drawn, (draft) => void takeApart(draft, again));
    expect(apart.bundles[id]).toBeDefined();
    allPixels(apart).forEach((frame, i) => void expect(frame.equals(pixels(drawn, i)), `frame ${i}`).toBe(true));
  });
  test('lies in another bundle; a layer removed inside takes its drawings, and no others, with it', () => {
    const { shot, ids } = stack(4);
    let outer = '';
    const nested = edited(shot, (draft) => {
      const inner = bundleLayers(draft, ids.slice(2), 'Inner');
      outer = bundleLayers(draft, [ids[1], inner], 'Outer');
    });
    const before = allPixels(shot);
    allPixels(nested).forEach((frame, i) => void expect(frame.equals(before[i]), `frame ${i}`).toBe(true));
    const bundle = bundleOf(nested, layerOf(nested, outer))!.id;
    const level = levelOf(nested, bundle);
    expect(level.layers.map(({ name }) => name)).toEqual(['Sparks 1', 'Inner']);
    const without = insideOf(nested, bundle, (inside) => removeLayer(inside, ids[1]));
    expect(Object.keys(without.drawings)).toHaveLength(Object.keys(nested.drawings).length - 2);
    expect(without.layers.map(({ name }) => name)).toEqual(nested.layers.map(({ name }) => name));
  });
  test('is kept in a shot file as it is; one that lies in itself is refused', () => {
    const { shot, ids } = stack(3);
    const bundled = edited(shot, (draft) => void bundleLayers(draft, ids, 'Sparks'));
    const read = readShotFile(writeShotFile(bundled, new Map())).shot;
    expect(read).toEqual(bundled);
    const [id] = Object.keys(bundled.bundles);
    const circular = edited(bundled, (draft) => {
      draft.bundles[id].layers[0].exposures = [
        { id: newId(), cell: { kind: 'bundle', bundle: id, frame: 0 }, frames: 1 },
      ];
    });
    expect(() => readShotFile(writeShotFile(circular, new Map()))).toThrow(/lies in itself/);
  });
  test('cannot be put into itself, nor into one that lies in it: neither anew nor as a piece of cells', () => {
    const { shot, ids } = stack(3);
    let inner = '';
    let outer = '';
    const nested = edited(shot, (draft) => {
      inner = bundleLayers(draft, ids.slice(2), 'Inner');
      outer = bundleLayers(draft, [ids[1], inner], 'Outer');
    });
    const outerId = bundleOf(nested, layerOf(nested, outer))!.id;
    const innerId = Object.keys(nested.bundles).find((id) => id !== outerId)!;
    const cells = takePiece(nested, { layers: [outer], from: 0, to: 2 });
    for (const open of [outerId, innerId]) {
      const within = nested.bundles[open].layers[0].id;
      expect(() => insideOf(nested, open, (level) => bundleAgain(level, outerId, 0, within))).toThrow(/lie in itself/);
      expect(() => insideOf(nested, open, (level) => putPiece(level, cells, [within], 0, 'over'))).toThrow(
        /lie in itself/,
      );
    }
    const again = insideOf(nested, outerId, (level) =>
      bundleAgain(level, innerId, 2, nested.bundles[outerId].layers[0].id),
    );
    expect(again.bundles[outerId].layers).toHaveLength(3);
  });
  test('lies no deeper than a shot file can hold', () => {
    const { shot, ids } = stack(2);
    let [, column] = ids;
    const deep = edited(shot, (draft) => {
      for (let k = 0; k < LIMITS.maxDepth; k++) column = bundleLayers(draft, [column], `Level ${k}`);
    });
    expect(readShotFile(writeShotFile(deep, new Map())).shot).toEqual(deep);
    expect(whyNotBundle(deep, [column])).toMatch(/at most 12 deep/);
    const deepest = Object.values(deep.bundles).find(({ layers }) => layers.some(({ id }) => id === ids[1]))!.id;
    expect(() => insideOf(deep, deepest, (level) => bundleLayers(level, [ids[1]], 'One more'))).toThrow(
      /at most 12 deep/,
    );
  });
});

describe('what cannot be bundled or taken apart is said', () => {
  test('layers that go along with others, or show inside of them', () => {
    const { shot, ids } = stack(3);
    layerOf(shot, ids[1]).goesWith = ids[0];
    expect(whyNotBundle(shot, [ids[0], ids[2]])).toMatch(/goes along with/);
    expect(whyNotBundle(shot, [ids[0], ids[1]])).toBeNull();
    layerOf(shot, ids[2]).only = { layer: ids[1], outside: false };
    expect(whyNotBundle(shot, [ids[0], ids[1]])).toMatch(/shows only where/);
    expect(whyNotBundle(shot, [])).toMatch(/No layer is chosen/);
  });
  test('a bundle that has as a whole what its layers cannot take over', () => {
    const { shot, ids } = stack(2);
    const column = bundleLayers(shot, ids, 'Sparks');
    layerOf(shot, column).opacity = 0.5;
    expect(whyNotTakeApart(shot, column)).toMatch(/its opacity/);
  });
});

describe('a shot in a shot', () => {
  function other(): Shot {
    const { shot, drawing } = smallShot({ title: 'Sparks', length: 6 });
    const green = makeSwatch('leaf', '#338844');
    shot.palettes[0].swatches.push(green);
    drawing.ink[0] = { ...drawing.ink[0], swatch: green.id };
    const guide = makeLayer('Rough', 'rough');
    const rough = makeDrawing(guide.id, 1);
    shot.layers.push(guide);
    shot.drawings[rough.id] = rough;
    return shot;
  }
  const bring = (shot: Shot, from: Shot, swatches: 'joined' | 'group' = 'joined') =>
    broughtShot(shot, { shot: from, stamp: '1', swatches, sounds: true });
  test('comes in with its drawings and colours, without its guides, from a frame on', () => {
    const { shot, layerId } = smallShot();
    const from = other();
    let column = '';
    const brought = edited(shot, (draft) => void (column = putBrought(draft, bring(shot, from), 4, layerId)));
    expect(Object.keys(brought.drawings)).toHaveLength(2);
    expect(brought.palettes[0].swatches.map(({ name }) => name)).toContain('leaf');
    expect(brought.palettes[0].swatches).toHaveLength(shot.palettes[0].swatches.length + 1);
    expect(layerOf(brought, column).exposures[0]).toMatchObject({ cell: null, frames: 4 });
    const alone = { ...brought, layers: [layerOf(brought, column)] };
    expect(pixels(alone, 4).equals(pixels(from, 0))).toBe(true);
    expect(bundleOf(brought, layerOf(brought, column))!.from).toEqual({ shot: from.id, title: 'Sparks', stamp: '1' });
  });
  test('colours may come as a group of their own', () => {
    const { shot } = smallShot();
    const { swatches } = bring(shot, other(), 'group');
    expect(swatches).toHaveLength(other().palettes[0].swatches.length);
    expect(new Set(swatches.map(({ group }) => group))).toEqual(new Set(['Sparks']));
  });
  test('brought in anew it keeps the moves on it, and is as long as the other shot is now', () => {
    const { shot, layerId } = smallShot();
    const from = other();
    const column = putBrought(shot, bring(shot, from), 0, layerId);
    setPlace(shot, column, 2, { x: 40 }, PIVOT);
    const { id } = bundleOf(shot, layerOf(shot, column))!;
    from.length = 3;
    retimeLayer(from, from.layers.find(({ purpose }) => purpose === 'clean')!.id, (all) => all);
    from.layers = from.layers.map((layer) => ({ ...layer, exposures: layer.exposures.slice(0, 1) }));
    const anew = edited(shot, (draft) => bringAnew(draft, id, bring(shot, from)));
    expect(anew.bundles[id].length).toBe(3);
    expect(layerOf(anew, column).moves!.places[0].x).toBe(40);
    expect(Object.keys(anew.drawings)).toHaveLength(2);
  });
  test('one that is this very shot, or has it in it, is refused with a sentence', () => {
    const { shot, layerId } = smallShot();
    expect(whyNotBring(shot, shot)).toMatch(/cannot lie in itself/);
    const from = other();
    putBrought(from, bring(from, shot), 0, '');
    expect(whyNotBring(shot, from)).toMatch(/has this shot in it/);
    expect(layerId).toBeTruthy();
  });
});
