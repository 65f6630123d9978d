/** Painting on several threads at once, ahead of whoever writes the file: the pictures come in the order they are asked for. */
import { join } from 'node:path';
import type { Worker } from 'node:worker_threads';
import { LRUCache } from 'lru-cache';
import { Piscina } from 'piscina';
import { type Film, type FilmPicture, keyOfPicture } from '../../src/core/export/index.ts';
import { picturesOf, shownCells } from '../../src/core/picture/index.ts';
import type { Id, Shot } from '../../src/core/shot/index.ts';
import type { Media } from '../../src/core/shotfile/index.ts';
import { builtFolder } from '../lent/built.ts';
import { type Packed, type PaintTask, packFilm, packShot, sharedBytes, type Wanted } from './task.ts';

/** Neighbours that one thread paints in one go: as many, or as many as take so many bytes. */
const RUN = 8;
const RUN_BYTES = 48 * 1024 ** 2;
/** Runs that are painted, or wait to be, for each thread. */
const AHEAD = 2;
/** Pictures kept in case they are shown again. */
const KEPT_BYTES = 256 * 1024 ** 2;

/** Threads that paint, for one shot after another: started when the first picture is asked for. */
export class PaintingThreads {
  readonly count: number;
  private pool: Piscina | null = null;
  /** Settled when every thread has loaded, or ended. */
  private loaded: Promise<unknown> = Promise.resolve();

  constructor(count: number) {
    this.count = count;
  }

  private start(): Piscina {
    const filename = join(builtFolder(), 'painting-thread.js');
    const pool = new Piscina({ filename, minThreads: this.count, maxThreads: this.count, atomics: 'disabled' });
    // The first message of a thread says that it can be asked.
    const each = (thread: Worker) =>
      new Promise((done) => {
        thread.once('message', done);
        thread.once('exit', done);
      });
    this.loaded = Promise.all(pool.threads.map(each));
    return pool;
  }

  paint(task: PaintTask): Promise<Uint8Array<ArrayBuffer>[]> {
    this.pool ??= this.start();
    return this.pool.run(task);
  }

  /** A thread that is ended in the middle of loading can take the whole program with it: all are let load first. */
  async close(): Promise<void> {
    if (!this.pool) return;
    for (const thread of this.pool.threads) thread.ref();
    await this.loaded;
    await this.pool.destroy();
  }
}

/** The files of pictures that some films show. */
export function picturesShown(films: Iterable<Film>): Set<Id> {
  const out = new Set<Id>();
  for (const { parts, pictures } of films)
    for (const { part, frame } of pictures)
      for (const { asset } of picturesOf(shownCells(parts[part].shot, frame, 'delivery'))) out.add(asset);
  return out;
}

interface FilmAtWork {
  packed: Packed;
  /** What each picture of the film looks like: equal keys are equal pictures. */
  keys: string[];
  /** How far painting has come. */
  next: number;
}

/** One shot painted on threads, for one purpose. */
export class ShotPainting {
  private readonly threads: PaintingThreads;
  private readonly shot: Shot;
  private readonly packed: Packed;
  private readonly files: PaintTask['files'];
  private readonly films = new Map<Film, FilmAtWork>();
  /** Runs of pictures that are being painted, or wait for a thread. */
  private runs = 0;
  /** Pictures that are being painted, or wait to be fetched. */
  private readonly under = new Map<string, Promise<Uint8Array<ArrayBuffer>>>();
  /** Pictures that were fetched: a cycle shows them again. */
  private readonly fetched = new LRUCache<string, Uint8Array<ArrayBuffer>>({
    maxSize: KEPT_BYTES,
    sizeCalculation: ({ length }) => Math.min(KEPT_BYTES, Math.max(1, length)),
  });

  /** @param files the picture files that are shown, as painting reads them */
  constructor(threads: PaintingThreads, shot: Shot, files: Media) {
    this.threads = threads;
    this.shot = shot;
    this.packed = packShot(shot);
    this.files = Object.fromEntries([...files].map(([id, bytes]) => [id, sharedBytes(bytes)]));
  }

  private atWork(film: Film): FilmAtWork {
    let work = this.films.get(film);
    if (!work) {
      const keys = film.pictures.map((picture) => keyOfPicture(film, picture));
      work = { packed: packFilm(film, this.shot), keys, next: 0 };
      this.films.set(film, work);
    }
    return work;
  }

  /** Begins to paint some pictures of a film. @returns each by itself */
  private begin(work: FilmAtWork, pictures: FilmPicture[], as: Wanted): Promise<Uint8Array<ArrayBuffer>>[] {
    this.runs++;
    const all = this.threads.paint({ shot: this.packed, files: this.files, film: work.packed, pictures, as });
    const done = () => {
      this.runs--;
    };
    all.then(done, done);
    return pictures.map(async (_, i) => (await all)[i]);
  }

  /** A picture of a film, not to be written into. Those that follow it are painted meanwhile, each kind of picture once. */
  async paint(film: Film, picture: FilmPicture, as: Wanted): Promise<Uint8Array<ArrayBuffer>> {
    const work = this.atWork(film);
    const at = film.pictures.indexOf(picture);
    // A picture that is not of the list stands alone.
    if (at < 0) return this.begin(work, [picture], as)[0];
    const key = this.keyOf(work, at, as);
    const kept = this.fetched.get(key);
    if (!kept && !this.under.has(key)) {
      work.next = at;
      this.beginRun(film, work, as);
    }
    const own = kept ?? this.under.get(key)!;
    this.under.delete(key);
    if (this.threads.count > 1) this.goOn(film, work, as);
    const painted = await own;
    this.fetched.set(key, painted);
    return painted;
  }

  /** Begins to paint a film before its first picture is asked for. */
  begins(film: Film, as: Wanted): void {
    if (this.threads.count > 1) this.goOn(film, this.atWork(film), as);
  }

  /** Gives the threads as much to do as they may be ahead. */
  private goOn(film: Film, work: FilmAtWork, as: Wanted): void {
    while (work.next < film.pictures.length && this.runs < AHEAD * this.threads.count) this.beginRun(film, work, as);
  }

  private keyOf({ packed, keys }: FilmAtWork, at: number, as: Wanted): string {
    return `${packed.number}|${as}|${keys[at]}`;
  }

  /** How many pictures one thread is given: towards the end fewer, so that all come to it together. */
  private runOf({ width, height, pictures }: Film, { next }: FilmAtWork): number {
    if (this.threads.count === 1) return 1;
    const left = Math.ceil((pictures.length - next) / (AHEAD * this.threads.count));
    return Math.max(1, Math.min(RUN, left, Math.floor(RUN_BYTES / (4 * width * height))));
  }

  /** Begins the next pictures of a film that are neither there nor under way. */
  private beginRun(film: Film, work: FilmAtWork, as: Wanted): void {
    const [pictures, keys]: [FilmPicture[], string[]] = [[], []];
    const most = this.runOf(film, work);
    for (; work.next < film.pictures.length && pictures.length < most; work.next++) {
      const key = this.keyOf(work, work.next, as);
      if (this.fetched.has(key) || this.under.has(key) || keys.includes(key)) continue;
      pictures.push(film.pictures[work.next]);
      keys.push(key);
    }
    if (pictures.length === 0) return;
    for (const [i, painted] of this.begin(work, pictures, as).entries()) {
      // Whoever fetches it hears of it.
      painted.catch(() => undefined);
      this.under.set(keys[i], painted);
    }
  }
}
