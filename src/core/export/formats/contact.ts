import { number } from '../asks.ts';
import { filmAt } from '../film.ts';
import { format } from '../format.ts';
import { layIn } from '../pixels.ts';

/** Clear pixels between the pictures of a contact sheet. */
const GAP = 8;

export const contact = format({
  id: 'contact',
  name: 'Contact sheet',
  purpose: 'paper',
  about: 'All different pictures side by side on one PNG, with the frames they begin on.',
  thing: 'the contact sheet',
  extension: 'png',
  type: 'image/png',
  pictures: true,
  asks: { columns: number('Pictures in a row', 6, 1, 24) },
  async write({ film: plain, wishes, tools, sink, progress }) {
    progress(0);
    const { layoutOf } = await import('../contact.ts');
    const { scale, columns, rows } = layoutOf(plain, wishes.columns, GAP);
    const film = filmAt({ ...plain, burnt: { ...plain.burnt, frame: true } }, scale);
    const [across, down] = [film.width + GAP, film.height + GAP];
    const [width, height] = [columns * across + GAP, rows * down + GAP];
    const sheet = { data: new Uint8ClampedArray(4 * width * height), width, height };
    sheet.data.fill(255);
    for (const [k, picture] of film.pictures.entries()) {
      const pixels = await tools.paint(film, picture);
      layIn(sheet, pixels, GAP + (k % columns) * across, GAP + Math.floor(k / columns) * down);
      progress((0.95 * (k + 1)) / film.pictures.length);
    }
    await sink.write(await tools.png(sheet));
  },
});
