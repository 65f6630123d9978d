/**
 * The shelf of shots in this browser: list, make, bring in, duplicate, rename, remove and put back. Whatever changes a shot
 * that is there does so under its claim.
 */
import { History } from '../core/history/index.ts';
import { type Id, LIMITS, longerName, newId, Refused, type Shot } from '../core/shot/index.ts';
import type { Media } from '../core/shotfile/index.ts';
import { roomOf } from './compacting.ts';
import { type Database, rowsOf, type SetAsideRow, type ShotRow } from './database.ts';
import { openKept, openToDraw, writeWhole } from './opening.ts';
import { packRow } from './packed-rows.ts';
import { underClaim } from './tabs.ts';

function rowOf(shot: Shot, at: number): ShotRow {
  const { id, title, width, height, fps, length } = shot;
  const room = roomOf(shot);
  return { id, title, width, height, fps, length, madeAt: at, changedAt: at, removedAt: 0, thumb: null, room };
}

/** The id itself where no shot of the browser has it, else a new one. */
export async function freeId(db: Database, id: Id): Promise<Id> {
  return (await db.shots.get(id)) || (await db.snapshots.get(id)) ? newId() : id;
}

/**
 * Adds a shot with the bytes of its assets, all or nothing. A shot whose id is on the shelf already gets a new one.
 * @param packed drawings that are packed already (see `readShotFile`)
 */
export async function addShot(
  db: Database,
  shot: Shot,
  media: Media,
  packed?: Map<Id, Uint8Array<ArrayBuffer>>,
): Promise<Id> {
  return db.transaction('rw', db.shots, db.snapshots, db.drawings, db.assets, async () => {
    const added = { ...shot, id: await freeId(db, shot.id) };
    await db.assets.bulkPut(
      [...media].map(([id, bytes]) => ({
        shotId: added.id,
        id,
        blob: new Blob([bytes], { type: added.assets[id]?.type ?? '' }),
      })),
    );
    await writeWhole(db, new History(added), packed);
    await db.shots.put(rowOf(added, Date.now()));
    return added.id;
  });
}

export async function mediaOf(db: Database, shotId: Id): Promise<Media> {
  const media: Media = new Map();
  for (const row of await rowsOf(db.assets, shotId).toArray())
    media.set(row.id, new Uint8Array(await row.blob.arrayBuffer()));
  return media;
}

/** A copy of the shot as it stands now, with its own id and a history that starts here. */
export async function duplicateShot(db: Database, shotId: Id): Promise<Id> {
  const { shot } = (await openKept(db, shotId)).history;
  const thumb = (await db.shots.get(shotId))?.thumb ?? null;
  const copy = { ...shot, id: newId(), title: longerName(shot.title, ', copy') };
  const id = await addShot(db, copy, await mediaOf(db, shotId));
  await db.shots.update(id, { thumb });
  return id;
}

/**
 * Renames a shot that is not open, as an ordinary edit that undo can take back.
 * @throws ShotElsewhere when it is open in another tab; Refused when the name is too long
 */
export async function renameShot(db: Database, shotId: Id, title: string): Promise<void> {
  if (title.length > LIMITS.maxTitle)
    throw new Refused(`A name has at most ${LIMITS.maxTitle} letters; this one has ${title.length}.`);
  await underClaim(shotId, 'Rename it', async () => {
    const { history } = await openToDraw(db, shotId, false);
    const row = history.change('rename shot', (shot) => {
      shot.title = title;
    });
    if (!row) return;
    await db.transaction('rw', db.journal, db.shots, async () => {
      await db.journal.add({ ...packRow(row), shotId });
      await db.shots.update(shotId, { title, changedAt: row.at });
    });
  });
}

/** Puts a shot under a word, with the others that have it; an empty word: in no folder. */
export async function putInFolder(db: Database, shotId: Id, folder: string): Promise<void> {
  await db.shots.update(shotId, { folder: folder.trim() || undefined });
}

/** Takes a shot off the list; it stays in the browser until `deleteShot`. */
export async function removeShot(db: Database, shotId: Id): Promise<void> {
  await underClaim(shotId, 'Remove it', () => db.shots.update(shotId, { removedAt: Date.now() }));
}

export async function putBackShot(db: Database, shotId: Id): Promise<void> {
  await underClaim(shotId, 'Put it back', () => db.shots.update(shotId, { removedAt: 0 }));
}

/** Keeps the picture of a shot that is not open; one that is open elsewhere gets its picture there. */
export async function keepCard(db: Database, shotId: Id, thumb: Blob): Promise<void> {
  await underClaim(shotId, 'Look at it', () => db.shots.update(shotId, { thumb }));
}

/** Deletes a shot for good, with its drawings, journal and files. */
export async function deleteShot(db: Database, shotId: Id): Promise<void> {
  const tables = [
    db.shots,
    db.snapshots,
    db.drawings,
    db.journal,
    db.assets,
    db.views,
    db.setAside,
    db.versions,
    db.versionDrawings,
  ];
  await underClaim(shotId, 'Close it', () =>
    db.transaction('rw', tables, async () => {
      await Promise.all([
        db.shots.delete(shotId),
        db.snapshots.delete(shotId),
        rowsOf(db.drawings, shotId).delete(),
        rowsOf(db.journal, shotId).delete(),
        rowsOf(db.assets, shotId).delete(),
        db.views.delete(shotId),
        rowsOf(db.setAside, shotId).delete(),
        rowsOf(db.versions, shotId).delete(),
        rowsOf(db.versionDrawings, shotId).delete(),
      ]);
    }),
  );
}

/** What was set aside when shots were opened, oldest first. */
export function setAsideOf(db: Database, shotId: Id): Promise<SetAsideRow[]> {
  return rowsOf(db.setAside, shotId).toArray();
}

export async function throwAway(db: Database, apart: SetAsideRow): Promise<void> {
  if (apart.number !== undefined) await db.setAside.delete(apart.number);
}

/** What was set aside as a file that people and programs can read: JSON, numbers of lines as plain lists. */
export function apartAsFile({ shotId, at, why, rows, drawings }: SetAsideRow): string {
  const plainLists = (_: string, value: unknown) =>
    ArrayBuffer.isView(value) && !(value instanceof DataView) ? Array.from(value as Float32Array) : value;
  return JSON.stringify(
    { format: 'vignette-set-aside', version: 1, shot: shotId, at, why, rows, drawings },
    plainLists,
  );
}
