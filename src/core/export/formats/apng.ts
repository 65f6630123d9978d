import { asPixels, format } from '../format.ts';

/** Animated PNG: full colour and alpha. */
export const apng = format({
  id: 'apng',
  name: 'Animated PNG',
  purpose: 'web',
  about: 'Loops in browsers and chats, every colour and soft edge kept.',
  thing: 'the animated PNG',
  extension: 'png',
  type: 'image/png',
  pictures: true,
  reel: true,
  paints: asPixels,
  async write({ film, tools, sink, progress }) {
    progress(0);
    const { writeApng } = await import('../apng.ts');
    await writeApng(film, tools, sink, progress);
  },
});
