import { gifFrames } from '../delays.ts';
import { format } from '../format.ts';

export const gif = format({
  id: 'gif',
  name: 'GIF',
  thing: 'the GIF',
  extension: 'gif',
  type: 'image/gif',
  pictures: true,
  async seen({ shot, options, render }) {
    const { deliveryPalette, throughPalette } = await import('../gif-palette.ts');
    const palette = await deliveryPalette(shot, options, render);
    return (pixels) => throughPalette(pixels, palette);
  },
  async write({ shot, options, render, progress }) {
    const [{ encodeGif, gifRuns }, { deliveryPalette, mapToPalette }] = await Promise.all([
      import('../gif.ts'),
      import('../gif-palette.ts'),
    ]);
    const runs = gifRuns(shot, options);
    progress(0);
    const palette = await deliveryPalette(shot, options, render);
    const frames = gifFrames(
      runs.map((run) => run.frames),
      shot.fps,
    );
    const picture = async (run: number) => mapToPalette(await render(runs[run].frame), palette);
    return encodeGif(picture, options, frames, palette, (done) => progress(done / frames.length));
  },
});
