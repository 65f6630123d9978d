/** Shot files read onto the shelf and written, away from the window: a large one takes seconds. Stopping ends the worker. */
import { transfer } from 'comlink';
import { BadFile, type Drawing, type Id, type Shot } from '../core/shot/index.ts';
import { type ReadShot, readShotFile, writeShotFile } from '../core/shotfile/index.ts';
import { addShot, Database, fileVersions, freeId, keepVersion, mediaOf } from '../store/index.ts';
import { serve } from './serve.ts';

/**
 * Told while a file is read: how far it is, a shot that has only the drawings of the frame to be seen first, and the id
 * under which it will stand on the shelf.
 */
export type ToldOnReading = { share: number } | { first: Shot } | { shelved: Id };

/** What went wrong as its sentence: errors lose their class on the way between threads. */
export interface Bad {
  bad: string;
}

async function orBad<T>(work: () => T | Promise<T>): Promise<T | Bad> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof BadFile) return { bad: error.message };
    const { inner } = error as { inner?: unknown };
    throw inner instanceof Error ? inner : error;
  }
}

const db = new Database();
let taken: Drawing[] = [];

const face = {
  /** Reads a file and puts the shot on the shelf, all or nothing. */
  bringIn(
    file: Blob,
    frame: number,
    tell: (what: ToldOnReading) => unknown,
  ): Promise<{ id: Id; title: string; fileVersion: number } | Bad> {
    return orBad(async () => {
      const bytes = new Uint8Array(await file.arrayBuffer());
      let told = 0;
      const { shot, media, packed, versions, fileVersion } = readShotFile(bytes, {
        frame,
        first: (first) => tell({ first }),
        progress(share) {
          // A message now and then is enough.
          if (share - told < 0.02 && share < 1) return;
          told = share;
          tell({ share });
        },
      });
      const id = await freeId(db, shot.id);
      // Known before the row is there, so that the shelf never shows both the shot and its reading.
      await tell({ shelved: id });
      const added = await addShot(db, { ...shot, id }, media, packed);
      for (const { name, at, auto, shot: state } of versions)
        await keepVersion(db, { ...state, id: added }, { name, at, auto, thumb: null });
      return { id: added, title: shot.title, fileVersion };
    });
  },
  /** Reads a file, and puts nothing anywhere. */
  read(file: Blob): Promise<Pick<ReadShot, 'shot' | 'media'> | Bad> {
    return orBad(async () => {
      const { shot, media } = readShotFile(new Uint8Array(await file.arrayBuffer()));
      return { shot, media };
    });
  },
  /** Takes drawings of the shot that is to be written; they come in parts, so that the window stays free. */
  take(drawings: Drawing[]): void {
    taken.push(...drawings);
  },
  /** Writes the shot file of a shot whose drawings were taken; its files and versions are those the browser keeps for it. */
  write(structure: Omit<Shot, 'drawings'>, withVersions: boolean): Promise<Uint8Array<ArrayBuffer> | Bad> {
    return orBad(async () => {
      const drawings = Object.fromEntries(taken.map((drawing) => [drawing.id, drawing]));
      taken = [];
      const shot = { ...structure, drawings };
      const versions = withVersions ? await fileVersions(db, shot) : [];
      const bytes = writeShotFile(shot, await mediaOf(db, shot.id), versions);
      return transfer(bytes, [bytes.buffer]);
    });
  },
};

export type ShotFileFace = typeof face;
serve(face);
