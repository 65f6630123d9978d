import { format } from '../format.ts';
import { writeText } from '../sink.ts';

export const sheetJson = format({
  id: 'sheet-json',
  name: 'Sheet, JSON',
  purpose: 'work',
  about: 'The timing for a script or a game: layers, drawings, frames; it can be read back.',
  thing: 'the timing',
  extension: 'json',
  type: 'application/json',
  pictures: false,
  async write({ shot, film, sink, progress }) {
    const { timingOf } = await import('../../sheet/timing.ts');
    const { from, to } = film.parts[0];
    const { fps, layers, names, notes } = timingOf(shot, from, to);
    const named = names.map(({ frame, name }) => ({ frame: frame + 1, name }));
    const noted = notes.map(({ frame, text }) => ({ frame: frame + 1, text }));
    const out = { format: 'vignette-timing', version: 1, title: shot.title, fps, length: to - from + 1, layers };
    const text = `${JSON.stringify({ ...out, names: named, notes: noted }, null, 1)}\n`;
    await writeText(sink, text);
    progress(1);
  },
});
