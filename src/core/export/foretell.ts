/** How large a movie will be: pieces of it are encoded, the rest is reckoned from what they take. */
import { isHeard } from '../shot/clips.ts';
import { type Film, frameByFrame } from './film.ts';
import type { DeliveryTools, EncodedMovie } from './format.ts';
import type { Sink } from './sink.ts';

/** Stretches that are encoded, and the frames of each. */
const STRETCHES = 3;
const LONG = 24;
/** A key frame at least so often, seconds; what the encoder is asked for too. */
export const KEY_EVERY = 2;
/** Of a second of sound, and of what the container says of each picture, bytes. */
const SOUND_BYTES = 20_000;
const PICTURE_BYTES = 14;
const HEAD_BYTES = 1500;

const nowhere: Sink = { write: () => undefined };

const mean = (values: number[], otherwise: number) =>
  values.length === 0 ? otherwise : values.reduce((sum, value) => sum + value, 0) / values.length;

/** The frames that are encoded, in stretches; all of a short film. */
function stretchesOf(frames: number): { from: number; to: number }[] {
  if (frames <= STRETCHES * LONG) return [{ from: 0, to: frames }];
  return Array.from({ length: STRETCHES }, (_, k) => {
    const from = Math.round((k * (frames - LONG)) / (STRETCHES - 1));
    return { from, to: from + LONG };
  });
}

/** Bytes of a movie, to about a quarter. @param pause lets other work in; what it throws ends the work */
export async function foretellMovie(
  whole: Film,
  encoded: EncodedMovie,
  tools: DeliveryTools,
  pause: () => Promise<void>,
): Promise<number> {
  const film = frameByFrame(whole);
  const { pictures, fps } = film;
  // Which picture of the film as it was stands at each of its frames: one that is held costs little.
  const runs = whole.pictures.flatMap(({ frames }, run) =>
    Array.from({ length: Math.ceil(frames / whole.every) }, () => run),
  );
  const [key, fresh, held]: [number[], number[], number[]] = [[], [], []];
  for (const { from, to } of stretchesOf(pictures.length)) {
    const movie = await tools.movie(film, { ...encoded, sound: false }, nowhere);
    for (let k = from; k < to; k++) {
      await pause();
      const isFresh = k === from || runs[k] !== runs[k - 1];
      await movie.picture(isFresh ? pictures[k] : null, (k - from) / fps, 1 / fps);
    }
    await movie.end();
    movie.sizes.forEach(({ bytes, isKey }, i) => {
      const list = isKey ? key : i > 0 && runs[from + i] !== runs[from + i - 1] ? fresh : held;
      list.push(bytes);
    });
  }
  const count = pictures.length;
  const keys = Math.ceil(count / (KEY_EVERY * fps));
  const changes = runs.filter((run, i) => i > 0 && run !== runs[i - 1]).length;
  const freshCount = Math.max(0, changes - keys + 1);
  const heldCount = Math.max(0, count - keys - freshCount);
  const freshBytes = mean(fresh, mean(held, 0));
  const picturesTake = keys * mean(key, 0) + freshCount * freshBytes + heldCount * mean(held, freshBytes);
  const sounds = whole.parts.some(({ shot }) =>
    shot.tracks.some((track) => track.clips.length > 0 && isHeard(shot, track)),
  );
  const seconds = whole.frames / fps;
  return Math.round(HEAD_BYTES + picturesTake + PICTURE_BYTES * count + (sounds ? SOUND_BYTES * seconds : 0));
}
