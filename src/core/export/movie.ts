/** A film written as a movie, picture by picture, with its sound; both movie formats do just this. */
import { choice, yes } from './asks.ts';
import { frameByFrame } from './film.ts';
import type { MovieWishes, WriteJob } from './format.ts';

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

export async function writeMovie(
  { film: whole, tools, sink, sound, progress }: WriteJob,
  { container, quality, alpha }: Pick<MovieWishes, 'container' | 'quality' | 'alpha'>,
  pulled = false,
): Promise<void> {
  progress(0);
  // Every frame is a picture: players step through frames, and editors count them.
  const film = frameByFrame(whole);
  const slower = pulled && PULLED.has(film.fps) ? SLOWER : 1;
  const heard = await sound();
  // The same samples, fewer of them a second: sound and pictures stay together.
  const mixed = heard && { channels: heard.channels, rate: heard.rate / slower };
  const { width, height } = film;
  const fps = film.fps / slower;
  const movie = await tools.movie({ container, quality, alpha, sound: mixed !== null, width, height, fps }, sink);
  if (mixed) await movie.sound(mixed);
  let at = 0;
  let painted = null;
  let shown = -1;
  // Which picture of the film as it was stands at each frame: what is held need not be painted again.
  const runs = whole.pictures.flatMap(({ frames }, run) =>
    Array.from({ length: Math.ceil(frames / whole.every) }, () => run),
  );
  for (const [k, picture] of film.pictures.entries()) {
    if (!painted || runs[k] !== shown) painted = await tools.paint(film, picture);
    shown = runs[k];
    await movie.picture(painted, at / fps, picture.frames / fps);
    at += picture.frames;
    progress((0.98 * at) / film.frames);
  }
  await movie.end();
  progress(1);
}
