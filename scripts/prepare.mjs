/** What every script needs first: packages that fit the lock file and this Node, and a browser for those that drive one. */
import { execFileSync, spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
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
  console.error('Installing packages…');
  // What programs print is for whoever reads it; this is not.
  run('npm', ['ci', '--include=dev', '--ignore-scripts', '--no-audit', '--no-fund'], { stdio: ['ignore', 2, 2] });
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

/** The first of some places that is there; a Debian package is installed when none is. Undefined when that fails. */
function installedIfAny(name, debian, places) {
  const found = () => places.find((path) => path && existsSync(path));
  if (!found() && process.getuid?.() === 0) {
    console.error(`Installing ${name}…`);
    try {
      execFileSync('apt-get', ['update'], { stdio: 'ignore' });
      execFileSync('apt-get', ['install', '-y', '--no-install-recommends', debian], { stdio: 'ignore' });
    } catch {
      // Whoever needs it says so in one sentence.
    }
  }
  return found();
}

/** The same, for what cannot be done without. Ends with a sentence when it is not there. */
function installed(name, debian, places, variable) {
  const path = installedIfAny(name, debian, places);
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

const FFMPEG_PLACES = [process.env.FFMPEG, '/usr/bin/ffmpeg', '/usr/local/bin/ffmpeg'];

/** The path of ffmpeg, with which the tests read what is delivered; ffprobe lies beside it. */
export const ffmpeg = () => installed('ffmpeg', 'ffmpeg', FFMPEG_PLACES, 'FFMPEG');

/** The same where movies may be written: without it everything else still can be. */
export const ffmpegIfAny = () => installedIfAny('ffmpeg', 'ffmpeg', FFMPEG_PLACES);

/** The path of Debian's Redis, for tests and measurements of the queue; undefined where there is none and none can be installed. */
export const redisIfAny = () =>
  installedIfAny('Redis', 'redis-server', [
    process.env.REDIS_SERVER,
    '/usr/bin/redis-server',
    '/usr/local/bin/redis-server',
  ]);

/** Builds the application and the demo shot. */
export function build() {
  tool('vite', ['build', '--logLevel', 'warn']);
  tool('tsx', ['demo/make.ts']);
}

/** Files under a folder, in order. */
function filesUnder(folder) {
  return readdirSync(join(root, folder), { withFileTypes: true })
    .sort((a, b) => (a.name < b.name ? -1 : 1))
    .flatMap((entry) => {
      const path = join(folder, entry.name);
      return entry.isDirectory() ? filesUnder(path) : [path];
    });
}

/**
 * Builds the programs of the command line, unless they are built of this very source. Each build has a folder of its own,
 * named by what it was built of: several that start at once, or an older one still at work, do not disturb one another.
 * @returns the folder
 */
export function buildPrograms() {
  const hash = createHash('sha256').update(readFileSync(join(root, 'package-lock.json')));
  for (const file of [...filesUnder('src/core'), ...filesUnder('cli'), 'vite.cli.config.ts'])
    hash.update(file).update(readFileSync(join(root, file)));
  const digest = hash.digest('hex').slice(0, 10);
  const folder = join(root, 'dist', 'cli', digest);
  if (existsSync(folder)) return folder;
  const own = join(root, 'dist', 'cli', `${digest}.${process.pid}`);
  tool('vite', ['build', '-c', 'vite.cli.config.ts', '--logLevel', 'error', '--outDir', own], {
    stdio: ['ignore', 2, 2],
  });
  const { version } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8'));
  writeFileSync(join(own, 'program.txt'), `${version}+${digest}\n`);
  try {
    renameSync(own, folder);
  } catch {
    // Another one was quicker.
    rmSync(own, { recursive: true, force: true });
  }
  return folder;
}

/** Runs one of the programs with the words of this call; ends as it does. */
export function program(name, env = {}) {
  const child = spawn(process.execPath, [join(buildPrograms(), `${name}.js`), ...process.argv.slice(2)], {
    stdio: 'inherit',
    env: { ...process.env, ...env },
  });
  // Ctrl C reaches the program itself; it puts its things in order and ends.
  process.on('SIGINT', () => undefined);
  for (const signal of ['SIGTERM', 'SIGHUP']) process.on(signal, () => child.kill(signal));
  child.on('exit', (code, signal) => process.exit(code ?? (signal ? 137 : 1)));
}
