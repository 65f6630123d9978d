import { describe, expect, test } from 'vitest';
import { between } from '../../src/app/commands/choosing.ts';
import { COMMANDS } from '../../src/app/commands/index.ts';
import { keyInWords, nameOfKey } from '../../src/app/commands/key-names.ts';
import { firstTools } from '../../src/app/desk/tools/index.ts';
import { firstView, mendView, restoredView, type ViewState } from '../../src/app/session/view-state.ts';
import { columnIds, FRAME_COLUMN, layoutSheet, placeAt } from '../../src/app/sheet/geometry.ts';
import { gripAt } from '../../src/app/sheet/sheet-pointer.ts';
import { COMMAND_HELP } from '../../src/app/words/command-help.ts';
import { HELP } from '../../src/app/words/help.ts';
import { addPalette, addSwatch, colourSwatch, removeSwatches, takePaletteFrom } from '../../src/core/paint/index.ts';
import { makeLayer, swatchUses } from '../../src/core/shot/index.ts';
import { smallShot } from '../make.ts';

const NOTHING = { reading: false, sound: false, notes: false };

describe('the register of commands', () => {
  test('every command has a key, a name and an id of its own', () => {
    for (const command of COMMANDS) expect(command.keys.length, command.name).toBeGreaterThan(0);
    expect(new Set(COMMANDS.map(({ id }) => id)).size).toBe(COMMANDS.length);
    expect(new Set(COMMANDS.map(({ name }) => name)).size).toBe(COMMANDS.length);
  });
  test('every command says in a sentence what it does, and no sentence is of a command that is gone', () => {
    for (const { id } of COMMANDS) expect(COMMAND_HELP[id], id).toMatch(/^[A-Z].{10,110}\.$/);
    expect(Object.keys(COMMAND_HELP).filter((id) => !COMMANDS.some((command) => command.id === id))).toEqual([]);
  });
  test('what the help page tells of is there', () => {
    for (const { steps } of HELP)
      for (const { commands } of steps)
        for (const id of commands)
          expect(
            COMMANDS.some((command) => command.id === id),
            id,
          ).toBe(true);
  });
  test('no key has two commands', () => {
    for (const borrowed of new Set(COMMANDS.map((command) => command.borrowsKeys))) {
      const keys = COMMANDS.filter(({ borrowsKeys }) => borrowsKeys === borrowed).flatMap((command) => command.keys);
      expect(keys.filter((key, i) => keys.indexOf(key) !== i)).toEqual([]);
    }
    // A command that borrows keys must say when they are its own.
    for (const command of COMMANDS) if (command.borrowsKeys) expect(command.when, command.name).toBeDefined();
  });
  test('keys read as people say them', () => {
    expect(keyInWords('$mod+Shift+KeyZ')).toBe('Ctrl Shift Z');
    expect(keyInWords('ArrowUp')).toBe('↑');
  });
});

describe('a key is called by what is written on it', () => {
  const key = (code: string, written: string) => nameOfKey({ code, key: written }, undefined);
  test('letters, on English, German and French keyboards alike', () => {
    expect(key('KeyZ', 'z')).toBe('KeyZ');
    expect([key('KeyY', 'z'), key('KeyZ', 'y')]).toEqual(['KeyZ', 'KeyY']);
    expect([key('KeyW', 'z'), key('KeyQ', 'a'), key('Semicolon', 'm')]).toEqual(['KeyZ', 'KeyA', 'KeyM']);
  });
  test('signs where French keyboards have them; what is no letter is not the letter of its place', () => {
    expect([key('KeyM', ','), key('Comma', ';'), key('Slash', '-')]).toEqual(['Comma', 'Semicolon', 'Minus']);
    expect(key('KeyM', '?')).toBe('Sign?');
  });
  test('by its place where there is no Latin letter: Cyrillic, umlauts, digits under Shift', () => {
    expect([key('KeyZ', 'я'), key('KeyS', 'ы')]).toEqual(['KeyZ', 'KeyS']);
    expect([key('Semicolon', 'ö'), key('Digit1', '&'), key('Digit1', '1'), key('Numpad3', '3')]).toEqual([
      'Semicolon',
      'Digit1',
      'Digit1',
      'Numpad3',
    ]);
    expect([key('Space', ' '), key('ArrowUp', 'ArrowUp'), key('F2', 'F2')]).toEqual(['Space', 'ArrowUp', 'F2']);
  });
  test('what is known of a key counts more than what Shift or Ctrl make of it', () => {
    expect(nameOfKey({ code: 'Comma', key: '<' }, ',')).toBe('Comma');
    expect(nameOfKey({ code: 'KeyM', key: '?' }, ',')).toBe('Comma');
    expect(nameOfKey({ code: 'KeyW', key: '\u001a' }, 'z')).toBe('KeyZ');
  });
});

