/** When clips sound, and moving one. */
import type { Id } from './ids.ts';
import type { Clip, Shot, Track } from './model.ts';

/** How long a clip sounds, seconds. */
export function clipSeconds(clip: Clip): number {
  return clip.loop ? clip.loop.seconds : Math.max(0, clip.out - clip.in);
}

/** First frame after the clip has ended. */
export function clipEnd(clip: Clip, fps: number): number {
  return clip.frame + Math.ceil(clipSeconds(clip) * fps - 1e-6);
}

/** First frame after the last sound of the shot. */
export function soundEnd(shot: Pick<Shot, 'tracks' | 'fps'>): number {
  let end = 0;
  for (const track of shot.tracks) for (const clip of track.clips) end = Math.max(end, clipEnd(clip, shot.fps));
  return end;
}

/** Whether a track is heard: not muted, and solo while any is. */
export function isHeard(shot: Pick<Shot, 'tracks'>, track: Track): boolean {
  return !track.muted && (track.solo || !shot.tracks.some(({ solo }) => solo));
}

/** A clip and its track; null when there is none of this id. */
export function findClip(shot: Shot, id: Id): { clip: Clip; track: Track } | null {
  for (const track of shot.tracks) {
    const clip = track.clips.find((each) => each.id === id);
    if (clip) return { clip, track };
  }
  return null;
}

/** Frames on which a sound begins, with the clips that do. */
export function clipStarts(shot: Shot): Map<number, Clip[]> {
  const out = new Map<number, Clip[]>();
  for (const { clips } of shot.tracks)
    for (const clip of clips) out.set(clip.frame, [...(out.get(clip.frame) ?? []), clip]);
  return out;
}

/** The time in a clip's sound that is heard at a time of the shot, both seconds; null outside the clip. */
export function timeInSound(clip: Clip, fps: number, time: number): number | null {
  const into = time - clip.frame / fps;
  if (into < 0 || into >= clipSeconds(clip)) return null;
  return soundTime(clip, into);
}

/** The time in a clip's sound that is heard `into` seconds after the clip began, counted on round a loop. */
export function soundTime(clip: Clip, into: number): number {
  return clip.in + (clip.loop ? (into + clip.loop.skip) % loopPeriod(clip) : into);
}

/** Seconds from one repetition of a looped clip to the next. */
export function loopPeriod(clip: Clip): number {
  return Math.max(1e-3, clip.out - clip.in - (clip.loop?.join ?? 0));
}

/** Moves a clip to begin on a frame; a pinned one stays pinned, that much further from its drawing. */
export function moveClip(clip: Clip, frame: number): void {
  if (clip.pin) clip.pin.offset += frame - clip.frame;
  clip.frame = frame;
}
