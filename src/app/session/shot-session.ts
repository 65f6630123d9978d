/**
 * One open shot: the present state, the door for edits, undo, keeping, and the picture worker that follows along.
 */
import { type Remote, wrap } from 'comlink';
import { diff, type History, type JournalRow, type Patch, type Recipe } from '../../core/history/index.ts';
import { packPatches } from '../../core/sheet/index.ts';
import type { Asset, Id, Shot } from '../../core/shot/index.ts';
import {
  type Claim,
  claimShot,
  type Database,
  Keeper,
  type KeptState,
  openHistory,
  rowsOf,
} from '../../store/index.ts';
import type { PictureFace } from '../../workers/picture.worker.ts';

/** The views around the paper follow a drawn line after this long: a frame or so. */
const LATER_MS = 20;

/** Why edits are not taken: another tab has the shot. */
export type ReadOnly = 'elsewhere' | 'taken over' | null;

export class ShotSession {
  readonly db: Database;
  readonly pictures: Remote<PictureFace>;
  private readonly worker: Worker;
  private readonly history: History;
  private readonly keeper: Keeper;
  private readonly claim: Claim | null;
  private listeners = new Set<() => void>();
  private around = new Set<() => void>();
  private telling = false;
  /** An edit is on its way; all views hear of it, and of its keeping, at once. */
  private following = false;
  private stepping: Promise<void> = Promise.resolve();
  readOnly: ReadOnly = null;
  /** Called when an edit is refused because the shot is read only. */
  onRefused: () => void = () => {};

  private constructor(db: Database, history: History, snapshotSeq: number, keptAt: number, claim: Claim | null) {
    this.db = db;
    this.history = history;
    this.claim = claim;
    this.keeper = new Keeper(db, history, snapshotSeq, keptAt);
    this.keeper.onState = () => {
      if (!this.following) this.tell();
    };
    if (!claim) this.readOnly = 'elsewhere';
    claim?.lost.then(() => {
      this.keeper.abandon();
      this.readOnly = 'taken over';
      this.tell();
    });
    this.worker = new Worker(new URL('../../workers/picture.worker.ts', import.meta.url), { type: 'module' });
    this.pictures = wrap<PictureFace>(this.worker);
    void this.pictures.open(history.shot);
  }

  /** Opens a kept shot. @throws Error with a sentence when it is not there. */
  static async open(db: Database, id: Id, takeOver: boolean): Promise<ShotSession> {
    const claim = await claimShot(id, takeOver);
    try {
      const row = await db.shots.get(id);
      const snapshotSeq = (await db.snapshots.get(id))?.marks.seq ?? 0;
      const history = await openHistory(db, id);
      const session = new ShotSession(db, history, snapshotSeq, row?.changedAt ?? Date.now(), claim);
      for (const asset of await rowsOf(db.assets, id).toArray()) {
        if (history.shot.assets[asset.id]?.kind === 'pictures') await session.pictures.putFile(asset.id, asset.blob);
      }
      return session;
    } catch (error) {
      claim?.release();
      throw error;
    }
  }

  get shot(): Shot {
    return this.history.shot;
  }

  get kept(): KeptState {
    return this.keeper.state;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** For the views around the paper: a line under the pen reaches them a moment later, once it is on its way to disk. */
  subscribeAround = (listener: () => void): (() => void) => {
    this.around.add(listener);
    return () => this.around.delete(listener);
  };

  private tell(): void {
    for (const listener of this.listeners) listener();
    if (!this.telling) for (const listener of this.around) listener();
  }

  private tellAroundLater(): void {
    if (this.telling) return;
    this.telling = true;
    setTimeout(() => {
      this.telling = false;
      for (const listener of this.around) listener();
    }, LATER_MS);
  }

  /** Whether there is something to take back or do again. */
  can(kind: 'undo' | 'redo'): boolean {
    return !this.readOnly && (kind === 'undo' ? this.history.done : this.history.undone).length > 0;
  }

  label(kind: 'undo' | 'redo'): string {
    return this.history.label(kind);
  }

  /** The door for edits. Returns false when nothing changed or edits are not taken. */
  change(label: string, recipe: Recipe, joinKey = ''): boolean {
    if (this.readOnly) {
      this.onRefused();
      return false;
    }
    const row = this.history.change(label, recipe, joinKey);
    if (!row) return false;
    this.follow(row, row.patches);
    return true;
  }

  /** The same for a line the pen has just drawn: nothing may stand between it and the next one. */
  changeUnderPen(label: string, recipe: Recipe): boolean {
    this.tellAroundLater();
    return this.change(label, recipe);
  }

  /** Takes back or does again one step; in order, however fast the keys come. */
  step(kind: 'undo' | 'redo'): Promise<void> {
    this.stepping = this.stepping.then(async () => {
      if (!this.can(kind)) return;
      await this.keeper.recall(kind);
      const before = this.history.shot;
      const row = this.history.step(kind);
      if (!row) return;
      // The worker has no journal: it gets the outcome as patches.
      this.follow(row, diff(before, this.history.shot).patches);
    });
    return this.stepping;
  }

  private follow(row: JournalRow, patches: Patch[]): void {
    // The worker first: whoever hears of the edit may ask it for a picture at once. Then kept, while the views follow.
    void this.pictures.apply(packPatches(patches));
    this.following = true;
    this.keeper.append(row);
    this.following = false;
    this.tell();
  }

  /** Keeps the bytes of files, then names them all in the shot together with whatever uses them, as one change. */
  async takeFiles(files: { asset: Asset; file: Blob }[], label: string, use: Recipe): Promise<boolean> {
    if (this.readOnly) {
      this.onRefused();
      return false;
    }
    for (const { asset, file } of files) {
      await this.db.assets.put({ shotId: this.shot.id, id: asset.id, blob: file });
      if (asset.kind === 'pictures') await this.pictures.putFile(asset.id, file);
    }
    return this.change(label, (shot) => {
      for (const { asset } of files) shot.assets[asset.id] = asset;
      use(shot);
    });
  }

  /** The bytes of an asset, as they came in. */
  async file(asset: Id): Promise<Blob | null> {
    return (await this.db.assets.get([this.shot.id, asset]))?.blob ?? null;
  }

  /** Refreshes the picture in the list of shots. */
  async refreshCard(frame: number): Promise<void> {
    const thumb = await this.pictures.card(frame);
    await this.db.shots.update(this.shot.id, { thumb });
  }

  async close(): Promise<void> {
    await this.stepping;
    if (!this.readOnly) await this.keeper.close();
    else this.keeper.abandon();
    this.claim?.release();
    this.worker.terminate();
  }
}
