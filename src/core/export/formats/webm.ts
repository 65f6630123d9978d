import { format } from '../format.ts';
import { MOVIE_ASKS, movieTold, writeMovie } from '../movie.ts';

/** VP9 with Opus; alpha is kept where the background is clear. */
export const webm = format({
  id: 'webm',
  name: 'WebM',
  purpose: 'web',
  about: 'A movie for web pages; with a clear background it keeps its alpha.',
  thing: 'the movie',
  extension: 'webm',
  type: 'video/webm',
  pictures: true,
  reel: true,
  needs: { even: true },
  asks: MOVIE_ASKS,
  told: movieTold,
  movie: ({ quality }, { ground }) => ({ container: 'webm', quality, alpha: ground === null }),
  write: (job) =>
    writeMovie(
      job,
      { container: 'webm', quality: job.wishes.quality, alpha: job.film.ground === null },
      job.wishes.pulled,
    ),
});
