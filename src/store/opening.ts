/**
 * Opening a kept shot. Whatever lies in the browser, a shot opens: to the last state that can be rebuilt. What does not fit
 * is set aside, never thrown away, and said in one sentence.
 */
import { type Edit, History, type JournalRow, plain } from '../core/history/index.ts';
import {
  bringUpToDate,
  type Drawing,
  type Id,
  makeDrawing,
  makeLayer,
  makeShot,
  mendReferences,
  newId,
  type Shot,
} from '../core/shot/index.ts';
import { packDrawing, unpackDrawing } from '../core/shotfile/index.ts';
import {
  type Database,
  type DrawingRow,
  journalFrom,
  type KeptRow,
  rowsOf,
  type SetAsideRow,
  type ShotRow,
} from './database.ts';
import { packRow, packStructure, unpackRow, unpackStructure } from './packed-rows.ts';

/** Edits read back at once: those in memory at opening, and each time undo reaches further back. */
export const RECALL = 200;

/** A shot as it was opened. */
export interface Opened {
  history: History;
  /** The number of the last row the snapshot holds; drawing rows are of that state. -1: there is no snapshot to use. */
  snapshotSeq: number;
  /** When it was last changed, milliseconds since 1970. */
  keptAt: number;
  /** Rows made while opening, to be added to the journal before any other. */
  rows: JournalRow[];
  /** What could not be rebuilt; null when all could. */
  apart: Omit<SetAsideRow, 'number'> | null;
}

/** What lies in the browser for a shot, read in one transaction: a snapshot cannot come in between. */
interface Kept {
  row: ShotRow | undefined;
  snapshot: { marks: History['marks']; structure: Parameters<typeof unpackStructure>[0] } | undefined;
  drawings: DrawingRow[];
  /** Rows after the snapshot, and the edits that undo and redo may need at once. */
  later: KeptRow[];
  needed: KeptRow[];
}

async function readKept(db: Database, shotId: Id): Promise<Kept> {
  return db.transaction('r', db.shots, db.snapshots, db.drawings, db.journal, async () => {
    const row = await db.shots.get(shotId);
    const snapshot = await db.snapshots.get(shotId);
    const drawings = await rowsOf(db.drawings, shotId).toArray();
    const marks = snapshot?.marks;
    const later = await journalFrom(db, shotId, (marks?.seq ?? 0) + 1).toArray();
    const wanted = new Set([...(marks?.done ?? []).slice(-RECALL), ...(marks?.undone ?? [])].flat());
    for (const each of later)
      if (each.kind === 'undo' || each.kind === 'redo') for (const seq of each.of) wanted.add(seq);
    const needed = await db.journal.bulkGet([...wanted].map((seq) => [shotId, seq] as [Id, number]));
    return { row, snapshot, drawings, later, needed: needed.filter((each) => each !== undefined) };
  });
}

/** Reads edits back from the journal; those that are not there any more, or cannot be read, are left out. */
export async function readEdits(db: Database, shotId: Id, seqs: number[]): Promise<Edit[]> {
  const rows = await db.journal.bulkGet(seqs.map((seq) => [shotId, seq] as [Id, number]));
  return editsAmong(rows.filter((row) => row !== undefined));
}

function editsAmong(rows: KeptRow[]): Edit[] {
  return rows.flatMap((row) => {
    try {
      const edit = unpackRow(row);
      return edit.kind === 'do' ? edit : [];
    } catch {
      return [];
    }
  });
}

/** The first state of what is rebuilt: the snapshot, or as much of a shot as its parts give when that is damaged. */
function baseOf(shotId: Id, kept: Kept): { shot: Shot; damaged: DrawingRow[]; whole: boolean } {
  const drawings: Record<Id, Drawing> = {};
  const damaged: DrawingRow[] = [];
  for (const row of kept.drawings) {
    try {
      drawings[row.id] = unpackDrawing(row.bytes, `drawing ${row.id}`);
    } catch {
      damaged.push(row);
    }
  }
  try {
    const structure = unpackStructure(kept.snapshot!.structure);
    for (const { id } of damaged) {
      // The sheet goes on showing it, blank, so that nothing else moves.
      const layer = structure.layers.find(({ exposures }) =>
        exposures.some(({ cell }) => cell?.kind === 'drawing' && cell.drawing === id),
      );
      if (layer) drawings[id] = makeDrawing(layer.id, 1, { id });
    }
    return { shot: bringUpToDate({ ...structure, drawings }), damaged, whole: true };
  } catch {
    return { shot: fromDrawings(shotId, kept.row, drawings), damaged, whole: false };
  }
}

/** A shot made of drawings alone: its sheet is lost, so they lie one after another on one layer. */
function fromDrawings(shotId: Id, row: ShotRow | undefined, drawings: Record<Id, Drawing>): Shot {
  const { title = 'Found again', width = 1920, height = 1080, fps = 24, length = 24 } = row ?? {};
  const all = Object.values(drawings);
  const layer = makeLayer('Found again', 'clean');
  layer.exposures = all.map(({ id }) => ({ id: newId(), cell: { kind: 'drawing', drawing: id }, frames: 1 }));
  const shot = makeShot({ title, width, height, fps, length: Math.max(length, all.length) });
  const found = Object.fromEntries(all.map((each, i) => [each.id, { ...each, layerId: layer.id, number: i + 1 }]));
  return { ...shot, id: shotId, layers: [...shot.layers, layer], drawings: found };
}

