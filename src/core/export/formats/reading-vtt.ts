import { choice } from '../asks.ts';
import { format } from '../format.ts';
import { writeText } from '../sink.ts';

export const readingVtt = format({
  id: 'reading-vtt',
  name: 'Track reading, VTT',
  purpose: 'work',
  about: 'What is said and when, as subtitles that players and editors read.',
  thing: 'the track reading',
  extension: 'vtt',
  type: 'text/vtt',
  pictures: false,
  asks: { by: choice('A cue for', { words: 'each word', sounds: 'each sound' }, 'words') },
  told: ({ reading }) =>
    reading.length === 0 ? 'Nothing has been read in this shot: the file will have no cues.' : '',
  async write({ shot, film, wishes, sink, progress }) {
    const { from, to } = film.parts[0];
    const { readingCues, vttOf } = await import('../vtt.ts');
    await writeText(sink, vttOf(readingCues(shot, wishes.by, from, to), shot.fps));
    progress(1);
  },
});
