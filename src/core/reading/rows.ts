/** The track reading as it stands beside the frames. */
import { plain } from '../history/draft.ts';
import { clipSeconds, findClip, loopPeriod } from '../shot/clips.ts';
import type { Clip, ReadingSound, Shot } from '../shot/model.ts';
import { isVowel } from '../speech/phones.ts';
import { soundOfText } from './text.ts';

/** A sound where it is heard: frames from the shot's start, with fractions; `to` lies after it. */
export interface ReadingRow {
  sound: ReadingSound;
  from: number;
  to: number;
}

/** A vowel this long, seconds, is a place where a mouth may be stretched. */
const LONG_VOWEL = 0.2;

const memory = new WeakMap<ReadingSound[], { shot: Shot['tracks']; fps: number; rows: ReadingRow[] }>();

/** Seconds of the shot at which a time in a clip's sound is first heard. */
function heardAt(clip: Clip, fps: number, time: number): number {
  const into = time - clip.in - (clip.loop?.skip ?? 0);
  return clip.frame / fps + (clip.loop && into < 0 ? into + loopPeriod(clip) : into);
}

function rowOf(shot: Shot, sound: ReadingSound): ReadingRow | null {
  if (sound.clip === null) return { sound, from: sound.from * shot.fps, to: sound.to * shot.fps };
  const clip = findClip(shot, sound.clip)?.clip;
  if (!clip) return null;
  const start = clip.frame / shot.fps;
  const end = start + clipSeconds(clip);
  const from = Math.max(start, heardAt(clip, shot.fps, sound.from));
  const to = Math.min(end, heardAt(clip, shot.fps, sound.from) + sound.to - sound.from);
  // What a trimmed clip leaves out is not heard; it comes back with the sound.
  return to - from < 1e-6 ? null : { sound, from: from * shot.fps, to: to * shot.fps };
}

/** All that is heard, in order. */
export function readingRows(shot: Shot): ReadingRow[] {
  const { reading, tracks, fps } = plain(shot);
  const known = memory.get(reading);
  if (known && known.shot === tracks && known.fps === fps) return known.rows;
  const rows = reading
    .map((sound) => rowOf(shot, sound))
    .filter((row): row is ReadingRow => row !== null)
    .sort((a, b) => a.from - b.from || a.to - b.to);
  memory.set(reading, { shot: tracks, fps, rows });
  return rows;
}

/** The sound at a frame: the one heard in its middle. Null between sounds. */
export function soundAt(rows: ReadingRow[], frame: number): ReadingRow | null {
  const at = frame + 0.5;
  let low = 0;
  let high = rows.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (rows[middle].from <= at) low = middle + 1;
    else high = middle;
  }
  // Where sounds of several clips overlap the later one counts, unless it is over already.
  for (let i = low - 1; i >= Math.max(0, low - 4); i--) if (rows[i].to > at) return rows[i];
  return null;
}

/** Whether a mouth might be stretched on this sound: a long vowel. */
export function isLongVowel({ sound, from, to }: ReadingRow, fps: number): boolean {
  const phone = soundOfText(sound.text);
  return phone !== null && isVowel(phone) && to - from >= LONG_VOWEL * fps;
}
