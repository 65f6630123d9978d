/** The shelf: what is looked for, in which order, in which folder; several chosen. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { chosenBy, ORDERS, shelved } from '../../src/app/shots/shelf.ts';

const row = (id: string, over = {}) => ({ id, title: id, changedAt: 0, madeAt: 0, length: 24, fps: 24, ...over });
const ROWS = [
  row('shot 10', { changedAt: 3, madeAt: 1, length: 48 }),
  row('shot 9', { changedAt: 5, madeAt: 2, folder: 'night' }),
  row('Lamp', { changedAt: 4, madeAt: 3, fps: 12, folder: 'day' }),
];
const titles = (search: string, order: (typeof ORDERS)[number], inFolders = false) =>
  shelved(ROWS, { search, order, inFolders }).map(({ folder, rows }) => [folder, ...rows.map(({ title }) => title)]);

describe('the shelf', () => {
  test('is sorted as asked; names by their numbers, lengths by time', () => {
    expect(titles('', 'changed')).toEqual([['', 'shot 9', 'Lamp', 'shot 10']]);
    expect(titles('', 'made')).toEqual([['', 'Lamp', 'shot 9', 'shot 10']]);
    expect(titles('', 'name')).toEqual([['', 'Lamp', 'shot 9', 'shot 10']]);
    expect(titles('', 'length').flat().slice(1, 3).sort()).toEqual(['Lamp', 'shot 10']);
  });
  test('stands in folders, those in none first', () => {
    expect(titles('', 'changed', true)).toEqual([
      ['', 'shot 10'],
      ['day', 'Lamp'],
      ['night', 'shot 9'],
    ]);
  });
  test('is looked through by words of names and folders', () => {
    expect(titles('SHOT night', 'name')).toEqual([['', 'shot 9']]);
    expect(titles('nothing', 'name')).toEqual([]);
  });
  test('whatever is asked, every shot stands once, or is not looked for', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...ORDERS),
        fc.boolean(),
        fc.constantFrom('', 'a', 'o', '1'),
        (order, inFolders, search) => {
          const all = shelved(ROWS, { search, order, inFolders }).flatMap(({ rows }) => rows.map(({ id }) => id));
          expect(new Set(all).size).toBe(all.length);
          if (search === '') expect(all).toHaveLength(ROWS.length);
        },
      ),
    );
  });
});

test('several are chosen: one, one more, one fewer, all up to one', () => {
  const order = ['a', 'b', 'c', 'd'];
  const one = chosenBy(order, new Set(), 'b', { also: true, last: null });
  expect([...one]).toEqual(['b']);
  const range = chosenBy(order, one, 'd', { also: true, last: 'b' });
  expect([...range]).toEqual(['b', 'c', 'd']);
  expect([...chosenBy(order, range, 'c', { also: true, last: null })]).toEqual(['b', 'd']);
  expect([...chosenBy(order, range, 'a', { also: false, last: null })]).toEqual(['a']);
});
