import { deliveryName } from '../../core/export/index.ts';
import { BadFile, type Shot, sizeInWords } from '../../core/shot/index.ts';
import { SHOT_FILE_EXTENSION, SHOT_FILE_TYPE } from '../../core/shotfile/index.ts';
import { download, sentence } from '../parts/files.ts';
import { handOver } from '../session/hand-over.ts';
import { shotFileHost } from '../session/workers.ts';
import { say } from './saying.ts';

/**
 * Hands out a shot as it is in memory, with its media: works even when the browser refuses to keep it. What fails is said;
 * resolves to whether the file was handed out.
 */
export async function saveShotFile(shot: Shot, withVersions = false): Promise<boolean> {
  const host = shotFileHost();
  const name = deliveryName(shot.title, SHOT_FILE_EXTENSION);
  try {
    const structure = await handOver(shot, (drawings) => host.face.take(drawings));
    const bytes = await host.face.write(structure, withVersions);
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
