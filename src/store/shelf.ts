/** The shelf of shots in this browser: list, make, bring in, duplicate, rename, remove and put back. */
import { History } from '../core/history/index.ts';
import { type Id, newId, type Shot } from '../core/shot/index.ts';
import type { Media } from '../core/shotfile/index.ts';
import { type Database, rowsOf, type ShotRow } from './database.ts';
import { openHistory, writeWhole } from './keeper.ts';

function rowOf(shot: Shot, at: number): ShotRow {
  const { id, title, width, height, fps, length } = shot;
  return { id, title, width, height, fps, length, madeAt: at, changedAt: at, removedAt: 0, thumb: null };
}

/** Adds a shot with the bytes of its assets, all or nothing. A shot whose id is on the shelf already gets a new one. */
export async function addShot(db: Database, shot: Shot, media: Media): Promise<Id> {
  const known = await db.shots.get(shot.id);
  const added = known ? { ...shot, id: newId() } : shot;
  await db.transaction('rw', db.shots, db.snapshots, db.drawings, db.assets, async () => {
    await db.assets.bulkPut(
      [...media].map(([id, bytes]) => ({
        shotId: added.id,
        id,
        blob: new Blob([bytes], { type: added.assets[id]?.type ?? '' }),
      })),
    );
    await writeWhole(db, added, new History(added));
    await db.shots.put(rowOf(added, Date.now()));
  });
  return added.id;
}

export async function mediaOf(db: Database, shotId: Id): Promise<Media> {
  const media: Media = new Map();
  for (const row of await rowsOf(db.assets, shotId).toArray())
    media.set(row.id, new Uint8Array(await row.blob.arrayBuffer()));
  return media;
}

/** A copy of the shot as it stands now, with its own id and a history that starts here. */
export async function duplicateShot(db: Database, shotId: Id): Promise<Id> {
  const { shot } = await openHistory(db, shotId);
  const thumb = (await db.shots.get(shotId))?.thumb ?? null;
  const id = await addShot(db, { ...shot, id: newId(), title: `${shot.title}, copy` }, await mediaOf(db, shotId));
  await db.shots.update(id, { thumb });
  return id;
}

/** Renames a shot that is not open, as an ordinary edit that undo can take back. */
export async function renameShot(db: Database, shotId: Id, title: string): Promise<void> {
  const history = await openHistory(db, shotId);
  const row = history.change('rename shot', (shot) => {
    shot.title = title;
  });
  if (!row) return;
  await db.transaction('rw', db.journal, db.shots, async () => {
    await db.journal.put({ ...row, shotId });
    await db.shots.update(shotId, { title, changedAt: row.at });
  });
}

/** Takes a shot off the list; it stays in the browser until `deleteShot`. */
export async function removeShot(db: Database, shotId: Id): Promise<void> {
  await db.shots.update(shotId, { removedAt: Date.now() });
}

export async function putBackShot(db: Database, shotId: Id): Promise<void> {
  await db.shots.update(shotId, { removedAt: 0 });
}

/** Deletes a shot for good, with its drawings, journal and files. */
export async function deleteShot(db: Database, shotId: Id): Promise<void> {
  await db.transaction('rw', [db.shots, db.snapshots, db.drawings, db.journal, db.assets, db.views], async () => {
    await Promise.all([
      db.shots.delete(shotId),
      db.snapshots.delete(shotId),
      rowsOf(db.drawings, shotId).delete(),
      rowsOf(db.journal, shotId).delete(),
      rowsOf(db.assets, shotId).delete(),
      db.views.delete(shotId),
    ]);
  });
}
