/** A zip that is written as it comes, the same bytes for the same files: every file has one and the same date. */
import { strToU8, Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import { Refused } from '../shot/refused.ts';
import type { Sink } from './sink.ts';

/** The date of every file: a zip's first. */
const DATE = new Date(1980, 0, 1);
/** A plain zip says places and sizes in 32 bits, and how many files in 16. */
const MOST_BYTES = 0xffff_0000;
const MOST_FILES = 0xffff;

export class ZipWriter {
  private readonly sink: Sink;
  private readonly zip: Zip;
  private waiting: Promise<void> = Promise.resolve();
  private bytes = 0;
  private files = 0;
  private fault: Error | null = null;

  constructor(sink: Sink) {
    this.sink = sink;
    this.zip = new Zip((error, data) => {
      if (error) {
        this.fault = error;
        return;
      }
      this.bytes += data.length;
      const written = this.waiting.then(() => this.sink.write(data));
      // Whoever waits for the next file hears of it.
      written.catch(() => undefined);
      this.waiting = written;
    });
  }

  /**
   * Adds a file. Pictures and sounds are packed already; text is packed here.
   * @throws Refused when a zip cannot hold it
   */
  async add(name: string, bytes: Uint8Array, pack = false): Promise<void> {
    if (this.bytes + bytes.length > MOST_BYTES || this.files >= MOST_FILES)
      throw new Refused('This is more than 4 GB, or more than 65,535 files. Deliver fewer frames, or a smaller size.');
    const file = pack ? new ZipDeflate(name, { level: 6 }) : new ZipPassThrough(name);
    file.mtime = DATE;
    this.files++;
    this.zip.add(file);
    file.push(bytes, true);
    await this.settled();
  }

  /** Adds a file of text, packed. */
  addText(name: string, text: string): Promise<void> {
    return this.add(name, strToU8(text), true);
  }

  async end(): Promise<void> {
    this.zip.end();
    await this.settled();
  }

  private async settled(): Promise<void> {
    if (this.fault) throw this.fault;
    await this.waiting;
  }
}
