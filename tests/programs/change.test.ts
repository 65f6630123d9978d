/** The same edit in many shots: written beside or in place with a copy kept, undone from the file's versions, told. */
import { copyFileSync, existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createCanvas, loadImage } from '@napi-rs/canvas';
import { unzipSync } from 'fflate';
import { beforeEach, describe, expect, test } from 'vitest';
import { readShotFile, writePalettes } from '../../src/core/shotfile/index.ts';
import { DEMO, fine, newFolder, run } from './run.ts';
import { everythingIn } from './shots.ts';

let folder: string;
let shots: string[];
let coat: string;

const read = (path: string) => readShotFile(new Uint8Array(readFileSync(path)));
const colourOf = (path: string, palette: string) =>
  read(path)
    .shot.palettes.find(({ name }) => name === palette)!
    .swatches.find(({ name }) => name === 'coat')!.colour;

beforeEach(() => {
  folder = newFolder();
  shots = ['a', 'b'].map((name) => join(folder, `${name}.vignette`));
  for (const shot of shots) copyFileSync(DEMO, shot);
  coat = join(folder, 'coat.json');
  const swatches = [{ name: 'coat', group: '', colour: '#aa0033', opacity: 1 }];
  writeFileSync(coat, writePalettes([{ name: 'dusk', swatches }]));
});

/** How many pixels of frame 1 are of a colour. */
async function pixels(shot: string, colour: string): Promise<number> {
  const out = newFolder();
  const words = ['--as', 'png', '--frames', '1', '--size', '25%', '--with', 'withSound=no', '--quiet'];
  await fine('deliver', [shot, '--out', out, ...words]);
  const [png] = Object.values(unzipSync(new Uint8Array(readFileSync(join(out, 'lamp-at-the-corner.zip')))));
  const image = await loadImage(Buffer.from(png));
  const context = createCanvas(image.width, image.height).getContext('2d');
  context.drawImage(image, 0, 0);
  const { data } = context.getImageData(0, 0, image.width, image.height);
  const wanted = [1, 3, 5].map((at) => Number.parseInt(colour.slice(at, at + 2), 16));
  let count = 0;
  for (let p = 0; p < data.length; p += 4) if (wanted.every((value, c) => data[p + c] === value)) count++;
  return count;
}

describe('a palette over many shots', () => {
  test('beside the old ones: those stay, the new ones are delivered in the new colour', async () => {
    const was = readFileSync(shots[0]);
    const said = await fine('change', [...shots, '--palette', coat]);
    expect(said).toMatch(/“dusk”: coat #43557a becomes #aa0033/);
    expect(readFileSync(shots[0]).equals(was)).toBe(true);
    expect(colourOf(join(folder, 'a-changed.vignette'), 'dusk')).toBe('#aa0033');
    expect(await pixels(shots[0], '#aa0033')).toBe(0);
    expect(await pixels(join(folder, 'b-changed.vignette'), '#aa0033')).toBeGreaterThan(500);
  });
  test('in place: the old file is kept, and the shot as it was is a version that can be put back', async () => {
    const was = readFileSync(shots[0]);
    await fine('change', [...shots, '--palette', coat, '--in-place']);
    expect(readFileSync(join(folder, 'a.before.vignette')).equals(was)).toBe(true);
    const { shot, versions } = read(shots[0]);
    expect(versions[0]).toMatchObject({ name: 'before: palette coat.json', auto: true });
    expect(versions[0].shot.palettes[0].swatches.find(({ name }) => name === 'coat')!.colour).toBe('#43557a');
    // Drawings are told once.
    expect(versions[0].shot.drawings).toEqual(shot.drawings);
    expect(readFileSync(shots[0]).length).toBeLessThan(1.05 * was.length);
    // A second time there is nothing to change, and nothing is written.
    const names = readdirSync(folder);
    expect(await fine('change', [...shots, '--palette', coat, '--in-place'])).toMatch(/has nothing to change/);
    expect(readdirSync(folder)).toEqual(names);
  });
  test('--dry-run says and writes nothing; --json and --check tell programs', async () => {
    const small = everythingIn(folder);
    const names = readdirSync(folder);
    const ended = await run('change', [small, '--fps', '25', '--dry-run', '--check', '--json']);
    const [report] = JSON.parse(ended.stdout);
    expect(report).toMatchObject({ title: 'Cap falls', written: null, changed: true });
    expect(report.findings).toBeGreaterThan(0);
    expect(ended.code).toBe(1);
    expect(readdirSync(folder)).toEqual(names);
  });
});

describe('what cannot be', () => {
  test('one file of several is no shot: the others are changed, it is told', async () => {
    writeFileSync(shots[0], 'hello');
    const ended = await run('change', [...shots, '--palette', coat, '--in-place']);
    expect(ended.code).toBe(3);
    expect(ended.stderr).toMatch(/a.vignette: This is not a Vignette shot file/);
    expect(colourOf(shots[1], 'dusk')).toBe('#aa0033');
    expect(readFileSync(shots[0], 'utf8')).toBe('hello');
  });
  test.each([
    [['--palette', 'nowhere.json'], 3, /There is no/],
    [[], 2, /Say what to change/],
    [['--fps', '1000'], 2, /1 to 60/],
    [['--fps', '25', '--in-place', '--out', 'x'], 2, /--out or --in-place/],
  ] as const)('%j: one sentence, nothing changed', async (words, code, sentence) => {
    const ended = await run('change', [...shots, ...words]);
    expect(ended).toMatchObject({ code, stderr: expect.stringMatching(sentence) });
    expect(ended.stderr.trim().split('\n')).toHaveLength(1);
    expect(existsSync(join(folder, 'a-changed.vignette'))).toBe(false);
  });
});
