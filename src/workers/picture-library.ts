/** Decoded reference pictures, on demand and in a limited room. */

import type { PaintImage } from '../core/picture/index.ts';
import { BadFile, type Id } from '../core/shot/index.ts';

/** Decoded pictures kept, bytes of RGBA. */
const ROOM = 192 * 1024 ** 2;
/** A picture larger than this a side is refused: it would not fit beside the rest. */
const LARGEST_SIDE = 16_384;
const MOST_PICTURES = 5000;

export interface PicturesDescription {
  pictures: number;
  width: number;
  height: number;
  /** Milliseconds each; empty for a single picture. */
  delays: number[];
}

async function decoderOf(blob: Blob, name: string): Promise<ImageDecoder> {
  const bytes = await blob.arrayBuffer();
  const type = sniff(new Uint8Array(bytes, 0, Math.min(16, bytes.byteLength)));
  if (!type) throw new BadFile(`"${name}" is not a GIF, PNG, WebP, JPEG or AVIF picture. Choose another file.`);
  const decoder = new ImageDecoder({ data: bytes, type, preferAnimation: true });
  try {
    await decoder.completed;
    await decoder.tracks.ready;
  } catch {
    throw new BadFile(`"${name}" is cut short or damaged and cannot be read. Choose another file.`);
  }
  return decoder;
}

/** The picture type its first bytes say, whatever the name says. */
function sniff(head: Uint8Array): string | null {
  const text = String.fromCharCode(...head);
  if (text.startsWith('GIF8')) return 'image/gif';
  if (text.startsWith('\x89PNG')) return 'image/png';
  if (text.startsWith('RIFF') && text.slice(8, 12) === 'WEBP') return 'image/webp';
  if (head[0] === 0xff && head[1] === 0xd8) return 'image/jpeg';
  if (text.slice(4, 12) === 'ftypavif') return 'image/avif';
  return null;
}

/** Looks a picture file through. @throws BadFile when any of its pictures cannot be decoded. */
export async function describePictures(blob: Blob, name: string): Promise<PicturesDescription> {
  const decoder = await decoderOf(blob, name);
  try {
    const pictures = decoder.tracks.selectedTrack?.frameCount ?? 0;
    if (pictures === 0) throw new BadFile(`"${name}" holds no picture. Choose another file.`);
    if (pictures > MOST_PICTURES)
      throw new BadFile(`"${name}" holds ${pictures} pictures; at most ${MOST_PICTURES} can come in at once.`);
    const delays: number[] = [];
    let width = 0;
    let height = 0;
    for (let i = 0; i < pictures; i++) {
      let image: VideoFrame;
      try {
        image = (await decoder.decode({ frameIndex: i, completeFramesOnly: true })).image;
      } catch {
        throw new BadFile(`"${name}" is cut short or damaged at picture ${i + 1} of ${pictures}. Choose another file.`);
      }
      width = image.displayWidth;
      height = image.displayHeight;
      if (pictures > 1) delays.push((image.duration ?? 100_000) / 1000);
      image.close();
      if (Math.max(width, height) > LARGEST_SIDE) {
        throw new BadFile(
          `"${name}" is ${width} x ${height}; pictures up to ${LARGEST_SIDE} pixels a side can come in.`,
        );
      }
    }
    return { pictures, width, height, delays };
  } finally {
    decoder.close();
  }
}

export class PictureLibrary {
  private files = new Map<Id, Blob>();
  private decoders = new Map<Id, Promise<ImageDecoder>>();
  private images = new Map<string, ImageBitmap>();
  private room = 0;

  put(asset: Id, file: Blob): void {
    this.files.set(asset, file);
  }

  /** A picture that `prepare` has decoded. */
  get(asset: Id, index: number): PaintImage | null {
    const image = this.images.get(`${asset}:${index}`);
    return image ? { image, width: image.width, height: image.height } : null;
  }

  /** Decodes what a frame is going to need. Pictures that cannot be decoded stay empty. */
  async prepare(cells: { asset: Id; index: number }[]): Promise<void> {
    for (const { asset, index } of cells) {
      const key = `${asset}:${index}`;
      const there = this.images.get(key);
      if (there) {
        // Most recently used last.
        this.images.delete(key);
        this.images.set(key, there);
        continue;
      }
      const file = this.files.get(asset);
      if (!file) continue;
      let decoder = this.decoders.get(asset);
      if (!decoder) {
        decoder = decoderOf(file, asset);
        this.decoders.set(asset, decoder);
      }
      try {
        const { image } = await (await decoder).decode({ frameIndex: index, completeFramesOnly: true });
        const bitmap = await createImageBitmap(image);
        image.close();
        this.keep(key, bitmap);
      } catch {
        // An unreadable picture shows nothing; it was refused at import, so this is a file lost since.
      }
    }
  }

  private keep(key: string, bitmap: ImageBitmap): void {
    this.images.set(key, bitmap);
    this.room += bitmap.width * bitmap.height * 4;
    for (const [old, image] of this.images) {
      if (this.room <= ROOM || old === key) break;
      this.images.delete(old);
      this.room -= image.width * image.height * 4;
      image.close();
    }
  }
}
