import { validateSync } from 'class-validator';
import { describe, expect, test } from 'vitest';
import { ShotForm } from '../../../src/app/shots/shot-form.ts';
import {
  colourMap,
  lengthInWords,
  makeLayer,
  makeShot,
  newId,
  newSeed,
  PAPER_SIZES,
  paletteAt,
  swatchUses,
} from '../../../src/core/shot/index.ts';
import { smallShot } from '../../make.ts';

describe('a new shot', () => {
  const shot = makeShot({ title: 'Lamp', width: 1080, height: 1920, fps: 25, length: 50 });
  test('has a clean layer to draw on over a rough guide', () => {
    expect(shot.layers.map(({ name, guide }) => [name, guide])).toEqual([
      ['Rough', true],
      ['Clean', false],
    ]);
  });
  test('has a palette that colours it from the first frame', () => {
    expect(paletteAt(shot, 0)).toBe(shot.palettes[0]);
    expect(colourMap(shot.palettes[0]).size).toBe(shot.palettes[0].swatches.length);
  });
  test('guides are never delivered, so roughs and references begin as guides; a background holds', () => {
    expect(makeLayer('a', 'reference').guide).toBe(true);
    expect(makeLayer('b', 'clean')).toMatchObject({ guide: false, afterLast: 'clears', opacity: 1 });
    expect(makeLayer('c', 'background').afterLast).toBe('holds');
  });
  test('the sizes offered hold a portrait and one at four times what is delivered', () => {
    expect(PAPER_SIZES.some(({ width, height }) => height > width)).toBe(true);
    expect(PAPER_SIZES.some(({ name, width }) => name.includes('4x') && width === 4 * 256)).toBe(true);
  });
});

describe('words and numbers', () => {
  test('a length is said in seconds and frames', () => {
    expect(lengthInWords(56, 24)).toBe('2 s 08 f');
    expect(lengthInWords(48, 24)).toBe('2 s');
    expect(lengthInWords(7, 24)).toBe('7 f');
  });
  test('ids are short, plain and never the same twice', () => {
    const ids = Array.from({ length: 5000 }, newId);
    expect(new Set(ids).size).toBe(ids.length);
    expect(ids.every((id) => /^[0-9a-z]{12}$/.test(id))).toBe(true);
    expect(Number.isInteger(newSeed())).toBe(true);
  });
  test('a swatch that nothing uses has no uses', () => {
    const { shot } = smallShot();
    expect(swatchUses(shot, 'nobody')).toEqual({ strokes: 0, areas: 0 });
  });
});

/** The first complaint about a form or options; empty when there is none. */
function complaint<T extends object>(start: T, wrong: Partial<T>): string {
  const [error] = validateSync(Object.assign(start, wrong));
  return Object.values(error?.constraints ?? {})[0] ?? '';
}

describe('the doors', () => {
  const form = () => Object.assign(new ShotForm(), { title: 'Lamp' });
  test('a shot’s size, rate and length have bounds, each said in a sentence', () => {
    expect(complaint(form(), {})).toBe('');
    expect(complaint(form(), { title: '' })).toBe('Give the shot a name.');
    expect(complaint(form(), { width: 63 })).toMatch(/at least 64/);
    expect(complaint(form(), { width: 8193 })).toMatch(/at most 8192/);
    expect(complaint(form(), { height: 64.5 })).toMatch(/whole number/);
    expect(complaint(form(), { fps: 61 })).toMatch(/at most 60/);
    expect(complaint(form(), { length: 0 })).toMatch(/at least 1 frame/);
    expect(complaint(form(), { length: Number.NaN })).toMatch(/./);
  });
});
