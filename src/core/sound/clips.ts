import type { Clip, Shot } from '../shot/model.ts';

/** How long a clip sounds, seconds. */
export function clipSeconds(clip: Clip): number {
  return Math.max(0, clip.out - clip.in);
}

/** First frame after the clip has ended. */
export function clipEnd(clip: Clip, fps: number): number {
  return clip.frame + Math.ceil(clipSeconds(clip) * fps - 1e-6);
}

/** First frame after the last sound of the shot. */
export function soundEnd(shot: Shot): number {
  let end = 0;
  for (const track of shot.tracks) for (const clip of track.clips) end = Math.max(end, clipEnd(clip, shot.fps));
  return end;
}

/** A stretch of a clip to be heard: when (seconds from the start of playing), from where in its sound, for how long. */
export interface Cue {
  clip: Clip;
  delay: number;
  offset: number;
  seconds: number;
}

/** What is heard when frames `from` (inclusive) to `to` (exclusive) are played at the shot's rate. */
export function cuesBetween(shot: Shot, from: number, to: number): Cue[] {
  const start = from / shot.fps;
  const end = to / shot.fps;
  const out: Cue[] = [];
  for (const track of shot.tracks) {
    if (track.muted) continue;
    for (const clip of track.clips) {
      const at = clip.frame / shot.fps;
      const first = Math.max(start, at);
      const last = Math.min(end, at + clipSeconds(clip));
      if (last <= first) continue;
      out.push({ clip, delay: first - start, offset: clip.in + first - at, seconds: last - first });
    }
  }
  return out;
}
