import { describe, expect, test } from 'vitest';
import { COMMANDS } from '../../src/app/commands/index.ts';
import { keyInWords } from '../../src/app/commands/register.ts';
import { FIRST_TOOLS, firstView, mendView } from '../../src/app/session/view-state.ts';
import { columns, FRAME_COLUMN, FROZEN, placeAt } from '../../src/app/sheet/geometry.ts';
import { gripAt } from '../../src/app/sheet/sheet-pointer.ts';
import { addPalette, addSwatch, colourSwatch, removeSwatch, takePaletteFrom } from '../../src/core/paint/index.ts';
import { swatchUses } from '../../src/core/shot/index.ts';
import { smallShot } from '../make.ts';

describe('the register of commands', () => {
  test('every command has a key, a name and an id of its own', () => {
    for (const command of COMMANDS) expect(command.keys.length, command.name).toBeGreaterThan(0);
    expect(new Set(COMMANDS.map(({ id }) => id)).size).toBe(COMMANDS.length);
    expect(new Set(COMMANDS.map(({ name }) => name)).size).toBe(COMMANDS.length);
  });
  test('no key has two commands', () => {
    const keys = COMMANDS.flatMap((command) => command.keys);
    expect(keys.filter((key, i) => keys.indexOf(key) !== i)).toEqual([]);
  });
  test('keys read as people say them', () => {
    expect(keyInWords('$mod+Shift+KeyZ')).toBe('Ctrl Shift Z');
    expect(keyInWords('ArrowUp')).toBe('↑');
  });
});

describe('what was looked at', () => {
  test('is brought into what the shot is now', () => {
    const { shot } = smallShot();
    const kept = { ...firstView(shot), frame: 99, layerId: 'gone', swatch: 'gone', range: { from: 2, to: 40 } };
    const view = mendView(kept, FIRST_TOOLS, shot);
    expect(view.frame).toBe(11);
    expect(shot.layers.some(({ id }) => id === view.layerId)).toBe(true);
    expect(shot.palettes[0].swatches.some(({ id }) => id === view.swatch)).toBe(true);
    expect(view.range).toEqual({ from: 2, to: 11 });
  });
  test('a range beyond the shot is no range', () => {
    const { shot } = smallShot();
    expect(mendView({ range: { from: 30, to: 40 } }, undefined, shot).range).toBeNull();
  });
});

describe('the pen on the sheet', () => {
  const { shot, layerId } = smallShot();
  const column = columns(shot.layers).findIndex(({ id }) => id === layerId);
  const at = (frame: number, within: number) => ({ frame, column, within });
  test('takes the end of a hold near its lower edge, elsewhere it scrubs', () => {
    expect(gripAt(shot, layerId, at(3, 0.9))).toBe('length');
    expect(gripAt(shot, layerId, at(3, 0.2))).toBe('scrub');
    expect(gripAt(shot, layerId, at(1, 0.9))).toBe('scrub');
    expect(gripAt(shot, layerId, { frame: 3, column: 'frames', within: 0.9 })).toBe('scrub');
  });
  test('takes nothing on a locked layer', () => {
    const locked = structuredClone(shot);
    locked.layers.find(({ id }) => id === layerId)!.locked = true;
    expect(gripAt(locked, layerId, at(3, 0.9))).toBe('scrub');
  });
  test('rows and columns are found under it, scrolled or not', () => {
    expect(placeAt(10, 40, 0, 0, 18, 50)).toMatchObject({ frame: 2, column: 'frames' });
    expect(placeAt(FRAME_COLUMN + 4, 0, 0, 180, 18, 50)).toMatchObject({ frame: 10, column: 'sound' });
    expect(placeAt(FROZEN + 10, 9, 100, 0, 18, 50)).toMatchObject({ frame: 0, column: 2, within: 0.5 });
  });
});

describe('palettes', () => {
  test('all palettes hold the same swatches', () => {
    const { shot } = smallShot();
    const lit = addPalette(shot, shot.palettes[0].id, 'lit');
    const coat = addSwatch(shot, 'coat', '#112233');
    colourSwatch(shot, lit, coat, '#445566');
    expect(shot.palettes.map(({ swatches }) => swatches.find(({ id }) => id === coat)?.colour)).toEqual([
      '#112233',
      '#445566',
    ]);
    removeSwatch(shot, coat);
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
