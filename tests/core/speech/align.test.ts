/** Words laid on recordings: the demo's own line, and the development set when it is there. */
import { existsSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { dictionary } from 'cmu-pronouncing-dictionary';
import { beforeAll, describe, expect, test } from 'vitest';
import { readWav, resample, toMono } from '../../../src/core/sound/index.ts';
import {
  align,
  alignFixed,
  DOUBTFUL_FIT,
  HOP,
  listen,
  mouthOf,
  opennessOf,
  pronounce,
  type Reading,
  Recording,
  SPEECH_RATE,
} from '../../../src/core/speech/index.ts';

const path = (from: string) => fileURLToPath(new URL(from, import.meta.url));
const LINE = 'There you are. Good evening, little light.';

function recording(file: string): Recording {
  const { channels, rate } = readWav(readFileSync(file), file);
  return new Recording(resample(toMono(channels), rate, SPEECH_RATE));
}

const variants = (line: string) => pronounce(line, dictionary).map((word) => word.variants);

let voice: Recording;
let read: Reading;

beforeAll(() => {
  voice = recording(path('../../../demo/data/there-you-are.wav'));
  read = align(voice, variants(LINE))!;
});

describe('the demo’s line', () => {
  const beginning = (word: number) => read.sounds.find((sound) => sound.word === word)!.from;
  test('its words begin where they are heard', () => {
    // Measured by ear and eye on the waveform, seconds.
    const heard = [0.2, 0.39, 0.58, 0.95, 1.2, 1.89, 2.13];
    heard.forEach((at, word) => {
      expect(Math.abs(beginning(word) - at), `word ${word + 1}`).toBeLessThan(2 / 24);
    });
  });
  test('sounds follow one another without gap or overlap from beginning to end', () => {
    expect(read.sounds[0].from).toBe(0);
    read.sounds.slice(1).forEach((sound, i) => {
      expect(sound.from).toBeCloseTo(read.sounds[i].to, 6);
    });
    expect(read.sounds.at(-1)!.to).toBeCloseTo(voice.frames * HOP, 6);
  });
  test('it is sure of its own words and in doubt of others', () => {
    expect(read.fit).toBeGreaterThan(-3.2);
    const wrong = align(voice, variants('Put the kettle on, we have a guest tonight.'))!;
    expect(wrong.fit).toBeLessThan(DOUBTFUL_FIT);
    expect(wrong.fit).toBeLessThan(read.fit - 1.5);
  });
  test('a beginning set by hand is kept, its neighbours make room, the far ones stay', () => {
    const spoken = read.sounds.filter(({ phone }) => phone !== 'SIL');
    const set = spoken[9].from + 0.06;
    const again = alignFixed(
      voice,
      spoken.map(({ phone, word }, i) => ({ phone, word, from: i === 9 ? set : undefined })),
    )!;
    const now = again.sounds.filter(({ phone }) => phone !== 'SIL');
    expect(now.map(({ phone }) => phone)).toEqual(spoken.map(({ phone }) => phone));
    expect(now[9].from).toBeCloseTo(set, 2);
    expect(now[8].to).toBeCloseTo(set, 2);
    expect(Math.abs(now[1].from - spoken[1].from)).toBeLessThan(0.03);
    expect(Math.abs(now.at(-1)!.from - spoken.at(-1)!.from)).toBeLessThan(0.03);
  });
  test('bounds that leave no room give no reading', () => {
    const sounds = [
      { phone: 'M', word: 0, from: 1 },
      { phone: 'AA', word: 0, from: 0.5 },
    ];
    expect(alignFixed(voice, sounds)).toBeNull();
  });
  test('more words than there is room for give no reading, nor do none', () => {
    expect(align(voice, variants(`${LINE} `.repeat(30)))).toBeNull();
    expect(align(voice, [])).toBeNull();
    expect(align(new Recording(new Float32Array(50)), variants('light'))).toBeNull();
  });
  test('without words the mouth is open where vowels are, shut where nobody speaks', () => {
    const heard = listen(voice);
    const at = (sounds: Reading['sounds'], t: number) =>
      sounds.find(({ from, to }) => t >= from && t < to)?.phone ?? 'SIL';
    let same = 0;
    let frames = 0;
    for (let t = 0.02; t < 2.6; t += 1 / 24) {
      frames++;
      if (opennessOf(at(heard.sounds, t)) === opennessOf(at(read.sounds, t))) same++;
    }
    expect(same / frames).toBeGreaterThan(0.6);
    expect(heard.fit).toBeLessThan(DOUBTFUL_FIT);
  });
});

const SET = path('../../../../shared/data/speech/dev');

describe.skipIf(!existsSync(SET))('the development set', () => {
  test('a dozen lines: sounds begin within a frame, mouths are the right ones', () => {
    const truth = JSON.parse(readFileSync(`${SET}/truth.json`, 'utf8')) as {
      id: string;
      text: string;
      dur: number;
      phones: [string, number, number][];
    }[];
    let right = 0;
    let frames = 0;
    for (const line of truth.filter((_, i) => i % 4 === 0)) {
      const { sounds } = align(recording(`${SET}/${line.id}.wav`), variants(line.text))!;
      for (let f = 0; f < Math.round(line.dur * 24); f++) {
        const t = (f + 0.5) / 24;
        const mine = sounds.find(({ from, to }) => t >= from && t < to)?.phone ?? 'SIL';
        const theirs = line.phones.find(([, from, to]) => t >= from && t < to)?.[0] ?? 'SIL';
        frames++;
        if (mouthOf(mine) === mouthOf(theirs)) right++;
      }
    }
    expect(right / frames).toBeGreaterThan(0.86);
  });
});
