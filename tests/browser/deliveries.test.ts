/** Each delivery written by hand in the browser, read by programs that know nothing of us. */
import { createCanvas, loadImage } from '@napi-rs/canvas';
import { strFromU8, unzipSync } from 'fflate';
import { describe, expect, test } from 'vitest';
import { readWav } from '../../src/core/sound/index.ts';
import { lagOf, picturesIn, probe, soundIn } from './ffmpeg.ts';
import { type Animator, drawingsOf } from './hands.ts';
import { withAnimator } from './session.ts';

let animator: Animator;

withAnimator(async (opened) => {
  animator = opened;
  await animator.hand.press('Open Lamp at the corner');
  await animator.deskReady({ width: 1920, height: 1080 });
  await animator.view('export');
});

/** Writes the format chosen and gives what was handed out. */
async function written(format: string, thing: string): Promise<{ name: string; bytes: Uint8Array }> {
  await animator.hand.press(format, 'radio');
  return animator.handedOut(() => animator.hand.press(`Write the ${thing}`, 'button'));
}

/** Chooses an answer of a list by its words. */
async function answer(label: string, words: string): Promise<void> {
  await animator.hand.press(label, 'combobox');
  await animator.hand.press(words, 'option');
}

async function tick(words: string): Promise<void> {
  await animator.page.$$eval(
    'label',
    (all, wanted) => (all.find((each) => each.textContent?.trim() === wanted) as HTMLElement).click(),
    words,
  );
}

async function typed(label: string, value: string): Promise<void> {
  const field = await animator.page.waitForSelector(`aria/${label}[role="spinbutton"]`);
  await field!.click({ count: 3 });
  await field!.type(value);
  await animator.page.keyboard.press('Tab');
}

/** The preview of a frame, RGBA. */
async function preview(frame: number): Promise<Uint8Array> {
  await animator.toFrame(frame + 1);
  await animator.page.waitForSelector(`[data-testid="delivered-frame"][data-frame="${frame}"]`);
  await animator.hand.settled();
  const text = await animator.page.$eval('[data-testid="delivered-frame"]', (element) => {
    const canvas = element as HTMLCanvasElement;
    const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
    let out = '';
    for (let i = 0; i < data.length; i += 8192) out += String.fromCharCode(...data.subarray(i, i + 8192));
    return btoa(out);
  });
  return new Uint8Array(Buffer.from(text, 'base64'));
}

/** Mean difference of two pictures, levels of 255; alpha apart. */
function apart(a: Uint8Array, b: Uint8Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) if (i % 4 < 3) sum += Math.abs(a[i] - b[i]);
  return sum / ((a.length * 3) / 4);
}

