import { format } from '../format.ts';
import { MOVIE_ASKS, movieOf, movieTold, writeMovie } from '../movie.ts';

/** H.264 with AAC: sizes are even, BT.709 in limited range. */
export const mp4 = format({
  id: 'mp4',
  name: 'MP4',
  purpose: 'watch',
  about: 'A movie with sound that plays everywhere: for friends, editors, teachers.',
  thing: 'the movie',
  extension: 'mp4',
  type: 'video/mp4',
  pictures: true,
  reel: true,
  needs: { even: true, opaque: true, longest: 4096 },
  asks: MOVIE_ASKS,
  told: movieTold,
  movie: (wishes, film) => movieOf('mp4', wishes, film),
  write: (job) => writeMovie(job, movieOf('mp4', job.wishes, job.film)),
});
