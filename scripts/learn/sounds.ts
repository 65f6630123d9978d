/**
 * The tables of sounds (`src/core/speech/phones.json`) are learnt from lines whose sounds are known: folders of `<id>.wav` with a
 * `truth.json` ([{id, phones: [[name, from, to]]}], seconds). Each sound is laid on its three states as the tables so far have it, and
 * the tables are made anew of what lies there (segmental k-means: Rabiner, Wilpon and Juang 1986), each voice with its bands warped as
 * suits the tables best (Lee and Rose 1996). What is to be heard in noise has to be learnt in noise (Lippmann 1987).
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { recordingOf } from '../../bench/speech-set.ts';
import { stateLog } from '../../src/core/speech/emissions.ts';
import { featuresOf, HOP, type Spectra } from '../../src/core/speech/features.ts';
import {
  FEATURES,
  type PhoneTable,
  phoneTable,
  readTable,
  type WrittenTable,
} from '../../src/core/speech/phone-table.ts';
import { SILENCE } from '../../src/core/speech/phones.ts';
import { bestWarp, placedOn, rateOf } from '../../src/core/speech/voice.ts';
import { cloudsOf, meanAndVariance } from './mixtures.ts';

/** Clouds of each state: while it is found which frames are its own, and at last. Silence has twice as many: rooms differ. */
const CLOUDS = [4, 4, 8];
/** What the tables before knew keeps such a share of each state: voices unlike those that were learnt from are heard as they were. */
export const KEPT = 0.3;
/** So often all is laid and made anew with the same warps. */
const AGAIN = 2;
/** A state is made anew of so many frames at least, and lengths of so many sounds. */
const FEWEST_FRAMES = 20;
const FEWEST_SOUNDS = 15;
/** No variance is less than this share of that of all frames. */
const LEAST = 0.02;

type Mixtures = WrittenTable[string]['s'][number];

interface Sound {
  phone: number;
  from: number;
  to: number;
}

interface Line {
  spectra: Spectra;
  sounds: Sound[];
  /** As the line's warp has them. */
  features: Float32Array;
}

function linesIn(folder: string, { phones }: PhoneTable): Line[] {
  const lines = JSON.parse(readFileSync(join(folder, 'truth.json'), 'utf8')) as {
    id: string;
    phones: [string, number, number][];
  }[];
  return lines.map(({ id, phones: said }) => {
    const { spectra } = recordingOf(join(folder, `${id}.wav`));
    // A frame is of the sound at its middle.
    const frame = (seconds: number) => Math.min(spectra.frames, Math.max(0, Math.ceil(seconds / HOP - 0.5)));
    const sounds = said
      .map(([name, from, to]) => ({ phone: phones.indexOf(name), from: frame(from), to: frame(to) }))
      .filter(({ phone, from, to }) => phone >= 0 && to > from);
    return { spectra, sounds, features: featuresOf(spectra) };
  });
}

/** The frames of a line's sounds with the states they are in. */
function laid(table: PhoneTable, sounds: Sound[], features: Float32Array): ReturnType<typeof placedOn> {
  const states = table.stateOf[table.phones.length];
  const frames = features.length / FEATURES;
  const log = new Float32Array(frames * states);
  // Of each frame only its own sound's states are asked about.
  for (const { phone, from, to } of sounds)
    for (let t = from; t < to; t++)
      for (let s = table.stateOf[phone]; s < table.stateOf[phone + 1]; s++)
        log[t * states + s] = stateLog(table, features, t * FEATURES, s);
  return placedOn(table, { frames, states, log }, sounds);
}

/** Takes for each line the warp it fits best with. */
function warpLines(table: PhoneTable, lines: Line[]): void {
  const silence = table.phones.indexOf(SILENCE);
  for (const line of lines) {
    const spoken = line.sounds.filter(({ phone }) => phone !== silence);
    const placed = laid(table, spoken, line.features);
    line.features = featuresOf(
      line.spectra,
      bestWarp(table, placed, (warp) => featuresOf(line.spectra, warp)),
    );
  }
}

const short = (value: number) => Number(value.toPrecision(4));

