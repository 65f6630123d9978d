/** The track reading: written by hand, computed, cleared and moved by colour. */

import { READING_WAYS, type ReadingWay } from '../../core/mouths/index.ts';
import {
  isReadAsItWas,
  moveSounds,
  readingRows,
  recolourSounds,
  removeSounds,
  retimeReading,
  soundAt,
  soundOfText,
  soundsOfClip,
  soundsOfColour,
  writeReading,
} from '../../core/reading/index.ts';
import { type Clip, clipSeconds, NOTE_COLOURS, type NoteColour } from '../../core/shot/index.ts';
import { DOUBTFUL_FIT, SILENCE } from '../../core/speech/index.ts';
import { db } from '../library.ts';
import { looks } from '../session/looks.ts';
import { ownWords } from '../session/own-words.ts';
import { beginEntry } from './begin-entry.ts';
import type { Command, CommandContext } from './register.ts';
import { clipInHand } from './sound.ts';

/** Longest stretch read at once, seconds. */
const LONGEST = 60;
/** Said when the hand was quicker than the reading. */
const CHANGED = 'The clip or its reading was changed while it was read, so it was left as it is. Read it once more.';
/** Sound whose highest sample is below this is silence. */
const SILENT = 1e-3;

function writeSoundHere(context: CommandContext): void {
  const there = soundAt(readingRows(context.session.shot), context.view.getState().frame);
  beginEntry(context, 'sound', there?.sound.text ?? '');
}

/** Why a clip cannot be read, in a sentence; null when it can. */
function whyNotRead({ sound }: CommandContext, clip: Clip): string | null {
  if (clip.loop) return `“${clip.name}” is looped; a reading is made of a line that is spoken once.`;
  if (clipSeconds(clip) > LONGEST)
    return `“${clip.name}” is ${Math.round(clipSeconds(clip))} seconds long; at most ${LONGEST} are read at once. Cut the line out of it first.`;
  const samples = sound.sound(clip.asset);
  if (!samples) return `“${clip.name}” is still being made ready. Try again in a moment.`;
  const [from, to] = [clip.in, clip.out].map((time) => Math.round(time * samples.rate));
  const loud = samples.channels.some((channel) => {
    for (let i = from; i < to; i++) if (Math.abs(channel[i]) > SILENT) return true;
    return false;
  });
  return loud ? null : `“${clip.name}” is silent: there is nothing in it to read.`;
}

/**
 * Reads a clip: its words laid on its sound, or without words by ear alone. Says how sure it is. Resolves to the sentence
 * that was said.
 */
export async function readClip(
  context: CommandContext,
  clip: Clip,
  progress: (share: number) => void,
): Promise<string> {
  const { session, sound } = context;
  const why = whyNotRead(context, clip);
  if (why) return why;
  const before = soundsOfClip(session.shot, clip.id);
  const changed = () => !isReadAsItWas(session.shot, clip, before);
  if (!clip.words.trim()) {
    const heard = await sound.listen(clip, progress);
    if (!heard) return 'The sound could not be read.';
    if (changed()) return CHANGED;
    session.change('listen to the clip', (shot) => writeReading(shot, clip.id, heard.sounds, clip.in, true));
    return 'Read by ear, without words: how open the mouth is, and a coarse vowel. All of it is in doubt.';
  }
  const { own, dictionary } = ownWords.get();
  const line = await sound.read(clip, { text: clip.words, own, dictionary }, progress);
  if (!line) return 'The sound could not be read.';
  const { reading, words } = line;
  if (words.length === 0) return 'There are no words to read in what was typed. Write what is said, in English.';
  if (!reading)
    return `${words.length} words do not fit into ${clipSeconds(clip).toFixed(1)} seconds. Check the words, or the ends of the clip.`;
  if (changed()) return CHANGED;
  const doubtful = reading.fit < DOUBTFUL_FIT;
  session.change('read the clip', (shot) => writeReading(shot, clip.id, reading.sounds, clip.in, doubtful));
  if (doubtful)
    return 'These words do not seem to be what is said here: all of the reading is in doubt. Check the words and the clip.';
  const guessed = words.filter(({ by }) => by === 'rules').map(({ text }) => `“${text}”`);
  return guessed.length > 0
    ? `Read. ${guessed.slice(0, 4).join(', ')} ${guessed.length === 1 ? 'is' : 'are'} not in the dictionary and went by the rules of spelling.`
    : 'Read.';
}

