/** Shot files opened for delivering. */
import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { BadFile, type Shot } from '../../src/core/shot/index.ts';
import { type FileVersion, LARGEST_SHOT_FILE, type Media, readShotFile } from '../../src/core/shotfile/index.ts';
import { systemSays } from '../lent/faults.ts';

export interface OpenedShot {
  /** What the file is called where it lies, for sentences. */
  file: string;
  shot: Shot;
  media: Media;
  /** SHA-256 of the file. */
  digest: string;
  bytes: number;
  fileVersion: number;
  /** Versions of the shot that lie in the file. */
  versions: FileVersion[];
}

/** The bytes of a file. @throws BadFile */
export async function bytesOf(path: string): Promise<Uint8Array<ArrayBuffer>> {
  try {
    return new Uint8Array(await readFile(path));
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ERR_FS_FILE_TOO_LARGE')
      throw new BadFile(`“${path}” is larger than ${LARGEST_SHOT_FILE / 1024 ** 3} GB, more than a shot file can be.`);
    throw new BadFile(systemSays(error, path));
  }
}

/** Reads a shot file. @throws BadFile with the file's name before its sentence */
export function openShot(bytes: Uint8Array, file: string): OpenedShot {
  try {
    const { shot, media, versions, fileVersion } = readShotFile(bytes);
    const digest = createHash('sha256').update(bytes).digest('hex');
    return { file, shot, media, digest, bytes: bytes.length, fileVersion, versions };
  } catch (error) {
    if (error instanceof BadFile) throw new BadFile(`${file}: ${error.message}`);
    throw error;
  }
}
