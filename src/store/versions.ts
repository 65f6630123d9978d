/**
 * Versions: states of a shot kept under a name. A version costs what differs: its drawings lie in rows by what is on them, and versions
 * that have the same drawing share its row.
 */
import { bringUpToDate, type Drawing, type Id, LIMITS, newId, type Shot } from '../core/shot/index.ts';
import { crc32, type FileVersion, packDrawing, unpackDrawing } from '../core/shotfile/index.ts';
import { type Database, rowsOf, type VersionRow } from './database.ts';
import { packStructure, unpackStructure } from './packed-rows.ts';

/** Milliseconds of packing at a stretch: between two the page goes on. */
const AT_A_STRETCH = 6;

const prints = new WeakMap<Drawing, { key: string; bytes: Uint8Array<ArrayBuffer> }>();

/** A drawing as it lies in the browser, and a key that another state of it has only when it is the same. */
function packed(drawing: Drawing): { key: string; bytes: Uint8Array<ArrayBuffer> } {
  let own = prints.get(drawing);
  if (!own) {
    const bytes = packDrawing(drawing);
    own = { key: `${drawing.id}.${bytes.length}.${crc32(bytes).toString(36)}`, bytes };
    prints.set(drawing, own);
  }
  return own;
}

export interface VersionWishes {
  name: string;
  /** Kept by itself, not by hand. */
  auto: boolean;
  thumb: Blob | null;
  /** When it was kept, milliseconds since 1970; now, when absent. */
  at?: number;
}

/** So many versions kept by themselves stay; the oldest give way. */
const MOST_AUTO = 20;

/** Keeps a state of a shot. Packing is done in pieces; the shot may be edited meanwhile, a state never changes. */
export async function keepVersion(
  db: Database,
  shot: Shot,
  { name, auto, thumb, at = Date.now() }: VersionWishes,
): Promise<Id> {
  const drawings: VersionRow['drawings'] = [];
  const all: { key: string; bytes: Uint8Array<ArrayBuffer> }[] = [];
  let since = performance.now();
  for (const drawing of Object.values(shot.drawings)) {
    if (performance.now() - since > AT_A_STRETCH) {
      await new Promise((next) => setTimeout(next, 0));
      since = performance.now();
    }
    const own = packed(drawing);
    drawings.push({ id: drawing.id, key: own.key });
    all.push(own);
  }
  const row: VersionRow = {
    id: newId(),
    shotId: shot.id,
    name,
    auto,
    at,
    thumb,
    structure: packStructure(shot),
    drawings,
  };
  await db.transaction('rw', db.versions, db.versionDrawings, async () => {
    const there = new Set(
      ((await rowsOf(db.versionDrawings, shot.id).primaryKeys()) as [Id, string][]).map(([, key]) => key),
    );
    await db.versionDrawings.bulkPut(
      all.filter(({ key }) => !there.has(key)).map(({ key, bytes }) => ({ shotId: shot.id, key, bytes })),
    );
    await db.versions.put(row);
  });
  if (auto) {
    const old = (await versionsOf(db, shot.id)).filter((each) => each.auto).slice(MOST_AUTO);
    for (const each of old) await dropVersion(db, each);
  }
  return row.id;
}

/** All versions of a shot as they go along in its file. */
export async function fileVersions(db: Database, now: Shot): Promise<FileVersion[]> {
  const out: FileVersion[] = [];
  for (const row of (await versionsOf(db, now.id)).slice(0, LIMITS.maxVersions))
    out.push({ name: row.name, at: row.at, auto: row.auto, shot: await readVersion(db, row, now) });
  return out;
}

/** The versions of a shot, the newest first. */
export const versionsOf = async (db: Database, shotId: Id): Promise<VersionRow[]> =>
  (await rowsOf(db.versions, shotId).toArray()).sort((a, b) => b.at - a.at);

/**
 * A version as a shot. Drawings that are as they are now are the very same objects, so that comparing is quick.
 * @throws Error with a sentence when a part of it cannot be read
 */
export async function readVersion(db: Database, row: VersionRow, now: Shot): Promise<Shot> {
  const there = Object.hasOwn(now, 'drawings') ? now.drawings : {};
  const keys = row.drawings.filter(({ id, key }) => !there[id] || packed(there[id]).key !== key);
  const read = await db.versionDrawings.bulkGet(keys.map(({ key }) => [row.shotId, key] as [Id, string]));
  const drawings: Record<Id, Drawing> = {};
  const fresh = new Map(keys.map(({ id }, i) => [id, read[i]]));
  for (const { id } of row.drawings) {
    const own = fresh.get(id);
    if (!fresh.has(id)) drawings[id] = there[id];
    else if (own) drawings[id] = unpackDrawing(own.bytes, `drawing ${id}`);
    else throw new Error(`“${row.name}” lacks a drawing, so it cannot be looked at. The shot is as it was.`);
  }
  return bringUpToDate({ ...unpackStructure(row.structure), drawings });
}

export async function renameVersion(db: Database, id: Id, name: string): Promise<void> {
  await db.versions.update(id, { name, auto: false });
}

/** Lets a version go, and the drawings that no other version has. */
export async function dropVersion(db: Database, { id, shotId }: Pick<VersionRow, 'id' | 'shotId'>): Promise<void> {
  await db.transaction('rw', db.versions, db.versionDrawings, async () => {
    await db.versions.delete(id);
    const left = await rowsOf(db.versions, shotId).toArray();
    const used = new Set(left.flatMap(({ drawings }) => drawings.map(({ key }) => key)));
    const keys = (await rowsOf(db.versionDrawings, shotId).primaryKeys()) as [Id, string][];
    await db.versionDrawings.bulkDelete(keys.filter(([, key]) => !used.has(key)));
  });
}
