/**
 * Keeping a shot: every edit is one small row, added in its own transaction the moment it is made. Snapshots follow lazily.
 * What was added is never rewritten, so a torn write can only miss the last row. A keeper writes only while its tab holds
 * the shot's claim; should another tab have taken the shot over by force, its rows are refused by their numbers.
 */
import type { History, JournalRow } from '../core/history/index.ts';
import type { Id, Shot } from '../core/shot/index.ts';
import { compact, roomOf } from './compacting.ts';
import { type Database, newestSeq, rowsOf } from './database.ts';
import { drawingRow, type Opened, RECALL, readEdits } from './opening.ts';
import { packRow, packStructure } from './packed-rows.ts';

export type KeptState =
  | { kind: 'kept'; at: number }
  | { kind: 'keeping' }
  /** The browser refused; what is not kept is still in memory. `why` is a sentence. */
  | { kind: 'refused'; why: string; waiting: number };

/** A snapshot is due after this many rows, or after this long without an edit. */
const SNAPSHOT_ROWS = 120;
const SNAPSHOT_IDLE_MS = 4000;
const RETRY_MS = 5000;
const ROW_EVERY_MS = 3000;
/** Writing takes a few milliseconds; what has waited longer is asked about before the page is left. */
const LONG_WAIT_MS = 600;

const nameOf = (error: unknown) =>
  (error as { inner?: { name?: string } })?.inner?.name ?? (error as { name?: string })?.name;

/** Says in a sentence why the browser refused to keep something. */
function refusal(error: unknown): string {
  if (nameOf(error) === 'QuotaExceededError')
    return 'The browser’s storage is full. Your drawing goes on in memory: save the shot file now, then free some room.';
  return 'The browser refuses to keep the shot. Your drawing goes on in memory: save the shot file now.';
}

export class Keeper {
  private readonly db: Database;
  private readonly history: History;
  private waiting: JournalRow[] = [];
  private waitingSince = 0;
  /** How many of `waiting` are on their way to the disk. */
  private underWay = 0;
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
  /** Called when another tab turns out to have the shot. */
  onLost: () => void = () => {};

