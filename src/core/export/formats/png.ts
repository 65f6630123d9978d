import { writeWav } from '../../sound/wav.ts';
import { yes } from '../asks.ts';
import { type Film, framesOfFilm } from '../film.ts';
import { format, pieceOf } from '../format.ts';
import { layersApart } from '../layers-apart.ts';
import { plainName } from '../names.ts';

/** Numbered pictures, one per frame, numbered as on the sheet: name-0001.png is frame 1; the sound beside them when asked. */
export const png = format({
  id: 'png',
  name: 'PNG sequence',
  purpose: 'work',
  about: 'A picture for every frame, with alpha, for compositing.',
  thing: 'the pictures',
  extension: 'zip',
  type: 'application/zip',
  pictures: true,
  reel: true,
  asks: {
    withSound: yes('The sound beside them as a WAV, as long as they are', true),
    apart: yes('Each layer in a folder of its own, clear behind it', false),
  },
  paints: (film, { apart }) =>
    (apart ? layersApart(film) : [{ film }]).flatMap((each) =>
      each.film.pictures.map((picture) => ({ film: each.film, picture, as: 'png' as const })),
    ),
  async write({ film, wishes, tools, sink, sound, progress }) {
    const { ZipWriter } = await import('../zip.ts');
    const zip = new ZipWriter(sink);
    const base = plainName(film.title);
    progress(0);
    const films: { folder: string; film: Film }[] = wishes.apart ? layersApart(film) : [{ folder: '', film }];
    for (const [k, each] of films.entries()) {
      const report = pieceOf(progress, k, films.length);
      let bytes: Uint8Array = new Uint8Array();
      let done = 0;
      for (const { picture, frame, first } of framesOfFilm(each.film)) {
        if (first) bytes = await tools.paintPng(each.film, each.film.pictures[picture]);
        // A reel counts through; the frames of one shot have the numbers they have on its sheet.
        const number = each.film.parts.length > 1 ? done + 1 : frame + 1;
        await zip.add(`${each.folder}${base}-${String(number).padStart(4, '0')}.png`, bytes);
        done += each.film.every;
        report(Math.min(1, done / each.film.frames));
      }
    }
    const mixed = wishes.withSound ? await sound() : null;
    if (mixed) await zip.add(`${base}.wav`, writeWav(mixed.channels, mixed.rate));
    await zip.end();
  },
});
