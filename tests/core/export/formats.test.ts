/** Files for others to go on with, each read by another reader than the one that wrote it. */
import { createCanvas, loadImage } from '@napi-rs/canvas';
import { strFromU8, unzipSync } from 'fflate';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { describe, expect, test } from 'vitest';
import {
  type DeliveryWishes,
  FORMATS,
  faultOfWishes,
  filmOf,
  formatOf,
  frameByFrame,
  framesOf,
  pngParts,
  stretchOf,
  wishesFrom,
} from '../../../src/core/export/index.ts';
import { addDrawing } from '../../../src/core/sheet/index.ts';
import { type Clip, makeClip, makeLayer, makeTrack, newId, type Shot } from '../../../src/core/shot/index.ts';
import { type Chosen, delivered, jobOf } from '../../delivery.ts';
import { circle, smallShot } from '../../make.ts';

/** Three drawings, held four, two and six frames, a name on frame 5, a sound from frame 3 on. */
function shotOfThree(): { shot: Shot; clip: Clip } {
  const { shot, layerId, swatch } = smallShot();
  addDrawing(shot, layerId, 4, 2).ink.push(circle(100, 60, 40, { swatch }));
  addDrawing(shot, layerId, 6, 6, { role: 'key' }).ink.push(circle(220, 120, 30, { swatch }));
  shot.markers.push({ id: newId(), frame: 4, name: 'Look' });
  const asset = {
    id: newId(),
    name: 'voice.wav',
    type: 'audio/wav',
    kind: 'sound' as const,
    bytes: 9,
    seconds: 2,
    pictures: 0,
    width: 0,
    height: 0,
    lines: [],
  };
  shot.assets[asset.id] = asset;
  const track = makeTrack('Voice');
  const clip = makeClip('voice', asset.id, 2, 2);
  track.clips.push(clip);
  shot.tracks.push(track);
  return { shot, clip };
}

const wishesOf = (shot: Shot, chosen: Partial<DeliveryWishes>) => wishesFrom(shot, {}, chosen as Chosen);

describe('which frames', () => {
  test('the whole, those played, from one to another, those of a name, to the last drawing, the one shown', () => {
    const { shot } = shotOfThree();
    const around = { playing: { from: 2, to: 5 }, frame: 7 };
    const frames = (chosen: Partial<DeliveryWishes>) => framesOf(shot, wishesOf(shot, chosen), around);
    expect(frames({})).toEqual({ from: 0, to: 11 });
    expect(frames({ span: 'range' })).toEqual({ from: 2, to: 5 });
    expect(frames({ span: 'frames', from: 3, to: 40 })).toEqual({ from: 3, to: 11 });
    expect(frames({ span: 'named', marker: shot.markers[0].id })).toEqual({ from: 4, to: 11 });
    expect(frames({ span: 'drawn' })).toEqual({ from: 0, to: 11 });
    expect(frames({ span: 'shown' })).toEqual({ from: 7, to: 7 });
    shot.markers.push({ id: newId(), frame: 8, name: 'Rest' });
    expect(stretchOf(shot, shot.markers[0])).toEqual({ from: 4, to: 7 });
  });
  test('every n-th: the pictures stand longer, the length stays', () => {
    const { shot } = shotOfThree();
    const film = frameByFrame(filmOf(shot, wishesOf(shot, { every: 5 })));
    expect(film.pictures.map(({ frame, frames }) => [frame, frames])).toEqual([
      [0, 5],
      [5, 5],
      [10, 2],
    ]);
    expect(film.frames).toBe(12);
  });
});

