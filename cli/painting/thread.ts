/** A painting thread: it keeps the shot and the films it has seen, and paints the pictures it is asked for. */
import type { Canvas } from '@napi-rs/canvas';
import { LRUCache } from 'lru-cache';
import { move, transferableSymbol, valueSymbol } from 'piscina';
import { type Film, type FilmPicture, i420Bytes, paintFilm, toI420 } from '../../src/core/export/index.ts';
import { FrameMemory, Painter, picturesOf, shownCells } from '../../src/core/picture/index.ts';
import type { Shot } from '../../src/core/shot/index.ts';
import { newCanvas, nodeTools } from '../lent/canvas.ts';
import { NodePictures } from '../lent/pictures.ts';
import { type PaintTask, unpackFilm, unpackShot, type Wanted } from './task.ts';

/** Films kept unpacked: a shot in layers has as many as it has layers. */
const FILMS = 64;

/** Rows that are read back and brought to I420 at a time: they stay where memory is quick. */
const STRIP = 64;

interface KeptFilm {
  film: Film;
  /** What stays the same from picture to picture, by the part of the film. */
  memories: Map<number, FrameMemory>;
}

const pictures = new NodePictures();
const painter = new Painter(nodeTools((asset, index) => pictures.get(asset, index)));
const films = new LRUCache<number, KeptFilm>({ max: FILMS });
let opened: { number: number; shot: Shot } | null = null;
let canvas: Canvas = newCanvas(1, 1).image;

function shotOf({ shot: packed, files }: PaintTask): Shot {
  if (opened?.number !== packed.number) {
    opened = { number: packed.number, shot: unpackShot(packed) };
    films.clear();
    pictures.clear();
  }
  for (const [asset, bytes] of Object.entries(files))
    if (!pictures.has(asset)) pictures.put(asset, new Uint8Array(bytes).slice());
  return opened.shot;
}

function filmOf(task: PaintTask): KeptFilm {
  const shot = shotOf(task);
  let kept = films.get(task.film.number);
  if (!kept) {
    kept = { film: unpackFilm(task.film, shot), memories: new Map() };
    films.set(task.film.number, kept);
  }
  return kept;
}

/** What is on the canvas as it is wanted, in memory that can be given away. */
async function answered({ width, height }: Film, as: Wanted): Promise<Uint8Array<ArrayBuffer>> {
  if (as === 'png') return new Uint8Array(await canvas.encode('png'));
  const context = canvas.getContext('2d');
  if (as === 'pixels') return new Uint8Array(context.getImageData(0, 0, width, height).data);
  const i420 = new Uint8Array(i420Bytes(width, height));
  for (let before = 0; before < height; before += STRIP) {
    const rows = Math.min(STRIP, height - before);
    const { data } = context.getImageData(0, before, width, rows);
    toI420({ data, width, height: rows }, i420, { before, rows: height });
  }
  return i420;
}

async function paintOne({ film, memories }: KeptFilm, picture: FilmPicture, as: Wanted) {
  await pictures.prepare(picturesOf(shownCells(film.parts[picture.part].shot, picture.frame, 'delivery')));
  if (canvas.width !== film.width || canvas.height !== film.height) canvas = newCanvas(film.width, film.height).image;
  let memory = memories.get(picture.part);
  if (!memory) {
    memory = new FrameMemory(newCanvas);
    memories.set(picture.part, memory);
  }
  paintFilm(painter, canvas.getContext('2d') as never, film, picture, memory);
  return answered(film, as);
}

/** Paints some pictures of a film, in order; their bytes are handed over, not copied. */
export default async function paint(task: PaintTask): Promise<object> {
  const kept = filmOf(task);
  const painted: Uint8Array<ArrayBuffer>[] = [];
  for (const picture of task.pictures) painted.push(await paintOne(kept, picture, task.as));
  return move({
    get [transferableSymbol]() {
      return painted.map(({ buffer }) => buffer);
    },
    get [valueSymbol]() {
      return painted;
    },
  }) as object;
}
