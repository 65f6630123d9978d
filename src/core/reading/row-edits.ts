/** The track reading written and corrected. For `change()` recipes. */

import { plain } from '../history/draft.ts';
import { findClip, timeInSound } from '../shot/clips.ts';
import { type Id, newId } from '../shot/ids.ts';
import type { Clip, NoteColour, ReadingSound, Shot } from '../shot/model.ts';
import type { ReadSound } from '../speech/align.ts';
import { SILENCE } from '../speech/phones.ts';
import { type ReadingRow, readingRows, soundAt } from './rows.ts';

/** Shortest sound that can be drawn, frames. */
const SHORTEST = 0.25;
/** A sound that fits worse than this is a doubt. */
const DOUBT = -6;
/** The pencils a computed reading is written with: sure, and in doubt. */
const SURE: NoteColour = 'blue';
const DOUBTFUL: NoteColour = 'plum';

/** Whether a fit is so poor that the sound is a doubt; what the hand wrote is none. */
export const isDoubt = (fit: number | null): boolean => fit !== null && fit < DOUBT;

/** The clip heard at a frame that a written sound belongs to: one that is read already, else one with words, else the first. */
function clipHeardAt(shot: Shot, frame: number): Clip | null {
  const time = (frame + 0.5) / shot.fps;
  const heard = shot.tracks
    .flatMap(({ clips }) => clips)
    .filter((clip) => !clip.loop && timeInSound(clip, shot.fps, time) !== null);
  const read = new Set(plain(shot.reading).map(({ clip }) => clip));
  return heard.find(({ id }) => read.has(id)) ?? heard.find(({ words }) => words) ?? heard[0] ?? null;
}

function soundIn(shot: Shot, id: Id): ReadingSound {
  const sound = shot.reading.find((each) => each.id === id);
  if (!sound) throw new Error(`There is no sound ${id} in the reading.`);
  return sound;
}

/** Sets where a sound begins and ends, frames of the shot. */
function setTimes(shot: Shot, sound: ReadingSound, from: number, to: number): void {
  const clip = sound.clip === null ? null : findClip(shot, sound.clip)?.clip;
  const time = (frame: number) => frame / shot.fps + (clip ? clip.in - clip.frame / shot.fps : 0);
  sound.from = Math.max(0, time(from));
  sound.to = Math.max(sound.from, time(to));
}

/**
 * Writes a sound against a frame, as the hand does: what is heard there is called so from now on; where nothing is, it lasts
 * `frames` frames or to the next sound. Without text the sound is rubbed out.
 */
export function writeSound(shot: Shot, frame: number, text: string, colour: NoteColour, frames = 2): void {
  const rows = readingRows(plain(shot));
  const there = soundAt(rows, frame);
  const written = text.trim();
  if (!written) {
    if (there) removeSounds(shot, [there.sound.id]);
    return;
  }
  // A sound that began before is cut here: the hand writes against this frame, not against an earlier one.
  if (there && Math.abs(there.from - frame) < 1) {
    const sound = soundIn(shot, there.sound.id);
    sound.text = written;
    sound.colour = colour;
    sound.fit = null;
    return;
  }
  const next = rows.find(({ from }) => from > frame + 1e-6);
  const end = there ? there.to : Math.min(frame + frames, next?.from ?? Number.POSITIVE_INFINITY);
  const clip = there ? there.sound.clip : (clipHeardAt(shot, frame)?.id ?? null);
  const sound: ReadingSound = {
    id: newId(),
    clip,
    from: 0,
    to: 0,
    text: written,
    colour,
    word: there?.sound.word ?? -1,
    fit: null,
    held: false,
  };
  if (there) setTimes(shot, soundIn(shot, there.sound.id), there.from, frame);
  setTimes(shot, sound, frame, Math.max(frame + SHORTEST, end));
  shot.reading.push(sound);
}

/** What lies before and after a sound: those it shares a bound with are `joined`. */
function soundNeighbours(rows: ReadingRow[], id: Id): { before: ReadingRow | null; after: ReadingRow | null } {
  const at = rows.findIndex(({ sound }) => sound.id === id);
  const own = rows[at]?.sound.clip;
  const same = (row: ReadingRow | undefined) => (row && row.sound.clip === own ? row : null);
  return { before: same(rows[at - 1]), after: same(rows[at + 1]) };
}

/**
 * Moves a bound of a sound to a frame (fractions allowed): its beginning or its end. A neighbour that meets it there comes
 * along; none is passed over. A beginning set so is held when the reading is computed again.
 */