describe('what is delivered', () => {
  test('guide and hidden layers never, other layers only where they are named', () => {
    const { shot } = shotOfThree();
    const other = makeLayer('Shadow', 'clean');
    shot.layers.push({ ...other, guide: true });
    const names = (chosen: Chosen) => {
      const { film } = jobOf(shot, 'png', chosen);
      return film.parts[0].shot.layers.filter(({ visible, guide }) => visible && !guide).map(({ id }) => id);
    };
    expect(names({})).not.toContain(other.id);
    expect(names({ layers: other.id })).toEqual([]);
    const { id } = shot.layers.find(({ name }) => name === 'Keeper')!;
    expect(names({ layers: `${id} ${other.id}` })).toEqual([id]);
  });
  test('line only has no paint, paint only no line', async () => {
    const { shot } = shotOfThree();
    const covered = async (planes: DeliveryWishes['planes']) => {
      const { film, tools } = jobOf(shot, 'png', { planes, ground: 'clear' });
      const { data } = await tools.paint(film, film.pictures[0]);
      return data.some((value, i) => i % 4 === 3 && value > 0);
    };
    expect(await covered('lines')).toBe(true);
    expect(await covered('paint')).toBe(false);
  });
  test('a movie’s odd sides get a pixel of background; the picture is the same beside it', async () => {
    const { shot } = shotOfThree();
    const { film, tools } = jobOf(shot, 'mp4', { width: 161, height: 91, ground: 'colour', colour: '#336699' });
    expect([film.width, film.height]).toEqual([162, 92]);
    const { data, width } = await tools.paint(film, film.pictures[0]);
    for (const [x, y] of [
      [161, 0],
      [0, 91],
      [161, 91],
    ])
      expect([...data.subarray(4 * (y * width + x), 4 * (y * width + x) + 4)]).toEqual([0x33, 0x66, 0x99, 255]);
  });
  test('burnt in: a band at the foot, its words different on every frame', async () => {
    const { shot } = shotOfThree();
    const { film, tools } = jobOf(shot, 'png', { burnFrame: true, burnDrawings: true });
    expect(film.pictures).toHaveLength(12);
    const foot = async (k: number) => {
      const { data, width, height } = await tools.paint(film, film.pictures[k]);
      return Buffer.from(data.subarray(4 * width * (height - 14)));
    };
    expect((await foot(0)).equals(await foot(1))).toBe(false);
  });
});

describe('wishes', () => {
  test('what is wrong is said in a sentence', () => {
    const { shot } = shotOfThree();
    const fault = (chosen: object) => faultOfWishes({}, { ...wishesOf(shot, {}), ...chosen } as DeliveryWishes);
    expect(fault({})).toBe('');
    expect(fault({ width: 0 })).toMatch(/at least 1 pixel/);
    expect(fault({ from: -1 })).toMatch(/before the shot/);
    expect(fault({ colour: 'blue' })).toMatch(/colour like/);
    const asks = formatOf('sprites').asks!;
    expect(faultOfWishes(asks, { ...wishesFrom(shot, asks, {}), padding: 999 } as never)).toMatch(/from 0 to 64/);
  });
  test('what was kept of another version or another kind falls back to what is at first', () => {
    const { shot } = shotOfThree();
    const asks = formatOf('sprites').asks!;
    const wishes = wishesFrom(shot, asks, { padding: 'many', pack: 'heap', unknown: 3, width: 77 } as never);
    expect(wishes).toMatchObject({ padding: 2, pack: 'close', width: 77 });
    expect(wishes).not.toHaveProperty('unknown');
  });
  test('every format says what it is for, and has an id and a purpose of its own', () => {
    expect(new Set(FORMATS.map(({ id }) => id)).size).toBe(FORMATS.length);
    for (const { about, thing } of FORMATS) {
      expect(about.length).toBeGreaterThan(20);
      expect(thing).toMatch(/^the /);
    }
  });
});

describe('an animated PNG', () => {
  test('its pictures put over one another are the frames; the delays add up', async () => {
    const { shot } = shotOfThree();
    const bytes = await delivered(shot, 'apng');
    const { film, tools } = jobOf(shot, 'apng');
    const frames = animatedFrames(bytes);
    expect(frames.map(({ delay }) => delay)).toEqual([4, 2, 6].map((count) => count / 24));
    const canvas = createCanvas(film.width, film.height);
    const context = canvas.getContext('2d');
    for (const [k, { png, x, y, width, height }] of frames.entries()) {
      context.clearRect(x, y, width, height);
      context.drawImage(await loadImage(png), x, y);
      const { data } = context.getImageData(0, 0, film.width, film.height);
      const wanted = await tools.paint(film, film.pictures[k]);
      expect(Buffer.from(data).equals(Buffer.from(wanted.data))).toBe(true);
    }
    // After the first only the box of what has changed.
    expect(frames[1].width * frames[1].height).toBeLessThan(film.width * film.height * 0.7);
  });
});

