/** Timing as a table and back. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  addDrawing,
  putTiming,
  readTiming,
  timingFindings,
  timingOf,
  timingTable,
} from '../../../src/core/sheet/index.ts';
import type { Shot } from '../../../src/core/shot/index.ts';
import { smallShot } from '../../make.ts';

function timed(): { shot: Shot; layer: string } {
  const { shot, layerId } = smallShot();
  addDrawing(shot, layerId, 4, 2);
  addDrawing(shot, layerId, 6, 3);
  return { shot, layer: shot.layers.find(({ id }) => id === layerId)!.name };
}

const exposures = (shot: Shot) =>
  shot.layers.map((layer) => layer.exposures.map(({ cell, frames }) => [JSON.stringify(cell), frames]));

describe('a timing', () => {
  test('is a row for each frame, a drawing’s name where it begins', () => {
    const { shot, layer } = timed();
    const rows = timingTable(timingOf(shot, 0, 11)).split('\r\n');
    expect(rows[0].startsWith('Frame,')).toBe(true);
    const column = rows[0].split(',').indexOf(layer);
    expect(rows.slice(1, 8).map((row) => row.split(',')[column])).toEqual(['1', '', '', '', '2', '', '3']);
  });
  test('read back changes nothing', () => {
    const { shot } = timed();
    const before = exposures(shot);
    const ids = shot.layers.map((layer) => layer.exposures.map(({ id }) => id));
    putTiming(shot, readTiming(timingTable(timingOf(shot, 0, shot.length - 1)), 'it.csv'));
    expect(exposures(shot)).toEqual(before);
    // What is pinned to an exposure stays pinned.
    expect(shot.layers.map((layer) => layer.exposures.map(({ id }) => id))).toEqual(ids);
  });
  test('any holds and any names go through a table unharmed', () => {
    const name = fc
      .string({ minLength: 1, maxLength: 12 })
      .filter((each) => each.trim() === each && !['x', 'end'].includes(each.toLowerCase()));
    const list = fc.array(
      fc.record({ drawing: fc.option(name, { nil: null }), frames: fc.integer({ min: 1, max: 9 }) }),
      { minLength: 1, maxLength: 12 },
    );
    fc.assert(
      fc.property(list, name, (all, layer) => {
        fc.pre(!['frame', 'name', 'notes'].includes(layer.toLowerCase()));
        const timing = { fps: null, layers: [{ name: layer, exposures: all }], names: [], notes: [] };
        const frames = (timing: { layers: { exposures: { drawing: string | null; frames: number }[] }[] }) =>
          timing.layers[0].exposures.flatMap(({ drawing, frames }) => Array.from({ length: frames }, () => drawing));
        expect(frames(readTiming(timingTable(timing), 'it.csv'))).toEqual(frames(timing));
      }),
      { numRuns: 200 },
    );
  });
  test('from other programs: semicolons, a byte order mark, frames left out', () => {
    const { layers } = readTiming('\ufeffframe;Arm\n1;5\n4;x\n6;6\n', 'it.csv');
    expect(layers).toEqual([
      {
        name: 'Arm',
        exposures: [
          { drawing: '5', frames: 3 },
          { drawing: null, frames: 2 },
          { drawing: '6', frames: 1 },
        ],
      },
    ]);
  });
  test('what it would do and leave is said first', () => {
    const { shot, layer } = timed();
    const { goes, says } = timingFindings(shot, readTiming(`Frame,${layer},Dog\n1,1,1\n5,77,\n`, 'it.csv'));
    expect(goes).toEqual([layer]);
    expect(says.join(' ')).toMatch(/no layer “Dog”/);
    expect(says.join(' ')).toMatch(/no drawing 77/);
  });
  test('what is no timing is refused with the place', () => {
    const bad: [string, RegExp][] = [
      ['a,b\n1,2\n', /no column “Frame”/],
      ['Frame,A\n1,1\nx,2\n', /Row 3 of “it.csv” has no frame number/],
      ['Frame,A\n3,1\n2,2\n', /goes back to frame 2/],
      ['Frame,A\n99999999,1\n', /at most/],
      ['Frame,A\n', /no frames/],
      ['{"layers":[{"name":"A","exposures":[{"drawing":"1"}]}]}', /Layer 1 .* whole number of frames/],
      ['{"a":1}', /no list “layers”/],
      ['{broken', /neither a table nor JSON/],
    ];
    for (const [text, words] of bad) expect(() => readTiming(text, 'it.csv'), text).toThrow(words);
  });
});
