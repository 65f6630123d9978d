import { choice } from '../asks.ts';
import { format } from '../format.ts';
import { QUALITIES, writeMovie } from '../movie.ts';

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
  asks: { quality: choice('Quality', QUALITIES, 'good') },
  told: (_, { width, height }) =>
    width % 2 || height % 2 ? 'A movie’s sides are even: a pixel of background is added.' : '',
  movie: ({ quality }) => ({ container: 'mp4', quality, alpha: false }),
  write: (job) => writeMovie(job, { container: 'mp4', quality: job.wishes.quality, alpha: false }),
});