export function moveBound(shot: Shot, id: Id, which: 'from' | 'to', frame: number): void {
  const rows = readingRows(plain(shot));
  const row = rows.find(({ sound }) => sound.id === id);
  if (!row) return;
  const { before, after } = soundNeighbours(rows, id);
  const other = which === 'from' ? before : after;
  const meets = other && Math.abs(which === 'from' ? other.to - row.from : other.from - row.to) < 0.02;
  let low = which === 'from' ? Number.NEGATIVE_INFINITY : row.from + SHORTEST;
  let high = which === 'from' ? row.to - SHORTEST : Number.POSITIVE_INFINITY;
  if (other && which === 'from') low = meets ? other.from + SHORTEST : other.to;
  if (other && which === 'to') high = meets ? other.to - SHORTEST : other.from;
  const to = Math.max(0, Math.min(high, Math.max(low, frame)));
  const sound = soundIn(shot, id);
  if (which === 'from') {
    setTimes(shot, sound, to, row.to);
    sound.held = true;
    if (meets) setTimes(shot, soundIn(shot, other.sound.id), other.from, to);
  } else {
    setTimes(shot, sound, row.from, to);
    if (meets) {
      setTimes(shot, soundIn(shot, other.sound.id), to, other.to);
      soundIn(shot, other.sound.id).held = true;
    }
  }
}

/** Moves whole sounds by frames. */
export function moveSounds(shot: Shot, ids: Id[], by: number): void {
  for (const row of readingRows(plain(shot)))
    if (ids.includes(row.sound.id)) setTimes(shot, soundIn(shot, row.sound.id), row.from + by, row.to + by);
}

export function removeSounds(shot: Shot, ids: Id[]): void {
  const gone = new Set(ids);
  shot.reading = plain(shot.reading).filter(({ id }) => !gone.has(id));
}

/** Ids of the sounds of a colour. */
export function soundsOfColour(shot: Shot, colour: NoteColour): Id[] {
  return shot.reading.filter((sound) => sound.colour === colour).map(({ id }) => id);
}

/** Gives all sounds of one colour another. */
export function recolourSounds(shot: Shot, from: NoteColour, to: NoteColour): void {
  for (const sound of shot.reading) if (sound.colour === from) sound.colour = to;
}

/**
 * A clip's reading as computed: what was there is replaced. `at`: seconds of the clip's sound the times count from. Doubts are
 * written with a pencil of their own; `doubtful`: all of it is one.
 */
export function writeReading(shot: Shot, clip: Id, sounds: ReadSound[], at: number, doubtful: boolean): void {
  const kept = plain(shot.reading).filter((sound) => sound.clip !== clip);
  const made = sounds
    .filter(({ phone }) => phone !== SILENCE)
    .map(
      ({ phone, from, to, word, fit }): ReadingSound => ({
        id: newId(),
        clip,
        from: at + from,
        to: at + to,
        text: phone,
        colour: doubtful || isDoubt(fit) ? DOUBTFUL : SURE,
        word,
        fit,
        held: false,
      }),
    );
  shot.reading = [...kept, ...made];
}

/** A clip's sounds in order, as they stand: what is computed again when a bound has been set by hand. */
export function soundsOfClip(shot: Pick<Shot, 'reading'>, clip: Id): ReadingSound[] {
  return plain(shot.reading)
    .filter((sound) => sound.clip === clip)
    .sort((a, b) => a.from - b.from);
}

/**
 * Takes new times for sounds of a clip. Only for those that are as they were when the work began: what the hand has moved,
 * written or rubbed out meanwhile stays so. Returns how many were left.
 * @param asked the sounds as they were, in order; @param sounds what came of them, in the same order, seconds from `at`
 */
export function retimeReading(shot: Shot, asked: readonly ReadingSound[], sounds: ReadSound[], at: number): number {
  const spoken = sounds.filter(({ phone }) => phone !== SILENCE);
  const now = new Map(plain(shot.reading).map((sound) => [sound.id, sound]));
  let left = 0;
  asked.forEach((was, i) => {
    if (!spoken[i] || !isSameSound(was, now.get(was.id))) {
      left++;
      return;
    }
    const sound = soundIn(shot, was.id);
    sound.from = at + spoken[i].from;
    sound.to = at + spoken[i].to;
    if (sound.fit !== null) sound.fit = spoken[i].fit;
  });
  return left;
}

function isSameSound(a: ReadingSound, b: ReadingSound | undefined): boolean {
  return (
    b !== undefined &&
    a.clip === b.clip &&
    a.from === b.from &&
    a.to === b.to &&
    a.text === b.text &&
    a.held === b.held &&
    a.colour === b.colour
  );
}

/** Whether a clip and its reading are as they were when work on them began. */
export function isReadAsItWas(shot: Shot, was: Clip, sounds: readonly ReadingSound[]): boolean {
  const now = findClip(shot, was.id)?.clip;
  const there = soundsOfClip(shot, was.id);
  return (
    now?.asset === was.asset &&
    now.in === was.in &&
    now.out === was.out &&
    now.words === was.words &&
    there.length === sounds.length &&
    sounds.every((sound, i) => isSameSound(sound, there[i]))
  );
}
