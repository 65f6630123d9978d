/** Shots delivered without a browser: every format, read by programs that know nothing of us, and the same as the browser's. */
import { chmodSync, existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createCanvas, loadImage } from '@napi-rs/canvas';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { beforeAll, describe, expect, test } from 'vitest';
import { ALL_FORMATS } from '../../cli/deliver/mov.ts';
import { readWav } from '../../src/core/sound/index.ts';
import { lagOf, picturesIn, probe, soundIn } from '../browser/ffmpeg.ts';
import { DEMO, fine, newFolder, run, start } from './run.ts';
import { everythingIn } from './shots.ts';

/** A small shot with everything in it, for what does not hang on what is drawn. */
const everything = everythingIn(newFolder());
const SMALL = ['--size', '25%', '--frames', '30-41', '--quiet'];
const [WIDTH, HEIGHT, FRAMES] = [480, 270, 12];

/** Delivers the demo and gives the file. */
async function delivered(format: string, words: string[] = SMALL, folder = newFolder()): Promise<Uint8Array> {
  const said = await fine('deliver', [DEMO, '--as', format, '--out', folder, ...words]);
  const path = /^(.*), [\d.]+ (?:bytes|[KMG]B)/.exec(said)![1];
  return new Uint8Array(readFileSync(path));
}

async function pixelsOf(png: Uint8Array): Promise<Uint8ClampedArray> {
  const image = await loadImage(Buffer.from(png));
  const context = createCanvas(image.width, image.height).getContext('2d');
  context.drawImage(image, 0, 0);
  return context.getImageData(0, 0, image.width, image.height).data;
}

/** Share of pixels that are more than so many levels apart. */
function apart(a: Uint8Array | Uint8ClampedArray, b: Uint8Array | Uint8ClampedArray, levels: number): number {
  let count = 0;
  for (let p = 0; p < a.length; p += 4)
    for (let c = 0; c < 4; c++)
      if (Math.abs(a[p + c] - b[p + c]) > levels) {
        count++;
        break;
      }
  return count / (a.length / 4);
}

