/** Where a delivery is written, as it comes: a file, or memory in tests. */
export interface Sink {
  /** Appends bytes; with `at`, writes over bytes that are there. The bytes may be reused afterwards. */
  write(bytes: Uint8Array, at?: number): void | Promise<void>;
}

/** A sink that keeps everything, for small files and for tests. */
export class MemorySink implements Sink {
  private held = new Uint8Array(1 << 16);
  private length = 0;

  write(bytes: Uint8Array, at = this.length): void {
    const end = at + bytes.length;
    if (end > this.held.length) {
      const more = new Uint8Array(Math.max(end, 2 * this.held.length));
      more.set(this.held.subarray(0, this.length));
      this.held = more;
    }
    this.held.set(bytes, at);
    this.length = Math.max(this.length, end);
  }

  get bytes(): Uint8Array<ArrayBuffer> {
    return this.held.slice(0, this.length);
  }
}

/** Writes text as UTF-8. */
export async function writeText(sink: Sink, text: string): Promise<void> {
  const { strToU8 } = await import('fflate');
  await sink.write(strToU8(text));
}
