/** Delivered files read by an independent program: ffmpeg and ffprobe. */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';

const FFMPEG = process.env.FFMPEG ?? '/usr/bin/ffmpeg';
const FFPROBE = join(dirname(FFMPEG), 'ffprobe');

function inFile<T>(bytes: Uint8Array, extension: string, read: (path: string) => T): T {
  const folder = mkdtempSync(join(tmpdir(), 'vignette-'));
  try {
    const path = join(folder, `it.${extension}`);
    writeFileSync(path, bytes);
    return read(path);
  } finally {
    rmSync(folder, { recursive: true });
  }
}

export type Probed = Record<string, string>;

/** What a file has in it, stream by stream; pictures are counted by decoding them. */
export function probe(bytes: Uint8Array, extension: string): Probed[] {
  return inFile(bytes, extension, (path) => {
    const told = execFileSync(
      FFPROBE,
      ['-v', 'error', '-count_frames', '-show_streams', '-show_format', '-of', 'json', path],
      { encoding: 'utf8', maxBuffer: 1 << 26 },
    );
    const { streams, format } = JSON.parse(told) as { streams: (Probed & { tags?: Probed })[]; format: Probed };
    return streams.map(({ tags, ...each }) => ({ ...tags, file_duration: format.duration, ...each }));
  });
}

/** The pictures of a file, RGBA, one after another. @param decoder where another than the usual one is to read it */
export function picturesIn(bytes: Uint8Array, extension: string, size: number, decoder: string[] = []): Buffer[] {
  const all = inFile(bytes, extension, (path) =>
    execFileSync(FFMPEG, ['-v', 'error', ...decoder, '-i', path, '-f', 'rawvideo', '-pix_fmt', 'rgba', '-'], {
      maxBuffer: 1 << 30,
    }),
  );
  return Array.from({ length: Math.round(all.length / size) }, (_, i) => all.subarray(i * size, (i + 1) * size));
}

/** The left channel of a file at a rate. */
export function soundIn(bytes: Uint8Array, extension: string, rate: number): Float32Array {
  const raw = inFile(bytes, extension, (path) =>
    execFileSync(FFMPEG, ['-v', 'error', '-i', path, '-f', 'f32le', '-ac', '2', '-ar', String(rate), '-'], {
      maxBuffer: 1 << 28,
    }),
  );
  const both = new Float32Array(raw.buffer.slice(raw.byteOffset, raw.byteOffset + raw.length));
  return both.filter((_, i) => i % 2 === 0);
}

/** By how many samples `late` comes after `on time`, within `most`, where they are most alike. */
export function lagOf(late: Float32Array, onTime: Float32Array, most: number): number {
  let best = { lag: 0, likeness: Number.NEGATIVE_INFINITY };
  for (let lag = -most; lag <= most; lag++) {
    let likeness = 0;
    for (let i = most; i < onTime.length - most; i += 3) likeness += onTime[i] * (late[i + lag] ?? 0);
    if (likeness > best.likeness) best = { lag, likeness };
  }
  return best.lag;
}