describe('every format of the register', () => {
  let sequence: Record<string, Uint8Array>;
  let plain: Map<string, Uint8ClampedArray>;
  beforeAll(async () => {
    sequence = unzipSync(await delivered('png'));
    plain = new Map();
    for (const [name, bytes] of Object.entries(sequence))
      if (name.endsWith('.png')) plain.set(name, await pixelsOf(bytes));
  });
  const picture = (frame: number) => plain.get(`lamp-at-the-corner-${String(frame).padStart(4, '0')}.png`)!;

  test('PNG sequence: a picture for each frame, numbered as on the sheet, and the sound', async () => {
    expect([...plain.keys()]).toHaveLength(FRAMES);
    expect(picture(30)).toHaveLength(4 * WIDTH * HEIGHT);
    const { channels, rate } = readWav(sequence['lamp-at-the-corner.wav'], 'wav');
    expect(channels[0].length / rate).toBeCloseTo(FRAMES / 24, 3);
  });
  test.each([
    ['mp4', 'h264', 'aac', 6],
    ['webm', 'vp9', 'opus', 6],
    ['mov', 'prores', 'pcm_s16le', 3],
  ])('%s: every frame, BT.709, the sound in its place', async (format, video, audio, levels) => {
    const bytes = await delivered(format);
    const [pictures, sound] = probe(bytes, format);
    expect(pictures).toMatchObject({
      codec_name: video,
      width: WIDTH,
      height: HEIGHT,
      nb_read_frames: String(FRAMES),
      r_frame_rate: '24/1',
      color_range: 'tv',
      color_space: 'bt709',
      color_primaries: 'bt709',
      color_transfer: 'bt709',
    });
    expect(Number(pictures.start_time)).toBe(0);
    expect(sound).toMatchObject({ codec_name: audio, sample_rate: '48000' });
    const all = picturesIn(bytes, format, 4 * WIDTH * HEIGHT);
    for (const frame of [30, 36, 41]) {
      const seen = all[frame - 30];
      let sum = 0;
      for (let i = 0; i < seen.length; i++) if (i % 4 < 3) sum += Math.abs(seen[i] - picture(frame)[i]);
      expect(sum / ((seen.length * 3) / 4), `frame ${frame}`).toBeLessThan(levels);
    }
    const wav = readWav(sequence['lamp-at-the-corner.wav'], 'wav');
    expect(Math.abs(lagOf(soundIn(bytes, format, wav.rate), wav.channels[0], 1500))).toBeLessThanOrEqual(1);
  });
  test('WebM and MOV keep their alpha where the ground is clear', async () => {
    const words = ['--size', '25%', '--frames', '30', '--ground', 'clear', '--layers', 'Keeper,Mouth', '--quiet'];
    const files = unzipSync(await delivered('png', words));
    const wanted = await pixelsOf(files['lamp-at-the-corner-0030.png']);
    for (const [format, decoder] of [
      ['webm', ['-c:v', 'libvpx-vp9']],
      ['mov', []],
    ] as const) {
      const [seen] = picturesIn(await delivered(format, words), format, 4 * WIDTH * HEIGHT, [...decoder]);
      let same = 0;
      for (let p = 3; p < seen.length; p += 4) if (Math.abs(seen[p] - wanted[p]) < 24) same++;
      expect(same / (seen.length / 4), format).toBeGreaterThan(0.985);
      expect(seen[3]).toBe(0);
    }
  });
  test('GIF and animated PNG show the same pictures', async () => {
    const [gif] = probe(await delivered('gif'), 'gif');
    expect(gif).toMatchObject({ codec_name: 'gif', width: WIDTH });
    const apng = picturesIn(await delivered('apng'), 'png', 4 * WIDTH * HEIGHT, ['-f', 'apng']);
    expect(apart(apng[0], picture(30), 1)).toBe(0);
  });
  test('a movie a thousandth slower', async () => {
    const [video] = probe(await delivered('mp4', [...SMALL, '--with', 'pulled=yes']), 'mp4');
    expect(video).toMatchObject({ r_frame_rate: '24000/1001', nb_read_frames: String(FRAMES) });
  });
  test.each(ALL_FORMATS.map(({ id }) => id).filter((id) => !['png', 'mp4', 'webm', 'mov', 'gif', 'apng'].includes(id)))(
    '%s is written, and is a file of its kind',
    async (format) => {
      const folder = newFolder();
      await fine('deliver', [everything, '--as', format, '--out', folder, '--quiet']);
      const bytes = new Uint8Array(readFileSync(join(folder, readdirSync(folder)[0])));
      const text = () => strFromU8(bytes);
      const kinds: Record<string, () => void> = {
        svg: () => expect(text()).toMatch(/^<\?xml|^<svg/),
        sprites: () => expect(Object.keys(unzipSync(bytes))).toContain('cap-falls.json'),
        ora: () => expect(strFromU8(unzipSync(bytes).mimetype)).toBe('image/openraster'),
        wav: () => expect(probe(bytes, 'wav')[0].codec_name).toBe('pcm_s16le'),
        'sheet-csv': () => expect(text()).toMatch(/^Frame,Burst,Broom,Keeper.*\r?\n(\d+,.*\r?\n){9}$/),
        'sheet-json': () => expect(JSON.parse(text()).format).toBe('vignette-timing'),
        otio: () => expect(JSON.parse(text()).OTIO_SCHEMA).toMatch(/^Timeline/),
        'reading-vtt': () => expect(text()).toMatch(/^WEBVTT/),
        sheet: () => expect(text().slice(0, 5)).toBe('%PDF-'),
        pages: () => expect(text().slice(0, 5)).toBe('%PDF-'),
        contact: () => expect(probe(bytes, 'png')[0].codec_name).toBe('png'),
      };
      kinds[format]();
    },
  );
});