describe('what was looked at', () => {
  test('is brought into what the shot is now', () => {
    const { shot } = smallShot();
    const kept = {
      ...firstView(shot, firstTools()),
      frame: 99,
      layerId: 'gone',
      swatch: 'gone',
      range: { from: 2, to: 40 },
    };
    const view = mendView(kept, shot);
    expect(view.frame).toBe(11);
    expect(shot.layers.some(({ id }) => id === view.layerId)).toBe(true);
    expect(shot.palettes[0].swatches.some(({ id }) => id === view.swatch)).toBe(true);
    expect(view.range).toEqual({ from: 2, to: 11 });
  });
  test('a range beyond the shot is no range', () => {
    const { shot } = smallShot();
    expect(restoredView({ range: { from: 30, to: 40 } }, firstTools(), shot).range).toBeNull();
  });
});

describe('the pen on the sheet', () => {
  const { shot, layerId } = smallShot();
  const looked = (over: Partial<ViewState> = {}) => ({ ...firstView(shot, firstTools()), layerId, frame: 0, ...over });
  const at = (frame: number, within: number, layer = layerId) => ({ frame, within, column: { layer, toEdge: 30 } });
  test('takes the end of a hold near its lower edge, the number of the drawing in hand, else it chooses', () => {
    expect(gripAt(shot, looked(), at(3, 0.9))).toBe('length');
    expect(gripAt(shot, looked(), at(0, 0.3))).toBe('carry');
    expect(gripAt(shot, looked({ frame: 8 }), at(0, 0.3))).toBe('choose');
    expect(gripAt(shot, looked(), at(3, 0.2))).toBe('choose');
    expect(gripAt(shot, looked(), at(1, 0.9))).toBe('choose');
    expect(gripAt(shot, looked(), { frame: 3, column: 'frames', within: 0.9 })).toBe('scrub');
    expect(gripAt(shot, looked(), { frame: 3, column: 'range', within: 0.9 })).toBe('range');
  });
  test('drags what is chosen, and stretches it at its lower edge', () => {
    const selection = { layers: [layerId], from: 1, to: 6, anchor: { frame: 1, layerId } };
    expect(gripAt(shot, looked({ selection }), at(2, 0.5))).toBe('move');
    expect(gripAt(shot, looked({ selection }), at(5, 0.9))).toBe('stretch');
    expect(gripAt(shot, looked({ selection }), at(6, 0.5))).toBe('choose');
  });
  test('takes hold of nothing on a locked layer or a folded column', () => {
    const locked = structuredClone(shot);
    locked.layers.find(({ id }) => id === layerId)!.locked = true;
    expect(gripAt(locked, looked(), at(3, 0.9))).toBe('choose');
    expect(gripAt(shot, looked({ folded: [layerId] }), at(3, 0.9))).toBe('choose');
  });
  test('rows and columns are found under it, scrolled or not', () => {
    const layout = layoutSheet(320, shot.layers, [], { ...NOTHING, sound: true });
    const none = { left: 0, top: 0 };
    expect(placeAt(4, 40, none, 18, layout)).toMatchObject({ frame: 2, column: 'range' });
    expect(placeAt(20, 40, none, 18, layout)).toMatchObject({ frame: 2, column: 'frames' });
    expect(placeAt(FRAME_COLUMN + 4, 0, { left: 0, top: 180 }, 18, layout)).toMatchObject({
      frame: 10,
      column: 'sound',
    });
    const second = layout.frozen + layout.columns[1].left + 10;
    expect(placeAt(second - 30, 9, { left: 30, top: 0 }, 18, layout)).toMatchObject({
      frame: 0,
      within: 0.5,
      column: { layer: layout.columns[1].id, toEdge: layout.columns[1].width - 10 },
    });
    expect(placeAt(5000, 9, none, 18, layout).column).toBeNull();
  });
});

