import { beforeEach, describe, expect, test } from 'vitest';
import { change, type Recipe } from '../../../src/core/history/index.ts';
import { clearNotes, moveNotes, nameFrame, stepByMarker, writeNote } from '../../../src/core/sheet/index.ts';
import type { Shot } from '../../../src/core/shot/index.ts';
import { smallShot } from '../../make.ts';

let shot: Shot;
const edit = (recipe: Recipe): void => {
  shot = change(shot, recipe)?.shot ?? shot;
};

beforeEach(() => {
  shot = smallShot({ length: 24 }).shot;
});

describe('notes and markers', () => {
  test('a frame has one note of each pencil; an empty one is rubbed out', () => {
    edit((draft) => {
      writeNote(draft, 4, 'blue', 'TH');
      writeNote(draft, 4, 'plum', 'sure?');
      writeNote(draft, 4, 'blue', ' DH ');
    });
    expect(shot.notes.map(({ colour, text }) => `${colour} ${text}`).sort()).toEqual(['blue DH', 'plum sure?']);
    edit((draft) => writeNote(draft, 4, 'plum', '  '));
    expect(shot.notes).toHaveLength(1);
  });
  test('a pencil’s notes move as one and stop at the first frame', () => {
    edit((draft) => {
      writeNote(draft, 2, 'blue', 'a');
      writeNote(draft, 5, 'blue', 'b');
      writeNote(draft, 3, 'ochre', 'c');
    });
    let moved = 0;
    edit((draft) => {
      moved = moveNotes(draft, 'blue', -9);
    });
    expect(moved).toBe(-2);
    expect(shot.notes.map(({ frame, text }) => `${frame}${text}`).sort()).toEqual(['0a', '3b', '3c']);
    edit((draft) => clearNotes(draft, 'blue'));
    expect(shot.notes.map(({ text }) => text)).toEqual(['c']);
  });
  test('markers are gone to in order', () => {
    edit((draft) => {
      nameFrame(draft, 9, 'turns');
      nameFrame(draft, 3, 'lights');
    });
    expect([stepByMarker(shot, 0, 1), stepByMarker(shot, 3, 1), stepByMarker(shot, 9, 1)]).toEqual([3, 9, null]);
    expect([stepByMarker(shot, 9, -1), stepByMarker(shot, 3, -1)]).toEqual([3, null]);
  });
});