describe('in parts', () => {
  test.each(['mp4', 'webm', 'png', 'sprites', 'wav'])(
    '%s: parts joined are the file of one run, to the byte, and the parts are gone',
    async (format) => {
      const folder = newFolder();
      const words = [everything, '--as', format, '--quiet', '--out'];
      await fine('deliver', [...words, join(folder, 'whole')]);
      const [name] = readdirSync(join(folder, 'whole'));
      const whole = readFileSync(join(folder, 'whole', name));
      words.push(join(folder, 'parts'));
      // In any order, one twice.
      for (const k of [2, 1, 2]) await fine('deliver', [...words, '--part', `${k}/2`]);
      expect(readdirSync(join(folder, 'parts'))).toHaveLength(2);
      await fine('deliver', [...words, '--join']);
      expect(readdirSync(join(folder, 'parts'))).toEqual([name]);
      expect(Buffer.compare(readFileSync(join(folder, 'parts', name)), whole)).toBe(0);
    },
  );
  test('joining says which part is missing, or is of another delivery, and leaves everything', async () => {
    const folder = newFolder();
    const words = [everything, '--as', 'png', '--out', folder, '--quiet'];
    await fine('deliver', [...words, '--part', '1/3']);
    await fine('deliver', [...words, '--part', '3/3']);
    const missing = await run('deliver', [...words, '--join']);
    expect(missing).toMatchObject({ code: 4, stdout: '' });
    expect(missing.stderr).toMatch(/one is missing: 2. Write it with --part 2\/3/);
    await fine('deliver', [...words, '--size', '20%', '--part', '2/3']);
    const other = await run('deliver', [...words, '--join']);
    expect(other.code).toBe(4);
    expect(other.stderr).toMatch(/part-2-of-3” is a part of another delivery/);
    expect(readdirSync(folder)).toHaveLength(3);
  });
});

describe('looking', () => {
  test('--info, --list and --check say what there is, for people and as JSON', async () => {
    expect(await fine('deliver', [DEMO, '--info'])).toMatch(/1920 x 1080, 24 frames a second, 120 frames/);
    const info = JSON.parse(await fine('deliver', [DEMO, '--info', '--json']));
    expect(info).toMatchObject({ title: 'Lamp at the corner', frames: 120, drawings: 177 });
    const list = JSON.parse(await fine('deliver', [DEMO, '--list', '--json', '--named', 'for the game']));
    expect(list.formats.map(({ id }: { id: string }) => id)).toEqual(ALL_FORMATS.map(({ id }) => id));
    expect(list.named).toContainEqual({ name: 'for the game', format: 'sprites' });
    expect(list.findings).toHaveLength(1);
    const checked = await run('deliver', [everything, '--check']);
    const { findings } = JSON.parse(checked.stdout);
    expect(findings).toContainEqual(expect.objectContaining({ check: 'paint', layer: 'Keeper', frame: 1, drawing: 1 }));
    expect(checked.code).toBe(1);
    for (const { frame } of findings) expect(frame).toBeGreaterThan(0);
  });
});

