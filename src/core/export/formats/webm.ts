import { format } from '../format.ts';
import { MOVIE_ASKS, movieOf, movieTold, writeMovie } from '../movie.ts';

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
  movie: (wishes, film) => movieOf('webm', wishes, film),
  write: (job) => writeMovie(job, movieOf('webm', job.wishes, job.film)),
});