describe('the columns of the sheet', () => {
  const layers = Array.from({ length: 6 }, (_, i) => makeLayer(`Layer ${i}`, 'clean'));
  test('six layers and the notes stand in the panel without scrolling', () => {
    expect(layoutSheet(344, layers, [], { ...NOTHING, notes: true }).width).toBeLessThanOrEqual(344);
  });
  test('a folded column gives its room to the others; sound and notes have a column only when there are any', () => {
    const open = layoutSheet(500, layers, [], NOTHING);
    const folded = layoutSheet(500, layers, [layers[0].id, layers[3].id], NOTHING);
    expect(folded.columns.find(({ folded: each }) => !each)!.width).toBeGreaterThan(open.columns[0].width);
    expect(open.frozen).toBe(FRAME_COLUMN);
    expect(layoutSheet(500, layers, [], { ...NOTHING, sound: true }).frozen).toBeGreaterThan(open.frozen);
    expect(layoutSheet(500, layers, [], { ...NOTHING, notes: true }).frozen).toBeGreaterThan(open.frozen);
  });
  test('the track reading has a column of its own, between frames and sound, when there is one', () => {
    const layout = layoutSheet(500, layers, [], { ...NOTHING, reading: true, sound: true });
    expect(layout.readingEnd).toBeGreaterThan(FRAME_COLUMN);
    expect(placeAt(FRAME_COLUMN + 5, 9, { left: 0, top: 0 }, 18, layout).column).toBe('reading');
    expect(placeAt(layout.readingEnd + 5, 9, { left: 0, top: 0 }, 18, layout).column).toBe('sound');
    expect(layoutSheet(500, layers, [], NOTHING).readingEnd).toBe(FRAME_COLUMN);
  });
  test('choosing goes from anchor to cell, whichever comes first, over open columns only', () => {
    const order = columnIds(layers, [layers[4].id]);
    expect(order).toEqual([5, 3, 2, 1, 0].map((i) => layers[i].id));
    const chosen = between(order, { frame: 9, layerId: layers[2].id }, { frame: 4, layerId: layers[5].id });
    expect(chosen).toMatchObject({ from: 4, to: 10, layers: [5, 3, 2].map((i) => layers[i].id) });
  });
  test('what was chosen on a layer that is gone is let go', () => {
    const { shot, layerId } = smallShot();
    const selection = { layers: ['gone', layerId], from: 0, to: 2, anchor: { frame: 0, layerId: 'gone' } };
    expect(restoredView({ selection }, firstTools(), shot).selection).toMatchObject({
      layers: [layerId],
      anchor: { frame: 0, layerId },
    });
    expect(restoredView({ selection: { ...selection, layers: ['gone'] } }, firstTools(), shot).selection).toBeNull();
  });
});

describe('palettes', () => {
  test('all palettes hold the same swatches', () => {
    const { shot } = smallShot();
    const lit = addPalette(shot, shot.palettes[0].id, 'lit');
    const coat = addSwatch(shot, 'coat', '#112233');
    colourSwatch(shot, lit, coat, { colour: '#445566' });
    expect(shot.palettes.map(({ swatches }) => swatches.find(({ id }) => id === coat)?.colour)).toEqual([
      '#112233',
      '#445566',
    ]);
    removeSwatches(shot, [coat]);
    expect(shot.palettes.every(({ swatches }) => swatches.every(({ id }) => id !== coat))).toBe(true);
  });
  test('a palette taken from a frame on replaces what began there, and repeats nothing', () => {
    const { shot } = smallShot();
    const day = shot.palettes[0].id;
    const lit = addPalette(shot, day, 'lit');
    takePaletteFrom(shot, 6, lit);
    takePaletteFrom(shot, 8, lit);
    expect(shot.paletteCues).toEqual([
      { frame: 0, palette: day },
      { frame: 6, palette: lit },
    ]);
    takePaletteFrom(shot, 6, day);
    expect(shot.paletteCues).toEqual([{ frame: 0, palette: day }]);
  });
  test('uses of a swatch are counted before it may go', () => {
    const { shot, swatch } = smallShot();
    expect(swatchUses(shot, swatch)).toEqual({ strokes: 1, areas: 0 });
  });
});