describe('movies', () => {
  let movie: Uint8Array;
  test('MP4: every frame at its time, BT.709 in limited range, and it looks as the preview does', async () => {
    await animator.hand.press('50 %', 'button');
    const { name, bytes } = await written('MP4', 'movie');
    movie = bytes;
    expect(name).toBe('lamp-at-the-corner.mp4');
    const [video, audio] = probe(bytes, 'mp4');
    expect(video).toMatchObject({
      codec_name: 'h264',
      width: 960,
      height: 540,
      r_frame_rate: '24/1',
      nb_read_frames: '120',
      color_range: 'tv',
      color_space: 'bt709',
      color_primaries: 'bt709',
      color_transfer: 'bt709',
    });
    expect(Number(video.duration)).toBeCloseTo(5, 3);
    expect(audio).toMatchObject({ codec_name: 'aac', sample_rate: '48000' });
    const pictures = picturesIn(bytes, 'mp4', 960 * 540 * 4);
    for (const frame of [0, 47, 119]) expect(apart(pictures[frame], await preview(frame))).toBeLessThan(4);
  });
  test('its sound is the mix-down, to the sample', async () => {
    const { bytes, name } = await written('WAV', 'sound');
    const { channels, rate } = readWav(bytes, name);
    const sound = soundIn(movie, 'mp4', rate);
    expect(Math.abs(lagOf(sound, channels[0], 1500))).toBeLessThanOrEqual(1);
    expect(sound.length).toBeGreaterThanOrEqual(channels[0].length);
    expect(probe(bytes, 'wav')[0]).toMatchObject({ codec_name: 'pcm_s16le', channels: 2 });
  });
  test('its size was foretold within a quarter', async () => {
    await animator.hand.press('MP4', 'radio');
    await answer('Which', 'From one frame to another');
    await typed('To frame', '48');
    for (const quality of ['small file', 'best', 'good']) {
      await answer('Quality', quality);
      // What was said of the quality before goes first.
      await animator.page.waitForFunction(() => document.querySelector('[data-testid="foretold"]') === null);
      await animator.page.waitForSelector('[data-testid="foretold"]');
      const said = await animator.page.$eval('[data-testid="foretold"]', (element) => element.textContent ?? '');
      const [, number, unit] = /About ([\d.]+) (KB|MB)/.exec(said)!;
      const { bytes } = await written('MP4', 'movie');
      const foretold = Number(number) * (unit === 'KB' ? 1024 : 1024 ** 2);
      expect(Math.abs(foretold / bytes.length - 1), `${quality}: said ${said}, is ${bytes.length}`).toBeLessThan(0.25);
    }
  }, 240_000);
  test('at the slower rate of television pictures and sound stay together', async () => {
    await tick('A thousandth slower, for television: 23.976, 29.97, 59.94');
    const { bytes } = await written('MP4', 'movie');
    const [video, audio] = probe(bytes, 'mp4');
    expect(video).toMatchObject({ r_frame_rate: '24000/1001', nb_read_frames: '48' });
    expect(Number(video.duration)).toBeCloseTo(2.002, 3);
    expect(Number(audio.duration)).toBeGreaterThan(2.001);
    await tick('A thousandth slower, for television: 23.976, 29.97, 59.94');
  });
  test('WebM with nothing behind the drawings keeps its alpha', async () => {
    await animator.hand.press('WebM', 'radio');
    await answer('Behind the drawings', 'none: transparent');
    await typed('To frame', '8');
    // The street is a layer of its own; without it the sky is clear.
    await tick('Street');
    const { bytes } = await written('WebM', 'movie');
    const [video] = probe(bytes, 'webm');
    expect(video).toMatchObject({ codec_name: 'vp9', nb_read_frames: '8' });
    expect(video.alpha_mode ?? video.ALPHA_MODE).toBe('1');
    const [first] = picturesIn(bytes, 'webm', 960 * 540 * 4, ['-c:v', 'libvpx-vp9']);
    const wanted = await preview(0);
    const alphaAt = (picture: Uint8Array, x: number, y: number) => picture[4 * (y * 960 + x) + 3];
    expect(alphaAt(first, 10, 10)).toBeLessThan(8);
    expect(alphaAt(wanted, 10, 10)).toBe(0);
    let same = 0;
    for (let p = 3; p < first.length; p += 4) if (Math.abs(first[p] - wanted[p]) < 32) same++;
    expect(same / (first.length / 4)).toBeGreaterThan(0.98);
  });
  test('a size that is too large for the codec is said with the largest that goes', async () => {
    await answer('Behind the drawings', 'the shot’s own');
    await animator.hand.press('MP4', 'radio');
    await typed('Width', '8192');
    await animator.hand.text('MP4 stops at 4096 pixels a side; the largest that goes is 4096 x 2304.');
    await animator.hand.press('50 %', 'button');
  });
  test('odd sides get a pixel of background', async () => {
    await typed('Width', '321');
    await animator.hand.text('a pixel of background is added');
    const { bytes } = await written('MP4', 'movie');
    expect(probe(bytes, 'mp4')[0]).toMatchObject({ width: 322, height: 182, nb_read_frames: '8' });
    await animator.hand.press('25 %', 'button');
  });
});

describe('for the web', () => {
  test('an animated PNG has the pictures of the preview, and their times', async () => {
    const { bytes } = await written('Animated PNG', 'animated PNG');
    const [video] = probe(bytes, 'apng');
    expect(video).toMatchObject({ codec_name: 'apng', width: 480, height: 270 });
    const pictures = picturesIn(bytes, 'apng', 480 * 270 * 4, ['-f', 'apng']);
    expect(pictures.length).toBeGreaterThan(2);
    expect(Buffer.compare(pictures[0], Buffer.from(await preview(0)))).toBe(0);
  });
  test('a GIF is as long as its frames', async () => {
    const { bytes } = await written('GIF', 'GIF');
    expect(Number(probe(bytes, 'gif')[0].file_duration)).toBeCloseTo(8 / 24, 1);
  });
  test('an SVG is well-formed; drawn by the browser it is the preview, and it moves by itself', async () => {
    const { bytes } = await written('SVG', 'SVG');
    const text = strFromU8(bytes);
    const wanted = await preview(0);
    const drawn = await animator.page.evaluate(async (source) => {
      const parsed = new DOMParser().parseFromString(source, 'image/svg+xml');
      if (parsed.querySelector('parsererror')) throw new Error(parsed.documentElement.textContent ?? '');
      const still = source.replace(/animation:[^}]*/g, '');
      const image = new Image();
      image.src = URL.createObjectURL(new Blob([still], { type: 'image/svg+xml' }));
      await image.decode();
      const canvas = document.createElement('canvas');
      [canvas.width, canvas.height] = [480, 270];
      const context = canvas.getContext('2d')!;
      context.drawImage(image, 0, 0, 480, 270);
      return [...context.getImageData(0, 0, 480, 270).data];
    }, text);
    expect(apart(Uint8Array.from(drawn), wanted)).toBeLessThan(3);
    expect(text).toMatch(/@keyframes/);
  });
});

