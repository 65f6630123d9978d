import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  isPhone,
  MOUTH_SOUNDS,
  mouthOf,
  numberWords,
  phoneTable,
  pronounce,
  spellOut,
  typedSounds,
  wordsOf,
} from '../../../src/core/speech/index.ts';

const DICTIONARY = {
  lamp: 'L AE1 M P',
  lighter: 'L AY1 T ER0',
  the: 'DH AH0',
  'the(2)': 'DH IY0',
  evening: 'IY1 V N IH0 NG # as said',
  glimmer: 'G L IH1 M ER0',
  rose: 'R OW1 Z',
  arrive: 'ER0 AY1 V',
  don: 'D AA1 N',
  "don't": 'D OW1 N T',
};

const said = (line: string, own = {}) => pronounce(line, DICTIONARY, own).map(({ variants }) => variants[0].join(' '));

describe('figures and abbreviations are written out', () => {
  test.each([
    ['Mr. Brown', 'mister Brown'],
    ['at 5:30', 'at five thirty'],
    ['at 6:05', 'at six oh five'],
    ['7:00', "seven o'clock"],
    ['$3.50', 'three dollars fifty'],
    ['$1', 'one dollar'],
    ['the 21st', 'the twenty first'],
    ['the 12th', 'the twelfth'],
    ['in 1984', 'in nineteen eighty four'],
    ['in 1905', 'in nineteen oh five'],
    ['2,345', 'two thousand three hundred and forty five'],
    ['3.14', 'three point one four'],
    ['50%', 'fifty percent'],
    ['007', 'zero zero seven'],
    ['salt & light', 'salt and light'],
  ])('%s', (typed, spoken) => {
    expect(spellOut(typed).replace(/\s+/g, ' ').trim()).toBe(spoken);
  });
  test('numbers go up to the billions, without a figure left', () => {
    expect(numberWords(1_000_001)).toBe('one million and one');
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 999_999_999 }), (value) => {
        expect(numberWords(value)).toMatch(/^[a-z ]+$/);
      }),
    );
  });
  test('signs without sound are left out, apostrophes stay', () => {
    expect(wordsOf('“Don’t — touch” that… (ever)!')).toEqual(["Don't", 'touch', 'that', 'ever']);
    expect(wordsOf('U.S.A. and café')).toEqual(['USA', 'and', 'cafe']);
    expect(wordsOf(' — … ! ')).toEqual([]);
  });
});

describe('words to sounds', () => {
  test('by the dictionary, stress and remarks taken off, all variants kept', () => {
    expect(said('Lamp evening')).toEqual(['L AE M P', 'IY V N IH NG']);
    expect(pronounce('the', DICTIONARY)[0].variants).toEqual([
      ['DH', 'AH'],
      ['DH', 'IY'],
    ]);
  });
  test('an ER before a vowel may be said as two sounds', () => {
    expect(pronounce('arrive', DICTIONARY)[0].variants).toEqual([
      ['ER', 'AY', 'V'],
      ['AH', 'R', 'AY', 'V'],
    ]);
    expect(pronounce('glimmer', DICTIONARY)[0].variants).toHaveLength(1);
  });
  test('endings of known words: s after each kind of sound, ing, compounds', () => {
    expect(said('lamps roses lighters glimmering lamplighter')).toEqual([
      'L AE M P S',
      'R OW Z IH Z',
      'L AY T ER Z',
      'G L IH M ER IH NG',
      'L AE M P L AY T ER',
    ]);
  });
  test('unknown words by the rules of spelling: magic e, soft c, digraphs', () => {
    expect(said('zake')).toEqual(['Z EY K']);
    expect(said('cim')).toEqual(['S IH M']);
    expect(said('shotch')).toEqual(['SH AA CH']);
    expect(pronounce('zake', DICTIONARY)[0].by).toBe('rules');
  });
  test('capitals without vowels go letter by letter', () => {
    expect(said('BBC')).toEqual(['B IY B IY S IY']);
  });
  test('one’s own words come first; what are no sounds is not taken', () => {
    expect(said('lamp', { lamp: 'l aa m p' })).toEqual(['L AA M P']);
    expect(said('lamp', { lamp: 'qq zz' })).toEqual(['L AE M P']);
    expect(typedSounds('G UH1 D')).toEqual(['G', 'UH', 'D']);
    expect(typedSounds('good')).toBeNull();
  });
  test('whatever is typed, only sounds come out', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 40 }), (line) => {
        for (const { variants } of pronounce(line, DICTIONARY)) {
          expect(variants.length).toBeGreaterThan(0);
          for (const phones of variants) {
            expect(phones.length).toBeGreaterThan(0);
            expect(phones.every((phone) => isPhone(phone) && phone !== 'SIL')).toBe(true);
          }
        }
      }),
      { numRuns: 400 },
    );
  });
});

test('every sound of the table has a mouth, and every mouth a sound', () => {
  const { phones } = phoneTable();
  const mouths = new Set(phones.map(mouthOf));
  expect(mouths.size).toBe(Object.keys(MOUTH_SOUNDS).length);
  expect([mouthOf('M'), mouthOf('IY'), mouthOf('V'), mouthOf('SIL')]).toEqual(['closed', 'wide', 'teeth-lip', 'rest']);
});

test('words that are members of every object, and figures longer than any number, are words like others', () => {
  for (const word of ['constructor', 'toString', '__proto__', 'hasOwnProperty', 'valueOf']) {
    const spoken = pronounce(`the ${word} here`, { the: 'DH AH0' }, {});
    expect(spoken.length).toBeGreaterThanOrEqual(3);
    for (const { variants } of spoken) expect(variants[0].length).toBeGreaterThan(0);
  }
  const long = '9'.repeat(400);
  expect(spellOut(`the ${long}th time`)).toMatch(/^the +nine nine .* nine ninth +time$/);
  expect(spellOut(`${long}:30, $${long}.50`)).toMatch(/nine/);
  expect(numberWords(123456789012)).toMatch(/^one hundred and twenty three billion/);
});
