import type { Id } from '../../core/shot/index.ts';
import { keepCard, openKept, rowsOf } from '../../store/index.ts';
import { db } from '../library.ts';
import { pictureHost } from '../session/workers.ts';

/** Makes the picture of a shot that is not open, for the list. */
export async function makeCard(id: Id, frame: number): Promise<void> {
  const { shot } = (await openKept(db, id)).history;
  const files = await rowsOf(db.assets, id).toArray();
  const host = pictureHost(
    (face) => {
      void face.open(shot);
      for (const file of files) void face.putFile(file.id, file.blob);
    },
    () => undefined,
  );
  try {
    await keepCard(db, id, await host.face.card(frame));
  } finally {
    host.close();
  }
}
