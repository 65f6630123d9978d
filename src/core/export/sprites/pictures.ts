/** The pictures of a sprite sheet: each different one once, with a name that stays, and the clips that play them. */
import { cellName } from '../../sheet/drawings.ts';
import { shownExposure } from '../../sheet/exposures.ts';
import type { Film, FilmPicture } from '../film.ts';
import { keyOfPicture } from '../film.ts';
import { layersApart } from '../layers-apart.ts';
import { plainName } from '../names.ts';
import { stretchOf } from '../wishes.ts';

/** A picture to be painted: of a film, which may be one layer of the shot. */
export interface SpritePicture {
  name: string;
  film: Film;
  picture: FilmPicture;
}

/** A run of pictures with how many frames each stands. */
export interface SpriteClip {
  name: string;
  frames: { picture: string; frames: number }[];
}

export interface SpriteList {
  pictures: SpritePicture[];
  clips: SpriteClip[];
}

/** What each delivered layer shows, as a name: "keeper-12_head-3"; the frame where nothing is named. */
function nameAt({ parts }: Film, { part, frame }: FilmPicture): string {
  const { shot } = parts[part];
  const names = shot.layers.flatMap(({ name, visible, guide, exposures, afterLast }) => {
    const cell = visible && !guide ? shownExposure(exposures, afterLast, frame)?.exposure.cell : null;
    return cell ? [`${plainName(name)}-${plainName(cellName(shot, cell))}`] : [];
  });
  return names.join('_') || 'empty';
}

/** The clips of named frames; the whole where none is named. Frames are counted in what is delivered. */
function stretchesOf({ title, parts }: Film): { name: string; from: number; to: number }[] {
  const [{ shot, from, to }] = parts;
  const named = [...shot.markers]
    .sort((a, b) => a.frame - b.frame)
    .map((marker) => ({ name: plainName(marker.name, 'clip'), ...stretchOf(shot, marker) }))
    .filter((each) => each.from <= to && each.to >= from)
    .map((each) => ({ name: each.name, from: Math.max(from, each.from), to: Math.min(to, each.to) }));
  return named.length > 0 ? named : [{ name: plainName(title), from, to }];
}

/** The pictures of one film, each different one once, and its clips. @param prefix of clip names, where there are several films */
function listOf(film: Film, prefix: string, used: Map<string, number>): SpriteList {
  const byKey = new Map<string, SpritePicture>();
  const nameOf = (picture: FilmPicture): string => {
    const key = keyOfPicture(film, picture);
    const known = byKey.get(key);
    if (known) return known.name;
    // The same drawings in other colours get a number behind their name.
    const plain = nameAt(film, picture);
    const count = (used.get(plain) ?? 0) + 1;
    used.set(plain, count);
    const name = count === 1 ? plain : `${plain}.${count}`;
    byKey.set(key, { name, film, picture });
    return name;
  };
  let at = film.parts[0].from;
  const runs = film.pictures.map((picture) => {
    const run = { from: at, to: at + picture.frames - 1, name: nameOf(picture) };
    at += picture.frames;
    return run;
  });
  const clips = stretchesOf(film).map(({ name, from, to }) => ({
    name: `${prefix}${name}`,
    frames: runs.flatMap((run) => {
      const frames = Math.min(to, run.to) - Math.max(from, run.from) + 1;
      return frames > 0 ? [{ picture: run.name, frames }] : [];
    }),
  }));
  return { pictures: [...byKey.values()], clips };
}

/** Every frame by itself, named by its number. */
function everyFrame(film: Film): SpriteList {
  const pictures: SpritePicture[] = [];
  const base = plainName(film.title);
  let frame = film.parts[0].from;
  const runs: { frame: number; name: string; frames: number }[] = [];
  for (const picture of film.pictures)
    for (let i = 0; i < picture.frames; i += film.every) {
      const name = `${base}-${String(frame + 1).padStart(4, '0')}`;
      const frames = Math.min(film.every, picture.frames - i);
      pictures.push({ name, film, picture });
      runs.push({ frame, name, frames });
      frame += frames;
    }
  const clips = stretchesOf(film).map(({ name, from, to }) => ({
    name,
    frames: runs
      .filter((run) => run.frame >= from && run.frame <= to)
      .map((run) => ({ picture: run.name, frames: run.frames })),
  }));
  return { pictures, clips };
}

/** What a sprite sheet holds: each different picture, every frame, or each drawing of each layer. */
export function spriteList(film: Film, what: 'pictures' | 'frames' | 'layers'): SpriteList {
  if (what === 'frames') return everyFrame(film);
  if (what === 'pictures') return listOf(film, '', new Map());
  const used = new Map<string, number>();
  // A layer that shows nothing has no pictures to give.
  const shown = layersApart(film).filter(({ layer }) => layer.exposures.some(({ cell }) => cell !== null));
  const lists = shown.map((each) => listOf(each.film, `${each.name}-`, used));
  return { pictures: lists.flatMap(({ pictures }) => pictures), clips: lists.flatMap(({ clips }) => clips) };
}
