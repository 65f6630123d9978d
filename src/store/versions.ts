/**
 * Versions: states of a shot kept under a name. A version costs what differs: its drawings lie in rows by what is on them, and versions
 * that have the same drawing share its row.
 */
import { bringUpToDate, type Drawing, type Id, LIMITS, newId, type Shot } from '../core/shot/index.ts';
import { crc32, type FileVersion, packDrawing, unpackDrawing } from '../core/shotfile/index.ts';
import { type Database, rowsOf, type VersionDrawingRow, type VersionRow } from './database.ts';
import { packStructure, unpackStructure } from './packed-rows.ts';

/** Milliseconds of packing, and bytes handed to the browser, at a stretch: between two the page goes on. */
const AT_A_STRETCH = 6;
const BYTES_AT_ONCE = 1 << 20;

/** A key that another state of a drawing has only when it is the same. Packing takes long: the key is remembered, the bytes are not. */
const keys = new WeakMap<Drawing, string>();

function keyOf(drawing: Drawing, bytes: Uint8Array): string {
  const key = `${drawing.id}.${bytes.length}.${crc32(bytes).toString(36)}`;
  keys.set(drawing, key);
  return key;
}

const knownKey = (drawing: Drawing): string => keys.get(drawing) ?? keyOf(drawing, packDrawing(drawing));

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

const working = new WeakMap<Database, Promise<unknown>>();

/** One after another: a version that is let go must not take drawings along that another one is just putting down. */
function inTurn<T>(db: Database, work: () => Promise<T>): Promise<T> {
  const next = (working.get(db) ?? Promise.resolve()).then(work);
  working.set(
    db,
    next.catch(() => undefined),
  );
  return next;
}

/** The page goes on before more is done. */
const breath = () => new Promise((next) => setTimeout(next, 0));

/** Puts down the drawings that no version has yet, in pieces. Returns the keys of all. */
async function putDrawings(db: Database, shot: Shot): Promise<VersionRow['drawings']> {
  const there = new Set(
    ((await rowsOf(db.versionDrawings, shot.id).primaryKeys()) as [Id, string][]).map(([, key]) => key),
  );
  const out: VersionRow['drawings'] = [];
  let waiting: VersionDrawingRow[] = [];
  let bytesWaiting = 0;
  let since = performance.now();
  const put = async () => {
    await db.versionDrawings.bulkPut(waiting);
    [waiting, bytesWaiting] = [[], 0];
  };
  for (const drawing of Object.values(shot.drawings)) {
    let key = keys.get(drawing);
    if (!key || !there.has(key)) {
      const bytes = packDrawing(drawing);
      key = keyOf(drawing, bytes);
      if (!there.has(key)) {
        there.add(key);
        waiting.push({ shotId: shot.id, key, bytes });
        bytesWaiting += bytes.length;
      }
    }
    out.push({ id: drawing.id, key });
    if (bytesWaiting > BYTES_AT_ONCE) await put();
    if (performance.now() - since > AT_A_STRETCH) {
      await breath();
      since = performance.now();
    }
  }
  await put();
  return out;
}

/** Keeps a state of a shot. It is done in pieces; the shot may be edited meanwhile, a state never changes. */
export function keepVersion(
  db: Database,
  shot: Shot,
  { name, auto, thumb, at = Date.now() }: VersionWishes,
): Promise<Id> {
  return inTurn(db, async () => {
    const drawings = await putDrawings(db, shot);
    await breath();
    const structure = packStructure(shot);
    const row: VersionRow = { id: newId(), shotId: shot.id, name, auto, at, thumb, structure, drawings };
    await db.versions.put(row);
    if (auto) {
      const old = (await versionsOf(db, shot.id)).filter((each) => each.auto).slice(MOST_AUTO);
      for (const each of old) await letGo(db, each);
    }
    return row.id;
  });
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
  const differs: VersionRow['drawings'] = [];
  let since = performance.now();
  for (const each of row.drawings) {
    if (!there[each.id] || knownKey(there[each.id]) !== each.key) differs.push(each);
    if (performance.now() - since <= AT_A_STRETCH) continue;
    await breath();
    since = performance.now();
  }
  const read = await db.versionDrawings.bulkGet(differs.map(({ key }) => [row.shotId, key] as [Id, string]));
  const drawings: Record<Id, Drawing> = {};
  const fresh = new Map(differs.map(({ id }, i) => [id, read[i]]));
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
export const dropVersion = (db: Database, row: Pick<VersionRow, 'id' | 'shotId'>): Promise<void> =>
  inTurn(db, () => letGo(db, row));

async function letGo(db: Database, { id, shotId }: Pick<VersionRow, 'id' | 'shotId'>): Promise<void> {
  await db.transaction('rw', db.versions, db.versionDrawings, async () => {
    await db.versions.delete(id);
    const left = await rowsOf(db.versions, shotId).toArray();
    const used = new Set(left.flatMap(({ drawings }) => drawings.map(({ key }) => key)));
    const keys = (await rowsOf(db.versionDrawings, shotId).primaryKeys()) as [Id, string][];
    await db.versionDrawings.bulkDelete(keys.filter(([, key]) => !used.has(key)));
  });
}