/** The frames of an animated PNG, each as a PNG by itself, as the specification tells to read them. */
function animatedFrames(bytes: Uint8Array) {
  const view = new DataView(bytes.buffer);
  const { header } = pngParts(bytes);
  const out: { x: number; y: number; width: number; height: number; delay: number; data: Uint8Array[] }[] = [];
  for (let at = 8; at < bytes.length; ) {
    const length = view.getUint32(at);
    const name = strFromU8(bytes.subarray(at + 4, at + 8));
    if (name === 'fcTL')
      out.push({
        width: view.getUint32(at + 12),
        height: view.getUint32(at + 16),
        x: view.getUint32(at + 20),
        y: view.getUint32(at + 24),
        delay: view.getUint16(at + 28) / view.getUint16(at + 30),
        data: [],
      });
    if (name === 'IDAT') out.at(-1)!.data.push(bytes.subarray(at + 8, at + 8 + length));
    if (name === 'fdAT') out.at(-1)!.data.push(bytes.subarray(at + 12, at + 8 + length));
    at += length + 12;
  }
  return out.map(({ data, ...each }) => {
    const own = header.slice();
    new DataView(own.buffer).setUint32(0, each.width);
    new DataView(own.buffer).setUint32(4, each.height);
    const chunk = (name: string, body: Uint8Array) => {
      const whole = Buffer.alloc(body.length + 12);
      whole.writeUInt32BE(body.length, 0);
      whole.write(name, 4, 'latin1');
      whole.set(body, 8);
      whole.writeUInt32BE(crcOf(whole.subarray(4, 8 + body.length)), 8 + body.length);
      return whole;
    };
    const png = Buffer.concat([
      bytes.subarray(0, 8),
      chunk('IHDR', own),
      chunk('IDAT', Buffer.concat(data)),
      chunk('IEND', new Uint8Array()),
    ]);
    return { ...each, png };
  });
}

/** CRC-32, bit by bit. */
function crcOf(bytes: Uint8Array): number {
  let crc = 0xffffffff;
  for (const byte of bytes) {
    crc ^= byte;
    for (let k = 0; k < 8; k++) crc = crc & 1 ? (crc >>> 1) ^ 0xedb88320 : crc >>> 1;
  }
  return (crc ^ 0xffffffff) >>> 0;
}

describe('OpenRaster', () => {
  test('says first what it is; its layers over one another are the picture', async () => {
    const { shot } = shotOfThree();
    const bytes = await delivered(shot, 'ora', { span: 'shown' });
    // The first file of the zip lies open: "mimetype", then what it is.
    expect(strFromU8(bytes.subarray(30, 54))).toBe('mimetypeimage/openraster');
    const files = unzipSync(bytes);
    const stack = strFromU8(files['stack.xml']);
    const layers = [
      ...stack.matchAll(/<layer name="([^"]+)" src="([^"]+)" x="(-?\d+)" y="(-?\d+)" opacity="([\d.]+)"/g),
    ];
    expect(layers.length).toBeGreaterThan(1);
    const merged = await loadImage(Buffer.from(files['mergedimage.png']));
    const context = createCanvas(merged.width, merged.height).getContext('2d');
    for (const [, , src, x, y, opacity] of layers.reverse()) {
      context.globalAlpha = Number(opacity);
      context.drawImage(await loadImage(Buffer.from(files[src])), Number(x), Number(y));
    }
    const other = createCanvas(merged.width, merged.height).getContext('2d');
    other.drawImage(merged, 0, 0);
    const [a, b] = [context, other].map((each) => each.getImageData(0, 0, merged.width, merged.height).data);
    expect(a.every((value, i) => Math.abs(value - b[i]) <= 2)).toBe(true);
  });
});

