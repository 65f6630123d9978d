/** The track reading over a folder of recorded lines: `lines.json` ([{id, text}]) and `<id>.wav` beside it. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { dictionary } from 'cmu-pronouncing-dictionary';
import { readWav, resample, toMono } from '../src/core/sound/index.ts';
import { align, listen, pronounce, Recording, SPEECH_RATE } from '../src/core/speech/index.ts';

export type SpokenPhone = [phone: string, from: number, to: number];

export function recordingOf(path: string): Recording {
  const { channels, rate } = readWav(readFileSync(path), path);
  return new Recording(resample(toMono(channels), rate, SPEECH_RATE));
}

/** Sounds of one line, seconds. */
export function readLine(recording: Recording, text: string): SpokenPhone[] {
  const words = pronounce(text, dictionary).map(({ variants }) => variants);
  const { sounds } = align(recording, words) ?? listen(recording);
  return sounds.map(({ phone, from, to }) => [phone, from, to]);
}

export function readSpeech(folder: string): Record<string, SpokenPhone[]> {
  const lines = JSON.parse(readFileSync(join(folder, 'lines.json'), 'utf8')) as { id: string; text: string }[];
  return Object.fromEntries(lines.map(({ id, text }) => [id, readLine(recordingOf(join(folder, `${id}.wav`)), text)]));
}
