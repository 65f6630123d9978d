/** Heavy work on sound: waveforms, track reading. */
import { transfer } from 'comlink';
import { type Peaks, peaksOf, resample, type Sound, toMono } from '../core/sound/index.ts';
import {
  align,
  alignFixed,
  type Dictionary,
  type FixedSound,
  listen,
  pronounce,
  type Reading,
  Recording,
  SPEECH_RATE,
  type SpokenWord,
} from '../core/speech/index.ts';
import { serve } from './serve.ts';

let dictionary: Promise<Dictionary> | null = null;

/** Loaded when words are first read: four and a half megabytes. */
function shippedDictionary(): Promise<Dictionary> {
  dictionary ??= import('cmu-pronouncing-dictionary').then((module) => module.dictionary);
  return dictionary;
}

/** What words are looked up in: the shipped dictionary or another, and words of one's own. */
export interface Words {
  text: string;
  own: Record<string, string>;
  /** Entries of a dictionary brought in instead of the shipped one; null: the shipped one. */
  dictionary: Dictionary | null;
}

/** What came of reading a recording. */
export interface ReadLine {
  reading: Reading | null;
  words: SpokenWord[];
}

/** The last recording read, so that a corrected bound does not begin at nothing. */
let last: { key: string; recording: Recording } | null = null;

function recordingOf(key: string, sound: Sound | null): Recording {
  if (last?.key === key) return last.recording;
  if (!sound) throw new Error('The recording is not here.');
  const mono = resample(toMono(sound.channels), sound.rate, SPEECH_RATE);
  last = { key, recording: new Recording(mono) };
  return last.recording;
}

const face = {
  peaks(channels: Float32Array[], rate: number): Peaks {
    const peaks = peaksOf(channels, rate);
    return transfer(peaks, [peaks.buffer]);
  },
  async pronounce({ text, own, dictionary: other }: Words): Promise<SpokenWord[]> {
    return pronounce(text, other ?? (await shippedDictionary()), own);
  },
  /** Reads words against a recording. `key` names the recording, so that it is made ready once. */
  async read(key: string, sound: Sound, words: Words, progress: (share: number) => void): Promise<ReadLine> {
    const spoken = await this.pronounce(words);
    progress(0.1);
    const recording = recordingOf(key, sound);
    progress(0.25);
    const variants = spoken.map((word) => word.variants);
    return { reading: align(recording, variants, (share) => progress(0.25 + 0.75 * share)), words: spoken };
  },
  /** Reads a recording without words. */
  listen(key: string, sound: Sound, progress: (share: number) => void): Reading {
    progress(0.1);
    const recording = recordingOf(key, sound);
    progress(0.4);
    const reading = listen(recording);
    progress(1);
    return reading;
  },
  /** Lays the same sounds again around the beginnings the hand has set. */
  readAgain(key: string, sound: Sound, sounds: FixedSound[]): Reading | null {
    return alignFixed(recordingOf(key, sound), sounds);
  },
};

export type SoundFace = typeof face;
serve(face);
