import { deliveryName } from '../../core/export/index.ts';
import { SHOT_FILE_EXTENSION, SHOT_FILE_TYPE, writeShotFile } from '../../core/shotfile/index.ts';
import { mediaOf } from '../../store/index.ts';
import { download, sizeInWords } from '../parts/files.ts';
import type { ShotSession } from '../session/shot-session.ts';
import { say } from './saying.ts';

/** Hands out the shot as it is now, in memory, with its media: works even when the browser refuses to keep it. */
export async function saveShotFile(session: ShotSession): Promise<void> {
  const { shot } = session;
  const bytes = writeShotFile(shot, await mediaOf(session.db, shot.id));
  const name = deliveryName(shot.title, SHOT_FILE_EXTENSION);
  download(bytes, name, SHOT_FILE_TYPE);
  say(`Saved ${name}, ${sizeInWords(bytes.length)}.`);
}
