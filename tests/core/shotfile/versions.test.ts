/** Versions in a shot file: read back as they were; what is the same lies there once; what is damaged is said. */
import { strToU8, unzipSync, zipSync } from 'fflate';
import { describe, expect, test } from 'vitest';
import { change } from '../../../src/core/history/index.ts';
import { readShotFile, writeShotFile } from '../../../src/core/shotfile/index.ts';
import { fullShot } from '../../full-shot.ts';

const { shot, media } = fullShot();
const [first] = Object.keys(shot.drawings);
const older = change(shot, (draft) => {
  draft.title = 'Before';
  draft.drawings[first].ink = [];
  draft.layers[0].exposures = draft.layers[0].exposures.slice(0, 1);
})!.shot;
const versions = [
  { name: 'before lunch', at: 1_790_000_000_000, auto: false, shot: older },
  { name: 'as it was opened', at: 1_780_000_000_000, auto: true, shot },
];
const bytes = writeShotFile(shot, media, versions);
const names = Object.keys(unzipSync(bytes));

describe('versions in a shot file', () => {
  test('are read back as they were, in their order; the shot is what it is without them', () => {
    const read = readShotFile(bytes);
    expect(read.shot).toEqual(readShotFile(writeShotFile(shot, media)).shot);
    expect(read.versions.map(({ shot: _, ...rest }) => rest)).toEqual(versions.map(({ shot: _, ...rest }) => rest));
    expect(read.versions[0].shot).toEqual(older);
    expect(read.versions[1].shot).toEqual(shot);
  });
  test('only drawings that differ are there twice', () => {
    expect(names.filter((name) => name.startsWith('versions/drawings/'))).toHaveLength(1);
    expect(names.filter((name) => name.startsWith('drawings/'))).toHaveLength(Object.keys(shot.drawings).length);
  });
  test('a drawing that is the same is the very same object, so that comparing is quick', () => {
    const read = readShotFile(bytes);
    const other = Object.keys(shot.drawings).find((id) => id !== first)!;
    expect(read.versions[0].shot.drawings[other]).toBe(read.shot.drawings[other]);
  });
  test('a file without versions has none, and no part that speaks of them', () => {
    const plain = writeShotFile(shot, media);
    expect(readShotFile(plain).versions).toEqual([]);
    expect(Object.keys(unzipSync(plain)).filter((name) => name.startsWith('versions'))).toEqual([]);
  });
  test('one that lacks a part, or says what cannot be, is told in a sentence and nothing is opened', () => {
    const without = (name: string, data?: Uint8Array) => {
      const parts = unzipSync(bytes);
      if (data) parts[name] = data as Uint8Array<ArrayBuffer>;
      else delete parts[name];
      return zipSync(parts, { level: 0 }) as Uint8Array<ArrayBuffer>;
    };
    expect(() => readShotFile(without('versions/1/shot.json'))).toThrow('This shot file has no versions/1/shot.json');
    expect(() => readShotFile(without(names.find((name) => name.startsWith('versions/drawings/'))!))).toThrow(
      `This shot file lacks the drawing ${first}`,
    );
    expect(() => readShotFile(without('versions/versions.json', strToU8('{"versions": 3}')))).toThrow(
      /list of versions/,
    );
    const climbing = strToU8(
      JSON.stringify({ versions: [{ name: 'x', at: 1, auto: false, drawings: [{ id: first, path: '../x.vgdr' }] }] }),
    );
    expect(() => readShotFile(without('versions/versions.json', climbing))).toThrow(/path/);
  });
});