describe('for others to go on with', () => {
  test('sprites are the pictures, their point set by a press on the preview', async () => {
    await animator.hand.press('Sprites', 'radio');
    await answer('Behind the drawings', 'none: transparent');
    const box = await animator.hand.box('[data-testid="delivered-frame"]');
    await animator.page.mouse.click(box.x + box.width / 2, box.y + box.height * 0.75);
    const { bytes } = await written('Sprites', 'sprites');
    const files = unzipSync(bytes);
    const json = JSON.parse(strFromU8(files['lamp-at-the-corner.json']));
    const sheet = await loadImage(Buffer.from(files['lamp-at-the-corner.png']));
    expect([sheet.width, sheet.height]).toEqual([json.sheets[0].width, json.sheets[0].height]);
    const [first] = json.pictures;
    const context = createCanvas(480, 270).getContext('2d');
    const { x, y, width, height, offset, origin } = first;
    context.drawImage(sheet, x, y, width, height, offset.x, offset.y, width, height);
    const wanted = await preview(0);
    const { data } = context.getImageData(0, 0, 480, 270);
    for (let p = 3; p < data.length; p += 4) expect(Math.abs(data[p] - wanted[p])).toBeLessThanOrEqual(1);
    expect(offset.x + origin.x).toBeCloseTo(240, -1);
    expect(offset.y + origin.y).toBeCloseTo(202, -1);
    await answer('Behind the drawings', 'the shot’s own');
  });
  test('OpenRaster, the table, the timeline and the track reading are handed out', async () => {
    const ora = unzipSync((await written('OpenRaster', 'OpenRaster picture')).bytes);
    const parsed = await animator.page.evaluate(
      (source) => new DOMParser().parseFromString(source, 'text/xml').querySelectorAll('layer').length,
      strFromU8(ora['stack.xml']),
    );
    expect(parsed).toBeGreaterThan(2);
    const table = strFromU8((await written('Sheet, CSV', 'table')).bytes);
    expect(table.split('\r\n')[0]).toContain('Keeper');
    const timeline = JSON.parse(strFromU8((await written('Timeline, OTIO', 'timeline')).bytes));
    expect(timeline.OTIO_SCHEMA).toBe('Timeline.1');
    expect(strFromU8((await written('Track reading, VTT', 'track reading')).bytes)).toMatch(/^WEBVTT/);
  });
  test('each layer apart is a folder of pictures with alpha', async () => {
    await animator.hand.press('PNG sequence', 'radio');
    await tick('Each layer in a folder of its own, clear behind it');
    const files = unzipSync((await written('PNG sequence', 'pictures')).bytes);
    const folders = new Set(Object.keys(files).flatMap((name) => (name.includes('/') ? [name.split('/')[0]] : [])));
    expect([...folders].sort()).toEqual([
      '01-cart',
      '02-lamp-light',
      '03-sparks-behind',
      '04-keeper',
      '05-mouth',
      '06-pole-flame',
      '07-lamp-flame',
      '08-sparks',
    ]);
    await tick('Each layer in a folder of its own, clear behind it');
  });
});

