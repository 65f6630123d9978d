/**
 * Files as they come after accidents and ill will: thousands of changed shot, palette and brush files. Each must be taken in
 * whole - and then be a shot that can be kept, written and read again - or refused with one sentence, quickly and in little
 * memory.
 */
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { SHIPPED_BRUSHES } from '../src/core/ink/index.ts';
import { BadFile, danglingIn, LIMITS } from '../src/core/shot/index.ts';
import {
  readBrushFile,
  readPalettes,
  readShotFile,
  writeBrushFile,
  writePalettes,
  writeShotFile,
} from '../src/core/shotfile/index.ts';
import { fullShot } from '../tests/full-shot.ts';
import { Dice } from './dice.ts';
import { MOST_TOLD, type Outcome, type Wishes } from './report.ts';

const LONGEST_MS = 5000;
const MOST_MEMORY = 1.5 * 1024 ** 3;

type Json = null | boolean | number | string | Json[] | { [key: string]: Json };

/** Stands for a value nested very deep, which only text can say. */
const DEEP = '(deep)';
const NESTED = 5000;

function written(root: Json): string {
  return JSON.stringify(root).replaceAll(`"${DEEP}"`, `${'[{"a":'.repeat(NESTED)}1${'}]'.repeat(NESTED)}`);
}

/** Values that have no business where they are put. */
const STRANGE: ((dice: Dice) => Json)[] = [
  () => null,
  () => [],
  () => ({}),
  () => '',
  () => true,
  () => -1,
  () => 0,
  () => 0.5,
  () => 1e308,
  () => 4e8,
  () => -3e8,
  () => 20_000,
  () => 'toString',
  () => '__proto__',
  () => 'constructor',
  () => '../../etc',
  () => '#abc',
  () => 'x'.repeat(5000),
  () => [[]],
  () => [null],
  () => [{}],
  () => JSON.parse('{"__proto__": {"x": 1}, "constructor": 3}'),
  () => DEEP,
  (dice) => Array.from({ length: dice.of([600, 30_000, 1_100_000]) }, () => 0),
  (dice) => Array.from({ length: 70 }, () => ({ id: `i${dice.whole(0, 9)}` })),
];

/** A way into a value: all holders of values in it, at random as deep as it goes. */
function holderIn(root: Json, dice: Dice): { holder: Record<string, Json>; key: string } | null {
  let node = root;
  let found: { holder: Record<string, Json>; key: string } | null = null;
  for (let depth = 0; depth < 12; depth++) {
    if (typeof node !== 'object' || node === null) break;
    const keys = Object.keys(node);
    if (keys.length === 0) break;
    const key = dice.of(keys);
    found = { holder: node as Record<string, Json>, key };
    node = found.holder[key];
    if (dice.happens(0.18)) break;
  }
  return found;
}

/** Changes a parsed file in one to three places. */
function mutate(root: Json, dice: Dice): void {
  for (let i = dice.whole(1, 3); i > 0; i--) {
    const at = holderIn(root, dice);
    if (!at) return;
    const { holder, key } = at;
    const value = holder[key];
    const way = dice.whole(0, 99);
    if (way < 15) delete holder[key];
    else if (way < 28 && Array.isArray(holder)) holder.push(structuredClone(value));
    else if (way < 36) {
      const name = dice.of(['__proto__', 'constructor', 'toString']);
      Object.defineProperty(holder, name, { value: 1, enumerable: true, writable: true, configurable: true });
    } else if (way < 50 && typeof value === 'string') holder[key] = dice.of(['nobody', value.slice(1), `${value}x`]);
    else if (way < 70 && typeof value === 'number')
      holder[key] = value * dice.of([-1, 1000, 1e9, 0.001]) + dice.of([0, 1, 0.25]);
    else holder[key] = dice.of(STRANGE)(dice);
  }
}

type Parts = Record<string, Uint8Array>;

function jsonPart(parts: Parts, name: string, dice: Dice): void {
  const root = JSON.parse(strFromU8(parts[name])) as Json;
  mutate(root, dice);
  parts[name] = strToU8(dice.happens(0.03) ? dice.of(['null', '[]', '3', '{', '']) : written(root));
}

/** A drawing's head changed, its body as it was. */
function drawingHead(parts: Parts, name: string, dice: Dice): void {
  const bytes = parts[name];
  const length = new DataView(bytes.buffer, bytes.byteOffset).getUint32(8, true);
  const root = JSON.parse(strFromU8(bytes.subarray(12, 12 + length))) as Json;
  mutate(root, dice);
  let text = dice.happens(0.03) ? dice.of(['null', '[]', '7   ']) : written(root);
  text += ' '.repeat((4 - (strToU8(text).length % 4)) % 4);
  const head = strToU8(text);
  const out = new Uint8Array(12 + head.length + bytes.length - 12 - length);
  out.set(bytes.subarray(0, 12));
  new DataView(out.buffer).setUint32(8, head.length, true);
  out.set(head, 12);
  out.set(bytes.subarray(12 + length), 12 + head.length);
  parts[name] = out;
}

