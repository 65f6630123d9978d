/** What is heard over the frames of a film. */
import { isHeard } from '../shot/clips.ts';
import type { Id } from '../shot/ids.ts';
import type { Shot } from '../shot/model.ts';
import { mix, type Sound, sampleOfFrame } from '../sound/mix.ts';
import type { Film } from './film.ts';
import { cutsOf } from './reel.ts';

/** Samples a second where no sound says otherwise; the rate that movies carry. */
export const SOUND_RATE = 48_000;

/** The files that are heard in a shot. */
export function heardAssets(shot: Shot): Set<Id> {
  return new Set(
    shot.tracks
      .filter((track) => isHeard(shot, track))
      .flatMap(({ clips }) => clips.filter(({ muted }) => !muted).map(({ asset }) => asset)),
  );
}

/** Whether a film has a sound at all, be it silence. */
export const hasSound = ({ parts }: Film): boolean =>
  parts.some(({ shot }) => shot.tracks.some(({ clips }) => clips.length > 0));

/**
 * The sound of a film, mixed from decoded sounds, each part from where its pictures begin; null where there is none.
 * @param sounds of each part, by the files they are in; all of one rate
 */
export function soundOfFilm(film: Film, sounds: ReadonlyMap<Id, Sound>[]): Sound | null {
  if (!hasSound(film)) return null;
  const rate = sounds.flatMap((each) => [...each.values()])[0]?.rate ?? SOUND_RATE;
  const cuts =
    film.parts.length > 1
      ? cutsOf(
          film.parts.map(({ shot }) => shot),
          film.fps,
        )
      : [0, film.frames];
  const whole = [0, 1].map(() => new Float32Array(sampleOfFrame(cuts.at(-1)!, film.fps, rate)));
  for (const [k, { shot, from, to }] of film.parts.entries()) {
    const first = sampleOfFrame(from, shot.fps, rate);
    const length = sampleOfFrame(to + 1, shot.fps, rate) - first;
    const mixed = mix(shot, (id) => sounds[k].get(id) ?? null, first, length, rate);
    const at = sampleOfFrame(cuts[k], film.fps, rate);
    const room = sampleOfFrame(cuts[k + 1], film.fps, rate) - at;
    mixed.forEach((channel, c) => void whole[c].set(channel.subarray(0, room), at));
  }
  return { channels: whole, rate };
}
