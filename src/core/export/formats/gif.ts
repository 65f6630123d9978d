import { yes } from '../asks.ts';
import { gifFrames, MOST_GIF_RATE } from '../delays.ts';
import { frameByFrame } from '../film.ts';
import { asPixels, format } from '../format.ts';

export const gif = format({
  id: 'gif',
  name: 'GIF',
  purpose: 'web',
  about: 'Loops by itself wherever pictures are shown; 256 colours, the shot’s own exactly.',
  thing: 'the GIF',
  extension: 'gif',
  type: 'image/gif',
  pictures: true,
  reel: true,
  asks: { joinHolds: yes('Write a held picture once (smaller file, same timing)', true) },
  told: ({ fps }, { ground }) =>
    [
      fps > MOST_GIF_RATE
        ? `A GIF shows at most ${MOST_GIF_RATE} pictures a second: some of the ${fps} are left out, the length stays.`
        : '',
      ground === 'clear' ? 'GIF knows only clear or not: soft edges become hard.' : '',
    ]
      .filter(Boolean)
      .join(' '),
  async seen({ film, tools }) {
    const { filmPalette, throughPalette } = await import('../gif-palette.ts');
    const palette = await filmPalette(film, tools);
    return (pixels) => throughPalette(pixels, palette);
  },
  paints: asPixels,
  async write({ film: whole, wishes, tools, sink, progress }) {
    const [{ encodeGif }, { filmPalette, mapToPalette }] = await Promise.all([
      import('../gif.ts'),
      import('../gif-palette.ts'),
    ]);
    const film = wishes.joinHolds ? whole : frameByFrame(whole);
    progress(0);
    // The palette of the preview: how many pictures are written does not change it.
    const palette = await filmPalette(whole, tools);
    const frames = gifFrames(
      film.pictures.map((picture) => picture.frames),
      film.fps,
    );
    const picture = async (run: number) => mapToPalette(await tools.paint(film, film.pictures[run]), palette);
    const size = { width: film.width, height: film.height, transparent: film.ground === null };
    await encodeGif(picture, size, frames, palette, sink, (done) => progress(done / frames.length));
  },
});
