/** Pieces across layers, drawings on and off the sheet, layers made of layers, time in the whole shot: the rules by example. */

import { beforeEach, describe, expect, test } from 'vitest';
import { change, type Recipe } from '../../../src/core/history/index.ts';
import {
  BadTiming,
  closeUpSpan,
  countSpan,
  drawingNamed,
  drawingsIn,
  drawnEnd,
  duplicateLayer,
  emptySpan,
  holdsBy,
  insertTime,
  layerOf,
  lockedAfter,
  makeOwn,
  markerAt,
  mergeDown,
  movePiece,
  nameFrame,
  newLengthInWords,
  noteAt,
  pinClip,
  pinnedTo,
  progressInWords,
  pushSpan,
  putPiece,
  removeTime,
  removeUnused,
  renumber,
  repeatSpan,
  retimeLayer,
  retimeSpan,
  setExposures,
  setHold,
  setHolds,
  stepByKey,
  takePiece,
  thereAndBack,
  unusedDrawings,
  wholeLayers,
  whyNotMerge,
  writeNote,
} from '../../../src/core/sheet/index.ts';
import {
  type Layer,
  makeClip,
  makeDrawing,
  makeLayer,
  makeTrack,
  moveClip,
  paletteAt,
  type Shot,
} from '../../../src/core/shot/index.ts';
import { circle, inShort, sheet, smallShot } from '../../make.ts';

/** Two layers: Keeper with drawings a, b, c (1, 2, 3), Scarf above it with p, q (1, 2); 24 frames. */
let shot: Shot;
const edit = (recipe: Recipe): void => {
  shot = change(shot, recipe)?.shot ?? shot;
};
const keeper = () => layerOf(shot, 'keeper');
const scarf = () => layerOf(shot, 'scarf');
const span = (from: number, to: number, layers = ['keeper']) => ({ layers, from, to });
/** A layer in short, by the numbers of its drawings. */
const numbers = (layer: Layer) =>
  layer.exposures
    .map(({ cell, frames }) => `${cell?.kind === 'drawing' ? shot.drawings[cell.drawing].number : '-'}x${frames}`)
    .join(' ');

beforeEach(() => {
  shot = smallShot({ length: 24 }).shot;
  shot.drawings = {};
  const make = (id: string, name: string, drawings: string, short: string) => {
    [...drawings].forEach((letter, i) => {
      shot.drawings[letter] = makeDrawing(id, i + 1, { id: letter, ink: [circle(50, 50, 10 + i)] });
    });
    return makeLayer(name, 'clean', {
      id,
      exposures: sheet(short).map((each) => ({ ...each, id: `${id}-${each.id}` })),
    });
  };
  shot.layers = [make('keeper', 'Keeper', 'abc', 'a4 b4 c4'), make('scarf', 'Scarf', 'pq', 'p6 q6')];
});

const pinned = (exposure: string, offset = 1) => {
  shot.tracks = [makeTrack('Click', { clips: [makeClip('click', 's', 0.5, 0)] })];
  edit((draft) => {
    const mine = draft.tracks[0].clips[0];
    const start = draft.layers[0].exposures.findIndex(({ id }) => id === exposure) * 4;
    mine.frame = start + offset;
    pinClip(draft, mine.id, exposure);
  });
};
const clipFrame = () => shot.tracks[0].clips[0].frame;

