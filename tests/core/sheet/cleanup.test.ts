import { describe, expect, test } from 'vitest';
import { nextToClean } from '../../../src/core/sheet/index.ts';
import {
  makeDrawing,
  makeLayer,
  makeShot,
  newId,
  type Role,
  type Shot,
  type Stage,
} from '../../../src/core/shot/index.ts';
import { cellOf, strokeThrough } from '../../make.ts';

/** A clean layer of drawings in order, "K" a key, "B" a breakdown, "." an in-between. */
function layerOf(roles: string, stages: Stage[] = []): { shot: Shot; layerId: string } {
  const shot = makeShot({ title: 'Cap falls', width: 320, height: 180, fps: 24, length: 48 });
  const layer = makeLayer('Keeper', 'clean');
  const drawings = [...roles].map((letter, i) => {
    const role: Role = letter === 'K' ? 'key' : letter === 'B' ? 'breakdown' : 'between';
    return makeDrawing(layer.id, i + 1, {
      role,
      stage: stages[i] ?? 'rough',
      ink: [
        strokeThrough([
          [0, 0],
          [9, 9],
        ]),
      ],
    });
  });
  layer.exposures = drawings.map(({ id }) => ({ id: newId(), cell: cellOf(id), frames: 2 }));
  shot.layers = [layer];
  shot.drawings = Object.fromEntries(drawings.map((drawing) => [drawing.id, drawing]));
  return { shot, layerId: layer.id };
}

/** Cleans a layer up as it is offered; the numbers in their order. */
function order(roles: string): number[] {
  const { shot } = layerOf(roles);
  const out: number[] = [];
  for (;;) {
    const next = nextToClean(shot, shot.layers[0]);
    if (!next) return out;
    out.push(shot.drawings[next.drawing].number);
    shot.drawings[next.drawing].stage = 'clean';
  }
}

describe('the order of cleaning up', () => {
  test('keys first, then breakdowns, then the middle between two finished ones, then the halves', () => {
    expect(order('K...B...K')).toEqual([1, 9, 5, 3, 7, 2, 4, 6, 8]);
  });
  test('without breakdowns the widest gap is halved', () => {
    expect(order('K.......K..K')).toEqual([1, 9, 12, 5, 3, 7, 10, 2, 4, 6, 8, 11]);
  });
  test('what lies beyond the last key comes when all gaps are closed', () => {
    expect(order('.K.K..')).toEqual([2, 4, 3, 1, 5, 6]);
  });
  test('a drawing is next between the finished ones around it', () => {
    const { shot } = layerOf('K.K', ['clean', 'rough', 'painted']);
    const next = nextToClean(shot, shot.layers[0])!;
    expect(next.step).toBe('midway');
    expect(next.between.map((id) => shot.drawings[id!].number)).toEqual([1, 3]);
    expect(next.frame).toBe(2);
  });
  test('an empty drawing marked clean is not finished', () => {
    const { shot } = layerOf('K', ['clean']);
    for (const drawing of Object.values(shot.drawings)) drawing.ink = [];
    expect(nextToClean(shot, shot.layers[0])?.step).toBe('key');
  });
  test('a trace-over layer takes the keys of the rough it lies over', () => {
    const { shot } = layerOf('...');
    const rough = makeLayer('Rough', 'rough');
    const key = makeDrawing(rough.id, 1, { role: 'key' });
    rough.exposures = [
      { id: newId(), cell: null, frames: 4 },
      { id: newId(), cell: cellOf(key.id), frames: 2 },
    ];
    shot.layers = [rough, ...shot.layers];
    shot.drawings[key.id] = key;
    const next = nextToClean(shot, shot.layers[1])!;
    expect([next.step, shot.drawings[next.drawing].number]).toEqual(['key', 3]);
  });
  test('a layer that is done, or empty, offers nothing', () => {
    expect(nextToClean(layerOf('K', ['clean']).shot, layerOf('K', ['clean']).shot.layers[0])).toBeNull();
    const { shot } = layerOf('');
    expect(nextToClean(shot, shot.layers[0])).toBeNull();
  });
});
