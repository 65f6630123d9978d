/** What deliveries are written with in Node: painting on threads, PNG files, movies by ffmpeg; or pictures that parts brought along. */
import {
  type DeliveryTools,
  type Film,
  type FilmPicture,
  keyOfPicture,
  type Pixels,
} from '../../src/core/export/index.ts';
import { canvasOf } from '../lent/canvas.ts';
import type { ShotPainting } from '../painting/pool.ts';
import { type DroppableMovie, openMovie, type ReadyGroups } from './movie-writer.ts';

/** What a picture of a delivery looks like, as a key, whichever film it is of. */
export const pictureKey = (film: Film, picture: FilmPicture): string =>
  `${film.width}x${film.height}|${film.ground}|${film.parts[picture.part].view}|${keyOfPicture(film, picture)}`;

/** What parts have brought along: nothing of it is painted again. */
export interface Ready {
  groups: ReadyGroups;
  /** Pictures by their keys: PNG files, or pixels. */
  pictures: ReadonlyMap<string, () => Uint8Array>;
}

export const NOTHING_READY: Ready = { groups: new Map(), pictures: new Map() };

/** Tools that leave nothing behind: `letGo` ends what they began, whether it came to its end or not. */
export interface NodeDeliveryTools extends DeliveryTools {
  letGo(): void;
}

/** @param atOnce groups of a movie that are encoded at the same time */
export function nodeDeliveryTools(painting: ShotPainting, atOnce: number, ready: Ready): NodeDeliveryTools {
  const movies: DroppableMovie[] = [];
  const painted = async (film: Film, picture: FilmPicture, as: 'pixels' | 'png') =>
    ready.pictures.get(pictureKey(film, picture))?.() ?? painting.paint(film, picture, as);
  return {
    async paint(film, picture): Promise<Pixels> {
      const bytes = await painted(film, picture, 'pixels');
      const { width, height } = film;
      return { data: new Uint8ClampedArray(bytes.buffer, bytes.byteOffset, bytes.length), width, height };
    },
    paintPng: (film, picture) => painted(film, picture, 'png'),
    png: ({ data, width, height }) => canvasOf(data, width, height).encode('png'),
    async movie(film, wishes, sink) {
      const movie = openMovie(film, wishes, sink, painting, atOnce, ready.groups);
      movies.push(movie);
      return movie;
    },
    letGo() {
      for (const movie of movies) movie.drop();
    },
  };
}