describe('the timeline', () => {
  test('has the pictures, the sound where it begins, with in and out, and the named frames', async () => {
    const { shot, clip } = shotOfThree();
    clip.in = 0.5;
    clip.out = 0.75;
    const timeline = JSON.parse(strFromU8(await delivered(shot, 'otio')));
    const [pictures, voice] = timeline.tracks.children;
    expect(timeline.OTIO_SCHEMA).toBe('Timeline.1');
    expect(pictures.children[0].source_range.duration).toMatchObject({ value: 12, rate: 24 });
    expect(pictures.children[0].markers[0]).toMatchObject({ name: 'Look', marked_range: { start_time: { value: 4 } } });
    expect(pictures.children[0].media_references.DEFAULT_MEDIA).toMatchObject({
      OTIO_SCHEMA: 'ImageSequenceReference.1',
      name_prefix: 'cap-falls-',
      start_frame: 1,
      frame_zero_padding: 4,
    });
    expect(voice.children[0]).toMatchObject({ OTIO_SCHEMA: 'Gap.1', source_range: { duration: { value: 2 } } });
    expect(voice.children[1].source_range).toMatchObject({ start_time: { value: 12 }, duration: { value: 6 } });
  });
});

describe('the track reading', () => {
  test('words are cues with the times they are heard at', async () => {
    const { shot, clip } = shotOfThree();
    clip.words = 'so <there>';
    const sound = { clip: clip.id, colour: 'blue' as const, fit: 0, held: false };
    shot.reading = [
      { ...sound, id: newId(), from: 0, to: 0.05, text: 'S', word: 0 },
      { ...sound, id: newId(), from: 0.05, to: 0.1, text: 'OW', word: 0 },
      { ...sound, id: newId(), from: 0.15, to: 0.25, text: 'DH', word: 1 },
    ];
    const text = strFromU8(await delivered(shot, 'reading-vtt'));
    expect(text.startsWith('WEBVTT\n\n')).toBe(true);
    expect(text).toContain('00:00:00.083 --> 00:00:00.183\nso\n');
    expect(text).toContain('00:00:00.233 --> 00:00:00.333\n&lt;there&gt;\n');
  });
});

describe('drawings as pages', () => {
  const pagesOf = async (bytes: Uint8Array) => {
    const pdf = await getDocument({ data: bytes.slice(), useSystemFonts: true }).promise;
    const texts: string[] = [];
    for (let i = 1; i <= pdf.numPages; i++) {
      const { items } = await (await pdf.getPage(i)).getTextContent();
      texts.push(items.map((item) => ('str' in item ? item.str : '')).join(' '));
    }
    const { width, height } = (await pdf.getPage(1)).getViewport({ scale: 1 });
    return { texts, size: [width, height].map((points) => Math.round((points * 25.4) / 72)) };
  };
  test('each drawing on a page of the paper chosen, with its number and hold', async () => {
    const { shot } = shotOfThree();
    const { texts, size } = await pagesOf(await delivered(shot, 'pages'));
    expect(texts).toHaveLength(3);
    expect(size).toEqual([297, 210]);
    expect(texts[1]).toContain('frame 5, held 2');
  });
  test('or many to a page', async () => {
    const { shot } = shotOfThree();
    const { texts } = await pagesOf(await delivered(shot, 'pages', { each: '4', paper: 'a3' }));
    expect(texts).toHaveLength(1);
  });
  test('a contact sheet has a picture for each that is different', async () => {
    const { shot } = shotOfThree();
    const image = await loadImage(Buffer.from(await delivered(shot, 'contact', { columns: 2 })));
    expect(image.width).toBe(2 * (80 + 8) + 8);
    expect(image.height).toBeGreaterThan(2 * 45);
  });
});

test('the same shot and wishes give the same bytes', async () => {
  const { shot } = shotOfThree();
  for (const id of ['png', 'sprites', 'sheet-csv', 'sheet-json', 'svg', 'apng', 'ora', 'otio'] as const) {
    const [a, b] = [await delivered(shot, id), await delivered(shot, id)];
    expect(Buffer.from(a).equals(Buffer.from(b)), id).toBe(true);
  }
});
