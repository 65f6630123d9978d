/** The 256 colours of a GIF: the shot's own swatches exactly, then what its pictures have besides. */

import { drawingsOf, shownCells } from '../picture/shows.ts';
import { colourOf, paletteAt, usesOn } from '../shot/palette.ts';
import type { Film } from './film.ts';
import type { DeliveryTools, Pixels } from './format.ts';
import { quantize } from './gifenc.ts';

type Colour = [number, number, number];

/** Pictures looked at for the colours that are no swatch's, and pixels taken from all of them together. */
const PALETTE_PICTURES = 16;
const PALETTE_PIXELS = 400_000;
/** Swatches that get a colour of their own; the rest of the palette is for edges, shades and textures. */
const MOST_OWN = 192;
/** Pixels at least this opaque are shown; GIF knows only all or nothing. */
const OPAQUE = 128;

export interface GifPalette {
  colours: Colour[];
  /** Index of the clear colour: what is see-through, and what stays as it was in the picture before. */
  clear: number;
  /** Indices of the shot's own colours, by `r << 16 | g << 8 | b`. */
  own: Map<number, number>;
  /** Palette index for each 5-6-5 colour, -1 until a pixel first asks for it. */
  table: Int16Array;
}

const numberOf = (r: number, g: number, b: number) => (r << 16) | (g << 8) | b;
const colourNumber = (hex: string) => Number.parseInt(hex.slice(1, 7), 16);
const parts = (colour: number): Colour => [colour >> 16, (colour >> 8) & 255, colour & 255];

function nearest(colours: Colour[], count: number, r: number, g: number, b: number): number {
  let best = 0;
  let least = Infinity;
  for (let i = 0; i < count; i++) {
    const c = colours[i];
    const d = (c[0] - r) ** 2 + (c[1] - g) ** 2 + (c[2] - b) ** 2;
    if (d < least) {
      least = d;
      best = i;
    }
  }
  return best;
}

/** The opaque colours that a film is painted with, the most used first. */
function ownColours({ ground, parts, pictures }: Film): number[] {
  const uses = new Map<number, number>();
  if (ground) uses.set(colourNumber(ground), Number.POSITIVE_INFINITY);
  const seen = new Set<string>();
  for (const { part, frame } of pictures) {
    const { shot } = parts[part];
    const palette = paletteAt(shot, frame);
    const swatches = new Map(palette.swatches.map((swatch) => [swatch.id, swatch]));
    for (const cell of drawingsOf(shownCells(shot, frame, 'delivery'))) {
      if (seen.has(`${part} ${palette.id} ${cell.drawing}`)) continue;
      seen.add(`${part} ${palette.id} ${cell.drawing}`);
      const drawing = shot.drawings[cell.drawing];
      for (const [id, { strokes, areas }] of drawing ? usesOn([drawing]) : []) {
        const swatch = swatches.get(id);
        if (!swatch || colourOf(swatch).length > 7) continue;
        const colour = colourNumber(swatch.colour);
        uses.set(colour, (uses.get(colour) ?? 0) + strokes + areas);
      }
    }
  }
  return [...uses].sort((a, b) => b[1] - a[1]).map(([colour]) => colour);
}

/** One palette: the colours given, then the best for the other pixels of some pictures (RGBA). */
function gifPalette(own: number[], pictures: Pixels[]): GifPalette {
  const kept = own.slice(0, MOST_OWN);
  const known = new Set(kept);
  const every = Math.max(1, Math.ceil(pictures.reduce((sum, p) => sum + p.data.length / 4, 0) / PALETTE_PIXELS));
  const sample: number[] = [];
  for (const { data } of pictures) {
    for (let i = 0; i < data.length; i += 4 * every)
      if (data[i + 3] >= OPAQUE && !known.has(numberOf(data[i], data[i + 1], data[i + 2])))
        sample.push(data[i], data[i + 1], data[i + 2], 255);
  }
  const colours = kept.map(parts);
  if (sample.length > 0)
    colours.push(...(quantize(Uint8ClampedArray.from(sample), 255 - kept.length, { format: 'rgb565' }) as Colour[]));
  const clear = colours.length;
  colours.push([0, 0, 0]);
  const indices = new Map(kept.map((colour, i) => [colour, i]));
  return { colours, clear, own: indices, table: new Int16Array(65536).fill(-1) };
}

/** The palette index for a 5-6-5 colour; the middle of its cell stands for all its colours. */
function lookUp({ colours, clear, table }: GifPalette, key: number): number {
  const r = ((key >> 11) << 3) | (key >> 13);
  const g = (((key >> 5) & 63) << 2) | ((key >> 9) & 3);
  const b = ((key & 31) << 3) | ((key >> 2) & 7);
  const index = nearest(colours, clear, r, g, b);
  table[key] = index;
  return index;
}

/** Palette index of every pixel; clear where it is see-through. */
export function mapToPalette({ data }: Pixels, palette: GifPalette): Uint8Array {
  const { table, clear, own } = palette;
  const out = new Uint8Array(data.length / 4);
  let last = -1;
  let lastIndex = clear;
  for (let i = 0, p = 0; p < out.length; i += 4, p++) {
    if (data[i + 3] < OPAQUE) {
      out[p] = clear;
      continue;
    }
    const colour = numberOf(data[i], data[i + 1], data[i + 2]);
    if (colour !== last) {
      last = colour;
      const key = ((data[i] & 0xf8) << 8) | ((data[i + 1] & 0xfc) << 3) | (data[i + 2] >> 3);
      lastIndex = own.get(colour) ?? (table[key] >= 0 ? table[key] : lookUp(palette, key));
    }
    out[p] = lastIndex;
  }
  return out;
}

/** The picture as the GIF will show it: the same pixels through the palette. */
export function throughPalette(pixels: Pixels, palette: GifPalette): Pixels {
  const indices = mapToPalette(pixels, palette);
  const data = new Uint8ClampedArray(pixels.data.length);
  for (let p = 0; p < indices.length; p++) {
    if (indices[p] === palette.clear) continue;
    const colour = palette.colours[indices[p]];
    data.set(colour, 4 * p);
    data[4 * p + 3] = 255;
  }
  return { ...pixels, data };
}

/** The palette of a film: preview and file ask this same function. */
export async function filmPalette(film: Film, { paint }: Pick<DeliveryTools, 'paint'>): Promise<GifPalette> {
  const { pictures } = film;
  const count = Math.min(PALETTE_PICTURES, pictures.length);
  const looked: Pixels[] = [];
  for (let i = 0; i < count; i++) {
    const at = count === 1 ? 0 : Math.round((i * (pictures.length - 1)) / (count - 1));
    looked.push(await paint(film, pictures[at]));
  }
  return gifPalette(ownColours(film), looked);
}