/** After a bound was set by hand: the clip's other sounds are laid anew around those that are held. */
export async function readAround(context: CommandContext, clip: Clip, gesture: string): Promise<void> {
  const sounds = soundsOfClip(context.session.shot, clip.id);
  const fixed = sounds.map(({ text, word, from, held }) => ({
    phone: soundOfText(text) ?? SILENCE,
    word,
    from: held ? from - clip.in : undefined,
  }));
  // What the hand wrote in its own way, or a clip read by ear, stays as it was put.
  const computed = sounds.every(({ fit }) => fit !== null) && fixed.every(({ phone }) => phone !== SILENCE);
  if (!computed || whyNotRead(context, clip)) return;
  const reading = await context.sound.readAgain(clip, fixed);
  const spoken = reading?.sounds.filter(({ phone }) => phone !== SILENCE);
  if (!reading || spoken?.length !== sounds.length) return;
  context.session.change('set a bound', (shot) => void retimeReading(shot, sounds, reading.sounds, clip.in), gesture);
}

function byColour(label: string, edit: (shot: Parameters<typeof removeSounds>[0], ids: string[]) => void) {
  return ({ session, view, say }: CommandContext) => {
    const { noteColour } = view.getState();
    const ids = soundsOfColour(session.shot, noteColour);
    if (ids.length === 0) say(`There are no sounds written in ${noteColour}.`);
    else session.change(`${label} ${noteColour} sounds`, (shot) => edit(shot, ids));
  };
}

/** Clears, or moves, all sounds of a colour. */
const clearSounds = byColour('clear', removeSounds);
const shiftSounds = (by: number) => byColour('move', (shot, ids) => moveSounds(shot, ids, by));

/** Gives all sounds of the pencil in hand the next pencil. */
function recolour({ session, view }: CommandContext): void {
  const { noteColour } = view.getState();
  const next: NoteColour = NOTE_COLOURS[(NOTE_COLOURS.indexOf(noteColour) + 1) % NOTE_COLOURS.length];
  session.change(`${noteColour} sounds in ${next}`, (shot) => recolourSounds(shot, noteColour, next));
}

/** How the reading is written, in words. */
export const READING_WAY_WORDS: Record<ReadingWay, string> = {
  signs: 'by sign',
  spelled: 'as spelled',
  mouths: 'as mouths',
  words: 'as words',
};

export const readingCommands: Command[] = [
  {
    id: 'write-sound',
    name: 'Write a sound of the track reading',
    group: 'Sound',
    keys: ['$mod+KeyJ'],
    run: writeSoundHere,
  },
  {
    id: 'reading-way',
    name: 'Track reading by sign, spelled, as mouths, as words',
    group: 'Sound',
    keys: ['$mod+Alt+Shift+KeyR'],
    run: ({ say }) => {
      const way = READING_WAYS[(READING_WAYS.indexOf(looks.get().reading) + 1) % READING_WAYS.length];
      void looks.put(db, { reading: way });
      say(`The track reading is written ${READING_WAY_WORDS[way]}.`);
    },
  },
  {
    id: 'read-clip',
    name: 'Read the clip in hand',
    group: 'Sound',
    keys: ['$mod+Enter'],
    when: (context) => clipInHand(context) !== null,
    run: (context) => {
      const held = clipInHand(context);
      if (held) void readClip(context, held.clip, () => undefined).then(context.say);
    },
  },
  {
    id: 'sounds-clear',
    name: 'Rub out all sounds of this pencil',
    group: 'Sound',
    keys: ['$mod+Shift+KeyJ'],
    run: clearSounds,
  },
  {
    id: 'sounds-earlier',
    name: 'All sounds of this pencil a frame earlier',
    group: 'Sound',
    keys: ['$mod+Semicolon'],
    run: shiftSounds(-1),
  },
  {
    id: 'sounds-later',
    name: 'All sounds of this pencil a frame later',
    group: 'Sound',
    keys: ['$mod+Quote'],
    run: shiftSounds(1),
  },
  {
    id: 'sounds-recolour',
    name: 'All sounds of this pencil in the next one',
    group: 'Sound',
    keys: ['$mod+Shift+Quote'],
    run: recolour,
  },
];
