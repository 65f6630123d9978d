/** A frame as SVG, or a whole film as one that moves by plain CSS. */
import { LOST_SWATCH, parted } from '../../picture/paint-areas.ts';
import { type ShownCell, shownKey, shownOn } from '../../picture/shows.ts';
import { asMatrix, drawnThrough, type Step, stepsKey, stepsOf } from '../../picture/steps.ts';
import { after, IDENTITY, type Matrix } from '../../plane/matrix.ts';
import { cellName } from '../../sheet/drawings.ts';
import { fieldSize, throughCamera } from '../../sheet/moves/camera.ts';
import type { Layer } from '../../shot/layer-model.ts';
import { colourOf, paletteAt } from '../../shot/palette.ts';
import { base64 } from '../base64.ts';
import { deliveryView, type Film } from '../film.ts';
import type { DeliveryTools } from '../format.ts';
import { alone } from '../layers-apart.ts';
import { filmOfCell, NOTHING_BURNT } from '../one-cell.ts';
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
  /** Attributes of its use: how it is carried, faded, mixed. */
  lie: string;
  seen: Seen[];
}

const rounded = (value: number, by: number) => Math.round(value * by) / by;

/** How a cell lies, as attributes. @param map from where it is written down to the picture's field */
function lieMarkup({ opacity, blend }: Pick<Layer, 'opacity' | 'blend'>, map: Matrix): string {
  const still = map.every((value, i) => Math.abs(value - IDENTITY[i]) < 1e-9);
  const transform = still ? '' : ` transform="matrix(${map.map((value) => rounded(value, 1e5)).join(' ')})"`;
  const fade = opacity < 1 ? ` opacity="${rounded(opacity, 1000)}"` : '';
  return `${transform}${fade}${blend === 'normal' ? '' : ` style="mix-blend-mode:${blend}"`}`;
}

