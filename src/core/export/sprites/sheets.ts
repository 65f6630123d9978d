/** Sprite sheets: pictures painted, trimmed, laid on sheets, and told of in JSON. */
import { type Film, filmAt } from '../film.ts';
import type { DeliveryTools, Pixels } from '../format.ts';
import { cutOut, type PixelBox, shownBox } from '../pixels.ts';
import { type Packed, packClose, packGrid } from './pack.ts';
import type { SpriteClip, SpriteList, SpritePicture } from './pictures.ts';

export interface SpriteWishes {
  pack: 'close' | 'grid';
  trim: boolean;
  padding: number;
  /** Edge pixels repeated so many times around each picture, so that a game that draws between pixels finds no seam. */
  extrude: number;
  power: boolean;
  most: number;
  /** The point that stays put, paper pixels. */
  origin: { x: number; y: number };
}

/** A picture on its sheet, pixels; as it stands in the JSON. */
interface SpriteEntry {
  name: string;
  sheet: number;
  x: number;
  y: number;
  width: number;
  height: number;
  /** Where this part lies in the whole picture. */
  offset: { x: number; y: number };
  /** The whole picture. */
  size: { width: number; height: number };
  /** The point that stays put, from the left and top of this part; it may lie outside. */
  origin: { x: number; y: number };
}

export interface SpriteSheets {
  sheets: { file: string; pixels: Pixels }[];
  json: {
    format: 'vignette-sprites';
    version: 1;
    title: string;
    fps: number;
    scale: number;
    sheets: { file: string; width: number; height: number }[];
    pictures: SpriteEntry[];
    clips: (SpriteClip & { seconds: number })[];
  };
}

/** Pictures are kept as they were painted while they take no more than this; the others are painted once more. */
const KEPT_BYTES = 384 * 1024 ** 2;
/** What is wholly clear still has its place. */
const DOT: PixelBox = { x: 0, y: 0, width: 1, height: 1 };

/** Copies a picture onto a sheet, its edge pixels repeated around it. */
function layOn(sheet: Pixels, picture: Pixels, left: number, top: number, extrude: number): void {
  const [from, to] = [new Uint32Array(picture.data.buffer), new Uint32Array(sheet.data.buffer)];
  for (let y = -extrude; y < picture.height + extrude; y++) {
    const row = Math.max(0, Math.min(picture.height - 1, y)) * picture.width;
    let at = (top + y + extrude) * sheet.width + left;
    for (let x = -extrude; x < picture.width + extrude; x++, at++)
      to[at] = from[row + Math.max(0, Math.min(picture.width - 1, x))];
  }
}

/** The sheets of some pictures at a scale. @param base of file names @param paper from paper to the film's pixels */
export async function spriteSheets(
  { pictures, clips }: SpriteList,
  scale: number,
  wishes: SpriteWishes,
  base: string,
  { paint }: Pick<DeliveryTools, 'paint'>,
  progress: (part: number) => void,
): Promise<SpriteSheets> {
  const films = new Map<Film, Film>();
  const scaled = (film: Film): Film => {
    const known = films.get(film) ?? filmAt(film, scale);
    films.set(film, known);
    return known;
  };
  const kept = new Map<SpritePicture, Pixels>();
  let room = KEPT_BYTES;
  const boxes: PixelBox[] = [];
  const cut = async (each: SpritePicture, box?: PixelBox): Promise<{ box: PixelBox; pixels: Pixels }> => {
    const whole = await paint(scaled(each.film), each.picture);
    const own =
      box ?? (wishes.trim ? (shownBox(whole) ?? DOT) : { x: 0, y: 0, width: whole.width, height: whole.height });
    return { box: own, pixels: cutOut(whole, own) };
  };
  for (const [k, each] of pictures.entries()) {
    const { box, pixels } = await cut(each);
    boxes.push(box);
    if (pixels.data.length <= room) {
      kept.set(each, pixels);
      room -= pixels.data.length;
    }
    progress((0.7 * (k + 1)) / pictures.length);
  }
  const { extrude } = wishes;
  const sizes = boxes.map(({ width, height }) => ({ width: width + 2 * extrude, height: height + 2 * extrude }));
  const packed: Packed = (wishes.pack === 'grid' ? packGrid : packClose)(sizes, wishes);
  const several = packed.sheets.length > 1;
  const sheets = packed.sheets.map(({ width, height }, i) => ({
    file: `${base}${several ? `-${i + 1}` : ''}.png`,
    pixels: { data: new Uint8ClampedArray(4 * width * height), width, height },
  }));
  const entries: SpriteEntry[] = [];
  for (const [k, each] of pictures.entries()) {
    const box = boxes[k];
    const { sheet, x, y } = packed.places[k];
    layOn(sheets[sheet].pixels, kept.get(each) ?? (await cut(each, box)).pixels, x, y, extrude);
    const film = scaled(each.film);
    const [a, , , d, e, f] = film.parts[each.picture.part].view;
    entries.push({
      name: each.name,
      sheet,
      x: x + extrude,
      y: y + extrude,
      width: box.width,
      height: box.height,
      offset: { x: box.x, y: box.y },
      size: { width: film.width, height: film.height },
      origin: { x: rounded(a * wishes.origin.x + e - box.x), y: rounded(d * wishes.origin.y + f - box.y) },
    });
    progress(0.7 + (0.3 * (k + 1)) / pictures.length);
  }
  const { title, fps } = pictures[0].film;
  return {
    sheets,
    json: {
      format: 'vignette-sprites',
      version: 1,
      title,
      fps,
      scale,
      sheets: sheets.map(({ file, pixels: { width, height } }) => ({ file, width, height })),
      pictures: entries,
      clips: clips.map((clip) => ({
        ...clip,
        seconds: rounded(clip.frames.reduce((sum, { frames }) => sum + frames, 0) / fps),
      })),
    },
  };
}

const rounded = (value: number) => Math.round(value * 1000) / 1000;