describe('cut, copied, put elsewhere', () => {
  test('what is cut leaves empty frames or closes up; its drawings wait in the tray', () => {
    edit((draft) => emptySpan(draft, span(4, 8)));
    expect(inShort(keeper().exposures)).toBe('a4 -4 c4');
    expect(unusedDrawings(shot, 'keeper').map(({ id }) => id)).toEqual(['b']);
    edit((draft) => closeUpSpan(draft, span(2, 6)));
    expect(inShort(keeper().exposures)).toBe('a2 -2 c4');
  });
  test('in its own layer it is used again, or copied', () => {
    edit((draft) => void repeatSpan(draft, span(0, 4), 'reuse'));
    expect(inShort(keeper().exposures)).toBe('a4 a4 b4 c4');
    edit((draft) => void repeatSpan(draft, span(0, 4), 'new'));
    expect(numbers(keeper())).toBe('1x4 4x4 1x4 2x4 3x4');
  });
  test('in another layer a drawing that is still shown is copied, one that is shown nowhere moves', () => {
    const copied = takePiece(shot, span(0, 4));
    edit((draft) => void putPiece(draft, copied, ['scarf'], 12, 'in'));
    expect(numbers(scarf())).toBe('1x6 2x6 3x4');
    expect(Object.keys(shot.drawings)).toHaveLength(6);
    edit((draft) => void movePiece(draft, span(4, 8), ['scarf'], 20));
    expect(numbers(scarf())).toBe('1x6 2x6 3x4 -x4 4x4');
    expect(shot.drawings.b).toMatchObject({ layerId: 'scarf', number: 4 });
    expect(Object.keys(shot.drawings)).toHaveLength(6);
  });
  test('a piece of two layers needs two to stand on', () => {
    const both = takePiece(shot, span(0, 6, ['scarf', 'keeper']));
    expect(() => change(shot, (draft) => void putPiece(draft, both, ['keeper'], 0, 'in'))).toThrow(BadTiming);
    edit((draft) => void putPiece(draft, both, ['scarf', 'keeper'], 0, 'over', 'new'));
    expect(numbers(keeper())).toBe('4x4 5x2 2x2 3x4');
  });
  test('what stood in a layer that is gone comes back empty', () => {
    const copied = takePiece(shot, span(0, 6, ['scarf']));
    edit((draft) => {
      for (const id of ['p', 'q']) delete draft.drawings[id];
      draft.layers.splice(1, 1);
    });
    edit((draft) => void putPiece(draft, copied, ['keeper'], 4, 'in'));
    expect(inShort(keeper().exposures)).toBe('a4 -6 b4 c4');
  });
  test('a layer can not become longer than a shot; then nothing changes', () => {
    expect(() => change(shot, (draft) => retimeLayer(draft, 'keeper', (all) => setHold(all, 0, 30_000)))).toThrow(
      '“Keeper” would be 30008 frames long; a shot can have 20000.',
    );
  });
});

test('an edit after which the sheet says what it said is no edit: there is nothing to undo', () => {
  const none = (recipe: Recipe) => expect(change(shot, recipe)).toBeNull();
  edit((draft) => void retimeSpan(draft, span(0, 12), (all, from, to) => setHolds(all, from, to, 1)));
  none((draft) => void retimeSpan(draft, span(0, 3), (all, from, to) => holdsBy(all, from, to, -1)));
  none((draft) => void retimeSpan(draft, span(0, 3), (all) => all.map((each) => ({ ...each }))));
  none((draft) => void pushSpan(draft, span(1, 2), -4));
});

describe('a span', () => {
  test('is counted in distinct drawings and frames', () => {
    edit(
      (draft) => void retimeSpan(draft, wholeLayers(draft, ['keeper']), (all, f, t) => thereAndBack(all, f, t, 'once')),
    );
    expect(countSpan(shot, span(0, 16))).toEqual({ drawings: 3, frames: 16 });
    expect(countSpan(shot, span(3, 5, ['keeper', 'scarf']))).toEqual({ drawings: 3, frames: 2 });
    expect(drawingsIn(shot, span(3, 5, ['keeper', 'scarf'])).map(({ id }) => id)).toEqual(['a', 'b', 'p']);
  });
  test('stays round the same exposures when they are timed anew', () => {
    let after = span(0, 0);
    edit((draft) => {
      after = retimeSpan(draft, span(4, 12), (all, from, to) => setHolds(all, from, to, 2));
    });
    expect(after).toMatchObject({ from: 4, to: 8 });
  });
  test('is pushed with all that follows; earlier only as far as the drawing before can give', () => {
    let moved = 0;
    edit((draft) => {
      moved = pushSpan(draft, span(4, 8), 3);
    });
    expect([inShort(keeper().exposures), moved]).toEqual(['a7 b4 c4', 3]);
    edit((draft) => {
      moved = pushSpan(draft, span(7, 11), -20);
    });
    expect([inShort(keeper().exposures), moved]).toEqual(['a1 b4 c4', -6]);
  });
});

describe('pinned sounds', () => {
  test('follow their drawing through holds, pushes, frames put in and pieces moved', () => {
    pinned('keeper-e1');
    expect(clipFrame()).toBe(5);
    edit((draft) => retimeLayer(draft, 'keeper', (all) => setHold(all, 0, 9)));
    expect(clipFrame()).toBe(10);
    edit((draft) => insertTime(draft, 2, 6));
    expect(clipFrame()).toBe(16);
    edit((draft) => void movePiece(draft, span(15, 19), ['scarf'], 2));
    expect(clipFrame()).toBe(3);
  });
  test('stay while their drawing is off the sheet, and follow again when it is back', () => {
    pinned('keeper-e1');
    const cut = takePiece(shot, span(4, 8));
    edit((draft) => emptySpan(draft, span(4, 8)));
    expect(clipFrame()).toBe(5);
    edit((draft) => void putPiece(draft, cut, ['keeper'], 12, 'in'));
    expect(clipFrame()).toBe(13);
  });
  test('moved by hand, they stay pinned at the new distance; what they are pinned to is named', () => {
    pinned('keeper-e1');
    edit((draft) => moveClip(draft.tracks[0].clips[0], 9));
    edit((draft) => retimeLayer(draft, 'keeper', (all) => setHold(all, 0, 5)));
    expect(clipFrame()).toBe(10);
    expect(pinnedTo(shot, shot.tracks[0].clips[0])).toBe('2');
    edit((draft) => emptySpan(draft, span(5, 9)));
    expect(pinnedTo(shot, shot.tracks[0].clips[0])).toBe('');
  });
  test('let go, they stand on their frame', () => {
    pinned('keeper-e1');
    edit((draft) => pinClip(draft, draft.tracks[0].clips[0].id, null));
    edit((draft) => retimeLayer(draft, 'keeper', (all) => setHold(all, 0, 9)));
    expect(clipFrame()).toBe(5);
  });
});

