/** Notes in three pencils beside the sheet, and frames with names. For `change()` recipes. */
import { plain } from '../history/draft.ts';
import { newId } from '../shot/ids.ts';
import { LIMITS } from '../shot/make.ts';
import type { Marker, Note, NoteColour, Shot } from '../shot/model.ts';

const byFrame = (a: { frame: number }, b: { frame: number }) => a.frame - b.frame;

export function noteAt(shot: Shot, frame: number, colour: NoteColour): Note | null {
  return shot.notes.find((note) => note.frame === frame && note.colour === colour) ?? null;
}

/** Writes a note; an empty text rubs it out. */
export function writeNote(shot: Shot, frame: number, colour: NoteColour, text: string): void {
  const words = text.trim().slice(0, LIMITS.maxNote);
  const kept = plain(shot.notes).filter((note) => note.frame !== frame || note.colour !== colour);
  const id = noteAt(shot, frame, colour)?.id ?? newId();
  if (words) kept.push({ id, frame, colour, text: words });
  shot.notes = kept.sort(byFrame);
}

/** Rubs out all notes of a colour. */
export function clearNotes(shot: Shot, colour: NoteColour): void {
  const kept = plain(shot.notes).filter((note) => note.colour !== colour);
  if (kept.length < shot.notes.length) shot.notes = kept;
}

/** Moves all notes of a colour as one; the first stops at frame 0. Returns by how much they moved. */
export function moveNotes(shot: Shot, colour: NoteColour, by: number): number {
  const notes = plain(shot.notes);
  const first = notes.find((note) => note.colour === colour);
  if (!first) return 0;
  const moved = Math.max(-first.frame, by);
  if (moved !== 0) {
    shot.notes = notes
      .map((note) => (note.colour === colour ? { ...note, frame: note.frame + moved } : note))
      .sort(byFrame);
  }
  return moved;
}

export function markerAt(shot: Shot, frame: number): Marker | null {
  return shot.markers.find((marker) => marker.frame === frame) ?? null;
}

/** Names a frame; an empty name takes the marker away. */
export function nameFrame(shot: Shot, frame: number, name: string): void {
  const words = name.trim().slice(0, LIMITS.maxTitle);
  const kept = plain(shot.markers).filter((marker) => marker.frame !== frame);
  if (words) kept.push({ id: markerAt(shot, frame)?.id ?? newId(), frame, name: words });
  shot.markers = kept.sort(byFrame);
}

/** The frame of the next (1) or previous (-1) marker, or null. */
export function stepByMarker(shot: Shot, frame: number, towards: -1 | 1): number | null {
  const frames = shot.markers.map((marker) => marker.frame);
  return (towards === 1 ? frames.find((each) => each > frame) : frames.findLast((each) => each < frame)) ?? null;
}
