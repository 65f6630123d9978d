import type { Id } from '../../core/shot/index.ts';
import { keepCard, openKept, rowsOf } from '../../store/index.ts';
import { db } from '../library.ts';
import { pictureHost } from '../session/workers.ts';

/** A worker that paints a shot that is not open, its files given to it. Whoever asks closes it. */
export async function paintingHost(id: Id) {
  const { shot } = (await openKept(db, id)).history;
  const files = await rowsOf(db.assets, id).toArray();
  return pictureHost(
    (face) => {
      void face.open(shot);
      for (const file of files) void face.putFile(file.id, file.blob);
    },
    () => undefined,
  );
}

/** Makes the picture of a shot that is not open, for the list. */
export async function makeCard(id: Id, frame: number): Promise<void> {
  const host = await paintingHost(id);
  try {
    await keepCard(db, id, await host.face.card(frame));
  } finally {
    host.close();
  }
}
