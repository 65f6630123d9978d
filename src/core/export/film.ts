/**
 * A film: the pictures of a delivery one after another, and how long each stands. It is made of one shot, or of several for
 * a reel; every format that holds pictures writes from it.
 */
import { type Looker, shownCells, shownKey } from '../picture/shows.ts';
import { after, type Matrix, scaling } from '../plane/matrix.ts';
import { fieldSize, throughCamera } from '../sheet/moves/camera.ts';
import type { Shot } from '../shot/model.ts';
import { paletteAt } from '../shot/palette.ts';
import { type BurntIn, burntWords } from './burn-in.ts';
import { type Around, asDelivered, type DeliveryWishes, framesOf, NOTHING_AROUND } from './wishes.ts';

const LOOKER: Looker = 'delivery';

/** A shot in a film, as it is delivered. */
export interface FilmPart {
  shot: Shot;
  /** From its field to the film's picture. */
  view: Matrix;
  /** Frames of the shot, 0-based, `to` inclusive. */
  from: number;
  to: number;
}

/** A picture: a frame of a part, standing for `frames` frames of the film. */
export interface FilmPicture {
  part: number;
  /** 0-based frame of the part's shot. */
  frame: number;
  frames: number;
}

export interface Film {
  title: string;
  /** Frames a second. */
  fps: number;
  /** Pixels. */
  width: number;
  height: number;
  /** What lies where no paper is; null: nothing, it stays clear. */
  ground: string | null;
  /** What is written into the pictures. */
  burnt: BurntIn;
  parts: FilmPart[];
  /** In order; neighbours differ. */
  pictures: FilmPicture[];
  /** Frames in all. */
  frames: number;
  /** Of a film of one shot: every n-th frame is taken. */
  every: number;
}

/** What a format can hold. */
export interface FilmNeeds {
  /** Width and height must be even: a pixel of ground is added where they are not. */
  even?: boolean;
  /** There is no way to leave pixels clear. */
  opaque?: boolean;
}

/** What a frame looks like, as a key: equal keys are equal pictures. */
function frameKey({ shot }: FilmPart, frame: number, burnt: BurntIn): string {
  const cells = shownCells(shot, frame, LOOKER).map((shown) => shownKey(shot, shown));
  return `${paletteAt(shot, frame).id}|${throughCamera(shot, frame)}|${cells.join('|')}|${burntWords(burnt, shot, frame).join('|')}`;
}

/** What a picture of a film looks like, as a key: equal keys are equal pictures. */
export const keyOfPicture = ({ parts, burnt }: Film, { part, frame }: FilmPicture): string =>
  `${part}|${frameKey(parts[part], frame, burnt)}`;

/** The runs of equal frames among some of a shot's. @param frames in order, each standing until the next; the last until `end` */
function runsOf(parts: FilmPart[], taken: { part: number; frame: number; frames: number }[], burnt: BurntIn) {
  const out: FilmPicture[] = [];
  let last = '';
  for (const { part, frame, frames } of taken) {
    const key = `${part}|${frameKey(parts[part], frame, burnt)}`;
    if (out.length > 0 && key === last) out.at(-1)!.frames += frames;
    else out.push({ part, frame, frames });
    last = key;
  }
  return out;
}

/** From the camera's field (without one, the paper) to the picture: it fills it; one of another shape is fitted inside and centred. */
export function deliveryView(shot: Pick<Shot, 'width' | 'height' | 'camera'>, width: number, height: number): Matrix {
  const field = fieldSize(shot);
  const by = Math.min(width / field.width, height / field.height);
  const [a, b, c, d] = scaling(by);
  return [a, b, c, d, (width - field.width * by) / 2, (height - field.height * by) / 2];
}

/** A size with even sides: a pixel more where they are not. */
export const evenSize = ({ width, height }: Pick<Film, 'width' | 'height'>) => ({
  width: width + (width % 2),
  height: height + (height % 2),
});

/** A colour for what a format cannot leave clear: white, as paper is. */
const PAPER = '#ffffff';

/** What lies under the drawings of a delivery; null: nothing. */
export function groundOf(shot: Shot, wishes: DeliveryWishes, { opaque = false }: FilmNeeds = {}): string | null {
  const clear = wishes.ground === 'shot' ? shot.background.transparent : wishes.ground === 'clear';
  if (clear) return opaque ? PAPER : null;
  return wishes.ground === 'shot' ? shot.background.colour : wishes.colour;
}

/** The film of one shot. @param today for what is burnt in */
export function filmOf(
  shot: Shot,
  wishes: DeliveryWishes,
  needs: FilmNeeds = {},
  around: Around = NOTHING_AROUND,
  today = '',
): Film {
  const { width, height, every } = wishes;
  const { from, to } = framesOf(shot, wishes, around);
  const ground = groundOf(shot, wishes, needs);
  const background = { colour: ground ?? PAPER, transparent: ground === null };
  const part: FilmPart = {
    shot: { ...asDelivered(shot, wishes), background },
    view: deliveryView(shot, width, height),
    from,
    to,
  };
  const burnt: BurntIn = {
    frame: wishes.burnFrame,
    time: wishes.burnTime,
    title: wishes.burnTitle,
    date: wishes.burnDate ? today : '',
    drawings: wishes.burnDrawings,
  };
  const taken = [];
  for (let frame = from; frame <= to; frame += every)
    taken.push({ part: 0, frame, frames: Math.min(every, to + 1 - frame) });
  return {
    title: shot.title,
    fps: shot.fps,
    ...(needs.even ? evenSize({ width, height }) : { width, height }),
    ground,
    burnt,
    parts: [part],
    pictures: runsOf([part], taken, burnt),
    frames: to - from + 1,
    every,
  };
}

/** The frames of a film one by one, each with the picture it shows: a picture that stands for several comes several times. */
export function* framesOfFilm({
  pictures,
  every,
}: Film): Generator<{ picture: number; frame: number; first: boolean }> {
  for (const [picture, { frame, frames }] of pictures.entries())
    for (let i = 0; i < frames; i += every) yield { picture, frame: frame + i, first: i === 0 };
}

/** A film with neighbouring pictures that look the same as one. */
export function joined(film: Film): Film {
  return { ...film, pictures: runsOf(film.parts, film.pictures, film.burnt) };
}

/** A film with every frame a picture of its own. */
export function frameByFrame(film: Film): Film {
  const pictures = film.pictures.flatMap(({ part, frame, frames }) =>
    Array.from({ length: Math.ceil(frames / film.every) }, (_, i) => ({
      part,
      frame: frame + i * film.every,
      frames: Math.min(film.every, frames - i * film.every),
    })),
  );
  return { ...film, pictures };
}

/** A film of the same pictures at another size; views are kept, so that neighbouring films share theirs. */
export function filmAt(film: Film, scale: number): Film {
  const [width, height] = [film.width, film.height].map((side) => Math.max(1, Math.round(side * scale)));
  return {
    ...film,
    width,
    height,
    parts: film.parts.map((part) => ({ ...part, view: after(part.view, scaling(scale)) })),
  };
}
