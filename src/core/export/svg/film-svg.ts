/** A frame as SVG, or a whole film as one that moves by plain CSS. */
import { LOST_SWATCH, parted } from '../../picture/paint-areas.ts';
import { drawingName } from '../../sheet/drawings.ts';
import { shownExposure } from '../../sheet/exposures.ts';
import { lieAt, lieMatrix } from '../../sheet/moves.ts';
import type { CellRef, Layer } from '../../shot/model.ts';
import { colourOf, paletteAt } from '../../shot/palette.ts';
import { base64 } from '../base64.ts';
import type { Film } from '../film.ts';
import type { DeliveryTools } from '../format.ts';
import { filmOfCell } from '../one-cell.ts';
import { cutOut, shownBox } from '../pixels.ts';
import { drawingMarkup, xml } from './markup.ts';

/** Frames on which something is seen, counted from the first; `end` is not among them. */
interface Seen {
  from: number;
  end: number;
}

/** A cell in the colours of a palette, how it lies, and when it is seen so on its layer. */
interface Shown {
  id: string;
  name: string;
  /** Attributes of its use: how it is moved and faded. */
  lie: string;
  seen: Seen[];
}

/** How a moved layer lies at a frame, as attributes. */
function lieMarkup(layer: Layer, frame: number): string {
  const { moves } = layer;
  if (!moves) return '';
  const lie = lieAt(layer, moves, frame);
  const matrix = lieMatrix(lie, moves.pivot).map((value) => Math.round(value * 1e5) / 1e5);
  const fade = lie.fade < 1 ? ` opacity="${Math.round(lie.fade * 1000) / 1000}"` : '';
  return ` transform="matrix(${matrix.join(' ')})"${fade}`;
}

class SvgWriter {
  private readonly film: Film;
  private readonly tools: DeliveryTools;
  private readonly styles: string[] = [];
  private readonly classes = new Map<string, string>();
  private readonly defined = new Map<string, string>();
  private readonly symbols: string[] = [];
  private names = 0;

  constructor(film: Film, tools: DeliveryTools) {
    this.film = film;
    this.tools = tools;
  }

  private name(): string {
    return `n${this.names++}`;
  }

  /** The class of a swatch in the palette of a frame. */
  private classOf(swatch: string, frame: number): string {
    const palette = paletteAt(this.film.parts[0].shot, frame);
    const key = `${palette.id} ${swatch}`;
    let known = this.classes.get(key);
    if (!known) {
      known = `c${this.classes.size}`;
      const found = palette.swatches.find(({ id }) => id === swatch);
      const { colour, opacity } = parted(found ? colourOf(found) : LOST_SWATCH);
      const faint = opacity < 1 ? `;opacity:${Math.round(opacity * 1000) / 1000}` : '';
      this.styles.push(`.${known}{fill:${colour}${faint}}`);
      this.classes.set(key, known);
    }
    return known;
  }

  /** A cell painted and put in as a picture, where it lies on the paper. */
  private async picture(film: Film): Promise<string> {
    const pixels = (await this.tools.paint(film, film.pictures[0])).pixels();
    const box = shownBox(pixels);
    if (!box) return '';
    const [{ view }] = film.parts;
    const by = 1 / view[0];
    const place = `x="${(box.x - view[4]) * by}" y="${(box.y - view[5]) * by}" width="${box.width * by}" height="${box.height * by}"`;
    const data = base64(await this.tools.png(cutOut(pixels, box)));
    return `<image ${place} preserveAspectRatio="none" href="data:image/png;base64,${data}"/>`;
  }

  /** Writes a cell down once for each palette it is seen in; gives the id it is used by. */
  private async define(layer: Layer, cell: CellRef, frame: number): Promise<{ id: string; name: string } | null> {
    const { shot } = this.film.parts[0];
    const drawing = cell.kind === 'drawing' ? shot.drawings[cell.drawing] : null;
    if (cell.kind === 'drawing' && !drawing) return null;
    const name = drawing ? `${layer.name} ${drawingName(drawing)}` : `${layer.name}, a picture`;
    const key = drawing
      ? `${drawing.id} ${paletteAt(shot, frame).id}`
      : `${layer.id} ${cell.kind === 'picture' ? `${cell.asset} ${cell.index}` : ''}`;
    let id = this.defined.get(key);
    if (!id) {
      id = `d${this.defined.size}`;
      this.defined.set(key, id);
      const markup = drawing
        ? await drawingMarkup(drawing.ink, drawing.paint, {
            classOf: (swatch) => this.classOf(swatch, frame),
            name: () => this.name(),
            pictureOf: (ink) =>
              this.picture(filmOfCell(this.film, layer, cell, frame, { drawing: { ...drawing, ink, paint: [] } })),
          })
        : await this.picture(filmOfCell(this.film, layer, cell, frame));
      this.symbols.push(`<g id="${id}">\n${markup}\n</g>`);
    }
    return { id, name };
  }

