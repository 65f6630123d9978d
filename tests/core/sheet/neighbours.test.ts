import { describe, expect, test } from 'vitest';
import { neighbours, stepByDrawing } from '../../../src/core/sheet/index.ts';
import { makeLayer } from '../../../src/core/shot/index.ts';
import { sheet } from '../../make.ts';

const layer = (short: string) => makeLayer('Keeper', 'clean', { exposures: sheet(short) });
const names = (list: { cell: { kind: string; drawing?: string } }[]) => list.map(({ cell }) => cell.drawing).join('');

describe('ghosts are counted in drawings, not in frames', () => {
  test('a drawing held twelve frames is one step away', () => {
    const { before, after } = neighbours(layer('a2 b12 c2 d9 e1'), 15, 2);
    expect(names(before)).toBe('ba');
    expect(names(after)).toBe('de');
  });
  test('the same drawing exposed twice in a row is no neighbour of itself', () => {
    const { before, after } = neighbours(layer('a2 b2 b2 c2'), 2, 2);
    expect(names(before)).toBe('a');
    expect(names(after)).toBe('c');
  });
  test('on an empty frame both sides are taken', () => {
    const { before, after } = neighbours(layer('a2 -6 b2'), 4, 2);
    expect(names(before)).toBe('a');
    expect(names(after)).toBe('b');
  });
  test('at the ends there is nobody', () => {
    expect(neighbours(layer('a2 b2'), 0, 2).before).toEqual([]);
    expect(neighbours(layer('a2 b2'), 3, 2).after).toEqual([]);
  });
  test('after the last drawing of a layer that holds, the held one is in hand', () => {
    const held = makeLayer('Street', 'background', { exposures: sheet('a2 b2') });
    expect(names(neighbours(held, 40, 2).before)).toBe('a');
  });
});

describe('flipping', () => {
  test('goes from drawing to drawing through the holds', () => {
    const run = layer('a4 b4 c4');
    expect(stepByDrawing(run, 1, 1)).toBe(4);
    expect(stepByDrawing(run, 4, 1)).toBe(8);
    expect(stepByDrawing(run, 9, 1)).toBeNull();
  });
  test('back from within a hold goes to its own first frame, then to the drawing before', () => {
    const run = layer('a4 b4');
    expect(stepByDrawing(run, 6, -1)).toBe(4);
    expect(stepByDrawing(run, 4, -1)).toBe(0);
    expect(stepByDrawing(run, 0, -1)).toBeNull();
  });
});
