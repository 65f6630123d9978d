import { deliveryName } from '../../core/export/index.ts';
import type { Shot } from '../../core/shot/index.ts';
import { SHOT_FILE_EXTENSION, SHOT_FILE_TYPE, writeShotFile } from '../../core/shotfile/index.ts';
import { mediaOf } from '../../store/index.ts';
import { db } from '../library.ts';
import { download, sentence, sizeInWords } from '../parts/files.ts';
import { say } from './saying.ts';

/**
 * Hands out a shot as it is in memory, with its media: works even when the browser refuses to keep it. What fails is said;
 * resolves to whether the file was handed out.
 */
export async function saveShotFile(shot: Shot): Promise<boolean> {
  try {
    const bytes = writeShotFile(shot, await mediaOf(db, shot.id));
    const name = deliveryName(shot.title, SHOT_FILE_EXTENSION);
    download(bytes, name, SHOT_FILE_TYPE);
    say(`Saved ${name}, ${sizeInWords(bytes.length)}.`);
    return true;
  } catch (error) {
    say(`The shot file could not be saved. ${sentence(error)}`);
    return false;
  }
}
