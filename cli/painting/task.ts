/** What is asked of a painting thread. Shots and films are packed once into memory that all threads see. */
import { deserialize, serialize } from 'node:v8';
import type { Film, FilmPart, FilmPicture } from '../../src/core/export/index.ts';
import type { Drawing, Id, Shot } from '../../src/core/shot/index.ts';

/** Something packed, under a number of its own. */
export interface Packed {
  number: number;
  bytes: SharedArrayBuffer;
}

export interface PaintTask {
  shot: Packed;
  /** The picture files that are shown. */
  files: Record<Id, SharedArrayBuffer>;
  film: Packed;
  /** Neighbours: a drawing that stands for several of them is painted by one thread, once. */
  pictures: FilmPicture[];
  as: Wanted;
}

/** As what a picture is wanted: a movie's picture as I420, others as a PNG file, or as pixels. */
export type Wanted = 'pixels' | 'png' | 'i420';

/** What a film has otherwise than the shot it is of. */
interface PackedDrawing {
  id: Id;
  /** Whether these are those of the shot; else there are none. */
  ink: boolean;
  paint: boolean;
}
type PackedDrawings = 'all' | { mixed: PackedDrawing[]; own: Drawing[] };

let last = 0;

function shared(value: unknown): Packed {
  const bytes = serialize(value);
  const out = new SharedArrayBuffer(bytes.length);
  new Uint8Array(out).set(bytes);
  return { number: ++last, bytes: out };
}

/** Bytes that all threads see. */
export function sharedBytes(bytes: Uint8Array): SharedArrayBuffer {
  const out = new SharedArrayBuffer(bytes.length);
  new Uint8Array(out).set(bytes);
  return out;
}

// What is unpacked looks into the memory it was packed in; threads must not share that.
const unpacked = <T>({ bytes }: Packed): T => deserialize(Buffer.from(new Uint8Array(bytes).slice())) as T;

export const packShot = (shot: Shot): Packed => shared(shot);
export const unpackShot = (packed: Packed): Shot => unpacked(packed);

function packedDrawings(drawings: Shot['drawings'], whole: Shot['drawings']): PackedDrawings {
  if (drawings === whole) return 'all';
  const mixed: PackedDrawing[] = [];
  const own: Drawing[] = [];
  for (const drawing of Object.values(drawings)) {
    const known = whole[drawing.id];
    const [ink, paint] = [drawing.ink === known?.ink, drawing.paint === known?.paint];
    const told = known && (ink || drawing.ink.length === 0) && (paint || drawing.paint.length === 0);
    if (told) mixed.push({ id: drawing.id, ink, paint });
    else own.push(drawing);
  }
  return { mixed, own };
}

function unpackedDrawings(packed: PackedDrawings, whole: Shot['drawings']): Shot['drawings'] {
  if (packed === 'all') return whole;
  const mixed = packed.mixed.map(({ id, ink, paint }) => {
    const known = whole[id];
    if (ink && paint) return [id, known];
    return [id, { ...known, ink: ink ? known.ink : [], paint: paint ? known.paint : [] }];
  });
  return Object.fromEntries([...mixed, ...packed.own.map((drawing) => [drawing.id, drawing])]);
}

/** A film of a shot without what they share. */
export function packFilm(film: Film, shot: Shot): Packed {
  const parts = film.parts.map((part) => ({
    ...part,
    shot: { ...part.shot, drawings: {} },
    drawings: packedDrawings(part.shot.drawings, shot.drawings),
  }));
  return shared({ ...film, parts, pictures: [] });
}

/** The film, without its list of pictures: a thread is told which to paint. */
export function unpackFilm(packed: Packed, shot: Shot): Film {
  const film = unpacked<Omit<Film, 'parts'> & { parts: (FilmPart & { drawings: PackedDrawings })[] }>(packed);
  return {
    ...film,
    parts: film.parts.map(({ drawings, ...part }) => ({
      ...part,
      shot: { ...part.shot, drawings: unpackedDrawings(drawings, shot.drawings) },
    })),
  };
}
