/** The built programs run as a person runs them: as processes of their own, with real files. */
import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The folder of the built programs; the tests' start has built them. */
const programs = () => process.env.VIGNETTE_PROGRAMS!;

export const DEMO = fileURLToPath(new URL('../../dist/demo/lamp-at-the-corner.vignette', import.meta.url));

export const newFolder = (): string => mkdtempSync(join(tmpdir(), 'vignette-programs-'));

export interface Ended {
  code: number | null;
  stdout: string;
  stderr: string;
}

export interface Started {
  child: ChildProcess;
  ended: Promise<Ended>;
  /** Waits until it has said something on standard error. */
  said(words: RegExp): Promise<void>;
}

export function start(
  name: string,
  words: string[],
  { env = {}, folder = programs() }: { env?: Record<string, string>; folder?: string } = {},
): Started {
  const child = spawn(process.execPath, [join(folder, `${name}.js`), ...words], {
    env: { ...process.env, ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let [stdout, stderr] = ['', ''];
  child.stdout.on('data', (data: Buffer) => {
    stdout += data;
  });
  child.stderr.on('data', (data: Buffer) => {
    stderr += data;
  });
  const ended = new Promise<Ended>((done) => child.on('close', (code) => done({ code, stdout, stderr })));
  return {
    child,
    ended,
    async said(words) {
      while (!words.test(stderr)) {
        if (child.exitCode !== null) throw new Error(`${name} ended before it said ${words}: ${stderr}`);
        await new Promise((done) => setTimeout(done, 20));
      }
    },
  };
}

export const run = (name: string, words: string[], env: Record<string, string> = {}): Promise<Ended> =>
  start(name, words, { env }).ended;

/** Runs a program that has to succeed; what it said when it does not. */
export async function fine(name: string, words: string[], env: Record<string, string> = {}): Promise<string> {
  const { code, stdout, stderr } = await run(name, words, env);
  if (code !== 0) throw new Error(`${name} ${words.join(' ')} ended with ${code}: ${stderr}`);
  return stdout;
}
