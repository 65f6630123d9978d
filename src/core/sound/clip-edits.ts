/** Clips placed, cut, joined and copied. For `change()` recipes; a clip never swallows another: it goes where there is room. */

import { plain } from '../history/draft.ts';
import { clipSeconds, findClip, moveClip } from '../shot/clips.ts';
import { type Id, newId } from '../shot/ids.ts';
import { LIMITS, makeTrack } from '../shot/make.ts';
import { mendReferences } from '../shot/mend.ts';
import type { Clip, Shot, Track } from '../shot/model.ts';

/** Shortest part of a sound a clip can be, seconds. */
const SHORTEST = 0.005;

function clipOf(shot: Shot, id: Id): { clip: Clip; track: Track } {
  const found = findClip(shot, id);
  if (!found) throw new Error(`There is no clip ${id}.`);
  return found;
}

/** Whether a track is free from `frame` on for `seconds`; `except`: a clip that does not count. */
function isFree(track: Track, fps: number, frame: number, seconds: number, except: Id | null = null): boolean {
  const from = frame / fps;
  return track.clips.every(
    (clip) =>
      clip.id === except ||
      clip.frame / fps >= from + seconds - 1e-6 ||
      clip.frame / fps + clipSeconds(clip) <= from + 1e-6,
  );
}

/** The track a clip would come to lie on: the one wished for if it is free there, else the next free one; -1: a new one. */
function roomFor(shot: Shot, wished: number, frame: number, seconds: number, except: Id | null = null): number {
  const order = shot.tracks.map((_, i) => (Math.max(0, wished) + i) % shot.tracks.length);
  return order.find((i) => isFree(shot.tracks[i], shot.fps, frame, seconds, except)) ?? -1;
}

/** Lays a clip down at its frame, on the track wished for or where there is room. Returns the track; null when there can be no more. */
export function layClip(shot: Shot, clip: Clip, wished: number): Track | null {
  const at = roomFor(shot, wished, clip.frame, clipSeconds(clip));
  if (at >= 0) {
    shot.tracks[at].clips.push(clip);
    return shot.tracks[at];
  }
  if (shot.tracks.length >= LIMITS.maxTracks) return null;
  shot.tracks.push(makeTrack(clip.name, { clips: [clip] }));
  return shot.tracks.at(-1)!;
}

/** Lays a clip on the track of this name, or where there is room; without such a track it gets one. Null when there can be no more. */
export function layOnTrack(shot: Shot, clip: Clip, name: string): Track | null {
  const wished = shot.tracks.findIndex((track) => track.name === name);
  if (wished >= 0) return layClip(shot, clip, wished);
  if (shot.tracks.length >= LIMITS.maxTracks) return layClip(shot, clip, 0);
  shot.tracks.push(makeTrack(name, { clips: [clip] }));
  return shot.tracks.at(-1)!;
}

/** Moves a clip to a frame and a track; where another lies it goes to a free track. Returns the track it came to. */
export function placeClip(shot: Shot, id: Id, frame: number, wished: number): Track | null {
  const { clip, track } = clipOf(shot, id);
  const to = roomFor(shot, wished, frame, clipSeconds(clip), id);
  if (to < 0 && shot.tracks.length >= LIMITS.maxTracks) return null;
  moveClip(clip, frame);
  if (to >= 0 && shot.tracks[to].id === track.id) return track;
  const kept = plain(clip);
  track.clips.splice(track.clips.indexOf(clip), 1);
  if (to < 0) shot.tracks.push(makeTrack(clip.name));
  const target = to < 0 ? shot.tracks.at(-1)! : shot.tracks[to];
  target.clips.push(kept);
  return target;
}

/** Room before and after a clip on its track, frames; nothing beside it: no bound. */
function roomBeside(shot: Shot, id: Id): { from: number; to: number } {
  const { clip, track } = clipOf(shot, id);
  let from = Number.NEGATIVE_INFINITY;
  let to = Number.POSITIVE_INFINITY;
  for (const other of track.clips) {
    if (other.id === id) continue;
    const end = other.frame + clipSeconds(other) * shot.fps;
    if (end <= clip.frame + clipSeconds(clip) * shot.fps && other.frame <= clip.frame) from = Math.max(from, end);
    else if (other.frame >= clip.frame) to = Math.min(to, other.frame);
  }
  return { from, to };
}

/**
 * The beginning of a clip moved to a frame while its sound stays where it is: what lies before is left out, or heard again.
 * No further than the sound, the clip's end and its neighbour allow.
 */
