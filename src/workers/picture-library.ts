/** Decoded reference pictures, on demand and in a limited room. */
import type { PaintImage } from '../core/picture/index.ts';
import type { Id } from '../core/shot/index.ts';
import { openPictureFile, type PictureFile } from './picture-files.ts';

/** Decoded pictures kept, bytes of RGBA. */
const ROOM = 192 * 1024 ** 2;

export class PictureLibrary {
  private files = new Map<Id, Blob>();
  private opened = new Map<Id, Promise<PictureFile>>();
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
      let opened = this.opened.get(asset);
      if (!opened) {
        opened = openPictureFile(file, asset);
        this.opened.set(asset, opened);
      }
      try {
        this.keep(key, await (await opened).picture(index));
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
