/** Picture files of a shot decoded in Node, on demand and in a limited room. */
import { type Image, loadImage } from '@napi-rs/canvas';
import { LRUCache } from 'lru-cache';
import type { PaintImage } from '../../src/core/picture/index.ts';
import { naturalOrder } from '../../src/core/reference/index.ts';
import type { Id } from '../../src/core/shot/index.ts';
import { ZipReader } from '../../src/core/shotfile/index.ts';

/** Decoded pictures kept, bytes. */
const ROOM = 256 * 1024 ** 2;
/** Pictures of one file, unpacked, bytes. */
const MOST_BYTES = 8 * 1024 ** 3;

/** Whether a file is a zip of pictures: each is unpacked when it is looked at. */
export const isZip = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b;

interface OpenedFile {
  /** A picture, packed; null where the file has none of this number. */
  picture(index: number): Uint8Array | null;
}

function opened(bytes: Uint8Array<ArrayBuffer>): OpenedFile {
  if (!isZip(bytes)) return { picture: () => bytes };
  const zip = new ZipReader(bytes, { kind: 'file of pictures', most: MOST_BYTES });
  const names = zip.list.sort(naturalOrder);
  return { picture: (index) => zip.read(names[index] ?? '') ?? null };
}

export class NodePictures {
  private readonly files = new Map<Id, OpenedFile>();
  private readonly images = new LRUCache<string, Image>({
    maxSize: ROOM,
    // One picture larger than the whole room must still be seen.
    sizeCalculation: ({ width, height }) => Math.min(ROOM, Math.max(1, width * height * 4)),
  });

  /** Forgets all files: those of another shot follow. */
  clear(): void {
    this.files.clear();
    this.images.clear();
  }

  has(asset: Id): boolean {
    return this.files.has(asset);
  }

  put(asset: Id, bytes: Uint8Array<ArrayBuffer>): void {
    this.files.set(asset, opened(bytes));
  }

  /** A picture that `prepare` has decoded. */
  get(asset: Id, index: number): PaintImage | null {
    const image = this.images.get(`${asset}:${index}`);
    return image ? { image, width: image.width, height: image.height } : null;
  }

  /** Decodes what a frame is going to need. Pictures that cannot be decoded stay empty, as they do in a browser. */
  async prepare(cells: { asset: Id; index: number }[]): Promise<void> {
    for (const { asset, index } of cells) {
      const key = `${asset}:${index}`;
      if (this.images.has(key)) continue;
      const bytes = this.files.get(asset)?.picture(index);
      const image = bytes && (await loadImage(Buffer.from(bytes)).catch(() => null));
      if (image) this.images.set(key, image);
    }
  }
}