export function trimStart(shot: Shot, id: Id, frame: number): void {
  const { clip } = clipOf(shot, id);
  const fps = shot.fps;
  const seconds = clipSeconds(clip);
  const room = roomBeside(shot, id);
  const earliest = clip.loop ? clip.frame - clip.loop.skip * fps : clip.frame - clip.in * fps;
  const latest = clip.frame + Math.floor((seconds - SHORTEST) * fps);
  const to = Math.max(Math.ceil(Math.max(earliest - 1e-6, room.from - 1e-6)), Math.min(latest, frame));
  const by = (to - clip.frame) / fps;
  if (clip.loop) {
    clip.loop.skip = Math.max(0, clip.loop.skip + by);
    clip.loop.seconds -= by;
  } else clip.in = Math.max(0, clip.in + by);
  moveClip(clip, to);
}

/** The end of a clip moved to a time of the shot, seconds; no further than its sound and its neighbour allow. */
export function trimEnd(shot: Shot, id: Id, time: number): void {
  const { clip } = clipOf(shot, id);
  const start = clip.frame / shot.fps;
  const sound = shot.assets[clip.asset]?.seconds ?? clip.out;
  const longest = Math.min(
    clip.loop ? Number.POSITIVE_INFINITY : sound - clip.in,
    roomBeside(shot, id).to / shot.fps - start,
  );
  const seconds = Math.max(SHORTEST, Math.min(longest, time - start));
  if (clip.loop) clip.loop.seconds = seconds;
  else clip.out = clip.in + seconds;
}

/** Cuts a clip at a time of the shot; both parts stay where they sound. Returns the later one, null when it is not cut there. */
export function sliceClip(shot: Shot, id: Id, frame: number): Id | null {
  const { clip, track } = clipOf(shot, id);
  const into = (frame - clip.frame) / shot.fps;
  if (into < SHORTEST || into > clipSeconds(clip) - SHORTEST) return null;
  const later: Clip = { ...plain(clip), id: newId(), fadeIn: 0 };
  if (later.pin) later.pin = { ...later.pin };
  if (later.loop && clip.loop) {
    later.loop = { ...later.loop, skip: later.loop.skip + into, seconds: later.loop.seconds - into };
    clip.loop.seconds = into;
  } else {
    later.in = clip.in + into;
    clip.out = later.in;
  }
  clip.fadeOut = 0;
  moveClip(later, frame);
  track.clips.splice(track.clips.indexOf(clip) + 1, 0, later);
  for (const sound of shot.reading)
    if (sound.clip === id && (sound.from + sound.to) / 2 >= later.in) sound.clip = later.id;
  return later.id;
}

/** A second clip of the same sound right after the first, its reading with it. Returns its id; null when there is no room. */
export function duplicateClip(shot: Shot, id: Id, times = 1): Id | null {
  const { clip, track } = clipOf(shot, id);
  const length = Math.ceil(clipSeconds(clip) * shot.fps - 1e-6);
  const readings = plain(shot.reading).filter((sound) => sound.clip === id);
  let last: Id | null = null;
  for (let n = 1; n <= times; n++) {
    const copy: Clip = { ...plain(clip), id: newId(), pin: null };
    if (copy.loop) copy.loop = { ...copy.loop };
    copy.frame = clip.frame + n * length;
    if (!layClip(shot, copy, shot.tracks.indexOf(track))) return last;
    shot.reading.push(...readings.map((sound) => ({ ...sound, id: newId(), clip: copy.id })));
    last = copy.id;
  }
  return last;
}

/** Takes a clip away, and its reading; a track that is left empty stays. */
export function removeClip(shot: Shot, id: Id): void {
  const { clip, track } = clipOf(shot, id);
  track.clips.splice(track.clips.indexOf(clip), 1);
  mendReferences(shot, plain);
}

/** What a clip's edge is drawn to, near `frame`: the beginnings of drawings, ends and beginnings of other clips. */
export function snapFrame(shot: Shot, frame: number, reach: number, layerId: Id | null, except: Id | null): number {
  let best = frame;
  let least = reach + 1e-9;
  const offer = (at: number) => {
    const off = Math.abs(at - frame);
    if (off < least) {
      least = off;
      best = at;
    }
  };
  const layer = shot.layers.find(({ id }) => id === layerId);
  let start = 0;
  for (const { frames, cell } of layer?.exposures ?? []) {
    if (cell) offer(start);
    start += frames;
  }
  for (const { clips } of shot.tracks) {
    for (const clip of clips) {
      if (clip.id === except) continue;
      offer(clip.frame);
      offer(Math.ceil(clip.frame + clipSeconds(clip) * shot.fps - 1e-6));
    }
  }
  offer(0);
  offer(shot.length);
  return best;
}
