/** A sound of the track reading written as its reader likes. */
import { type ReadingRow, readingRows, soundOfText } from '../reading/index.ts';
import { findClip } from '../shot/clips.ts';
import type { Shot } from '../shot/model.ts';
import { mouthOf } from '../speech/mouths.ts';
import { type Phone, SILENCE } from '../speech/phones.ts';
import { wordsOf } from '../speech/pronounce.ts';
import { MOUTH_LABELS } from './chart.ts';

/** By sign ("IY"), as one would spell it ("ee"), as the mouth it is made with ("I"), or as the word it begins. */
export const READING_WAYS = ['signs', 'spelled', 'mouths', 'words'] as const;
export type ReadingWay = (typeof READING_WAYS)[number];

/** Sounds as English readers spell them; consonants that are not here are written in small letters. */
const SPELLED: Record<Phone, string> = {
  AA: 'ah',
  AE: 'a',
  AH: 'uh',
  AO: 'aw',
  AW: 'ow',
  AY: 'eye',
  EH: 'eh',
  ER: 'er',
  EY: 'ay',
  IH: 'ih',
  IY: 'ee',
  OW: 'oh',
  OY: 'oy',
  UH: 'u',
  UW: 'oo',
  DH: 'th',
  HH: 'h',
  JH: 'j',
  [SILENCE]: '-',
};

/** The rows of a reading stay the same ones until it changes. */
const memory = new WeakMap<ReadingRow[], { way: ReadingWay; written: string[] }>();

/**
 * What is written for each row of `readingRows(shot)`, in the same order; empty where nothing is. What a hand has written in its own words
 * stays as it is, except as mouths.
 */
export function writtenRows(shot: Shot, way: ReadingWay): string[] {
  const rows = readingRows(shot);
  const known = memory.get(rows);
  if (known?.way === way) return known.written;
  const words = new Map<string, string[]>();
  const wordOf = ({ sound: { clip, word } }: ReadingRow): string | undefined => {
    if (clip === null || word < 0) return undefined;
    if (!words.has(clip)) words.set(clip, wordsOf(findClip(shot, clip)?.clip.words ?? ''));
    return words.get(clip)![word];
  };
  const written = rows.map((row, i) => {
    const { text } = row.sound;
    const phone = soundOfText(text);
    const isSign = phone !== null && phone === text.trim().toUpperCase();
    if (way === 'spelled' && isSign) return SPELLED[phone] ?? phone.toLowerCase();
    if (way === 'mouths') return phone === null ? text : MOUTH_LABELS[mouthOf(phone)];
    if (way === 'words') {
      const word = wordOf(row);
      if (word === undefined) return text;
      const before = rows[i - 1]?.sound;
      return before?.clip === row.sound.clip && before.word === row.sound.word ? '' : word;
    }
    return text;
  });
  memory.set(rows, { way, written });
  return written;
}