function flipped(bytes: Uint8Array, dice: Dice): Uint8Array<ArrayBuffer> {
  const out = bytes.slice();
  for (let i = dice.whole(1, 6); i > 0; i--) out[dice.whole(0, out.length - 1)] ^= 1 << dice.whole(0, 7);
  return out;
}

/** A zip whose second directory entry lies over the first. */
function overlapping(bytes: Uint8Array): Uint8Array {
  const out = bytes.slice();
  const view = new DataView(out.buffer);
  const marks: number[] = [];
  for (let at = 0; at + 4 <= out.length; at++) if (view.getUint32(at, true) === 0x02014b50) marks.push(at);
  if (marks.length > 1) view.setUint32(marks[1] + 42, view.getUint32(marks[0] + 42, true), true);
  return out;
}

const ZEROS = new Uint8Array(64 * 1024 ** 2);

function shotFile(whole: Uint8Array, dice: Dice): Uint8Array {
  const kind = dice.whole(0, 9);
  if (kind === 0) return flipped(whole, dice);
  if (kind === 1) return whole.slice(0, dice.whole(0, whole.length - 1));
  if (kind === 2 && dice.happens(0.3)) return overlapping(whole);
  const parts = unzipSync(whole) as Parts;
  const names = Object.keys(parts);
  const drawing = dice.of(names.filter((name) => name.startsWith('drawings/')));
  if (kind === 2) delete parts[dice.of(names)];
  else if (kind === 3) jsonPart(parts, 'vignette.json', dice);
  else if (kind <= 5) drawingHead(parts, drawing, dice);
  else if (kind === 6 && dice.happens(0.3)) parts[drawing] = flipped(parts[drawing], dice);
  else if (kind === 6 && dice.happens(0.02)) parts[dice.of(['unasked.bin', 'shot.json', drawing])] = ZEROS;
  else jsonPart(parts, 'shot.json', dice);
  return zipSync(parts, { level: 1 });
}

interface Case {
  name: string;
  read(): void;
}

/** A file that was taken in must be a sound shot: it can be written and read again, and nothing in it dangles. */
function takeShot(bytes: Uint8Array): void {
  const { shot, media } = readShotFile(bytes);
  const again = readShotFile(writeShotFile(shot, media)).shot;
  if (JSON.stringify(again) !== JSON.stringify(readShotFile(writeShotFile(again, media)).shot))
    throw new Error('It changes each time it is written and read.');
  const [dangling] = danglingIn(shot, ['needed', 'mends']);
  if (dangling) throw new Error(`It was taken in with ${dangling.reference.what} dangling.`);
  for (const { exposures } of shot.layers) {
    const frames = exposures.reduce((sum, each) => sum + each.frames, 0);
    if (!(frames <= LIMITS.maxLength)) throw new Error(`It was taken in with a layer of ${frames} frames.`);
  }
}

export async function run({ count, seed }: Wishes): Promise<Outcome> {
  const full = fullShot();
  const whole = writeShotFile(full.shot, full.media);
  const palettes = writePalettes(full.shot.palettes);
  const brushes = writeBrushFile(SHIPPED_BRUSHES);
  const text = (source: string, dice: Dice) => {
    if (dice.happens(0.1)) return source.slice(0, dice.whole(0, source.length));
    const root = JSON.parse(source) as Json;
    mutate(root, dice);
    return written(root);
  };
  const failures: string[] = [];
  let [taken, refused, slowest, most] = [0, 0, 0, 0];
  for (let i = 0; i < count; i++) {
    const dice = new Dice(seed + i);
    const kind = dice.whole(0, 9);
    const bytes = kind < 8 ? shotFile(whole, dice) : null;
    const changed = kind < 8 ? '' : text(kind === 8 ? palettes : brushes, dice);
    const each: Case = bytes
      ? { name: 'shot', read: () => takeShot(bytes) }
      : kind === 8
        ? { name: 'palettes', read: () => void readPalettes(changed, 'dusk.json') }
        : { name: 'brushes', read: () => void readBrushFile(changed) };
    const began = performance.now();
    try {
      each.read();
      taken++;
    } catch (error) {
      if (error instanceof BadFile && /^.{10,400}\.$/s.test(error.message) && !error.message.includes('\n')) refused++;
      else
        failures.push(
          `${each.name} file of seed ${seed + i}: ${(error as Error).stack?.split('\n').slice(0, 3).join(' ')}`,
        );
    }
    const took = performance.now() - began;
    const memory = process.memoryUsage().rss;
    slowest = Math.max(slowest, took);
    most = Math.max(most, memory);
    if (took > LONGEST_MS) failures.push(`${each.name} file of seed ${seed + i} took ${Math.round(took)} ms`);
    if (memory > MOST_MEMORY)
      failures.push(`after the ${each.name} file of seed ${seed + i} ${Math.round(memory / 1024 ** 2)} MB were in use`);
    if (failures.length > MOST_TOLD) break;
  }
  return {
    summary: `files: ${count} changed files, ${taken} taken in whole, ${refused} refused with one sentence, ${failures.length} otherwise; slowest ${Math.round(slowest)} ms, ${Math.round(most / 1024 ** 2)} MB at most`,
    failures,
  };
}