/** The table with its states made anew of the frames that lie in them. */
function madeAnew(written: WrittenTable, lines: Line[], clouds: number): WrittenTable {
  const table = readTable(written);
  const states = table.stateOf[table.phones.length];
  const frames: { features: Float32Array; at: number }[][] = Array.from({ length: states }, () => []);
  for (const { sounds, features } of lines)
    for (const { t, state } of laid(table, sounds, features)) frames[state].push({ features, at: t * FEATURES });
  const { variance: all } = meanAndVariance(
    lines.map(({ features }) => features),
    FEATURES,
  );
  const least = all.map((variance) => LEAST * variance);
  return Object.fromEntries(
    table.phones.map((phone, p) => {
      const { d, s } = written[phone];
      const made = s.map((before, k) => {
        const own = frames[table.stateOf[p] + k];
        if (own.length < FEWEST_FRAMES) return before;
        const rows = new Float32Array(own.length * FEATURES);
        own.forEach(({ features, at }, n) => void rows.set(features.subarray(at, at + FEATURES), n * FEATURES));
        return cloudsOf(rows, FEATURES, phone === SILENCE ? 2 * clouds : clouds, least).map(
          ({ weight, mean, variance }): Mixtures[number] => [
            short(weight),
            Array.from(mean, short),
            Array.from(variance, short),
          ],
        );
      });
      return [phone, { d, s: made }];
    }),
  );
}

/** The table with its lengths made anew: how long each sound is in lines brought to one rate. */
function lengthsAnew(written: WrittenTable, { phones }: PhoneTable, lines: Line[]): WrittenTable {
  const lengths = lines.map(({ sounds }) =>
    sounds.map(({ phone, from, to }) => ({ phone, log: Math.log((to - from) * HOP) })),
  );
  const means = phones.map((phone) => written[phone].d[0]);
  const deviations = phones.map((phone) => written[phone].d[1]);
  const silence = phones.indexOf(SILENCE);
  for (let round = 0; round < 5; round++) {
    const own: number[][] = phones.map(() => []);
    for (const line of lengths) {
      const rate = rateOf(line.filter(({ phone }) => phone !== silence).map(({ phone, log }) => log - means[phone]));
      for (const { phone, log } of line) own[phone].push(phone === silence ? log : log - rate);
    }
    own.forEach((logs, p) => {
      if (logs.length < FEWEST_SOUNDS) return;
      means[p] = logs.reduce((sum, log) => sum + log, 0) / logs.length;
      deviations[p] = Math.sqrt(logs.reduce((sum, log) => sum + (log - means[p]) ** 2, 0) / logs.length);
    });
  }
  return Object.fromEntries(
    phones.map((phone, p) => [phone, { ...written[phone], d: [short(means[p]), short(deviations[p])] }]),
  );
}

/** The tables with what was known before beside what has been learnt. */
function withBefore(before: WrittenTable, now: WrittenTable): WrittenTable {
  const sharing = (clouds: Mixtures, share: number): Mixtures =>
    clouds.map(([weight, mean, variance]) => [short(weight * share), mean, variance]);
  return Object.fromEntries(
    Object.entries(now).map(([phone, { d, s }]) => {
      const known = before[phone].s;
      const both = s.map((own, k) =>
        own === known[k] ? own : [...sharing(own, 1 - KEPT), ...sharing(known[k], KEPT)],
      );
      return [phone, { d, s: both }];
    }),
  );
}

/** @param folders of lines; what is known so far leads at first */
export async function learnSounds(folders: string[], out: string): Promise<void> {
  const before = phoneTable();
  const lines = folders.flatMap((folder) => linesIn(folder, before));
  console.log(`${lines.length} lines`);
  const first = JSON.parse(
    readFileSync(new URL('../../src/core/speech/phones.json', import.meta.url), 'utf8'),
  ) as WrittenTable;
  let written = first;
  for (const clouds of CLOUDS) {
    warpLines(readTable(written), lines);
    for (let again = 0; again < AGAIN; again++) written = madeAnew(written, lines, clouds);
    console.log(`made anew with ${clouds} clouds a state`);
  }
  writeFileSync(out, `${JSON.stringify(withBefore(first, lengthsAnew(written, before, lines)))}\n`);
}
