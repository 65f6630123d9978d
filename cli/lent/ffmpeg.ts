/**
 * ffmpeg as a program of its own: it decodes sounds, takes animated pictures apart and encodes movies. It is started with a
 * list of words and never through a shell, so that no file name can be taken for a command.
 */
import { type ChildProcessByStdio, spawn } from 'node:child_process';
import { accessSync, constants } from 'node:fs';
import { delimiter, join } from 'node:path';
import type { Readable, Writable } from 'node:stream';
import { atTheEnd } from './ending.ts';
import { MissingProgram } from './faults.ts';

/** What ffmpeg says on its way is kept to this many letters. */
const TOLD = 2000;

function isThere(path: string): boolean {
  try {
    accessSync(path, constants.X_OK);
    return true;
  } catch {
    return false;
  }
}

/** Where ffmpeg is: as FFMPEG says, else on the path. @throws MissingProgram */
function ffmpegPath(): string {
  const named = process.env.FFMPEG;
  const places = named ? [named] : (process.env.PATH ?? '').split(delimiter).map((folder) => join(folder, 'ffmpeg'));
  const found = places.find(isThere);
  if (found) return found;
  throw new MissingProgram(
    named
      ? `There is no program at FFMPEG=${named}. Name ffmpeg there, or take the name away.`
      : 'ffmpeg is needed for this and is not installed. Install it (package ffmpeg), or name it with FFMPEG=/path/to/ffmpeg.',
  );
}

export interface Running {
  input: Writable;
  output: Readable;
  /** When it has ended. @throws Error with what it said when it failed */
  done: Promise<void>;
  stop(): void;
}

/** Starts ffmpeg; it ends with this program. @param words as on its command line */
export function ffmpeg(words: string[]): Running {
  const child: ChildProcessByStdio<Writable, Readable, Readable> = spawn(
    ffmpegPath(),
    ['-hide_banner', '-loglevel', 'error', '-nostdin', '-y', ...words],
    { stdio: ['pipe', 'pipe', 'pipe'] },
  );
  let said = '';
  child.stderr.on('data', (data: Buffer) => {
    said = (said + data.toString()).slice(-TOLD);
  });
  // What could not be written to it is told by how it ended.
  child.stdin.on('error', () => undefined);
  const stop = () => void child.kill('SIGKILL');
  const forget = atTheEnd(stop);
  const done = new Promise<void>((fine, bad) => {
    child.on('error', bad);
    child.on('close', (code) => {
      forget();
      if (code === 0) fine();
      else bad(new Error(`ffmpeg failed: ${said.trim() || `code ${code}`}`));
    });
  });
  // Whoever waits for it hears of it.
  done.catch(() => undefined);
  return { input: child.stdin, output: child.stdout, done, stop };
}

/** Writes to a stream, waiting while it is full. */
export function pour(stream: Writable, bytes: Uint8Array): Promise<void> {
  if (stream.destroyed || stream.write(bytes)) return Promise.resolve();
  return new Promise((done) => {
    const free = () => {
      stream.off('drain', free);
      stream.off('close', free);
      done();
    };
    stream.on('drain', free);
    stream.on('close', free);
  });
}

/** Puts bytes through ffmpeg. @throws Error with what it said when it failed */
export async function throughFfmpeg(bytes: Uint8Array, words: string[]): Promise<Uint8Array<ArrayBuffer>> {
  const { input, output, done } = ffmpeg(['-i', 'pipe:0', ...words, 'pipe:1']);
  const pieces: Buffer[] = [];
  output.on('data', (piece: Buffer) => void pieces.push(piece));
  input.end(bytes);
  await done;
  return new Uint8Array(Buffer.concat(pieces));
}
