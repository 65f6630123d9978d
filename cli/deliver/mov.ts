/** MOV with ProRes 4444, alpha and uncompressed sound: what compositors ask for. No browser writes it. */
import {
  type ExportFormat,
  FORMATS,
  format,
  MOVIE_ASKS,
  movieOf,
  movieTold,
  writeMovie,
} from '../../src/core/export/index.ts';

const mov = format({
  id: 'mov',
  name: 'MOV, ProRes 4444',
  purpose: 'work',
  about: 'A movie for compositing: full colour, alpha where the background is clear, sound as it is.',
  thing: 'the movie',
  extension: 'mov',
  type: 'video/quicktime',
  pictures: true,
  needs: { even: true },
  asks: MOVIE_ASKS,
  told: movieTold,
  movie: (wishes, film) => movieOf('mov', wishes, film),
  write: (job) => writeMovie(job, movieOf('mov', job.wishes, job.film)),
});

/** All that can be delivered without a browser. */
export const ALL_FORMATS: readonly ExportFormat[] = [...FORMATS, mov];

/** A format by its id; undefined when there is none of it. */
export const formatById = (id: string): ExportFormat | undefined => ALL_FORMATS.find((each) => each.id === id);
