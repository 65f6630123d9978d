/**
 * Keeping a shot: every edit is one small row, written in its own transaction the moment it is made. Snapshots follow
 * lazily. What was appended is never rewritten, so a torn write can only miss the last row.
 */
import { type Edit, History, type JournalRow } from '../core/history/index.ts';
import { bringUpToDate, type Drawing, type Id, type Shot } from '../core/shot/index.ts';
import { packDrawing, unpackDrawing } from '../core/shotfile/index.ts';
import { type Database, rowsOf } from './database.ts';
import { packRow, packStructure, unpackRow, unpackStructure } from './packed-rows.ts';

export type KeptState =
  | { kind: 'kept'; at: number }
  | { kind: 'keeping' }
  /** The browser refused; what is not kept is still in memory. `why` is a sentence. */
  | { kind: 'refused'; why: string; waiting: number };

/** A snapshot is due after this many rows, or after this long without an edit. */
const SNAPSHOT_ROWS = 120;
const SNAPSHOT_IDLE_MS = 4000;
/** Edits read back at once: those in memory at opening, and each time undo reaches further back. */
const RECALL = 200;
const RETRY_MS = 5000;
const ROW_EVERY_MS = 3000;

/** Rows that bring a shot into the database whole. */
export async function writeWhole(db: Database, shot: Shot, history: History): Promise<void> {
  await db.drawings.bulkPut(Object.values(shot.drawings).map((drawing) => drawingRow(shot.id, drawing)));
  await db.snapshots.put({ shotId: shot.id, marks: history.marks, structure: packStructure(shot) });
}

function drawingRow(shotId: Id, drawing: Drawing) {
  return { shotId, id: drawing.id, bytes: packDrawing(drawing) };
}

/** Opens a shot: newest snapshot, then the journal after it. @throws Error with a sentence when it is not there. */
export async function openHistory(db: Database, shotId: Id): Promise<History> {
  const snapshot = await db.snapshots.get(shotId);
  if (!snapshot) throw new Error('This shot is not kept in this browser.');
  const drawings: Record<Id, Drawing> = {};
  for (const row of await rowsOf(db.drawings, shotId).toArray())
    drawings[row.id] = unpackDrawing(row.bytes, `drawing ${row.id}`);
  const history = new History(bringUpToDate({ ...unpackStructure(snapshot.structure), drawings }), snapshot.marks);
  const later = await db.journal
    .where('[shotId+seq]')
    .between([shotId, snapshot.marks.seq + 1], [shotId, Number.MAX_SAFE_INTEGER])
    .toArray();
  const needed = new Set([...history.done.slice(-RECALL), ...history.undone].flat());
  for (const row of later) if (row.kind !== 'do') for (const seq of row.of) needed.add(seq);
  history.recall(await readEdits(db, shotId, [...needed]));
  for (const row of later) history.replay(unpackRow(row));
  return history;
}

async function readEdits(db: Database, shotId: Id, seqs: number[]): Promise<Edit[]> {
  const rows = await db.journal.bulkGet(seqs.map((seq) => [shotId, seq]));
  return rows.filter((row) => row?.kind === 'do').map((row) => unpackRow(row!) as Edit);
}

/** Says in a sentence why the browser refused to keep something. */
function refusal(error: unknown): string {
  const name =
    (error as { name?: string; inner?: { name?: string } })?.inner?.name ?? (error as { name?: string })?.name;
  if (name === 'QuotaExceededError')
    return 'The browser’s storage is full. Your drawing goes on in memory: save the shot file now, then free some room.';
  return 'The browser refuses to keep the shot. Your drawing goes on in memory: save the shot file now.';
}

export class Keeper {
  private readonly db: Database;
  private readonly history: History;
  private waiting: JournalRow[] = [];
  private writing: Promise<void> | null = null;
  private snapshotShot: Shot;
  private snapshotSeq: number;
  private rewriteAll: boolean;
  private idle: ReturnType<typeof setTimeout> | undefined;
  private retry: ReturnType<typeof setTimeout> | undefined;
  private closed = false;
  private row = { said: '', at: 0 };
  state: KeptState;
  /** Called whenever `state` changes. */
  onState: (state: KeptState) => void = () => {};

  constructor(db: Database, history: History, snapshotSeq: number, keptAt: number) {
    this.db = db;
    this.history = history;
    this.snapshotShot = history.shot;
    this.snapshotSeq = snapshotSeq;
    this.state = { kind: 'kept', at: keptAt };
    // The journal went on after the snapshot: which drawing rows are out of date is not known, so all are rewritten once.
    this.rewriteAll = snapshotSeq < history.seq;
  }