/** What only pixels can say: shadows and softness, and showing inside of another layer. A bent picture too. */
const onlyPixels = ({ casts, only, bend, cell }: ShownCell, outer: readonly Step[]): boolean =>
  casts.length > 0 || only !== null || (cell.kind === 'picture' && (bend !== null || asMatrix(outer) === null));

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
    const pixels = await this.tools.paint(film, film.pictures[0]);
    const box = shownBox(pixels);
    if (!box) return '';
    const [{ view }] = film.parts;
    const by = 1 / view[0];
    const place = `x="${(box.x - view[4]) * by}" y="${(box.y - view[5]) * by}" width="${box.width * by}" height="${box.height * by}"`;
    const data = base64(await this.tools.png(cutOut(pixels, box)));
    return `<image ${place} preserveAspectRatio="none" href="data:image/png;base64,${data}"/>`;
  }

  /** Markup that is written down once and used by its id. */
  private async defineOnce(key: string, markup: () => Promise<string>): Promise<string> {
    let id = this.defined.get(key);
    if (id) return id;
    id = `d${this.defined.size}`;
    this.defined.set(key, id);
    const inner = await markup();
    this.symbols.push(`<g id="${id}">\n${inner}\n</g>`);
    return id;
  }

  /** A layer with all that is made of it, painted, where it lies on the paper. */
  private painted(layer: Layer, frame: number): Promise<string> {
    const [part] = this.film.parts;
    const shot = alone({ ...part.shot, camera: null }, { ...layer, opacity: 1, blend: 'normal' });
    const view = deliveryView(shot, this.film.width, this.film.height);
    return this.picture({
      ...this.film,
      ground: null,
      burnt: NOTHING_BURNT,
      parts: [{ ...part, view, shot: { ...shot, background: { ...shot.background, transparent: true } } }],
      pictures: [{ part: 0, frame, frames: 1 }],
    });
  }

  /**
   * Writes what a cell shows down once for each way it looks. @param outer what carries it further: where a bent bundle lies
   * @returns the id it is used by, and what carries its use
   */
  private async define(
    shown: ShownCell,
    frame: number,
    outer: readonly Step[],
  ): Promise<{ id: string; map: Matrix } | null> {
    const { shot } = this.film.parts[0];
    const { cell, layer, inside } = shown;
    const palette = paletteAt(shot, frame).id;
    if (onlyPixels(shown, outer) && outer.length === 0) {
      const key = `painted ${shownKey(shot, { ...shown, layer: { ...layer, opacity: 1, blend: 'normal' } })} ${palette}`;
      return { id: await this.defineOnce(key, () => this.painted(this.ownLayer(layer), frame)), map: IDENTITY };
    }
    const steps = stepsOf(shown, outer);
    const map = asMatrix(steps);
    const bent = map ? '' : stepsKey(steps);
    if (inside) {
      const key = `bundle ${inside.map((each) => shownKey(shot, each)).join('+')} ${palette}${bent}`;
      const uses = async () => {
        const out = await Promise.all(inside.map((each) => this.define(each, frame, map ? [] : steps)));
        return out
          .map((own, i) => own && `<use href="#${own.id}"${lieMarkup(inside[i].layer, own.map)}/>`)
          .filter(Boolean)
          .join('\n');
      };
      return { id: await this.defineOnce(key, uses), map: map ?? IDENTITY };
    }
    if (cell.kind === 'picture')
      return {
        id: await this.defineOnce(
          `${cell.asset} ${cell.index} ${layer.grey} ${shown.paper.width}x${shown.paper.height}`,
          () => this.picture(filmOfCell(this.film, { ...layer, place: null }, cell, frame, { paper: shown.paper })),
        ),
        map: map ?? IDENTITY,
      };
    const drawing = cell.kind === 'drawing' ? shot.drawings[cell.drawing] : null;
    if (!drawing) return null;
    const drawn = map ? drawing : { ...drawing, ...drawnThrough(drawing, steps) };
    const markup = () =>
      drawingMarkup(drawn.ink, drawn.paint, {
        classOf: (swatch) => this.classOf(swatch, frame),
        name: () => this.name(),
        pictureOf: (ink) =>
          this.picture(
            filmOfCell(this.film, { ...layer, place: null }, { kind: 'drawing', drawing: drawing.id }, frame, {
              drawing: { ...drawn, ink, paint: [] },
            }),
          ),
      });
    return { id: await this.defineOnce(`${drawing.id} ${palette} ${bent}`, markup), map: map ?? IDENTITY };
  }

  /** A layer of the shot as it is set, not as it lies at a frame. */
  private ownLayer({ id }: Layer): Layer {
    return this.film.parts[0].shot.layers.find((layer) => layer.id === id)!;
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
      const shown = shownOn(shot, layer, at, 'delivery');
      const camera = throughCamera(shot, at);
      const key = shown ? `${shownKey(shot, shown)} ${paletteAt(shot, at).id} ${camera}` : '';
      if (key !== lastKey) {
        const found = shown ? await this.define(shown, at, []) : null;
        // The layer's own opacity is that of its group.
        const faded = shown && { ...shown.layer, opacity: layer.opacity > 0 ? shown.layer.opacity / layer.opacity : 1 };
        const lie = found && faded ? lieMarkup({ ...faded, blend: 'normal' }, after(found.map, camera)) : '';
        const own = found ? `${found.id}${lie}` : '';
        last =
          found && shown ? (all.get(own) ?? { id: found.id, name: this.nameOf(layer, shown), lie, seen: [] }) : null;
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

  private nameOf({ name }: Layer, { cell }: ShownCell): string {
    return cell.kind === 'picture' ? `${name}, a picture` : `${name} ${cellName(this.film.parts[0].shot, cell)}`;
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
      groups.push(`<g aria-label="${xml(layer.name)}"${lieMarkup(layer, IDENTITY)}>\n${uses.join('\n')}\n</g>`);
      progress((k + 1) / layers.length);
    }
    const { width, height } = fieldSize(shot);
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
