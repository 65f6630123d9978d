/** A file on disk written as it comes: under a name of its own until it is whole, so that nobody meets half of it. */
import { mkdirSync, rmSync } from 'node:fs';
import { type FileHandle, open, rename, rm } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import type { Sink } from '../../src/core/export/index.ts';
import { atTheEnd } from './ending.ts';
import { CannotWrite, systemSays } from './faults.ts';

let count = 0;

/** A name beside a file under which it is written until it is whole. */
const unfinishedName = (path: string): string =>
  join(dirname(path), `.${basename(path)}.${process.pid}-${++count}.unfinished`);

/** Makes a folder, with those it lies in. @throws CannotWrite */
function makeFolder(folder: string): void {
  try {
    mkdirSync(folder, { recursive: true });
  } catch (error) {
    throw new CannotWrite(systemSays(error, folder));
  }
}

export class FileSink implements Sink {
  readonly path: string;
  private readonly unfinished: string;
  private readonly file: FileHandle;
  private readonly forget: () => void;
  private end = 0;

  private constructor(path: string, unfinished: string, file: FileHandle) {
    this.path = path;
    this.unfinished = unfinished;
    this.file = file;
    this.forget = atTheEnd(() => rmSync(unfinished, { force: true }));
  }

  /** @throws CannotWrite */
  static async open(path: string): Promise<FileSink> {
    makeFolder(dirname(path));
    const unfinished = unfinishedName(path);
    try {
      return new FileSink(path, unfinished, await open(unfinished, 'w'));
    } catch (error) {
      throw new CannotWrite(systemSays(error, dirname(path)));
    }
  }

  /** Bytes written so far. */
  get bytes(): number {
    return this.end;
  }

  async write(bytes: Uint8Array, at = this.end): Promise<void> {
    try {
      for (let done = 0; done < bytes.length; ) {
        const { bytesWritten } = await this.file.write(bytes, done, bytes.length - done, at + done);
        done += bytesWritten;
      }
    } catch (error) {
      throw new CannotWrite(systemSays(error, this.path));
    }
    this.end = Math.max(this.end, at + bytes.length);
  }

  /** All is written: from now on it has its name, in the place of what had it before. @throws CannotWrite */
  async close(): Promise<void> {
    try {
      await this.file.close();
      await rename(this.unfinished, this.path);
    } catch (error) {
      await this.drop();
      throw new CannotWrite(systemSays(error, this.path));
    }
    this.forget();
  }

  /** Nothing is to be left. */
  async drop(): Promise<void> {
    this.forget();
    await this.file.close().catch(() => undefined);
    await rm(this.unfinished, { force: true });
  }
}

/** A file from pieces that come one after another; nothing is left where they end in an error. @throws CannotWrite */
export async function writeFrom(path: string, pieces: AsyncIterable<Uint8Array> | Iterable<Uint8Array>): Promise<void> {
  const sink = await FileSink.open(path);
  try {
    for await (const piece of pieces) await sink.write(piece);
  } catch (error) {
    await sink.drop();
    throw error;
  }
  await sink.close();
}

/** A whole file at once. @throws CannotWrite */
export const writeWhole = (path: string, bytes: Uint8Array): Promise<void> => writeFrom(path, [bytes]);
