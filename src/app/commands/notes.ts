/** Notes and markers, pinned sounds, and the cards under the sheet. */

import { clearNotes, exposureAt, markerAt, moveNotes, noteAt, pinClip } from '../../core/sheet/index.ts';
import { type Clip, clipEnd, NOTE_COLOURS, type Shot } from '../../core/shot/index.ts';
import type { SheetCard } from '../session/slices/sheet.ts';
import { beginEntry } from './begin-entry.ts';
import { exposureInHand, layerInHand } from './layer-in-hand.ts';
import type { Command, CommandContext } from './register.ts';
import { clipInHand } from './sound.ts';

function writeNote(context: CommandContext): void {
  const { frame, noteColour } = context.view.getState();
  beginEntry(context, 'note', noteAt(context.session.shot, frame, noteColour)?.text ?? '');
}

function writeMarker(context: CommandContext): void {
  beginEntry(context, 'marker', markerAt(context.session.shot, context.view.getState().frame)?.name ?? '');
}

function shiftNotes(by: number) {
  return ({ session, view, say }: CommandContext) => {
    const { noteColour } = view.getState();
    const done = session.change(`move ${noteColour} notes`, (shot) => void moveNotes(shot, noteColour, by));
    if (!done) say(`There are no ${noteColour} notes that could move there.`);
  };
}

function clearAll({ session, view, say }: CommandContext): void {
  const { noteColour } = view.getState();
  const count = session.shot.notes.filter(({ colour }) => colour === noteColour).length;
  if (session.change(`clear ${noteColour} notes`, (shot) => clearNotes(shot, noteColour)))
    say(
      `Rubbed out ${count === 1 ? 'one note' : `${count} notes`} in ${noteColour}. Undo brings ${count === 1 ? 'it' : 'them'} back.`,
    );
}

/** Sounds that are heard at a frame. */
function clipsAt(shot: Shot, frame: number): Clip[] {
  return shot.tracks.flatMap(({ clips }) =>
    clips.filter((clip) => clip.frame <= frame && frame < clipEnd(clip, shot.fps)),
  );
}

/**
 * Pins the clip in hand to the drawing it begins with - without one the sound that began last here to the drawing in hand - or
 * lets it go.
 */
function pin(context: CommandContext): void {
  const { session, view, say } = context;
  const held = clipInHand(context)?.clip;
  const layer = layerInHand(context);
  const clip = held ?? clipsAt(session.shot, view.getState().frame).sort((a, b) => b.frame - a.frame)[0];
  const placed = held ? layer && exposureAt(layer.exposures, held.frame) : exposureInHand(context);
  if (!clip || (!clip.pin && !placed?.exposure.cell)) {
    say(
      clip
        ? `“${layer?.name ?? 'The layer in hand'}” has no drawing there to pin the sound to.`
        : 'No sound is heard at this frame.',
    );
    return;
  }
  const letGo = clip.pin !== null && (held !== undefined || clip.pin.exposure === placed?.exposure.id);
  session.change(letGo ? 'let the sound go' : 'pin the sound', (shot) => {
    const mine = shot.tracks.flatMap(({ clips }) => clips).find(({ id }) => id === clip.id)!;
    pinClip(shot, mine.id, letGo ? null : placed!.exposure.id);
  });
  say(letGo ? `“${clip.name}” stands on its frame again.` : `“${clip.name}” is pinned: it moves with this drawing.`);
}

const CARDS: [SheetCard, string][] = [
  ['layers', 'Layers'],
  ['timing', 'Timing'],
  ['notes', 'Notes'],
  ['tray', 'Tray'],
  ['parts', 'Parts'],
  ['moves', 'Moves'],
];

export const noteCommands: Command[] = [
  { id: 'note', name: 'Write a note', group: 'Notes', keys: ['KeyJ'], run: writeNote },
  {
    id: 'next-pencil',
    name: 'Next note pencil',
    group: 'Notes',
    keys: ['Shift+KeyJ'],
    run: ({ view }) =>
      view.setState(({ noteColour }) => ({
        noteColour: NOTE_COLOURS[(NOTE_COLOURS.indexOf(noteColour) + 1) % NOTE_COLOURS.length],
      })),
  },
  {
    id: 'notes-earlier',
    name: 'All notes of this pencil a frame earlier',
    group: 'Notes',
    keys: ['Alt+Semicolon'],
    run: shiftNotes(-1),
  },
  {
    id: 'notes-later',
    name: 'All notes of this pencil a frame later',
    group: 'Notes',
    keys: ['Alt+Quote'],
    run: shiftNotes(1),
  },
  {
    id: 'notes-clear',
    name: 'Rub out all notes of this pencil',
    group: 'Notes',
    keys: ['Alt+Shift+KeyJ'],
    when: ({ session, view }) => session.shot.notes.some(({ colour }) => colour === view.getState().noteColour),
    run: clearAll,
  },
  { id: 'marker', name: 'Name this frame', group: 'Notes', keys: ['Backslash'], run: writeMarker },
  {
    id: 'pin-sound',
    name: 'Pin the sound here to the drawing, or let it go',
    group: 'Notes',
    keys: ['Alt+KeyP'],
    run: pin,
  },
  ...CARDS.map(
    ([card, name], i): Command => ({
      id: `card-${card}`,
      name: `${name} under the sheet`,
      group: 'Sheet',
      keys: [`Alt+Shift+Digit${i + 1}`],
      run: ({ view }) => view.setState({ sheetCard: card }),
    }),
  ),
];
