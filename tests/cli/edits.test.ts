/** The same edit in many shots: through the one door, told in words, and doing nothing where there is nothing to do. */
import { describe, expect, test } from 'vitest';
import { deliveriesEdit, type Edit, paletteEdit, rateEdit, renameEdit } from '../../cli/change/edits.ts';
import { keepDelivery } from '../../src/core/export/index.ts';
import { change } from '../../src/core/history/index.ts';
import { addPalette, type PaletteSheet } from '../../src/core/paint/index.ts';
import type { Shot } from '../../src/core/shot/index.ts';
import { smallShot } from '../make.ts';

function shotOf(): Shot {
  const { shot } = smallShot();
  shot.title = 'Lamp';
  shot.palettes[0].name = 'dusk';
  shot.palettes[0].swatches[0].name = 'cape';
  shot.palettes[0].swatches[0].colour = '#43557a';
  return shot;
}

function made(shot: Shot, edit: Edit): { shot: Shot; told: string[]; changed: boolean } {
  let told: string[] = [];
  const done = change(shot, (draft) => {
    told = edit.make(draft);
  });
  return { shot: done?.shot ?? shot, told, changed: done !== null };
}

const sheet = (name: string, colours: Record<string, string>): PaletteSheet => ({
  name,
  swatches: Object.entries(colours).map(([swatch, colour]) => ({ name: swatch, group: '', colour, opacity: 1 })),
});

describe('a palette', () => {
  test('gives its colours to the colour model of its name; drawings are untouched', () => {
    const shot = shotOf();
    addPalette(shot, shot.palettes[0].id, 'lit');
    const after = made(shot, paletteEdit([sheet('lit', { cape: '#aa0000' })], 'coat.json'));
    expect(after.shot.palettes.map(({ swatches }) => swatches[0].colour)).toEqual(['#43557a', '#aa0000']);
    expect(after.told).toEqual(['“lit”: cape #43557a becomes #aa0000']);
    expect(after.shot.drawings).toBe(shot.drawings);
    expect(made(after.shot, paletteEdit([sheet('lit', { cape: '#aa0000' })], 'coat.json')).changed).toBe(false);
  });
  test('where both have but one, that one takes the colours whatever it is called', () => {
    const after = made(shotOf(), paletteEdit([sheet('coat', { cape: '#aa0000' })], 'coat.gpl'));
    expect(after.shot.palettes).toHaveLength(1);
    expect(after.shot.palettes[0].swatches[0].colour).toBe('#aa0000');
  });
  test('of another name is a further colour model', () => {
    const shot = shotOf();
    addPalette(shot, shot.palettes[0].id, 'lit');
    const after = made(shot, paletteEdit([sheet('night', { cape: '#101040' })], 'night.json'));
    expect(after.shot.palettes.map(({ name }) => name)).toEqual(['dusk', 'lit', 'night']);
    expect(after.told).toEqual(['colour model “night” added, with 1 colours']);
  });
  test('swatches the shot has none of are told and not added', () => {
    const shot = shotOf();
    const count = shot.palettes[0].swatches.length;
    const after = made(shot, paletteEdit([sheet('dusk', { boots: '#101040' })], 'x.json'));
    expect(after.changed).toBe(false);
    expect(after.told).toEqual(['“dusk” has no “boots”: nothing here is painted with it']);
    expect(after.shot.palettes[0].swatches).toHaveLength(count);
  });
});

describe('other edits', () => {
  test('a swatch gets another name in every colour model', () => {
    const shot = shotOf();
    addPalette(shot, shot.palettes[0].id, 'lit');
    const after = made(shot, renameEdit('cape=long cape'));
    expect(after.shot.palettes.map(({ swatches }) => swatches[0].name)).toEqual(['long cape', 'long cape']);
    expect(made(after.shot, renameEdit('cape=long cape')).changed).toBe(false);
    const other = after.shot.palettes[0].swatches[1]?.name;
    if (other) expect(() => made(after.shot, renameEdit(`long cape=${other}`))).toThrow(/has a swatch .* already/);
  });
  test('the rate: frames stay frames, and it is said how long they last', () => {
    const shot = { ...shotOf(), fps: 24, length: 120 };
    const after = made(shot, rateEdit('25'));
    expect(after.shot).toMatchObject({ fps: 25, length: 120 });
    expect(after.told[0]).toBe('24 frames a second become 25: its 120 frames last 4.80 s instead of 5.00 s');
    expect(made(after.shot, rateEdit('25')).changed).toBe(false);
  });
  test('named deliveries are handed on without what names things of another shot', () => {
    const from = shotOf();
    keepDelivery(from, 'for the edit', 'mp4', { width: 640, height: 360, layers: 'abc', marker: 'def' });
    const after = made(shotOf(), deliveriesEdit(from.deliveries));
    expect(after.shot.deliveries).toMatchObject([
      { name: 'for the edit', format: 'mp4', wishes: { width: 640, height: 360 } },
    ]);
    expect(after.told).toEqual(['delivery “for the edit” (MP4) added']);
    expect(made(after.shot, deliveriesEdit(from.deliveries)).changed).toBe(false);
  });
  test.each([
    [() => renameEdit('cape'), /--rename cape/],
    [() => renameEdit('=x'), /write the name as it is/],
    [() => rateEdit('0'), /1 to 60/],
    [() => rateEdit('23.976'), /whole number/],
  ])('what cannot be is refused in a sentence (%#)', (edit, sentence) => {
    expect(edit).toThrow(sentence);
  });
});
