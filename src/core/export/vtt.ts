/** The track reading as WebVTT (W3C, "WebVTT: The Web Video Text Tracks Format"). */
import { readingRows } from '../reading/index.ts';
import { findClip } from '../shot/clips.ts';
import type { Shot } from '../shot/model.ts';

/** What is said between two frames, with fractions, counted from the first frame delivered. */
interface Cue {
  from: number;
  to: number;
  text: string;
}

/** Pauses are no words. */
const SILENT = /^(sil|pau|sp|)$/i;

/** The words or sounds of the track reading on some frames, `to` inclusive. */
export function readingCues(shot: Shot, by: 'words' | 'sounds', from: number, to: number): Cue[] {
  const out: (Cue & { key: string })[] = [];
  for (const { sound, from: begins, to: ends } of readingRows(shot)) {
    if (ends <= from || begins >= to + 1 || SILENT.test(sound.text.trim())) continue;
    const cue = { from: Math.max(begins, from) - from, to: Math.min(ends, to + 1) - from };
    const clip = sound.clip ? findClip(shot, sound.clip)?.clip : null;
    const word = clip && sound.word >= 0 ? clip.words.trim().split(/\s+/)[sound.word] : undefined;
    const key = by === 'words' && word ? `${sound.clip} ${sound.word}` : sound.id;
    const last = out.at(-1);
    if (last?.key === key) last.to = cue.to;
    else out.push({ ...cue, key, text: by === 'words' && word ? word : sound.text });
  }
  return out.map(({ from: begins, to: ends, text }) => ({ from: begins, to: ends, text }));
}

/** "00:00:01.042". */
function stamp(seconds: number): string {
  const all = Math.round(seconds * 1000);
  const part = (value: number, digits: number) => String(value).padStart(digits, '0');
  const [hours, minutes] = [Math.floor(all / 3_600_000), Math.floor(all / 60_000) % 60];
  return `${part(hours, 2)}:${part(minutes, 2)}:${part(Math.floor(all / 1000) % 60, 2)}.${part(all % 1000, 3)}`;
}

/** Letters that would be read as marks. */
const plainText = (text: string) =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/\s+/g, ' ');

export function vttOf(cues: Cue[], fps: number): string {
  const blocks = cues.map(
    ({ from, to, text }, i) => `${i + 1}\n${stamp(from / fps)} --> ${stamp(to / fps)}\n${plainText(text)}\n`,
  );
  return `WEBVTT\n\n${blocks.join('\n')}`;
}
