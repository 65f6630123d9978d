/**
 * Words laid on a recording. Forced alignment: decoded once, then the throat's length (a warp of the bands) and the rate of
 * speech are fitted to what was found, and it is decoded again.
 */
import { decode, type Held, type Stretch } from './decode.ts';
import { type Emissions, emissionsOf } from './emissions.ts';
import { featuresOf, HOP, loudness, percentile, type Spectra, spectraOf } from './features.ts';
import { type SoundGraph, soundGraph } from './graph.ts';
import { type PhoneTable, phoneTable } from './phone-table.ts';
import { type Phone, SILENCE } from './phones.ts';
import { bestWarp, placedOn, rateOf } from './voice.ts';

/** A sound and when it is made. */
export interface ReadSound {
  phone: Phone;
  /** Index of its word; -1 for silence. */
  word: number;
  /** Seconds from the start of the recording. */
  from: number;
  to: number;
  /** How well it fits, 0 and less: mean over its frames of its own log likelihood less that of the best phone. */
  fit: number;
}

export interface Reading {
  sounds: ReadSound[];
  /** Mean fit over all frames of speech. Right words score above about -3.1, wrong ones below about -5.8. */
  fit: number;
}

/** Under this the words are likely not those of the recording. */
export const DOUBTFUL_FIT = -4;

const WORST_FIT = -15;

/** How far the work has come, 0..1. */
export type Progress = (share: number) => void;

/** A recording made ready for reading: its spectra, and where sound stands out of the room's noise. */
export class Recording {
  readonly table: PhoneTable = phoneTable();
  readonly spectra: Spectra;
  private readonly loud: Float64Array;
  private readonly threshold: number;
  private readonly made = new Map<number, Emissions>();
  /** What was last found out about the voice: its throat's warp and its rate. */
  fitted = { warp: 1, rate: 1 };

  /** `sound`: mono at SPEECH_RATE. */
  constructor(sound: Float32Array) {
    this.spectra = spectraOf(sound);
    this.loud = loudness(this.spectra);
    this.threshold = Math.max(percentile(this.loud, 0.95) - 28, percentile(this.loud, 0.08) + 10);
  }

  get frames(): number {
    return this.spectra.frames;
  }

  features(warp: number): Float32Array {
    return featuresOf(this.spectra, warp);
  }

  emissions(warp: number): Emissions {
    let made = this.made.get(warp);
    if (!made) {
      made = emissionsOf(this.table, this.features(warp), this.loud, this.threshold);
      this.made.set(warp, made);
    }
    return made;
  }
}

/** Those in which something is said. */
const spoken = (stretches: Stretch[]) => stretches.filter(({ word }) => word >= 0);

/** How much longer the sounds are than usual: 1 is usual. */
function rateFound(table: PhoneTable, stretches: Stretch[]): number {
  const off = spoken(stretches).map(({ phone, from, to }) => Math.log((to - from) * HOP) - table.durations[phone].mean);
  return Math.min(2, Math.max(0.5, Math.exp(rateOf(off))));
}

/** Fit of one stretch: own phone against the best of all, per frame. */
function fitOf(table: PhoneTable, { states, log }: Emissions, { phone, from, to }: Stretch): number {
  let sum = 0;
  for (let t = from; t < to; t++) {
    let best = Number.NEGATIVE_INFINITY;
    for (let s = 0; s < states; s++) best = Math.max(best, log[t * states + s]);
    let own = Number.NEGATIVE_INFINITY;
    for (let s = table.stateOf[phone]; s < table.stateOf[phone + 1]; s++) own = Math.max(own, log[t * states + s]);
    sum += Math.max(WORST_FIT, own - best);
  }
  return sum / Math.max(1, to - from);
}

function toReading(recording: Recording, stretches: Stretch[], emissions: Emissions): Reading {
  const { table } = recording;
  let sum = 0;
  let frames = 0;
  const sounds = stretches.map((stretch) => {
    const fit = fitOf(table, emissions, stretch);
    if (stretch.word >= 0) {
      sum += fit * (stretch.to - stretch.from);
      frames += stretch.to - stretch.from;
    }
    return {
      phone: table.phones[stretch.phone],
      word: stretch.word,
      from: stretch.from * HOP,
      to: stretch.to * HOP,
      fit,
    };
  });
  return { sounds, fit: frames > 0 ? sum / frames : WORST_FIT };
}

/** A sound as it is said, one after another; `from`: seconds it must begin at, where the hand has set it. */
export interface FixedSound {
  phone: Phone;
  word: number;
  from?: number;
}

function graphOf(table: PhoneTable, words: Phone[][][]): SoundGraph {
  return soundGraph(words, (phone) => table.phones.indexOf(phone), table.phones.indexOf(SILENCE));
}

/**
 * Lays words, given by their pronunciations, on a recording. Null when there are more sounds than the recording has room for,
 * or nothing to lay.
 */
export function align(recording: Recording, words: Phone[][][], progress: Progress = () => {}): Reading | null {
  const { table } = recording;
  if (words.length === 0 || recording.frames === 0) return null;
  const graph = graphOf(table, words);
  let warp = 1;
  let emissions = recording.emissions(warp);
  progress(0.3);
  let stretches = decode(graph, table, emissions, 1);
  progress(0.45);
  for (let round = 0; round < 2 && stretches; round++) {
    const next = bestWarp(table, placedOn(table, emissions, spoken(stretches)), (tried) => recording.features(tried));
    if (next === warp) break;
    warp = next;
    emissions = recording.emissions(warp);
    stretches = decode(graph, table, emissions, 1);
    progress(0.6 + 0.15 * round);
  }
  if (!stretches) return null;
  const rate = rateFound(table, stretches);
  recording.fitted = { warp, rate };
  progress(0.85);
  stretches = decode(graph, table, emissions, rate) ?? stretches;
  progress(1);
  return toReading(recording, stretches, emissions);
}

/**
 * Lays sounds again of which some beginnings are set by hand; no other pronunciation is tried, silences are found anew
 * between words. Null when what is set leaves no room.
 */
export function alignFixed(recording: Recording, sounds: FixedSound[]): Reading | null {
  const { table, fitted } = recording;
  if (sounds.length === 0) return null;
  const silence = table.phones.indexOf(SILENCE);
  const nodes: SoundGraph['nodes'] = [];
  const held: Held = new Map();
  let ends = [-1];
  const pause = () => {
    nodes.push({ phone: silence, word: -1, before: ends });
    ends = [...ends, nodes.length - 1];
  };
  sounds.forEach(({ phone, word, from }, i) => {
    if (i === 0 || sounds[i - 1].word !== word) pause();
    nodes.push({ phone: table.phones.indexOf(phone), word: Math.max(0, word), before: ends });
    ends = [nodes.length - 1];
    if (from !== undefined) held.set(nodes.length - 1, Math.min(recording.frames, Math.max(0, Math.round(from / HOP))));
  });
  pause();
  const emissions = recording.emissions(fitted.warp);
  const stretches = decode({ nodes, ends }, table, emissions, fitted.rate, held);
  return stretches && toReading(recording, stretches, emissions);
}