  private get shotId(): Id {
    return this.history.shot.id;
  }

  /** Takes a row to be kept; returns at once. */
  append(row: JournalRow): void {
    if (this.closed) return;
    this.waiting.push(row);
    if (this.state.kind !== 'refused') this.setState({ kind: 'keeping' });
    this.flush();
  }

  /** Resolves when nothing waits to be written (or writing was refused). */
  async settled(): Promise<void> {
    while (this.writing) await this.writing;
  }

  /** Brings edits needed by the next undo or redo back into memory. */
  async recall(kind: 'undo' | 'redo'): Promise<void> {
    if (this.history.missing(kind).length === 0) return;
    await this.settled();
    const steps = kind === 'undo' ? this.history.done : this.history.undone;
    this.history.recall(await readEdits(this.db, this.shotId, steps.slice(-RECALL).flat()));
  }

  /** Writes what waits, makes a last snapshot and stops. */
  async close(): Promise<void> {
    await this.settled();
    if (!this.closed && this.history.seq > this.snapshotSeq) await this.snapshot();
    this.abandon();
  }

  /** Stops writing at once: another tab has taken the shot over. */
  abandon(): void {
    this.closed = true;
    clearTimeout(this.idle);
    clearTimeout(this.retry);
  }

  private setState(state: KeptState): void {
    this.state = state;
    this.onState(state);
  }

  private flush(): void {
    if (this.writing || this.closed || this.waiting.length === 0) return;
    this.writing = this.write().finally(() => {
      this.writing = null;
      if (this.waiting.length > 0 && this.state.kind !== 'refused') this.flush();
    });
  }

  private async write(): Promise<void> {
    const rows = this.waiting.slice();
    try {
      await this.db.appendRows(rows.map((row) => ({ ...packRow(row), shotId: this.shotId })));
    } catch (error) {
      this.setState({ kind: 'refused', why: refusal(error), waiting: this.waiting.length });
      clearTimeout(this.retry);
      if (!this.closed) this.retry = setTimeout(() => this.flush(), RETRY_MS);
      return;
    }
    this.waiting.splice(0, rows.length);
    if (this.waiting.length === 0) this.setState({ kind: 'kept', at: Date.now() });
    else if (this.state.kind === 'refused') this.setState({ kind: 'keeping' });
    this.refreshRow(rows.at(-1)!.at);
    clearTimeout(this.idle);
    if (this.history.seq - this.snapshotSeq >= SNAPSHOT_ROWS) await this.snapshot();
    else if (!this.closed) this.idle = setTimeout(() => void this.snapshot(), SNAPSHOT_IDLE_MS);
  }

  /** Brings the line in the list of shots up to date: at once when what it says changed, else every few seconds. */
  private refreshRow(changedAt: number): void {
    const { id, title, width, height, fps, length } = this.history.shot;
    const said = `${title}|${width}|${height}|${fps}|${length}`;
    if (said === this.row.said && changedAt - this.row.at < ROW_EVERY_MS) return;
    this.row = { said, at: changedAt };
    // The journal holds the truth; a list that could not be brought up to date is so with the next edit.
    void this.db.shots.update(id, { title, width, height, fps, length, changedAt }).catch(() => undefined);
  }

  /** Rewrites the drawings that changed since the last snapshot and the structure, together or not at all. */
  private async snapshot(): Promise<void> {
    if (this.waiting.length > 0 || this.closed) return;
    const { shot, marks } = this.history;
    const before = this.rewriteAll ? {} : this.snapshotShot.drawings;
    const changed = Object.values(shot.drawings).filter((drawing) => before[drawing.id] !== drawing);
    const gone = Object.keys(before).filter((id) => !(id in shot.drawings));
    const structure = packStructure(shot);
    try {
      await this.db.transaction('rw', this.db.drawings, this.db.snapshots, async () => {
        if (this.rewriteAll) await rowsOf(this.db.drawings, shot.id).delete();
        await this.db.drawings.bulkPut(changed.map((drawing) => drawingRow(shot.id, drawing)));
        await this.db.drawings.bulkDelete(gone.map((id) => [shot.id, id]));
        await this.db.snapshots.put({ shotId: shot.id, marks, structure });
      });
      this.snapshotShot = shot;
      this.snapshotSeq = marks.seq;
      this.rewriteAll = false;
    } catch {
      // The journal holds everything; the snapshot is tried again after the next edit.
    }
  }
}
