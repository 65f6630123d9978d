/** A movie on its way: pictures are painted on all threads, encoded group by group, joined at the end. */
import { mkdtempSync, rmSync } from 'node:fs';
import { open, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { EncodedMovie, Film, FilmPicture, MovieWriter, Sink } from '../../src/core/export/index.ts';
import { Refused } from '../../src/core/shot/index.ts';
import { atTheEnd } from '../lent/ending.ts';
import { pour, type Running } from '../lent/ffmpeg.ts';
import type { ShotPainting } from '../painting/pool.ts';
import { encodeGroup, encodeSound, groupFrames, groupName, joinGroups, pictureAs } from './encoding.ts';

/** The finished file is handed on in pieces of this size, bytes. */
const PIECE = 4 * 1024 ** 2;

/** A folder of this work alone, gone when the work is. */
export function workFolder(): { path: string; remove(): void } {
  const path = mkdtempSync(join(tmpdir(), 'vignette-'));
  const gone = () => rmSync(path, { recursive: true, force: true });
  const forget = atTheEnd(gone);
  return {
    path,
    remove() {
      forget();
      gone();
    },
  };
}

/** Encodes groups of a film, several at a time while painting goes on. */
export class GroupEncoder {
  private readonly film: Film;
  private readonly wishes: EncodedMovie;
  private readonly folder: string;
  private readonly atOnce: number;
  /** Groups whose pictures are all there, still being encoded. */
  private readonly running = new Map<Promise<void>, Running>();
  private group: Running | null = null;
  /** With one core: a group and its pictures until all are painted, so that painting and encoding take turns. */
  private held: { group: number; pictures: Uint8Array[] } | null = null;

  /** @param atOnce groups that are encoded at the same time */
  constructor(film: Film, wishes: EncodedMovie, folder: string, atOnce: number) {
    this.film = film;
    this.wishes = wishes;
    this.folder = folder;
    this.atOnce = atOnce;
  }

  /** Begins a group; the pictures that follow are of it. */
  async begin(group: number): Promise<void> {
    await this.finishGroup();
    while (this.running.size >= this.atOnce) await this.said(Promise.race(this.running.keys()));
    if (this.atOnce > 1) this.start(group);
    else this.held = { group, pictures: [] };
  }

  async picture(bytes: Uint8Array): Promise<void> {
    if (this.held) this.held.pictures.push(bytes);
    else await pour(this.group!.input, bytes);
  }

  private start(group: number): void {
    this.group = encodeGroup(this.film, this.wishes, join(this.folder, groupName(this.wishes, group)));
  }

  private async finishGroup(): Promise<void> {
    if (this.held) {
      this.start(this.held.group);
      for (const bytes of this.held.pictures) await pour(this.group!.input, bytes);
      this.held = null;
    }
    const { group } = this;
    if (!group) return;
    group.input.end();
    this.group = null;
    const { done } = group;
    this.running.set(done, group);
    void done.then(
      () => this.running.delete(done),
      () => undefined,
    );
  }

  /** All groups are on disk. @throws Refused with what the encoder said */
  async end(): Promise<void> {
    await this.finishGroup();
    await this.said(Promise.all(this.running.keys()));
  }

  /** Ends what is being encoded; nothing of it is wanted. */
  stop(): void {
    for (const each of [this.group, ...this.running.values()]) each?.stop();
    this.group = null;
    this.running.clear();
  }

  /** @throws Refused with what the encoder said */
  private async said(work: Promise<unknown>): Promise<void> {
    try {
      await work;
    } catch (error) {
      const { width, height } = this.film;
      throw new Refused(`The movie could not be encoded at ${width} x ${height}: ${(error as Error).message}`);
    }
  }
}

/** Groups that were encoded before, by their numbers: they are neither painted nor encoded again. */
export type ReadyGroups = ReadonlyMap<number, Uint8Array>;

/** A movie that can be let go of before its end. */
export interface DroppableMovie extends MovieWriter {
  /** Nothing is to be left; after the end it changes nothing. */
  drop(): void;
}

/** @param ready groups that parts have brought along */
export function openMovie(
  film: Film,
  wishes: EncodedMovie,
  sink: Sink,
  painting: ShotPainting,
  atOnce: number,
  ready: ReadyGroups = new Map(),
): DroppableMovie {
  const { path: folder, remove } = workFolder();
  const encoder = new GroupEncoder(film, wishes, folder, atOnce);
  const frames = groupFrames(film);
  const as = pictureAs(wishes);
  let sound: Running | null = null;
  let count = 0;
  /** The picture that stands, and its bytes once a group needs them. */
  let standing: FilmPicture | null = null;
  let bytes: Uint8Array | null = null;
  if (ready.size === 0) painting.begins(film, as);
  const add = async (picture: FilmPicture | null) => {
    if (picture) {
      standing = picture;
      bytes = null;
    }
    const group = Math.floor(count / frames);
    const first = count % frames === 0;
    count++;
    const there = ready.get(group);
    if (there) {
      if (first) await writeFile(join(folder, groupName(wishes, group)), there);
      return;
    }
    if (first) await encoder.begin(group);
    bytes ??= await painting.paint(film, standing!, as);
    await encoder.picture(bytes);
  };
  return {
    sizes: [],
    picture: add,
    async sound(mixed) {
      sound = await encodeSound(mixed, folder, wishes);
      // One core does one thing after another.
      if (atOnce === 1) await sound.done;
    },
    async end() {
      await encoder.end();
      await sound?.done;
      const whole = join(folder, `whole.${wishes.container}`);
      await joinGroups(folder, film, wishes, sound !== null, whole);
      const file = await open(whole);
      const piece = new Uint8Array(PIECE);
      for (;;) {
        const { bytesRead } = await file.read(piece, 0, PIECE);
        if (bytesRead === 0) break;
        await sink.write(piece.subarray(0, bytesRead));
      }
      await file.close();
    },
    drop() {
      encoder.stop();
      sound?.stop();
      remove();
    },
  };
}
