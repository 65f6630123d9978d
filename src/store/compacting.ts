/** What is let go so that a shot does not grow for ever: rows that no opening and no undo needs, files nobody names. */
import type { History } from '../core/history/index.ts';
import type { Drawing, Id, Shot } from '../core/shot/index.ts';
import { type Database, journalFrom, newestSeq, rowsOf } from './database.ts';

/** Steps of undo that are kept when a shot is closed. */
const STEPS_KEPT = 5000;
/** Fewer rows than this are not worth looking through. */
const FEW_ROWS = 200;

/** Bytes a line or an area takes beside its points. */
const PER_LINE = 200;
const sizes = new WeakMap<Drawing, number>();

function sizeOf(drawing: Drawing): number {
  let size = sizes.get(drawing);
  if (size === undefined) {
    size = PER_LINE * (drawing.ink.length + drawing.paint.length);
    for (const { points } of drawing.ink) size += points.byteLength;
    for (const { rings } of drawing.paint) for (const ring of rings) size += ring.byteLength;
    sizes.set(drawing, size);
  }
  return size;
}

/** About how many bytes the drawings and files of a shot take. */
export function roomOf(shot: Shot): number {
  const drawings = Object.values(shot.drawings).reduce((sum, drawing) => sum + sizeOf(drawing), 0);
  return Object.values(shot.assets).reduce((sum, { bytes }) => sum + bytes, drawings);
}

/**
 * Lets go, after a snapshot of the history's present state: rows of the journal that neither undo nor redo needs, steps of
 * undo beyond the newest `steps`, and files that neither the shot nor a step of it names. Only under the shot's claim.
 */
export async function compact(db: Database, history: History, steps = STEPS_KEPT): Promise<void> {
  const { shot } = history;
  const few = (await journalFrom(db, shot.id, 0).count()) < FEW_ROWS;
  if (few && history.done.length <= steps && (await unnamedFiles(db, shot)).length === 0) return;
  history.keepSteps(steps);
  const needed = new Set([...history.done, ...history.undone].flat());
  await db.transaction('rw', db.journal, db.snapshots, db.assets, db.versions, async () => {
    const newest = await newestSeq(db, shot.id);
    // Another tab has the shot: what it needs is not known here.
    if (newest !== history.seq) return;
    const snapshot = await db.snapshots.get(shot.id);
    if (snapshot?.marks.seq !== newest) return;
    await db.snapshots.put({ ...snapshot, marks: history.marks });
    // The newest row stays: its number says how far the journal has come.
    await journalFrom(db, shot.id, 0)
      .and(({ seq }) => seq !== newest && !needed.has(seq))
      .delete();
    const unnamed = await unnamedFiles(db, shot);
    if (unnamed.length === 0) return;
    const named = new Set<Id>();
    await rowsOf(db.versions, shot.id).each(({ structure }) => {
      for (const id of Object.keys(structure.assets)) named.add(id);
    });
    await journalFrom(db, shot.id, 0).each((row) => {
      if (row.kind !== 'do') return;
      for (const { path } of row.patches) if (path[0] === 'assets') named.add(String(path[1]));
    });
    await db.assets.bulkDelete(unnamed.filter((id) => !named.has(id)).map((id) => [shot.id, id]));
  });
}

/** Files kept for a shot that it does not name now. */
async function unnamedFiles(db: Database, shot: Shot): Promise<Id[]> {
  const keys = (await rowsOf(db.assets, shot.id).primaryKeys()) as [Id, Id][];
  return keys.map(([, id]) => id).filter((id) => !Object.hasOwn(shot.assets, id));
}