/**
 * Opens a shot to look at: newest snapshot, then the journal after it, as far as it fits.
 * @throws Error with a sentence when there is no such shot in this browser
 */
export async function openKept(db: Database, shotId: Id): Promise<Opened> {
  const kept = await readKept(db, shotId);
  if (!kept.row && !kept.snapshot) throw new Error('This shot is not kept in this browser.');
  const { shot, damaged, whole } = baseOf(shotId, kept);
  const history = new History(shot, whole ? kept.snapshot!.marks : undefined);
  history.recall(editsAmong(kept.needed));
  const fits = whole ? replayed(history, kept.later) : 0;
  const misfits = kept.later.slice(fits);
  // What named something that is gone is put right as an edit: rows that come later are made on that state.
  const mended = history.change('put right', (draft) => void mendReferences(draft, plain));
  const why = whyApart(misfits.length, damaged.length, whole);
  return {
    history,
    snapshotSeq: whole ? kept.snapshot!.marks.seq : -1,
    keptAt: kept.row?.changedAt ?? Date.now(),
    rows: mended ? [mended] : [],
    apart: why ? { shotId, at: Date.now(), why, rows: misfits, drawings: damaged } : null,
  };
}

/** Replays rows as far as they fit; returns how many did. */
function replayed(history: History, rows: KeptRow[]): number {
  for (const [i, row] of rows.entries()) {
    // A number left out means that a row is lost: what follows was made on a state that cannot be rebuilt.
    if (row.seq !== history.seq + 1) return i;
    try {
      history.replay(unpackRow(row));
    } catch {
      return i;
    }
  }
  return rows.length;
}

/** Empty when everything could be rebuilt. */
function whyApart(rows: number, drawings: number, whole: boolean): string {
  if (!whole)
    return 'The sheet of this shot is damaged in this browser. Its drawings were found and lie one after another on a layer of their own; everything else that was kept is set aside. Hand it out as a file, then go on here.';
  const said: string[] = [];
  if (rows > 0)
    said.push(
      `${rows === 1 ? 'The last change does' : `The last ${rows} changes do`} not fit the shot any more and ${rows === 1 ? 'is' : 'are'} set aside; it is as it was before`,
    );
  if (drawings > 0)
    said.push(
      `${drawings === 1 ? 'one drawing is' : `${drawings} drawings are`} damaged and ${drawings === 1 ? 'stands' : 'stand'} blank on the sheet, what is left of ${drawings === 1 ? 'it' : 'them'} is set aside`,
    );
  if (said.length === 0) return '';
  const text = said.join('; ');
  return `${text[0].toUpperCase()}${text.slice(1)}. Hand out what is set aside as a file, then go on here.`;
}

/**
 * Opens a shot to draw in it. Only under the shot's claim: what does not fit is moved out of the way of new rows.
 * @param taken the claim was taken from another tab by force: from now on that tab's rows are refused
 */
export async function openToDraw(db: Database, shotId: Id, taken: boolean): Promise<Opened> {
  const opened = await openKept(db, shotId);
  const { history, apart } = opened;
  await db.transaction('rw', [db.snapshots, db.drawings, db.journal, db.setAside], async () => {
    if (apart) {
      const whole = opened.snapshotSeq >= 0;
      if (!whole) apart.rows = await rowsOf(db.journal, shotId).toArray();
      await db.setAside.add({ ...apart });
      await db.journal.bulkDelete(apart.rows.map(({ seq }) => [shotId, seq]));
      if (!whole) {
        await rowsOf(db.drawings, shotId).delete();
        await writeWhole(db, history);
        opened.snapshotSeq = history.seq;
        opened.rows = [];
      }
    }
    if (taken) opened.rows.push(history.takeOver());
    for (const row of opened.rows) await db.journal.add({ ...packRow(row), shotId });
  });
  opened.rows = [];
  return opened;
}

/** Rows that bring a shot into the database whole, within a transaction of the caller's. */
export async function writeWhole(
  db: Database,
  { shot, marks }: History,
  packed?: Map<Id, Uint8Array<ArrayBuffer>>,
): Promise<void> {
  await db.drawings.bulkPut(
    Object.values(shot.drawings).map((drawing): DrawingRow => {
      const bytes = packed?.get(drawing.id);
      return bytes ? { shotId: shot.id, id: drawing.id, bytes } : drawingRow(shot.id, drawing);
    }),
  );
  await db.snapshots.put({ shotId: shot.id, marks, structure: packStructure(shot) });
}

export function drawingRow(shotId: Id, drawing: Drawing): DrawingRow {
  return { shotId, id: drawing.id, bytes: packDrawing(drawing) };
}
