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
  thumb: Blob | null;
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

export class Database extends Dexie {
  shots!: EntityTable<ShotRow, 'id'>;
  snapshots!: EntityTable<SnapshotRow, 'shotId'>;
  drawings!: Table<DrawingRow, [Id, Id]>;
  journal!: Table<KeptRow, [Id, number]>;
  assets!: Table<AssetRow, [Id, Id]>;
  views!: EntityTable<ViewRow, 'shotId'>;
  settings!: EntityTable<SettingRow, 'key'>;

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
  }

  /**
   * Adds rows to the journal in a transaction of their own. Written on the bare database so that it can be committed at
   * once: the usual way waits for the page to hear of each request first, and the page has a line to show just then.
   */
  appendRows(rows: KeptRow[]): Promise<void> {
    return new Promise((done, fail) => {
      const transaction = this.backendDB().transaction('journal', 'readwrite');
      const store = transaction.objectStore('journal');
      transaction.oncomplete = () => done();
      transaction.onabort = () => fail(transaction.error ?? new Error('The journal could not be written.'));
      for (const row of rows) store.put(row);
      transaction.commit();
    });
  }
}

/** All rows of a shot in a table that keeps rows of many shots. */
export function rowsOf<T, K>(table: Table<T, K>, shotId: Id) {
  return table.where('shotId').equals(shotId);
}
