import { choice } from '../asks.ts';
import { format } from '../format.ts';

export const ora = format({
  id: 'ora',
  name: 'OpenRaster',
  purpose: 'work',
  about: 'A picture with its layers, each with name, opacity and alpha, for a painting program.',
  thing: 'the OpenRaster picture',
  extension: 'ora',
  type: 'image/openraster',
  pictures: true,
  asks: {
    what: choice(
      'Layers are',
      { frame: 'the layers of the first of the frames', drawings: 'all drawings of the frames' },
      'frame',
    ),
  },
  async write({ film, wishes, tools, sink, progress }) {
    progress(0);
    const { writeOra } = await import('../ora.ts');
    await writeOra(film, wishes.what, tools, sink, progress);
  },
});
