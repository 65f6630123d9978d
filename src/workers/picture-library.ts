/** Decoded reference pictures, on demand and in a limited room. */
import { LRUCache } from 'lru-cache';
import type { PaintImage } from '../core/picture/index.ts';
import type { Id } from '../core/shot/index.ts';
import { roomFor } from './memory.ts';
import { openPictureFile, type PictureFile } from './picture-files.ts';

/** Decoded pictures kept, as a share of what the machine has. */
const SHARE = 0.025;
/** A file that is on its way to the worker comes within this time. */
const ARRIVAL_MS = 4000;

const bytesOf = ({ width, height }: ImageBitmap) => width * height * 4;

export class PictureLibrary {
  private files = new Map<Id, Blob>();
  private arrivals = new Map<Id, { file: Promise<void>; arrived: () => void }>();
  private opened = new Map<Id, Promise<PictureFile>>();
  /** Pictures being decoded: one asked for twice meanwhile is decoded once. */
  private decoding = new Map<string, Promise<void>>();
  private readonly images: LRUCache<string, ImageBitmap>;

  /** @param room bytes of decoded pictures kept */
  constructor(room = roomFor(SHARE)) {
    this.images = new LRUCache({
      maxSize: room,
      // One picture larger than the whole room must still be seen.
      sizeCalculation: (image) => Math.min(room, Math.max(1, bytesOf(image))),
      dispose: (image) => image.close(),
    });
  }

  /** Bytes of the decoded pictures kept. */
  get room(): number {
    return this.images.calculatedSize;
  }

  put(asset: Id, file: Blob): void {
    this.files.set(asset, file);
    this.arrivals.get(asset)?.arrived();
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
      if (this.images.get(key)) continue;
      let decoded = this.decoding.get(key);
      if (!decoded) {
        decoded = this.decode(key, asset, index).finally(() => this.decoding.delete(key));
        this.decoding.set(key, decoded);
      }
      await decoded;
    }
  }

  private async decode(key: string, asset: Id, index: number): Promise<void> {
    const file = await this.fileOf(asset);
    if (!file) return;
    let opened = this.opened.get(asset);
    if (!opened) {
      opened = openPictureFile(file, asset);
      this.opened.set(asset, opened);
    }
    try {
      this.images.set(key, await (await opened).picture(index));
    } catch {
      // An unreadable picture shows nothing; it was refused at import, so this is a file lost since.
    }
  }

  /** A worker that has just been started is asked for pictures before their files have come. */
  private async fileOf(asset: Id): Promise<Blob | undefined> {
    const there = this.files.get(asset);
    if (there) return there;
    let arrival = this.arrivals.get(asset);
    if (!arrival) {
      let arrived = () => {};
      const file = new Promise<void>((done) => {
        arrived = done;
        setTimeout(done, ARRIVAL_MS);
      });
      arrival = { file, arrived };
      this.arrivals.set(asset, arrival);
    }
    await arrival.file;
    return this.files.get(asset);
  }
}
