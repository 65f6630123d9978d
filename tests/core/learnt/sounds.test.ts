/** Tables of sounds learnt from a line whose sounds are known. */
import { copyFileSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { readLine, recordingOf, type SpokenPhone } from '../../../bench/speech-set.ts';
import { KEPT, learnSounds } from '../../../scripts/learn/sounds.ts';
import { featuresOf, HOP } from '../../../src/core/speech/features.ts';
import { phoneTable, SILENCE } from '../../../src/core/speech/index.ts';
import { FEATURES, type PhoneTable, readTable, type WrittenTable } from '../../../src/core/speech/phone-table.ts';
import { WARPS } from '../../../src/core/speech/voice.ts';

const VOICE = fileURLToPath(new URL('../../../demo/data/there-you-are.wav', import.meta.url));
const LINE = 'There you are. Good evening, little light.';

let folder: string;
let said: SpokenPhone[];
let learnt: WrittenTable;

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'sounds-'));
  copyFileSync(VOICE, join(folder, 'line.wav'));
  said = readLine(recordingOf(VOICE), LINE);
  writeFileSync(join(folder, 'truth.json'), JSON.stringify([{ id: 'line', phones: said }]));
  const out = join(folder, 'out.json');
  await learnSounds([folder], out);
  learnt = JSON.parse(readFileSync(out, 'utf8'));
});

afterAll(() => rmSync(folder, { recursive: true, force: true }));

test('it is a table like the one before: the same sounds and states, shares that add up, what was not heard as it was', () => {
  const before = phoneTable();
  const table = readTable(learnt);
  expect(table.phones).toEqual(before.phones);
  expect(table.stateOf).toEqual(before.stateOf);
  for (const { d, s } of Object.values(learnt)) {
    expect(d.every(Number.isFinite)).toBe(true);
    expect(d[1]).toBeGreaterThan(0);
    for (const state of s) {
      expect(state.reduce((sum, [weight]) => sum + weight, 0)).toBeCloseTo(1, 2);
      for (const [, mean, variance] of state) {
        expect([mean.length, variance.length]).toEqual([FEATURES, FEATURES]);
        for (const each of variance) expect(each).toBeGreaterThan(0);
      }
    }
  }
  const heard = new Set(said.map(([phone]) => phone));
  const unheard = before.phones.findIndex((phone) => !heard.has(phone));
  const mixture = ({ mixtureOf, stateOf, means }: PhoneTable) => {
    const at = mixtureOf[stateOf[unheard]] * FEATURES;
    return means.slice(at, at + FEATURES);
  };
  expect(mixture(table)).toEqual(mixture(before));
});

test('the clouds of a sound have the mean of its frames, as the throat was taken to be', () => {
  const { spectra } = recordingOf(VOICE);
  const { stateOf, mixtureOf, means, phones } = phoneTable();
  const known = mixtureOf[stateOf[phones.indexOf(SILENCE) + 1]] - mixtureOf[stateOf[phones.indexOf(SILENCE)]];
  const clouds = learnt[SILENCE].s[0];
  // What was known before stands behind what has been learnt.
  expect(clouds.slice(-known).map(([, mean]) => mean[0])).toEqual(
    Array.from({ length: known }, (_, m) => means[(mixtureOf[stateOf[phones.indexOf(SILENCE)]] + m) * FEATURES]),
  );
  const own = Array.from({ length: FEATURES }, (_, k) =>
    clouds.slice(0, -known).reduce((sum, [weight, mean]) => sum + (weight * mean[k]) / (1 - KEPT), 0),
  );
  const frames = said.flatMap(([name, from, to]) =>
    Array.from({ length: spectra.frames }, (_, t) => t).filter((t) => {
      const middle = (t + 0.5) * HOP;
      return name === SILENCE && middle >= from && middle < to;
    }),
  );
  const off = WARPS.map((warp) => {
    const features = featuresOf(spectra, warp);
    return own.reduce((sum, mean, k) => {
      const heard = frames.reduce((all, t) => all + features[t * FEATURES + k], 0) / frames.length;
      return sum + Math.abs(heard - mean);
    }, 0);
  });
  expect(Math.min(...off)).toBeLessThan(0.1);
  expect(Math.max(...off)).toBeGreaterThan(0.5);
});
