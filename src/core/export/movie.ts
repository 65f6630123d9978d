/** A film written as a movie, picture by picture, with its sound; both movie formats do just this. */
import { choice, yes } from './asks.ts';
import { type Film, frameByFrame } from './film.ts';
import { hasSound } from './film-sound.ts';
import type { EncodedMovie, MovieWishes, WriteJob } from './format.ts';

/** What both containers ask. */
export const MOVIE_ASKS = {
  quality: choice('Quality', { small: 'small file', good: 'good', best: 'best' }, 'good'),
  pulled: yes('A thousandth slower, for television: 23.976, 29.97, 59.94', false),
};

/** Rates that have a slower sister. */
const PULLED = new Set([24, 30, 60]);
/** By how much it is slower. */
const SLOWER = 1001 / 1000;

/** What a movie’s wishes bring with them, in a sentence. */
export const movieTold = (
  { fps }: { fps: number },
  { width, height, pulled }: { width: number; height: number; pulled: boolean },
): string =>
  [
    width % 2 || height % 2 ? 'A movie’s sides are even: a pixel of background is added.' : '',
    pulled && !PULLED.has(fps) ? `Only 24, 30 and 60 frames a second have a slower sister; this stays at ${fps}.` : '',
  ]
    .filter(Boolean)
    .join(' ');

/** How a film is encoded. */
export const movieOf = (
  container: MovieWishes['container'],
  { quality, pulled }: { quality: MovieWishes['quality']; pulled: boolean },
  { fps, ground }: Pick<Film, 'fps' | 'ground'>,
): EncodedMovie => ({
  container,
  quality,
  alpha: ground === null,
  fps: pulled && PULLED.has(fps) ? fps / SLOWER : fps,
});

export async function writeMovie(
  { film: whole, tools, sink, sound, progress }: WriteJob,
  encoded: EncodedMovie,
): Promise<void> {
  progress(0);
  // Every frame is a picture: players step through frames, and editors count them.
  const film = frameByFrame(whole);
  const { fps } = encoded;
  // Opened before the sound is mixed, which takes a while: painting can begin meanwhile.
  const movie = await tools.movie(film, { ...encoded, sound: hasSound(whole) }, sink);
  const heard = await sound();
  // The same samples, fewer of them a second: sound and pictures stay together.
  if (heard) await movie.sound({ channels: heard.channels, rate: (heard.rate * fps) / film.fps });
  let at = 0;
  let shown = -1;
  // Which picture of the film as it was stands at each frame: what is held need not be painted again.
  const runs = whole.pictures.flatMap(({ frames }, run) =>
    Array.from({ length: Math.ceil(frames / whole.every) }, () => run),
  );
  for (const [k, picture] of film.pictures.entries()) {
    await movie.picture(runs[k] === shown ? null : picture, at / fps, picture.frames / fps);
    shown = runs[k];
    at += picture.frames;
    progress((0.98 * at) / film.frames);
  }
  await movie.end();
  progress(1);
}