describe('drawings', () => {
  test('made its own, a drawing used twice is two', () => {
    edit((draft) => void repeatSpan(draft, span(0, 8), 'reuse'));
    let made = 0;
    edit((draft) => {
      made = makeOwn(draft, span(8, 16));
    });
    expect(made).toBe(2);
    expect(numbers(keeper())).toBe('1x4 2x4 4x4 5x4 3x4');
    expect(change(shot, (draft) => void makeOwn(draft, span(0, 20)))).toBeNull();
  });
  test('numbered in the order of the sheet, unused ones after', () => {
    edit((draft) => setExposures(draft, 'keeper', sheet('c2 a2 c2')));
    edit((draft) => renumber(draft, 'keeper'));
    expect(['c', 'a', 'b'].map((id) => shot.drawings[id].number)).toEqual([1, 2, 3]);
  });
  test('found by label first, then by number', () => {
    edit((draft) => void (draft.drawings.c.label = '2'));
    expect(drawingNamed(shot, 'keeper', ' 2 ')?.id).toBe('c');
    expect(drawingNamed(shot, 'keeper', '1')?.id).toBe('a');
    expect(drawingNamed(shot, 'keeper', '9')).toBeNull();
  });
  test('those on the sheet are never removed as unused', () => {
    edit((draft) => emptySpan(draft, span(4, 8)));
    edit((draft) => removeUnused(draft, ['a', 'b', 'p']));
    expect(Object.keys(shot.drawings).sort()).toEqual(['a', 'c', 'p', 'q']);
  });
  test('a layer says how far its drawings have come', () => {
    expect(progressInWords(shot, 'keeper')).toBe('');
    edit((draft) => void (draft.drawings.a.stage = 'tied down'));
    edit((draft) => void (draft.drawings.b.stage = 'clean'));
    expect(progressInWords(shot, 'keeper')).toBe('clean 1 of 3');
  });
  test('keys are gone to one by one', () => {
    edit((draft) => {
      draft.drawings.a.role = 'key';
      draft.drawings.c.role = 'key';
    });
    expect(stepByKey(shot, keeper(), 5, 1)).toBe(8);
    expect(stepByKey(shot, keeper(), 5, -1)).toBe(0);
    expect(stepByKey(shot, keeper(), 8, 1)).toBeNull();
  });
});

describe('layers made of layers', () => {
  test('a duplicate has drawings of its own with the same numbers, the unused ones too', () => {
    edit((draft) => emptySpan(draft, span(4, 8)));
    let made = '';
    edit((draft) => {
      made = duplicateLayer(draft, 'keeper').id;
    });
    const copy = layerOf(shot, made);
    expect(numbers(copy)).toBe(numbers(keeper()));
    expect(unusedDrawings(shot, made).map(({ number }) => number)).toEqual([2]);
    expect(copy.exposures.some(({ cell }) => cell?.kind === 'drawing' && 'abc'.includes(cell.drawing))).toBe(false);
  });
  test('merged, there is a drawing at each change of either, ink over ink', () => {
    edit((draft) => void mergeDown(draft, 'scarf'));
    expect(shot.layers.map(({ name }) => name)).toEqual(['Keeper']);
    expect(keeper().exposures.map(({ frames }) => frames)).toEqual([4, 2, 2, 4]);
    const [first] = keeper().exposures;
    const merged = shot.drawings[(first.cell as { drawing: string }).drawing];
    expect(merged.ink.map(({ points }) => points[0])).toEqual([60, 60]);
    expect(Object.values(shot.drawings).every(({ layerId }) => layerId === 'keeper')).toBe(true);
  });
  test('merged, the same two meeting again are the same drawing; one alone stays itself', () => {
    edit((draft) => {
      setExposures(draft, 'keeper', sheet('a2 b2 a2 c2'));
      setExposures(draft, 'scarf', sheet('p6'));
    });
    edit((draft) => void mergeDown(draft, 'scarf'));
    const cells = keeper().exposures.map(({ cell }) => (cell as { drawing: string }).drawing);
    expect(cells[0]).toBe(cells[2]);
    expect(cells[3]).toBe('c');
  });
  test('footage, locked layers and the lowest are not merged, and it is said why', () => {
    expect(whyNotMerge(shot, 'keeper')).toContain('is the lowest layer');
    edit((draft) => void (draft.layers[0].locked = true));
    expect(whyNotMerge(shot, 'scarf')).toContain('“Keeper” is locked');
    edit((draft) => {
      draft.layers[0].locked = false;
      draft.layers[0].exposures = [{ id: 'x', cell: { kind: 'picture', asset: 's', index: 0 }, frames: 2 }];
    });
    expect(() => change(shot, (draft) => void mergeDown(draft, 'scarf'))).toThrow('shows footage');
  });
});

