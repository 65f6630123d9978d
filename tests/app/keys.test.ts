/** Keys: sets that leave no key to two commands, keys as a file, what keys are called. */
import { describe, expect, test } from 'vitest';
import { COMMANDS } from '../../src/app/commands/index.ts';
import { keyInWords } from '../../src/app/commands/key-names.ts';
import { KEY_SETS, keysAsFile, keysFromFile } from '../../src/app/commands/key-sets.ts';

describe('a set of keys', () => {
  for (const set of KEY_SETS) {
    const own = set.keys(COMMANDS);
    const keysOf = ({ id, keys }: (typeof COMMANDS)[number]) => own[id] ?? keys;
    test(`${set.name}: every command has a key, no key has two, none is Tab`, () => {
      for (const command of COMMANDS) expect(keysOf(command).length, command.name).toBeGreaterThan(0);
      for (const borrowed of new Set(COMMANDS.map((command) => command.borrowsKeys))) {
        const keys = COMMANDS.filter(({ borrowsKeys }) => borrowsKeys === borrowed).flatMap(keysOf);
        expect(keys.filter((key, i) => keys.indexOf(key) !== i)).toEqual([]);
        expect(keys.filter((key) => key.endsWith('Tab'))).toEqual([]);
      }
      for (const id of Object.keys(own))
        expect(
          COMMANDS.some((command) => command.id === id),
          id,
        ).toBe(true);
    });
  }
  test('for the left hand keys lie mirrored; with Ctrl they stay where everybody knows them', () => {
    const left = KEY_SETS.find(({ id }) => id === 'left')!.keys(COMMANDS);
    expect(left['tool-pencil']).toEqual(['KeyP']);
    expect(left['flip-on']).toEqual(['KeyL']);
    expect(left['flip-back']).toEqual(['Semicolon']);
    expect(left.undo).toBeUndefined();
  });
});

describe('keys as a file', () => {
  test('come back as they went', () => {
    const keys = { undo: ['$mod+KeyZ'], play: ['Space', 'Shift+Enter'], 'flip-on': [] };
    expect(keysFromFile(keysAsFile(keys), 'keys.json')).toEqual(keys);
  });
  test('what is none is refused with a sentence', () => {
    expect(() => keysFromFile('{', 'a.json')).toThrow('“a.json” cannot be read as keys.');
    expect(() => keysFromFile('{"format":"other"}', 'a.json')).toThrow('“a.json” holds no keys of Vignette.');
    for (const key of ['Tab', 'Shift+Tab', 'no key', 3])
      expect(() =>
        keysFromFile(JSON.stringify({ format: 'vignette-keys', version: 1, keys: { undo: [key] } }), 'a.json'),
      ).toThrow();
  });
});

test('keys are called as the system calls them', () => {
  expect(keyInWords('$mod+Shift+KeyZ', true)).toBe('⌘ ⇧ Z');
  expect(keyInWords('Alt+ArrowUp', true)).toBe('⌥ ↑');
  expect(keyInWords('$mod+Alt+BracketLeft', false)).toBe('Ctrl Alt [');
});
