import fc from 'fast-check';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { describe, expect, test } from 'vitest';
import { BadFile, type Shot } from '../../../src/core/shot/index.ts';
import { packDrawing, readShotFile, unpackDrawing, writeShotFile } from '../../../src/core/shotfile/index.ts';
import { fullShot } from '../../full-shot.ts';
import { circle, smallShot, strokeThrough } from '../../make.ts';

/** The file with one part changed. */
function tampered(change: (parts: Record<string, Uint8Array>) => void): Uint8Array {
  const { shot, media } = fullShot();
  const parts = unzipSync(writeShotFile(shot, media));
  change(parts);
  return zipSync(parts);
}

function withShot(change: (shot: Record<string, never>) => void): Uint8Array {
  return tampered((parts) => {
    const shot = JSON.parse(strFromU8(parts['shot.json']));
    change(shot);
    parts['shot.json'] = strToU8(JSON.stringify(shot));
  });
}

function complaint(bytes: Uint8Array): string {
  try {
    readShotFile(bytes);
  } catch (error) {
    expect(error).toBeInstanceOf(BadFile);
    return (error as Error).message;
  }
  throw new Error('The bad file was taken.');
}

describe('a shot file', () => {
  test('gives back the very shot and its media', () => {
    const { shot, media } = fullShot();
    const read = readShotFile(writeShotFile(shot, media));
    // Strictly: plain objects, and no field that is there without a value.
    expect(read.shot).toStrictEqual(shot);
    expect(read.media).toEqual(media);
    expect(writeShotFile(read.shot, read.media)).toEqual(writeShotFile(shot, media));
  });
  test('of version 1 is read; what it lacks is empty', () => {
    const old = tampered((parts) => {
      parts['vignette.json'] = strToU8(JSON.stringify({ format: 'vignette-shot', version: 1 }));
      const {
        markers: _,
        notes: __,
        reading: ___,
        mouthGuide: ____,
        ...rest
      } = JSON.parse(strFromU8(parts['shot.json']));
      rest.tracks = rest.tracks.map(({ id, name, muted, clips }: Shot['tracks'][number]) => ({
        id,
        name,
        muted,
        clips: clips.map(({ id, name, asset, frame, in: from, out, gain }) => ({
          id,
          name,
          asset,
          frame,
          in: from,
          out,
          gain,
        })),
      }));
      parts['shot.json'] = strToU8(JSON.stringify(rest));
    });
    const read = readShotFile(old).shot;
    expect([read.markers, read.notes, read.tracks[0].clips[0].pin]).toEqual([[], [], null]);
    const first = Object.values(read.drawings).find(({ number }) => number === 1);
    expect(first).toMatchObject({ number: 1, label: '', stage: 'rough' });
    expect(read.tracks[0]).toMatchObject({ solo: false, gain: 1 });
    expect(read.tracks[0].clips[0]).toMatchObject({ fadeIn: 0, loop: null, follows: null, words: '', muted: false });
    expect([read.reading, read.mouthGuide]).toEqual([[], { head: null, places: {} }]);
  });
  test('is a zip of documented parts', () => {
    const { shot, media } = fullShot();
    const parts = unzipSync(writeShotFile(shot, media));
    expect(Object.keys(parts).sort()).toEqual([
      ...Object.keys(shot.drawings)
        .map((id) => `drawings/${id}.vgdr`)
        .sort(),
      'media/clip1',
      'media/voice1',
      'shot.json',
      'vignette.json',
    ]);
    expect(JSON.parse(strFromU8(parts['vignette.json']))).toEqual({ format: 'vignette-shot', version: 9 });
  });
});

describe('a packed drawing', () => {
  test('gives any lines back to the bit', () => {
    const coordinate = fc.float({ min: -5000, max: 5000, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(fc.array(fc.tuple(coordinate, coordinate), { minLength: 1, maxLength: 20 }), { maxLength: 8 }),
        (lines) => {
          const { drawing } = smallShot();
          drawing.ink = lines.map((points) => strokeThrough(points as [number, number][]));
          expect(unpackDrawing(packDrawing(drawing), 'drawing 1')).toEqual(drawing);
        },
      ),
      { numRuns: 200 },
    );
  });
  test('cut anywhere, it is refused and never half read', () => {
    const { drawing } = smallShot();
    drawing.ink.push(circle(50, 50, 20));
    const bytes = packDrawing(drawing);
    for (let length = 0; length < bytes.length; length += 7) {
      expect(() => unpackDrawing(bytes.subarray(0, length), 'drawing 1')).toThrow(BadFile);
    }
  });
});

describe('a bad file gives one sentence', () => {
  test('not a zip', () => {
    expect(complaint(strToU8('GIF89a and more'))).toMatch(/not a Vignette shot file/);
  });
  test('a zip of something else', () => {
    expect(complaint(zipSync({ 'readme.txt': strToU8('hello') }))).toMatch(/no vignette\.json/);
  });
  test('cut short', () => {
    const { shot, media } = fullShot();
    const bytes = writeShotFile(shot, media);
    expect(complaint(bytes.subarray(0, bytes.length >> 1))).toMatch(/cut short or damaged/);
  });
  test('from a later version', () => {
    expect(
      complaint(tampered((parts) => (parts['vignette.json'] = strToU8('{"format":"vignette-shot","version":10}')))),
    ).toMatch(/later version.*10/);
  });
  test('a value out of range is named with its place', () => {
    expect(complaint(withShot((shot) => Object.assign(shot, { fps: 900 })))).toMatch(/fps/);
    expect(
      complaint(withShot((shot) => Object.assign((shot as never as Shot).layers[2].exposures[0], { frames: 0 }))),
    ).toMatch(/layers 3, exposures 1: frames/);
    expect(complaint(withShot((shot) => Object.assign(shot, { width: 9000 })))).toMatch(/width/);
  });
  test('a drawing that is not in it', () => {
    const missing = tampered((parts) => {
      for (const name of Object.keys(parts)) if (name.startsWith('drawings/')) delete parts[name];
    });
    expect(complaint(missing)).toMatch(/lacks the drawing/);
  });
  test('a sound that is not in it', () => {
    expect(complaint(tampered((parts) => delete parts['media/voice1']))).toMatch(/lacks "line\.wav"/);
  });
  test('a coordinate that is no number', () => {
    const bad = tampered((parts) => {
      const name = Object.keys(parts).find((each) => each.startsWith('drawings/'))!;
      new DataView(parts[name].buffer, parts[name].byteOffset, parts[name].byteLength).setFloat32(
        parts[name].length - 4,
        Number.NaN,
        true,
      );
    });
    expect(complaint(bad)).toMatch(/not a number/);
  });
  test('a cell that shows nothing there is', () => {
    expect(
      complaint(
        withShot((shot) =>
          Object.assign((shot as never as Shot).layers[2].exposures[0], {
            cell: { kind: 'drawing', drawing: 'nobody' },
          }),
        ),
      ),
    ).toMatch(/exposes a drawing/);
  });
  test('random damage never gets through as a crash', () => {
    const { shot, media } = fullShot();
    const bytes = writeShotFile(shot, media);
    fc.assert(
      fc.property(fc.nat(bytes.length - 1), fc.integer({ min: 1, max: 255 }), (at, by) => {
        const damaged = bytes.slice();
        damaged[at] = (damaged[at] + by) & 255;
        try {
          readShotFile(damaged);
        } catch (error) {
          expect(error).toBeInstanceOf(BadFile);
        }
      }),
      { numRuns: 400 },
    );
  });
});