describe('time in the whole shot', () => {
  beforeEach(() => {
    edit((draft) => {
      writeNote(draft, 6, 'blue', 'AH');
      nameFrame(draft, 9, 'turns');
      draft.paletteCues.push({ frame: 8, palette: draft.palettes[0].id });
    });
  });
  test('put in, everything after moves: layers, notes, markers, palettes, the end', () => {
    edit((draft) => insertTime(draft, 6, 3));
    expect(inShort(keeper().exposures)).toBe('a4 b7 c4');
    expect(inShort(scarf().exposures)).toBe('p9 q6');
    expect(noteAt(shot, 9, 'blue')?.text).toBe('AH');
    expect(markerAt(shot, 12)?.name).toBe('turns');
    expect(shot.paletteCues.map(({ frame }) => frame)).toEqual([0, 11]);
    expect(shot.length).toBe(27);
  });
  test('taken out, what stood there moves to its place; nothing written is lost', () => {
    edit((draft) => writeNote(draft, 7, 'blue', 'OO'));
    edit((draft) => removeTime(draft, 5, 8));
    expect(shot.notes.map(({ frame, text }) => [frame, text])).toEqual([
      [5, 'AH'],
      [6, 'OO'],
    ]);
    expect(shot.length).toBe(21);
    expect(() => change(shot, (draft) => removeTime(draft, 0, 99))).toThrow('That is the whole shot');
  });
  test('every frame that is left has the colours it had', () => {
    edit((draft) => {
      draft.palettes.push(
        { ...structuredClone(shot.palettes[0]), id: 'dusk' },
        { ...structuredClone(shot.palettes[0]), id: 'lit' },
      );
      draft.paletteCues = [
        { frame: 0, palette: draft.palettes[0].id },
        { frame: 3, palette: 'dusk' },
        { frame: 9, palette: 'lit' },
      ];
    });
    const before = Array.from({ length: shot.length }, (_, frame) => paletteAt(shot, frame).id);
    for (const [from, to] of [
      [0, 5],
      [2, 4],
      [0, 12],
      [3, 9],
      [8, 10],
    ]) {
      const { shot: after } = change(shot, (draft) => removeTime(draft, from, to))!;
      const left = before.filter((_, frame) => frame < from || frame >= to);
      expect(left.map((_, frame) => paletteAt(after, frame).id)).toEqual(left);
      expect(after.paletteCues[0].frame).toBe(0);
    }
    const { shot: longer } = change(shot, (draft) => insertTime(draft, 0, 4))!;
    expect(longer.paletteCues.map(({ frame }) => frame)).toEqual([0, 7, 13]);
  });
  test('locked layers stay as they were, and are named', () => {
    edit((draft) => void (draft.layers[1].locked = true));
    edit((draft) => insertTime(draft, 6, 3));
    expect(inShort(scarf().exposures)).toBe('p6 q6');
    expect(lockedAfter(shot, 6).map(({ name }) => name)).toEqual(['Scarf']);
  });
  test('the length says what it does first', () => {
    expect(drawnEnd(shot)).toBe(12);
    expect(newLengthInWords(shot, 7)).toEqual([
      'The shot becomes 17 frames shorter: 7 frames, 7 f.',
      'One drawing stands after its end: kept on the sheet, not played.',
    ]);
    expect(newLengthInWords(shot, 25)[0]).toBe('The shot becomes 1 frame longer: 25 frames, 1 s 01 f.');
    pinned('keeper-e0', 3);
    expect(newLengthInWords(shot, 10).at(-1)).toBe('The sound goes on for 5 frames after its end and is cut there.');
  });
});
