/** What every script needs first: packages that fit the lock file and this Node, and a browser for those that drive one. */
import { execFileSync, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = dirname(dirname(fileURLToPath(import.meta.url)));
const stampFile = join(root, '.stamp', 'packages');

/** Installs the packages when the lock file or Node changed since the last time. */
export function packages() {
  const lock = readFileSync(join(root, 'package-lock.json'));
  const stamp = createHash('sha256').update(lock).update(process.versions.modules).digest('hex');
  if (existsSync(stampFile) && existsSync(join(root, 'node_modules')) && readFileSync(stampFile, 'utf8') === stamp)
    return;
  console.log('Installing packages…');
  run('npm', ['ci', '--include=dev', '--ignore-scripts', '--no-audit', '--no-fund']);
  mkdirSync(dirname(stampFile), { recursive: true });
  writeFileSync(stampFile, stamp);
}

/** Runs a program of the project; ends this one with its code when it fails. */
export function run(command, args, options = {}) {
  const { status, error } = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (error) console.error(error.message);
  if (status !== 0) process.exit(status ?? 1);
}

/** A program installed with the packages. */
export function tool(name, args, options) {
  run(join(root, 'node_modules', '.bin', name), args, options);
}

/** The first of some places that is there; a Debian package is installed when none is. Ends with a sentence when that fails. */
function installed(name, debian, places, variable) {
  const found = () => places.find((path) => path && existsSync(path));
  if (!found() && process.getuid?.() === 0) {
    console.log(`Installing ${name}…`);
    try {
      execFileSync('apt-get', ['update'], { stdio: 'ignore' });
      execFileSync('apt-get', ['install', '-y', '--no-install-recommends', debian], { stdio: 'ignore' });
    } catch {
      // Said below in one sentence.
    }
  }
  const path = found();
  if (!path) {
    console.error(
      `${name} is needed for this. Install it (package ${debian}), or name it with ${variable}=/path/to/${debian}.`,
    );
    process.exit(1);
  }
  return path;
}

/** The path of Chromium, installed from Debian's packages when absent. */
export const browser = () =>
  installed(
    'Chromium',
    'chromium',
    [process.env.CHROMIUM, '/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'],
    'CHROMIUM',
  );

/** The path of ffmpeg, with which the tests read what is delivered; ffprobe lies beside it. */
export const ffmpeg = () =>
  installed('ffmpeg', 'ffmpeg', [process.env.FFMPEG, '/usr/bin/ffmpeg', '/usr/local/bin/ffmpeg'], 'FFMPEG');

/** Builds the application and the demo shot. */
export function build() {
  tool('vite', ['build', '--logLevel', 'warn']);
  tool('tsx', ['demo/make.ts']);
}
