/** A film written as a movie, picture by picture, with its sound; both movie formats do just this. */
import { frameByFrame } from './film.ts';
import type { MovieWishes, WriteJob } from './format.ts';

/** How good a movie looks, in words; both containers ask the same. */
export const QUALITIES = { small: 'small file', good: 'good', best: 'best' } as const;

export async function writeMovie(
  { film: whole, tools, sink, sound, progress }: WriteJob,
  { container, quality, alpha }: Pick<MovieWishes, 'container' | 'quality' | 'alpha'>,
): Promise<void> {
  progress(0);
  // Every frame is a picture: players step through frames, and editors count them.
  const film = frameByFrame(whole);
  const mixed = await sound();
  const { width, height, fps } = film;
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
