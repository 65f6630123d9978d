/** The demo's sound: the line read, the flame's hiss looped under the rest of the shot. */
import { dictionary } from 'cmu-pronouncing-dictionary';
import { writeReading } from '../src/core/reading/index.ts';
import type { Shot, Track } from '../src/core/shot/index.ts';
import { loopPart, readWav, resample, toMono } from '../src/core/sound/index.ts';
import { align, pronounce, Recording, SPEECH_RATE } from '../src/core/speech/index.ts';
import { voice } from './source.ts';
import { WORDS } from './timing.ts';

const RATE = 44_100;

const trackNamed = (shot: Shot, name: string): Track => shot.tracks.find((track) => track.name === name)!;

/** The track reading of the line, made by the application's own means. */
export function readLine(shot: Shot): void {
  const [clip] = trackNamed(shot, 'Voice').clips;
  clip.words = WORDS;
  const { channels, rate } = readWav(voice, 'the voice');
  const words = pronounce(WORDS, dictionary).map(({ variants }) => variants);
  const reading = align(new Recording(resample(toMono(channels), rate, SPEECH_RATE)), words)!;
  writeReading(shot, clip.id, reading.sounds, 0, false);
}

/** The hiss sounds to the end of the shot, comes in under the flame that catches and goes out with the picture. */
export function loopHiss(shot: Shot, samples: Float32Array): void {
  const [clip] = trackNamed(shot, 'Hiss').clips;
  const part = loopPart(samples, RATE, 0, samples.length / RATE);
  Object.assign(clip, {
    in: part.in,
    out: part.out,
    loop: { seconds: (shot.length - clip.frame) / shot.fps, join: part.join, skip: 0 },
    fadeIn: 1.2,
    fadeOut: 0.8,
  });
}