describe('before and beside', () => {
  test('what there is to know is listed, and leads to its place', async () => {
    await animator.hand.press('MP4', 'radio');
    await animator.page.waitForSelector('[data-testid="findings"]');
    await animator.page.$eval('[data-testid="findings"] summary', (element) => (element as HTMLElement).click());
    await animator.page.$$eval('[data-testid="findings"] li button', (all) =>
      (all.find((each) => each.textContent?.includes('is a guide layer')) as HTMLElement).click(),
    );
    await animator.page.waitForFunction(() => location.pathname.endsWith('/desk'));
    await animator.view('export');
  });
  test('deliveries are kept under a name; ticked ones are written one after another', async () => {
    await animator.hand.press('Sheet, JSON', 'radio');
    await animator.page.focus('input[aria-label="Name of the delivery"]');
    await animator.page.keyboard.type('for the script');
    await animator.hand.press('Keep this one', 'button');
    await animator.page.waitForSelector('[role="checkbox"][aria-label="Write “for the script”"]');
    await animator.page.click('[role="checkbox"][aria-label="Write “for the script”"]');
    const { name, bytes } = await animator.handedOut(() => animator.hand.press('Write what is ticked (1)', 'button'));
    expect(name).toBe('lamp-at-the-corner-for-the-script.json');
    expect(JSON.parse(strFromU8(bytes)).format).toBe('vignette-timing');
    expect((await animator.shot()).deliveries.map((each) => each.name)).toContain('for the script');
    await animator.undo();
    expect((await animator.shot()).deliveries.map((each) => each.name)).not.toContain('for the script');
  });
  test('a stopped delivery leaves nothing in the store; the list says what became of each', async () => {
    await animator.hand.press('MP4', 'radio');
    await answer('Which', 'Whole shot');
    await animator.hand.press('100 %', 'button');
    await animator.hand.press('Write the movie', 'button');
    await animator.page.waitForFunction(() => document.querySelector('[data-testid="delivering"]') !== null);
    await animator.hand.wait(900);
    await animator.hand.press('Stop the delivery', 'button');
    await animator.hand.text('Stopped; nothing was written.');
    await animator.hand.press('Deliveries');
    await animator.hand.text('Delivered lamp-at-the-corner.mp4');
    await animator.page.keyboard.press('Escape');
    const left = () =>
      animator.page.evaluate(async () => {
        const folder = await (await navigator.storage.getDirectory()).getDirectoryHandle('deliveries');
        const sizes: number[] = [];
        for await (const handle of (folder as unknown as { values(): AsyncIterable<FileSystemFileHandle> }).values())
          sizes.push((await handle.getFile()).size);
        return sizes.length;
      });
    const list = await animator.page.evaluate(() => document.querySelectorAll('[data-testid="delivering"]').length);
    expect(list).toBe(0);
    // Finished ones stay an hour, should the download have to be begun again.
    const before = await left();
    await animator.hand.wait(2500);
    expect(await left()).toBeLessThanOrEqual(before);
    await animator.hand.press('50 %', 'button');
  });
  test('a timing written elsewhere is read onto the sheet, what it does said first', async () => {
    await animator.view('desk');
    await animator.hand.key('AltLeft', 'Insert');
    await animator.chooseFiles('timing-file', [
      { name: 'timing.csv', bytes: new TextEncoder().encode('Frame,Pole flame,Dog\n1,2,1\n5,1,\n') },
    ]);
    await animator.hand.text('There is no layer “Dog”');
    await animator.hand.press('Put it on the sheet', 'button');
    await animator.hand.settled();
    expect(await animator.sheetOf('Pole flame')).toBe('2x4 1x1');
    await animator.undo();
    await animator.hand.key('AltLeft', 'Insert');
    await animator.chooseFiles('timing-file', [{ name: 'bad.csv', bytes: new TextEncoder().encode('a,b\n1,2\n') }]);
    await animator.hand.text('has no column “Frame”');
    await animator.page.keyboard.press('Escape');
  });
});

test('a reel of three shots has the sum of their frames, in the order they were put in', async () => {
  await animator.toShelf();
  await animator.shelfReady();
  await animator.newShot({ title: 'Slow', width: 320, height: 180, fps: 12, length: 6 });
  await animator.hand.key('KeyW');
  await animator.draw(animator.ring(160, 90, 50));
  await animator.toShelf();
  await animator.shelfReady();
  await animator.newShot({ title: 'Square', width: 200, height: 200, fps: 24, length: 10 });
  await animator.draw(animator.ring(100, 100, 50));
  expect(drawingsOf(await animator.shot(), 'Clean').length).toBeGreaterThan(0);
  await animator.toShelf();
  await animator.shelfReady();
  await animator.hand.press('Reel', 'button');
  const choose = (title: string) =>
    animator.page.$$eval(
      '[role="dialog"] label',
      (all, wanted) => (all.find((each) => each.textContent?.includes(wanted)) as HTMLElement).click(),
      title,
    );
  await animator.page.waitForSelector('[role="dialog"] input[aria-label="Name of the reel"]');
  for (const title of ['Slow', 'Square', 'Lamp at the corner']) await choose(title);
  await animator.hand.text('“Square” is 200 x 200: it is fitted in');
  await animator.hand.text('“Square” has 24 frames a second: it is shown at 12');
  await typed('Frames a second', '24');
  await animator.hand.text('3 shots, 142 frames');
  const { name, bytes } = await animator.handedOut(() => animator.hand.press('Write the reel', 'button'));
  expect(name).toBe('reel.mp4');
  const [video, audio] = probe(bytes, 'mp4');
  expect(video).toMatchObject({ width: 320, height: 180, nb_read_frames: '142', r_frame_rate: '24/1' });
  expect(Number(audio.duration)).toBeGreaterThan(5.8);
  const pictures = picturesIn(bytes, 'mp4', 320 * 180 * 4);
  const at = (frame: number, x: number, y: number) => pictures[frame][4 * (y * 320 + x)];
  // Twelve frames of the slow one, then the square one with black beside it.
  expect(at(11, 10, 90)).toBeGreaterThan(200);
  expect(at(12, 10, 90)).toBeLessThan(40);
  expect(at(12, 160, 30)).toBeGreaterThan(150);
});