describe('what cannot be', () => {
  const folder = newFolder();
  const file = (name: string, bytes: Uint8Array | string) => {
    writeFileSync(join(folder, name), bytes);
    return join(folder, name);
  };
  const parts = () => unzipSync(new Uint8Array(readFileSync(everything)));
  const cases: [name: string, words: () => string[], code: number, sentence: RegExp][] = [
    ['no shot', () => [file('a.vignette', 'hello'), '--as', 'mp4'], 3, /^a.vignette: This is not a Vignette shot file/],
    ['no file', () => [join(folder, 'nobody.vignette'), '--as', 'mp4'], 3, /There is no “.*nobody.vignette”/],
    [
      'a later version',
      () => [
        file(
          'later.vignette',
          zipSync({ ...parts(), 'vignette.json': strToU8('{"format":"vignette-shot","version":99}') }),
        ),
        '--as',
        'mp4',
      ],
      3,
      /later version of Vignette \(file version 99/,
    ],
    [
      'missing media',
      () => {
        const left = Object.entries(parts()).filter(([name]) => !name.startsWith('media/'));
        return [file('mute.vignette', zipSync(Object.fromEntries(left))), '--as', 'mp4'];
      },
      3,
      /mute.vignette: This shot file lacks/,
    ],
    ['an unknown format', () => [everything, '--as', 'avi'], 2, /“avi” is no format. Choose one of/],
    ['an impossible size', () => [everything, '--as', 'mp4', '--size', '9000x9000'], 2, /at most 8192 pixels/],
    ['an unknown option', () => [everything, '--as', 'mp4', '--speed', '2'], 2, /--speed/],
    ['nothing to do', () => [everything], 2, /Say what to deliver/],
    ['part 9 of 8', () => [everything, '--as', 'mp4', '--part', '9/8'], 2, /write which of how many, like 3\/8/],
    [
      'a folder that is a file',
      () => [everything, '--as', 'wav', '--out', join(file('in-the-way', ''), 'x')],
      4,
      /a file lies where a folder is needed/,
    ],
    [
      'two files of one name',
      () => [everything, file('b.vignette', readFileSync(everything)), '--as', 'wav', '--out', join(folder, 'twins')],
      2,
      /would both be written to cap-falls.wav/,
    ],
  ];
  test.each(cases)('%s: one sentence, an exit code, nothing left', async (_, words, code, sentence) => {
    const ended = await run('deliver', ['--quiet', '--out', join(folder, 'out'), ...words()]);
    expect(ended.stderr.trim().split('\n')).toHaveLength(1);
    expect(ended.stderr).toMatch(sentence);
    expect(ended.code).toBe(code);
    expect(existsSync(join(folder, 'out')) ? readdirSync(join(folder, 'out')) : []).toEqual([]);
  });
  test('no ffmpeg: movies are refused with what to install; everything else is written', async () => {
    const out = join(folder, 'no-ffmpeg');
    const env = { FFMPEG: join(folder, 'nothing') };
    const movie = await run('deliver', [everything, '--as', 'mp4', '--out', out, '--quiet'], env);
    expect(movie).toMatchObject({ code: 5, stderr: expect.stringMatching(/There is no program at FFMPEG=/) });
    const bare = await run('deliver', [everything, '--as', 'mp4', '--out', out, '--quiet'], {
      FFMPEG: '',
      PATH: folder,
    });
    expect(bare).toMatchObject({ code: 5, stderr: expect.stringMatching(/ffmpeg is needed .*package ffmpeg/) });
    expect(readdirSync(out)).toEqual([]);
    await fine('deliver', [everything, '--as', 'gif', '--out', out, '--quiet'], env);
  });
  test('an encoder that breaks is told; nothing is left', async () => {
    const broken = file('ffmpeg', '#!/bin/sh\necho no room >&2\nexit 1\n');
    chmodSync(broken, 0o755);
    const out = join(folder, 'broken');
    const ended = await run('deliver', [everything, '--as', 'mp4', '--out', out, '--quiet'], { FFMPEG: broken });
    expect(ended).toMatchObject({
      code: 4,
      stderr: expect.stringMatching(/could not be encoded at 100 x 50: .*no room/),
    });
    expect(readdirSync(out)).toEqual([]);
  });
  test('Ctrl C leaves nothing half-written, and what was there stays', async () => {
    const [out, temporary] = [join(folder, 'stopped'), join(folder, 'temporary')];
    mkdirSync(out);
    mkdirSync(temporary);
    writeFileSync(join(out, 'lamp-at-the-corner.mp4'), 'before');
    const { child, ended, said } = start('deliver', [DEMO, '--as', 'mp4', '--size', '100%', '--out', out], {
      env: { TMPDIR: temporary },
    });
    await said(/25 %/);
    child.kill('SIGINT');
    expect(await ended).toMatchObject({
      code: 130,
      stderr: expect.stringMatching(/Stopped; nothing half-written is left/),
    });
    expect(readdirSync(out)).toEqual(['lamp-at-the-corner.mp4']);
    expect(readFileSync(join(out, 'lamp-at-the-corner.mp4'), 'utf8')).toBe('before');
    expect(readdirSync(temporary).filter((name) => name.startsWith('vignette-'))).toEqual([]);
  });
});
