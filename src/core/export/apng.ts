/** Animated PNG (PNG specification, third edition, 2025): each picture only the box of what has changed. */
import { Refused } from '../shot/refused.ts';
import { crc32 } from '../shotfile/zip.ts';
import type { Film } from './film.ts';
import type { DeliveryTools, Pixels } from './format.ts';
import { changedBox, cutOut, type PixelBox } from './pixels.ts';
import type { Sink } from './sink.ts';

const SIGNATURE = Uint8Array.of(137, 80, 78, 71, 13, 10, 26, 10);
/** Of the header what must be the same in all pictures lies behind width and height: depth, colour type and so on. */
const HEADER_SIZES = 8;
/** The longest a picture stands in one go: its field has 16 bits. */
const LONGEST = 0xffff;

/** A chunk: its length, its name, what it holds, its checksum. */
function chunk(name: string, body: Uint8Array): Uint8Array<ArrayBuffer> {
  const out = new Uint8Array(body.length + 12);
  const view = new DataView(out.buffer);
  view.setUint32(0, body.length);
  for (let i = 0; i < 4; i++) out[4 + i] = name.charCodeAt(i);
  out.set(body, 8);
  view.setUint32(8 + body.length, crc32(out.subarray(4, 8 + body.length)));
  return out;
}

interface PngParts {
  header: Uint8Array;
  data: Uint8Array[];
}

/** The parts of a PNG file that matter here. */
export function pngParts(file: Uint8Array): PngParts {
  const view = new DataView(file.buffer, file.byteOffset, file.byteLength);
  let header = new Uint8Array();
  const data: Uint8Array[] = [];
  for (let at = SIGNATURE.length; at + 8 <= file.length; ) {
    const length = view.getUint32(at);
    const name = String.fromCharCode(...file.subarray(at + 4, at + 8));
    const body = file.slice(at + 8, at + 8 + length);
    if (name === 'IHDR') header = body;
    if (name === 'IDAT') data.push(body);
    at += length + 12;
  }
  return { header, data };
}

function numbers(count: number, fill: (view: DataView) => void): Uint8Array {
  const out = new Uint8Array(count);
  fill(new DataView(out.buffer));
  return out;
}

/** Writes a film as an animated PNG that loops for ever. */
export async function writeApng(
  film: Film,
  { paint, png }: Pick<DeliveryTools, 'paint' | 'png'>,
  sink: Sink,
  progress: (part: number) => void,
): Promise<void> {
  const shown = film.pictures.flatMap((picture) => {
    const out = [];
    for (let left = picture.frames; left > 0; left -= LONGEST) out.push({ picture, frames: Math.min(left, LONGEST) });
    return out;
  });
  let first: Uint8Array | null = null;
  let before: Pixels | null = null;
  // Frame controls and picture data are numbered together.
  let number = 0;
  for (const [k, { picture, frames }] of shown.entries()) {
    const pixels: Pixels = await paint(film, picture);
    const whole: PixelBox = { x: 0, y: 0, width: pixels.width, height: pixels.height };
    const box: PixelBox = before === null ? whole : (changedBox(before, pixels) ?? { x: 0, y: 0, width: 1, height: 1 });
    const { header, data } = pngParts(await png(before === null ? pixels : cutOut(pixels, box)));
    if (first === null) {
      first = header;
      await sink.write(SIGNATURE);
      await sink.write(chunk('IHDR', header));
      const control = numbers(8, (view) => {
        view.setUint32(0, shown.length);
        view.setUint32(4, 0);
      });
      await sink.write(chunk('acTL', control));
    } else if (first.slice(HEADER_SIZES).some((value, i) => value !== header[HEADER_SIZES + i]))
      throw new Refused('This browser writes pictures of one film in different ways. Deliver a PNG sequence instead.');
    const control = numbers(26, (view) => {
      view.setUint32(0, number++);
      view.setUint32(4, box.width);
      view.setUint32(8, box.height);
      view.setUint32(12, box.x);
      view.setUint32(16, box.y);
      view.setUint16(20, frames);
      view.setUint16(22, film.fps);
      // The picture stays, and the next one is put over it with its own alpha: bytes 24 and 25 are 0.
    });
    await sink.write(chunk('fcTL', control));
    for (const part of data) {
      if (before === null) {
        await sink.write(chunk('IDAT', part));
        continue;
      }
      const body = new Uint8Array(part.length + 4);
      new DataView(body.buffer).setUint32(0, number++);
      body.set(part, 4);
      await sink.write(chunk('fdAT', body));
    }
    before = pixels;
    progress((k + 1) / shown.length);
  }
  await sink.write(chunk('IEND', new Uint8Array()));
}
