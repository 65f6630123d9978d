/** What a delivery format is, what it asks, and what it is given to write with. */
import type { Shot } from '../shot/model.ts';
import type { Sound } from '../sound/mix.ts';
import type { Answer, Answers, Asks } from './asks.ts';
import type { Film, FilmNeeds, FilmPicture } from './film.ts';
import type { Sink } from './sink.ts';
import type { DeliveryWishes } from './wishes.ts';

/** Pixels of a picture, RGBA, straight alpha: those of a canvas. */
export interface Pixels {
  data: Uint8ClampedArray;
  width: number;
  height: number;
}

/** A picture to be painted, and as what it is wanted. */
export interface WantedPicture {
  film: Film;
  picture: FilmPicture;
  as: 'png' | 'pixels';
}

/** What a movie is written in, and how well. Only Node writes MOV. */
export interface MovieWishes {
  container: 'mp4' | 'webm' | 'mov';
  quality: 'small' | 'good' | 'best';
  alpha: boolean;
  sound: boolean;
  /** Frames a second: those of the film, or a thousandth fewer. */
  fps: number;
}

/** The pictures of a movie, whether it is heard or not. */
export type EncodedMovie = Omit<MovieWishes, 'sound'>;

/** A movie on its way into a sink. */
export interface MovieWriter {
  /** What the pictures came to, in order, once it has ended. */
  readonly sizes: readonly { bytes: number; isKey: boolean }[];
  /** A picture, painted and shown from `at` for `seconds`; null: the one before stands on. */
  picture(picture: FilmPicture | null, at: number, seconds: number): Promise<void>;
  sound(sound: Sound): Promise<void>;
  end(): Promise<void>;
}

/** What the surroundings lend: a browser's worker, or Node. */
export interface DeliveryTools {
  paint(film: Film, picture: FilmPicture): Promise<Pixels>;
  /** The same as a PNG file. */
  paintPng(film: Film, picture: FilmPicture): Promise<Uint8Array>;
  png(pixels: Pixels): Promise<Uint8Array>;
  /** A movie of a film's pictures. @throws Refused when there is no encoder for it, with what goes instead */
  movie(film: Film, wishes: MovieWishes, sink: Sink): Promise<MovieWriter>;
}

/** What a film is previewed with. */
interface SeenJob<A extends Asks = Asks> {
  film: Film;
  wishes: DeliveryWishes & Answers<A>;
  tools: DeliveryTools;
}

export interface WriteJob<A extends Asks = Asks> extends SeenJob<A> {
  /** The shot delivered, as it is kept; of a reel the first. */
  shot: Shot;
  sink: Sink;
  /** The sound over the film's frames, as it is heard; null where nothing is. */
  sound(): Promise<Sound | null>;
  /** 0..1; what it throws ends the work. */
  progress(part: number): void;
}

/** What people want a file for; the formats stand under these in the Export view. */
export const PURPOSES_OF_FILES = {
  watch: 'To watch',
  web: 'For the web',
  game: 'For a game',
  work: 'To go on working',
  paper: 'On paper',
} as const;
export type PurposeOfFile = keyof typeof PURPOSES_OF_FILES;

export interface ExportFormat<Id extends string = string, A extends Asks = Asks> {
  id: Id;
  name: string;
  purpose: PurposeOfFile;
  /** What it is for, in one line. */
  about: string;
  /** What is written, in a sentence: "the GIF". */
  thing: string;
  /** Of the file that is handed out. */
  extension: string;
  type: string;
  /** It holds pictures: their size, ground and burnt-in words matter. */
  pictures: boolean;
  /** Several shots can be joined in it. */
  reel?: boolean;
  needs?: FilmNeeds & {
    /** The longest side it can have, pixels. */
    longest?: number;
    /** It holds one frame: the one shown. */
    single?: boolean;
  };
  asks?: A;
  /** A point of the paper it asks for, paper pixels: shown on the preview, and set there by a press. */
  point?: {
    at(shot: Shot, wishes: DeliveryWishes & Answers<A>): { x: number; y: number };
    /** The answers that say it lies there. */
    set(x: number, y: number): Record<string, Answer>;
  };
  /** How its pictures are encoded, where it is a movie: what is asked before it is written, to foretell its size. */
  movie?(wishes: DeliveryWishes & Answers<A>, film: Film): EncodedMovie;
  /** All pictures it paints, in order, where painting them can be shared out among several machines. */
  paints?(film: Film, wishes: DeliveryWishes & Answers<A>): WantedPicture[] | Promise<WantedPicture[]>;
  /** What the person should know of these wishes, in a sentence; empty: nothing. */
  told?(shot: Shot, wishes: DeliveryWishes & Answers<A>): string;
  /** The picture as the file will hold it, where that is not the picture itself; for the preview. */
  seen?(job: SeenJob<A>): Promise<(pixels: Pixels) => Pixels>;
  write(job: WriteJob<A>): Promise<void>;
}

/** The pictures of a film as pixels: what most formats of pictures paint. */
export const asPixels = (film: Film): WantedPicture[] =>
  film.pictures.map((picture) => ({ film, picture, as: 'pixels' }));

/** A format with its id as a type, so that all ids together are known, and its answers typed by what it asks. */
export function format<const Id extends string, A extends Asks = Record<never, never>>(
  of: ExportFormat<Id, A>,
): ExportFormat<Id> {
  return of as unknown as ExportFormat<Id>;
}

/** Several pieces of work as one, for its progress. @returns progress of the k-th piece */
export const pieceOf =
  (progress: (part: number) => void, k: number, count: number) =>
  (part: number): void =>
    progress((k + part) / count);