  constructor(db: Database, { history, snapshotSeq, keptAt }: Pick<Opened, 'history' | 'snapshotSeq' | 'keptAt'>) {
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

  /** How many changes are in memory only. */
  get unkept(): number {
    return this.waiting.length;
  }

  /** Whether leaving now would lose changes: the browser refuses them, or takes unusually long. */
  get wouldLose(): boolean {
    if (this.waiting.length === 0) return false;
    return this.closed || this.state.kind === 'refused' || Date.now() - this.waitingSince > LONG_WAIT_MS;
  }

  /** Takes a row to be kept; returns at once. */
  append(row: JournalRow): void {
    if (this.closed) return;
    if (this.waiting.length === 0) this.waitingSince = Date.now();
    this.waiting.push(row);
    if (this.state.kind !== 'refused') this.setState({ kind: 'keeping' });
    this.flush();
  }

  /** Resolves when nothing waits to be written (or writing was refused). */
  async settled(): Promise<void> {
    while (this.writing) await this.writing;
  }

  /** The page is going: what waits behind a row that is being written is handed to the browser at once. */
  hurry(): void {
    const rest = this.waiting.slice(this.underWay);
    if (this.closed || this.underWay === 0 || rest.length === 0) return;
    // Added twice should the page live on; then the second adding is refused and the row counted as kept.
    void this.add(rest).catch(() => undefined);
  }

  /** Brings edits needed by the next undo or redo back into memory. */
  async recall(kind: 'undo' | 'redo'): Promise<void> {
    if (this.history.missing(kind).length === 0) return;
    await this.settled();
    const steps = kind === 'undo' ? this.history.done : this.history.undone;
    this.history.recall(await readEdits(this.db, this.shotId, steps.slice(-RECALL).flat()));
  }

  /** Writes what waits, once more if it was refused. Returns how many changes could not be kept. */
  async flushed(): Promise<number> {
    await this.settled();
    if (this.waiting.length > 0 && !this.closed) {
      this.flush();
      await this.settled();
    }
    return this.waiting.length;
  }

  /**
   * Writes what waits, makes a last snapshot, lets what is old go and stops. Returns how many changes could not be kept: then
   * nothing stops, and they wait in memory.
   */
  async close(): Promise<number> {
    const left = await this.flushed();
    if (left > 0) return left;
    if (!this.closed && this.history.seq > this.snapshotSeq) await this.snapshot();
    if (!this.closed && this.snapshotSeq === this.history.seq)
      await compact(this.db, this.history).catch(() => undefined);
    this.abandon();
    return 0;
  }

  /** Stops writing at once: another tab has taken the shot over. What waits stays in memory and counts as not kept. */
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

  private add(rows: JournalRow[]): Promise<void> {
    return this.db.appendRows(rows.map((row) => ({ ...packRow(row), shotId: this.shotId })));
  }

  private async write(): Promise<void> {
    const rows = this.waiting.slice();
    this.underWay = rows.length;
    let written = rows.length;
    try {
      await this.add(rows);
    } catch (error) {
      const there = nameOf(error) === 'ConstraintError' ? await this.alreadyThere(rows) : null;
      if (there === null) {
        this.setState({ kind: 'refused', why: refusal(error), waiting: this.waiting.length });
        clearTimeout(this.retry);
        if (!this.closed) this.retry = setTimeout(() => this.flush(), RETRY_MS);
        return;
      }
      if (there === 0) {
        this.abandon();
        this.onLost();
        return;
      }
      written = there;
    } finally {
      this.underWay = 0;
    }
    this.waiting.splice(0, written);
    this.waitingSince = Date.now();
    if (this.waiting.length === 0) this.setState({ kind: 'kept', at: Date.now() });
    else if (this.state.kind === 'refused') this.setState({ kind: 'keeping' });
    this.refreshRow(rows[written - 1].at);
    clearTimeout(this.idle);
    if (this.history.seq - this.snapshotSeq >= SNAPSHOT_ROWS) await this.snapshot();
    else if (!this.closed) this.idle = setTimeout(() => void this.snapshot(), SNAPSHOT_IDLE_MS);
  }

  /**
   * How many of these rows, from the first on, are in the journal already: a page that was about to go wrote them, and lived
   * on. None, when the numbers are taken by rows of another tab.
   */
  private async alreadyThere(rows: JournalRow[]): Promise<number> {
    const there = await this.db.journal.bulkGet(rows.map(({ seq }) => [this.shotId, seq] as [Id, number]));
    const count = there.findIndex((row, i) => row?.at !== rows[i].at || row.kind !== rows[i].kind);
    return count < 0 ? rows.length : count;
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
    const { db } = this;
    try {
      const done = await db.transaction('rw', db.drawings, db.snapshots, db.journal, db.shots, async () => {
        // Newer rows are there: this state is an old one, or another tab has taken the shot over. A later snapshot follows.
        const newest = await newestSeq(db, shot.id);
        if (newest !== marks.seq) return false;
        if (this.rewriteAll) await rowsOf(db.drawings, shot.id).delete();
        await db.drawings.bulkPut(changed.map((drawing) => drawingRow(shot.id, drawing)));
        await db.drawings.bulkDelete(gone.map((id) => [shot.id, id]));
        await db.snapshots.put({ shotId: shot.id, marks, structure });
        await db.shots.update(shot.id, { room: roomOf(shot) });
        return true;
      });
      if (!done) return;
      this.snapshotShot = shot;
      this.snapshotSeq = marks.seq;
      this.rewriteAll = false;
    } catch {
      // The journal holds everything; the snapshot is tried again after the next edit.
    }
  }
}
