import { choice } from '../asks.ts';
import { format } from '../format.ts';
import { writeText } from '../sink.ts';

export const otio = format({
  id: 'otio',
  name: 'Timeline, OTIO',
  purpose: 'work',
  about: 'For an editor: the shot’s length, its sounds with in and out, its named frames, where the pictures lie.',
  thing: 'the timeline',
  extension: 'otio',
  type: 'application/json',
  pictures: false,
  reel: true,
  asks: { pictures: choice('The pictures are', { png: 'the PNG sequence', mp4: 'the MP4', webm: 'the WebM' }, 'png') },
  async write({ film, wishes, sink, progress }) {
    const { timelineOf } = await import('../otio.ts');
    await writeText(sink, `${JSON.stringify(timelineOf(film, wishes.pictures), null, 1)}\n`);
    progress(1);
  },
});
