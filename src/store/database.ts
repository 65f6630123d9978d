import Dexie, { type EntityTable, type Table } from 'dexie';
import type { HistoryMarks } from '../core/history/index.ts';
import type { Id } from '../core/shot/index.ts';
import type { PackedRow, PackedStructure } from './packed-rows.ts';

/** A line of the list of shots. */
export interface ShotRow {
  id: Id;
  title: string;
  width: number;
  height: number;
  fps: number;
  length: number;
  /** Milliseconds since 1970. */
  madeAt: number;
  changedAt: number;
  /** When it was removed; 0 while it is in the list. */
  removedAt: number;
  /** The word under which it stands together with others; absent: in no folder. */
  folder?: string;
  thumb: Blob | null;
  /** Bytes of its drawings and files, as of the last snapshot. Absent in rows of earlier versions. */
  room?: number;
}

/** The newest whole state of a shot: its structure here, its drawings in rows of their own. */
export interface SnapshotRow {
  shotId: Id;
  marks: HistoryMarks;
  structure: PackedStructure;
}

export interface DrawingRow {
  shotId: Id;
  id: Id;
  /** A packed drawing (core/shotfile). */
  bytes: Uint8Array<ArrayBuffer>;
}

export type KeptRow = PackedRow & { shotId: Id };

/** What did not fit when a shot was opened: kept apart until the person has handed it out or thrown it away. */
export interface SetAsideRow {
  /** Counted up by the database. */
  number?: number;
  shotId: Id;
  at: number;
  /** A sentence: what it is and why it stands apart. */
  why: string;
  rows: KeptRow[];
  drawings: DrawingRow[];
}

/** A state of a shot kept under a name: its structure here, its drawings in rows that versions share. */
export interface VersionRow {
  id: Id;
  shotId: Id;
  name: string;
  /** Kept by itself, not by hand. */
  auto: boolean;
  at: number;
  thumb: Blob | null;
  structure: PackedStructure;
  drawings: { id: Id; key: string }[];
}

export interface VersionDrawingRow {
  shotId: Id;
  key: string;
  bytes: Uint8Array<ArrayBuffer>;
}

export interface AssetRow {
  shotId: Id;
  id: Id;
  blob: Blob;
}

/** What the person was looking at; any plain data the interface wants back. */
export interface ViewRow {
  shotId: Id;
  view: unknown;
}

export interface SettingRow {
  key: string;
  value: unknown;
}

/** Together some fifteen seconds. */
const OPEN_ATTEMPTS = 10;
const OPEN_PAUSE_MS = 300;

export class Database extends Dexie {
  shots!: EntityTable<ShotRow, 'id'>;
  snapshots!: EntityTable<SnapshotRow, 'shotId'>;
  drawings!: Table<DrawingRow, [Id, Id]>;
  journal!: Table<KeptRow, [Id, number]>;
  assets!: Table<AssetRow, [Id, Id]>;
  views!: EntityTable<ViewRow, 'shotId'>;
  settings!: EntityTable<SettingRow, 'key'>;
  setAside!: EntityTable<SetAsideRow, 'number'>;
  versions!: Table<VersionRow, Id>;
  versionDrawings!: Table<VersionDrawingRow, [Id, string]>;

  constructor(name = 'vignette') {
    super(name);
    this.version(1).stores({
      shots: 'id, changedAt, removedAt',
      snapshots: 'shotId',
      drawings: '[shotId+id], shotId',
      journal: '[shotId+seq], shotId',
      assets: '[shotId+id], shotId',
      views: 'shotId',
      settings: 'key',
    });
    this.version(2).stores({ setAside: '++number, shotId' });
    this.version(3).stores({ versions: 'id, shotId', versionDrawings: '[shotId+key], shotId' });
  }

  /**
   * Opens the database, trying again for a while: after a crash the browser may still hold the files of the process that
   * died, and says then that they cannot be opened. @throws Error with a sentence when it stays so
   */
  async ready(pause = OPEN_PAUSE_MS): Promise<void> {
    for (let attempt = 1; ; attempt++) {
      try {
        await this.open();
        return;
      } catch (error) {
        if (attempt < OPEN_ATTEMPTS) await new Promise((done) => setTimeout(done, pause * attempt));
        else
          throw new Error(
            'The browser’s store of shots cannot be opened just now. Nothing is lost: close other windows of this browser or start it anew, then try again.',
            { cause: error },
          );
      }
    }
  }

  /**
   * Adds rows to the journal in a transaction of their own. A row whose number is there already belongs to another tab that
   * has taken the shot over: then none is written. Written on the bare database so that it can be committed at once: the
   * usual way waits for the page to hear of each request first, and the page has a line to show just then.
   * @throws ConstraintError when a row of that number is there; QuotaExceededError when the disk is full
   */
  appendRows(rows: KeptRow[]): Promise<void> {
    return new Promise((done, fail) => {
      const transaction = this.backendDB().transaction('journal', 'readwrite');
      const store = transaction.objectStore('journal');
      let refused: unknown = null;
      transaction.oncomplete = () => done();
      transaction.onabort = () => fail(transaction.error ?? refused ?? new Error('The journal could not be written.'));
      for (const row of rows) {
        store.add(row).onerror = (event) => {
          refused ??= (event.target as IDBRequest).error;
        };
      }
      transaction.commit();
    });
  }
}

/** All rows of a shot in a table that keeps rows of many shots. */
export function rowsOf<T, K>(table: Table<T, K>, shotId: Id) {
  return table.where('shotId').equals(shotId);
}

/** The rows of a shot's journal from a number on, in order. */
export function journalFrom(db: Database, shotId: Id, seq: number) {
  return db.journal.where('[shotId+seq]').between([shotId, seq], [shotId, Number.MAX_SAFE_INTEGER], true, true);
}

/** The number of the newest row of a shot's journal; 0 when it has none. */
export async function newestSeq(db: Database, shotId: Id): Promise<number> {
  return (await journalFrom(db, shotId, 0).last())?.seq ?? 0;
}
