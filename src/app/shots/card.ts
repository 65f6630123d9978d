import { wrap } from 'comlink';
import type { Id } from '../../core/shot/index.ts';
import { openHistory, rowsOf } from '../../store/index.ts';
import type { PictureFace } from '../../workers/picture.worker.ts';
import { db } from '../library.ts';

/** Makes the picture of a shot that is not open, for the list. */
export async function makeCard(id: Id, frame: number): Promise<void> {
  const { shot } = await openHistory(db, id);
  const worker = new Worker(new URL('../../workers/picture.worker.ts', import.meta.url), { type: 'module' });
  try {
    const pictures = wrap<PictureFace>(worker);
    await pictures.open(shot);
    for (const asset of await rowsOf(db.assets, id).toArray()) await pictures.putFile(asset.id, asset.blob);
    const thumb = await pictures.card(frame);
    await db.shots.update(id, { thumb });
  } finally {
    worker.terminate();
  }
}
