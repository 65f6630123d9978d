import { isPlain } from '../../ink/response.ts';
import { choice } from '../asks.ts';
import { format } from '../format.ts';
import { writeText } from '../sink.ts';

export const svg = format({
  id: 'svg',
  name: 'SVG',
  purpose: 'web',
  about: 'Lines and paint as shapes, sharp at any size: one frame, or all of them moving by plain CSS.',
  thing: 'the SVG',
  extension: 'svg',
  type: 'image/svg+xml',
  pictures: true,
  asks: { what: choice('Of the shot', { film: 'all frames, moving', frame: 'the first of the frames' }, 'film') },
  told({ drawings }, wishes) {
    const textured = Object.values(drawings).some(({ ink }) =>
      ink.some(({ brush }) => brush.kind !== 'trace' && !isPlain(brush)),
    );
    const burnt = [wishes.burnFrame, wishes.burnTime, wishes.burnTitle, wishes.burnDate, wishes.burnDrawings];
    return [
      textured ? 'Textured lines come as pictures; all others stay shapes.' : '',
      burnt.some(Boolean) ? 'Nothing is burnt into an SVG.' : '',
    ]
      .filter(Boolean)
      .join(' ');
  },
  async write({ film, wishes, tools, sink, progress }) {
    progress(0);
    const { filmSvg } = await import('../svg/film-svg.ts');
    const [part] = film.parts;
    const still = { ...film, frames: 1, parts: [{ ...part, to: part.from }] };
    await writeText(sink, await filmSvg(wishes.what === 'film' ? film : still, tools, progress));
  },
});