  /** What a layer shows over the film's frames. */
  private async shownOn(layer: Layer): Promise<Shown[]> {
    const { from, to, shot } = this.film.parts[0];
    const all = new Map<string, Shown>();
    let last: Shown | null = null;
    let lastKey = '';
    for (let frame = from; frame <= to; frame++) {
      // Every n-th frame stands until the next.
      const at = frame - ((frame - from) % this.film.every);
      const cell = shownExposure(layer.exposures, layer.afterLast, at)?.exposure.cell ?? null;
      const lie = cell ? lieMarkup(layer, at) : '';
      const key = cell ? `${JSON.stringify(cell)} ${paletteAt(shot, at).id}${lie}` : '';
      if (key !== lastKey) {
        const found = cell ? await this.define(layer, cell, at) : null;
        const own = found ? `${found.id}${lie}` : '';
        last = found ? (all.get(own) ?? { ...found, lie, seen: [] }) : null;
        if (last) {
          last.seen.push({ from: frame - from, end: frame - from });
          all.set(own, last);
        }
        lastKey = key;
      }
      if (last) last.seen.at(-1)!.end = frame - from + 1;
    }
    return [...all.values()];
  }

  /** A use of a cell; where it is not seen all the time, with the CSS that shows and hides it. */
  private use({ id, name, lie, seen }: Shown): string {
    const { frames, fps } = this.film;
    const label = `<use href="#${id}" aria-label="${xml(name)}"${lie}`;
    if (seen.length === 1 && seen[0].from === 0 && seen[0].end === frames) return `${label}/>`;
    const own = this.name();
    const percent = (frame: number) => `${Math.round((frame / frames) * 1e6) / 1e4}%`;
    const steps = new Map<number, 'visible' | 'hidden'>([[0, 'hidden']]);
    for (const each of seen) {
      steps.set(each.from, 'visible');
      if (each.end < frames && !steps.has(each.end)) steps.set(each.end, 'hidden');
    }
    const rules = [...steps].sort((a, b) => a[0] - b[0]).map(([at, way]) => `${percent(at)}{visibility:${way}}`);
    this.styles.push(
      `@keyframes ${own}{${rules.join('')}}`,
      `.${own}{animation:${own} ${Math.round((frames / fps) * 1e5) / 1e5}s step-end infinite}`,
    );
    // A viewer that knows no CSS animation shows the first frame.
    return `${label} class="${own}" visibility="${seen[0].from === 0 ? 'visible' : 'hidden'}"/>`;
  }

  async write(progress: (part: number) => void): Promise<string> {
    const { film } = this;
    const { shot } = film.parts[0];
    const layers = shot.layers.filter(({ visible, guide }) => visible && !guide);
    const groups: string[] = [];
    for (const [k, layer] of layers.entries()) {
      const uses = (await this.shownOn(layer)).map((shown) => this.use(shown));
      const faint = layer.opacity < 1 ? ` opacity="${Math.round(layer.opacity * 1000) / 1000}"` : '';
      groups.push(`<g aria-label="${xml(layer.name)}"${faint}>\n${uses.join('\n')}\n</g>`);
      progress((k + 1) / layers.length);
    }
    const { width, height } = shot;
    const ground =
      film.ground === null ? '' : `<rect width="${width}" height="${height}" fill="${film.ground.slice(0, 7)}"/>\n`;
    return [
      `<svg xmlns="http://www.w3.org/2000/svg" width="${film.width}" height="${film.height}" viewBox="0 0 ${width} ${height}">`,
      `<title>${xml(film.title)}</title>`,
      `<style>\n${this.styles.join('\n')}\n</style>`,
      `<defs>\n${this.symbols.join('\n')}\n</defs>`,
      `${ground}${groups.join('\n')}`,
      '</svg>\n',
    ].join('\n');
  }
}

/** A film of one shot as SVG; a film of one frame stands still. */
export const filmSvg = (film: Film, tools: DeliveryTools, progress: (part: number) => void): Promise<string> =>
  new SvgWriter(film, tools).write(progress);
