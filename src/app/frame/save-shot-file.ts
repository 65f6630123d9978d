import { deliveryName } from '../../core/export/index.ts';
import { BadFile, type Shot } from '../../core/shot/index.ts';
import { SHOT_FILE_EXTENSION, SHOT_FILE_TYPE } from '../../core/shotfile/index.ts';
import { download, sentence, sizeInWords } from '../parts/files.ts';
import { shotFileHost } from '../session/workers.ts';
import { say } from './saying.ts';

/** Drawings handed to the worker at once: a few milliseconds of the window's time. */
const AT_ONCE = 4;

/**
 * Hands out a shot as it is in memory, with its media: works even when the browser refuses to keep it. What fails is said;
 * resolves to whether the file was handed out.
 */
export async function saveShotFile(shot: Shot): Promise<boolean> {
  const host = shotFileHost();
  const name = deliveryName(shot.title, SHOT_FILE_EXTENSION);
  try {
    const { drawings, ...structure } = shot;
    const all = Object.values(drawings);
    for (let i = 0; i < all.length; i += AT_ONCE) await host.face.take(all.slice(i, i + AT_ONCE));
    const bytes = await host.face.write(structure);
    if ('bad' in bytes) throw new BadFile(bytes.bad);
    download(bytes, name, SHOT_FILE_TYPE);
    say(`Saved ${name}, ${sizeInWords(bytes.length)}.`);
    return true;
  } catch (error) {
    say(`The shot file could not be saved. ${sentence(error)}`);
    return false;
  } finally {
    host.close();
  }
}
