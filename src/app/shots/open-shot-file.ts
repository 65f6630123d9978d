import { BadFile } from '../../core/shot/index.ts';
import { LARGEST_SHOT_FILE } from '../../core/shotfile/index.ts';
import { addShot } from '../../store/index.ts';
import type { ShotFileParts } from '../../workers/shotfile.worker.ts';
import { say } from '../frame/saying.ts';
import { db } from '../library.ts';
import { sentence } from '../parts/files.ts';
import { shotFileHost } from '../session/workers.ts';
import { makeCard } from './card.ts';

/** Reads a shot file in a worker, so that a large one does not stop the window. */
export async function parseShotFile(bytes: Uint8Array<ArrayBuffer>): Promise<ShotFileParts> {
  const host = shotFileHost();
  try {
    const result = await host.face.read(bytes);
    if ('bad' in result) throw new BadFile(result.bad);
    return result;
  } finally {
    host.close();
  }
}

/** Puts shot files on the shelf; a bad one is said and changes nothing. */
export async function openShotFiles(files: File[]): Promise<void> {
  for (const file of files) {
    try {
      if (file.size > LARGEST_SHOT_FILE) {
        throw new BadFile(
          `“${file.name}” is ${(file.size / 1024 ** 3).toFixed(1)} GB; the largest shot file that can be opened is 1 GB.`,
        );
      }
      const { shot, media } = await parseShotFile(new Uint8Array(await file.arrayBuffer()));
      const id = await addShot(db, shot, media);
      say(`“${shot.title}” is on the shelf.`);
      await makeCard(id, 0);
    } catch (error) {
      say(`${file.name}: ${sentence(error)}`);
    }
  }
}
