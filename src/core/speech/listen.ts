/** What a voice does when nobody says which words it speaks: how open the mouth is, and a coarse vowel. */
import type { Reading, Recording } from './align.ts';
import { HOP } from './features.ts';
import { mouthOf } from './mouths.ts';
import { type Phone, SILENCE } from './phones.ts';

/** Price of going over to another sound. */
const CHANGE = 12;
/** Stretches shorter than this, seconds, are joined to what is before them. */
const SHORTEST = 0.03;

/** How open a mouth is: the four that can be told apart by ear. */
export type Openness = 'shut' | 'narrow' | 'open' | 'round';

export function opennessOf(phone: Phone): Openness {
  const mouth = mouthOf(phone);
  if (mouth === 'rest' || mouth === 'closed') return 'shut';
  if (mouth === 'wide-open' || mouth === 'mid') return 'open';
  if (mouth === 'round' || mouth === 'tight') return 'round';
  return 'narrow';
}

/** The sound each kind of opening is written as; vowels as they are heard. */
const WRITTEN: Record<Openness, Phone> = { shut: 'M', narrow: 'S', open: 'AA', round: 'OW' };
const COARSE: Record<string, Phone> = { 'wide-open': 'AA', mid: 'EH', wide: 'IY', round: 'OW', tight: 'UW' };

function written(phone: Phone): Phone {
  return phone === SILENCE ? SILENCE : (COARSE[mouthOf(phone)] ?? WRITTEN[opennessOf(phone)]);
}

/** The best way through all sounds, any after any, each state of a phone passed in order. */
function freePath(recording: Recording): { phone: number; from: number; to: number }[] {
  const { table } = recording;
  const { frames, states, log } = recording.emissions(1);
  const phoneOf = new Int32Array(states);
  const first = new Uint8Array(states);
  const last = new Uint8Array(states);
  table.phones.forEach((_, p) => {
    for (let s = table.stateOf[p]; s < table.stateOf[p + 1]; s++) phoneOf[s] = p;
    first[table.stateOf[p]] = 1;
    last[table.stateOf[p + 1] - 1] = 1;
  });
  let score = new Float64Array(states).fill(-1e9);
  let next = new Float64Array(states);
  const back = new Int16Array(frames * states);
  for (let t = 0; t < frames; t++) {
    let leaving = -1;
    for (let s = 0; s < states; s++) if (last[s] && (leaving < 0 || score[s] > score[leaving])) leaving = s;
    for (let s = 0; s < states; s++) {
      let from = s;
      let value = t === 0 ? (first[s] ? 0 : -1e9) : score[s];
      if (t > 0 && !first[s] && score[s - 1] > value) {
        value = score[s - 1];
        from = s - 1;
      }
      if (t > 0 && first[s] && leaving >= 0 && score[leaving] - CHANGE > value) {
        value = score[leaving] - CHANGE;
        from = leaving;
      }
      next[s] = value + log[t * states + s];
      back[t * states + s] = from;
    }
    [score, next] = [next, score];
  }
  const out: { phone: number; from: number; to: number }[] = [];
  if (frames === 0) return out;
  let state = score.indexOf(Math.max(...score));
  for (let t = frames - 1; t >= 0; t--) {
    const phone = phoneOf[state];
    if (out.length > 0 && out[0].phone === phone && out[0].from === t + 1) out[0].from = t;
    else out.unshift({ phone, from: t, to: t + 1 });
    state = back[t * states + state];
  }
  return out;
}

/** A reading without words: coarse, and never sure. */
export function listen(recording: Recording): Reading {
  const { table } = recording;
  const sounds: Reading['sounds'] = [];
  for (const { phone, from, to } of freePath(recording)) {
    const text = written(table.phones[phone]);
    const last = sounds.at(-1);
    const short = (to - from) * HOP < SHORTEST;
    if (last && (last.phone === text || short)) last.to = to * HOP;
    else sounds.push({ phone: text, word: text === SILENCE ? -1 : 0, from: from * HOP, to: to * HOP, fit: -5 });
  }
  return { sounds, fit: -5 };
}
