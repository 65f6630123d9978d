/** The Foley shelf's sounds, made when they are first asked for. */
import { FOLEY, writeWav } from '../src/core/sound/index.ts';

const RATE = 48_000;

const made = new Map<string, Float32Array>();

function samplesOf(id: string): Float32Array | null {
  const there = made.get(id);
  if (there) return there;
  const samples = FOLEY.find((sound) => sound.id === id)?.make(RATE) ?? null;
  if (samples) made.set(id, samples);
  return samples;
}

interface ShelfEntry {
  id: string;
  name: string;
  words: string;
  seconds: number;
}

/** How long a sound is does not hang on the rate it is made at; made coarsely, all are measured in a blink. */
const MEASURING_RATE = 8000;

let list: ShelfEntry[] | null = null;

/** What stands on the shelf, by name. */
export function foleyList(): ShelfEntry[] {
  list ??= FOLEY.map(({ id, name, words, make }) => ({
    id,
    name,
    words,
    seconds: make(MEASURING_RATE).length / MEASURING_RATE,
  }));
  return list;
}

/** A sound as a WAV file, by its file name; null when there is none of this name. */
export function foleyWav(file: string): Buffer | null {
  const samples = file.endsWith('.wav') ? samplesOf(file.slice(0, -4)) : null;
  return samples && Buffer.from(writeWav([samples], RATE));
}
