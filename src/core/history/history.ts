import type { Shot } from '../shot/model.ts';
import { change, type Recipe } from './change.ts';
import { applyPatches, type Patch } from './patch.ts';

/** A row of the journal: an edit, or the taking back / doing again of earlier edits (their sequence numbers in `of`). */
export type JournalRow =
  | { seq: number; at: number; kind: 'do'; label: string; patches: Patch[]; inverse: Patch[]; joins: boolean }
  | { seq: number; at: number; kind: 'undo' | 'redo'; of: number[] }
  /** The shot was taken over here: whoever wrote it before cannot add to it any more. Changes nothing in the shot. */
  | { seq: number; at: number; kind: 'taken over' };

export type Edit = Extract<JournalRow, { kind: 'do' }>;

/** Where a history stands; small, so it can be kept with every snapshot. Each step is a list of sequence numbers. */
export interface HistoryMarks {
  seq: number;
  done: number[][];
  undone: number[][];
  /** Steps that are older than `done` and can no longer be taken back. Absent in what earlier versions kept: none. */
  letGo?: number;
}

/**
 * A shot with its past. The journal is only ever added to: taking back appends a row too, so a sequence number always
 * means the same state and no kept version can become wrong. Nothing is limited; edits no longer in memory are asked for
 * through `missing()` and handed in with `recall()`.
 */
export class History {
  shot: Shot;
  seq: number;
  readonly done: number[][];
  readonly undone: number[][];
  /** Steps before `done` that can no longer be taken back: to save room, or because their record is damaged. */
  letGo: number;
  private edits = new Map<number, Edit>();
  private lastJoin = '';

  constructor(shot: Shot, marks: HistoryMarks = { seq: 0, done: [], undone: [] }) {
    this.shot = shot;
    this.seq = marks.seq;
    this.done = marks.done.map((step) => [...step]);
    this.undone = marks.undone.map((step) => [...step]);
    this.letGo = marks.letGo ?? 0;
  }

  get marks(): HistoryMarks {
    return {
      seq: this.seq,
      done: this.done.map((s) => [...s]),
      undone: this.undone.map((s) => [...s]),
      letGo: this.letGo,
    };
  }

  /** Keeps only the newest `count` steps that can be taken back. */
  keepSteps(count: number): void {
    const gone = Math.max(0, this.done.length - count);
    this.done.splice(0, gone);
    this.letGo += gone;
  }

  /** Lets all steps of one kind go: their record cannot be used. */
  letGoAll(kind: 'undo' | 'redo'): void {
    if (kind === 'undo') this.keepSteps(0);
    else this.undone.length = 0;
  }

  /** Says that the shot is taken over here; the row must be added to the journal before anything else. */
  takeOver(now = Date.now()): JournalRow {
    this.seq++;
    return { seq: this.seq, at: now, kind: 'taken over' };
  }

  /** Takes a shot that was put right while it was opened; nothing of that can be taken back. */
  mend(shot: Shot): void {
    this.shot = shot;
  }

  /** Hands in edits read back from the keeping. */
  recall(edits: Edit[]): void {
    for (const edit of edits) this.edits.set(edit.seq, edit);
  }

  /**
   * Runs an edit; returns its journal row, or null when it changed nothing. Edits in a row with the same `joinKey` (one
   * per gesture: a slider's drag, a pass of the eraser) are one step of undo.
   */
  change(label: string, recipe: Recipe, joinKey = '', now = Date.now()): Edit | null {
    const joins = joinKey !== '' && joinKey === this.lastJoin && this.done.length > 0;
    const row = this.run(label, recipe, joins, now);
    if (row) this.lastJoin = joinKey;
    return row;
  }

  /**
   * Runs an edit that only follows from the last step, as a part of it: one undo takes back both. Null when it changed nothing, and
   * when there is no such step or some were taken back, for those could not be done again then.
   */
  changeAlong(label: string, recipe: Recipe, now = Date.now()): Edit | null {
    if (this.done.length === 0 || this.undone.length > 0) return null;
    return this.run(label, recipe, true, now);
  }

  private run(label: string, recipe: Recipe, joins: boolean, now: number): Edit | null {
    const changed = change(this.shot, recipe);
    if (!changed) return null;
    const { shot, patches, inverse } = changed;
    const row: Edit = { seq: this.seq + 1, at: now, kind: 'do', label, patches, inverse, joins };
    this.take(row, shot);
    return row;
  }

  /** Applies a row read from the journal (opening a shot, following another tab). */
  replay(row: JournalRow): void {
    if (row.kind === 'do') {
      this.take(row, applyPatches(this.shot, row.patches));
      return;
    }
    if (row.kind === 'taken over') {
      this.seq = row.seq;
      return;
    }
    const from = row.kind === 'undo' ? this.done : this.undone;
    if (from.length === 0) throw new Error(`Journal row ${row.seq} takes back a step that is not there.`);
    this.move(row.kind, row.seq);
  }

  /** Sequence numbers the next undo or redo needs but which are not in memory. */
  missing(kind: 'undo' | 'redo'): number[] {
    const step = (kind === 'undo' ? this.done : this.undone).at(-1) ?? [];
    return step.filter((seq) => !this.edits.has(seq));
  }

  /** Takes back (or does again) one step; null when there is none. */
  step(kind: 'undo' | 'redo', now = Date.now()): JournalRow | null {
    const step = (kind === 'undo' ? this.done : this.undone).at(-1);
    if (!step) return null;
    this.lastJoin = '';
    const of = [...step];
    this.move(kind, this.seq + 1);
    return { seq: this.seq, at: now, kind, of };
  }

  /** What a step just made changed, for those that follow along without a journal. */
  patchesOf(row: JournalRow): Patch[] {
    if (row.kind === 'do') return row.patches;
    if (row.kind === 'taken over') return [];
    const of = row.of.flatMap((seq) => this.edits.get(seq) ?? []);
    return row.kind === 'undo' ? of.reverse().flatMap(({ inverse }) => inverse) : of.flatMap(({ patches }) => patches);
  }

  /** What the next undo or redo would concern, for the menu; empty when there is none. */
  label(kind: 'undo' | 'redo'): string {
    const step = (kind === 'undo' ? this.done : this.undone).at(-1);
    return (step && this.edits.get(step[0])?.label) ?? '';
  }

  private take(row: Edit, shot: Shot): void {
    this.shot = shot;
    this.seq = row.seq;
    this.edits.set(row.seq, row);
    if (row.joins && this.done.length > 0) this.done.at(-1)!.push(row.seq);
    else this.done.push([row.seq]);
    this.undone.length = 0;
  }

  private move(kind: 'undo' | 'redo', seq: number): void {
    const from = kind === 'undo' ? this.done : this.undone;
    const to = kind === 'undo' ? this.undone : this.done;
    const step = from.at(-1)!;
    const order = kind === 'undo' ? [...step].reverse() : step;
    let shot = this.shot;
    for (const number of order) {
      const edit = this.edits.get(number);
      if (!edit) throw new Error(`Edit ${number} is not in memory; recall it first.`);
      shot = applyPatches(shot, kind === 'undo' ? edit.inverse : edit.patches);
    }
    from.pop();
    to.push(step);
    this.shot = shot;
    this.seq = seq;
  }
}
