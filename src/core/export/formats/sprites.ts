import type { Shot } from '../../shot/model.ts';
import { choice, number, onlyWhere, yes } from '../asks.ts';
import { filmAt } from '../film.ts';
import { format, pieceOf } from '../format.ts';
import { plainName } from '../names.ts';

/** Sizes delivered together, per cent of the size chosen. */
const SIZES = { '100': '100 %', '100 50': '100 and 50 %', '100 50 25': '100, 50 and 25 %' } as const;

/** The point of the paper that stays put through all pictures. */
function originOf(
  { width, height }: Pick<Shot, 'width' | 'height'>,
  { origin, originX, originY }: { origin: 'foot' | 'middle' | 'set'; originX: number; originY: number },
): { x: number; y: number } {
  if (origin === 'set') return { x: originX, y: originY };
  return { x: width / 2, y: origin === 'foot' ? height : height / 2 };
}

export const sprites = format({
  id: 'sprites',
  name: 'Sprites',
  purpose: 'game',
  about:
    'Pictures on sheets with a JSON: where each lies, how long it stands, the point it stands on. Named frames are clips.',
  thing: 'the sprites',
  extension: 'zip',
  type: 'application/zip',
  pictures: true,
  asks: {
    what: choice(
      'Of the shot',
      { pictures: 'each picture once', frames: 'every frame', layers: 'each drawing of each layer' },
      'pictures',
    ),
    pack: choice('Laid', { close: 'close together', grid: 'in a grid' }, 'close'),
    sizes: choice('Sizes', SIZES, '100'),
    trim: yes('Clear edges cut off', true),
    power: yes('Sides of sheets a power of two', false),
    padding: number('Between pictures', 2, 0, 64, 'pixels'),
    extrude: number('Edge pixels repeated', 1, 0, 16, 'times'),
    most: number('Longest side of a sheet', 4096, 64, 8192, 'pixels'),
    origin: choice(
      'The point that stays put',
      { foot: 'middle of the paper’s foot', middle: 'middle of the paper', set: 'set on the picture' },
      'foot',
    ),
    originX: onlyWhere('origin', 'set', number('Point across', 0, 0, 8192, 'paper pixels')),
    originY: onlyWhere('origin', 'set', number('Point down', 0, 0, 8192, 'paper pixels')),
  },
  point: {
    at: originOf,
    set: (x, y) => ({ origin: 'set', originX: x, originY: y }),
  },
  told: (shot, { ground }) =>
    ground === 'shot' && !shot.background.transparent
      ? 'The background is in every picture. Choose none behind the drawings for figures that stand free.'
      : '',
  async paints(film, { what, sizes }) {
    const { spriteList } = await import('../sprites/pictures.ts');
    const { pictures } = spriteList(film, what);
    return sizes.split(' ').flatMap((size) => {
      const scaled = new Map(pictures.map((each) => [each.film, each.film]));
      for (const own of scaled.keys()) scaled.set(own, filmAt(own, Number(size) / 100));
      return pictures.map((each) => ({ film: scaled.get(each.film)!, picture: each.picture, as: 'pixels' as const }));
    });
  },
  async write({ film, shot, wishes, tools, sink, progress }) {
    progress(0);
    const [{ ZipWriter }, { spriteList }, { spriteSheets }] = await Promise.all([
      import('../zip.ts'),
      import('../sprites/pictures.ts'),
      import('../sprites/sheets.ts'),
    ]);
    const zip = new ZipWriter(sink);
    const list = spriteList(film, wishes.what);
    const origin = originOf(shot, wishes);
    const sizes = wishes.sizes.split(' ').map(Number);
    for (const [k, size] of sizes.entries()) {
      const base = `${plainName(film.title)}${sizes.length > 1 ? `-${size}` : ''}`;
      const report = pieceOf(progress, k, sizes.length);
      const { sheets, json } = await spriteSheets(list, size / 100, { ...wishes, origin }, base, tools, (part) =>
        report(0.85 * part),
      );
      for (const { file, pixels } of sheets) await zip.add(file, await tools.png(pixels));
      await zip.addText(`${base}.json`, `${JSON.stringify(json, null, 1)}\n`);
      report(1);
    }
    await zip.end();
  },
});
