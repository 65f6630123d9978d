/**
 * One open shot: the present state, the door for edits, undo, keeping, and the picture worker that follows along.
 */
import type { Remote } from 'comlink';
import { diff, type History, type JournalRow, levelDraft, type Recipe } from '../../core/history/index.ts';
import { changedInside, followInside, packPatches } from '../../core/sheet/index.ts';
import { type Asset, type Drawing, type Id, levelOf, newId, Refused, type Shot } from '../../core/shot/index.ts';
import {
  answerAsking,
  type Claim,
  claimShot,
  type Database,
  Keeper,
  type KeptState,
  type Opened,
  openKept,
  openToDraw,
  rowsOf,
  takeOverShot,
} from '../../store/index.ts';
import type { PictureFace } from '../../workers/picture.worker.ts';
import type { WorkerHost } from '../../workers/worker-host.ts';
import { pictureHost } from './workers.ts';

/** The views around the paper follow a drawn line after this long: a frame or so. */
const LATER_MS = 20;

/** Why edits are not taken: another tab has the shot. */
export type ReadOnly = 'elsewhere' | 'taken over' | null;

/** How a shot that another tab may have is opened: looked at, taken over, taken over whatever that tab still holds. */
export type Opening = 'look' | 'take over' | 'force';

const ELSEWHERE = 'This shot is open in another tab, so nothing is changed here.';

/** A version of the shot as it is looked at. */
export interface LookedVersion {
  id: Id;
  name: string;
  shot: Shot;
}

export class ShotSession {
  readonly db: Database;
  /** The picture worker's functions. A question to it fails when it dies; the next one goes to a new worker. */
  readonly pictures: Remote<PictureFace>;
  private readonly host: WorkerHost<PictureFace>;
  private readonly history: History;
  private readonly keeper: Keeper;
  private readonly claim: Claim | null;
  private stopAnswering: () => void = () => {};
  private opened: readonly Id[] = [];
  private looked: LookedVersion | null = null;
  /** Id of the version that was looked at last. */
  lookedLast = '';
  private listeners = new Set<() => void>();
  private around = new Set<() => void>();
  private telling = false;
  /** An edit is on its way; all views hear of it, and of its keeping, at once. */
  private following = false;
  private stepping: Promise<void> = Promise.resolve();
  readOnly: ReadOnly = null;
  /** What could not be rebuilt when the shot was opened; a sentence, empty when all could. */
  readonly apart: string;
  /** How often the picture worker was started anew: what it painted before is not known to it any more. */
  restarts = 0;
  /** Told a sentence for the person: an edit refused, a step that cannot be taken back, a worker started anew. */
  onSaying: (sentence: string) => void = () => {};

  private constructor(db: Database, opened: Opened, claim: Claim | null) {
    this.db = db;
    this.history = opened.history;
    this.apart = opened.apart?.why ?? '';
    this.claim = claim;
    this.keeper = new Keeper(db, opened);
    this.keeper.onState = () => {
      if (!this.following) this.tell();
    };
    this.keeper.onLost = () => this.lose();
    if (!claim) this.readOnly = 'elsewhere';
    else this.stopAnswering = answerAsking(this.shot.id, () => this.handOver());
    claim?.lost.then(() => this.lose());
    this.host = pictureHost(
      (face) => this.bringUp(face),
      (sentence) => {
        this.restarts++;
        this.onSaying(sentence);
        this.tell();
      },
    );
    this.pictures = this.host.face;
  }

  /**
   * Opens a kept shot. @throws Error with a sentence when it is not there, ShotElsewhere when the tab that has it cannot
   * hand it over
   */
  static async open(db: Database, id: Id, opening: Opening): Promise<ShotSession> {
    await db.ready();
    const claim = (await claimShot(id)) ?? (opening === 'look' ? null : await takeOverShot(id, opening === 'force'));
    try {
      const opened = claim ? await openToDraw(db, id, claim.taken) : await openKept(db, id);
      return new ShotSession(db, opened, claim);
    } catch (error) {
      claim?.release();
      throw error;
    }
  }

  /** Brings a picture worker that has just been started to the present shot and its pictures. */
  private bringUp(face: Remote<PictureFace>): void {
    // The first message is the shot: edits made from now on follow it in order.
    void face.open(this.whole);
    void rowsOf(this.db.assets, this.whole.id).each(({ id, blob }) => {
      if (this.whole.assets[id]?.kind === 'pictures') void face.putFile(id, blob);
    });
  }

  /** Another tab asks for the shot: what is in hand is kept, then it may have it. Resolves to what could not be kept. */
  private async handOver(): Promise<number> {
    if (this.readOnly) return 0;
    // From now on nothing is changed here, so that nothing is changed after the last row.
    this.readOnly = 'taken over';
    await this.stepping;
    const unkept = await this.keeper.flushed();
    if (unkept > 0) {
      this.readOnly = null;
      this.tell();
      return unkept;
    }
    this.lose();
    this.claim?.release();
    return 0;
  }

  private lose(): void {
    this.keeper.abandon();
    this.stopAnswering();
    this.readOnly = 'taken over';
    this.tell();
  }

  /** The shot, or while a bundle is open what is inside of it (`levelOf`). */
  get shot(): Shot {
    return levelOf(this.whole, this.bundle);
  }

  /** The shot with everything in it, whatever is open: the version that is looked at, else the present. */
  get whole(): Shot {
    return this.looked?.shot ?? this.history.shot;
  }

  /** The shot as it is now, whatever is looked at. */
  get present(): Shot {
    return this.history.shot;
  }

  /** The version that is looked at in place of the present. */
  get lookedAt(): LookedVersion | null {
    return this.looked;
  }

  /** Shows a version in place of the present, or the present again (null). Nothing can be changed while one is looked at. */
  lookAt(version: LookedVersion | null): void {
    const before = this.whole;
    this.looked = version;
    if (version) this.lookedLast = version.id;
    const { patches } = diff(before, this.whole);
    this.mendTrail();
    if (patches.length > 0) this.host.tell((face) => face.apply(packPatches(patches)));
    this.tell();
  }

  /** The bundle that is open, one in another; empty: the shot itself. */
  get trail(): readonly Id[] {
    return this.opened;
  }

  /** The innermost bundle that is open. */
  get bundle(): Id | null {
    return this.opened.at(-1) ?? null;
  }

  /** Opens bundles, one in another; what does not lie there is left out. */
  openBundles(trail: readonly Id[]): void {
    this.opened = trail.filter((id) => this.whole.bundles[id]);
    this.tell();
  }

  /** An edit or a step back may take away what is open. */
  private mendTrail(): void {
    const gone = this.opened.findIndex((id) => !this.whole.bundles[id]);
    if (gone >= 0) this.opened = this.opened.slice(0, gone);
  }

  get kept(): KeptState {
    return this.keeper.state;
  }

  /** How many changes are in memory only. */
  get unkept(): number {
    return this.keeper.unkept;
  }

  /** Whether leaving now would lose changes. */
  get wouldLose(): boolean {
    return this.keeper.wouldLose;
  }

  /** The page is going: what waits is handed to the browser at once. */
  hurry(): void {
    this.keeper.hurry();
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

  /** The door for edits. Returns false when nothing changed or the edit is not taken; why not is said then. */
  change(label: string, recipe: Recipe, joinKey = ''): boolean {
    if (this.readOnly) {
      this.onSaying(ELSEWHERE);
      return false;
    }
    if (this.looked) {
      this.onSaying(`This is “${this.looked.name}”. Go back to the present to change the shot, or put this back.`);
      return false;
    }
    try {
      const { bundle } = this;
      const before = this.whole;
      // An edit inside of a bundle and what follows from it are one step of undo.
      const key = joinKey || (bundle === null ? '' : newId());
      const row = this.history.change(label, (draft) => recipe(levelDraft(draft, bundle)), key);
      if (!row) return false;
      this.follow(row);
      const now = this.whole;
      if (bundle !== null && changedInside(before, now, bundle)) {
        const more = this.history.change(label, (draft) => followInside(draft, before, now, bundle), key);
        if (more) this.follow(more);
      }
      return true;
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      this.onSaying(error.message);
      return false;
    }
  }

  /** An edit that follows from the last step by itself and is taken back with it; left undone while anything stands in its way. */
  changeAlong(label: string, recipe: Recipe): void {
    if (this.readOnly || this.looked || this.bundle !== null) return;
    const row = this.history.changeAlong(label, recipe);
    if (row) this.follow(row);
  }

  /**
   * The door for work that took its time: done to the drawings that are as they were when it began; one that the hand, an
   * undo or another piece of work has changed meanwhile stays as it is. Returns those that were left.
   */
  changeWhereSame<T extends { drawing: Drawing }>(
    label: string,
    done: readonly T[],
    apply: (own: Drawing, result: T) => void,
    joinKey = '',
  ): { changed: boolean; left: Drawing[] } {
    const left: Drawing[] = [];
    const same: T[] = [];
    for (const each of done) {
      const now = this.shot.drawings[each.drawing.id];
      if (now && now.ink === each.drawing.ink && now.paint === each.drawing.paint) same.push(each);
      else left.push(each.drawing);
    }
    const changed = this.change(
      label,
      (shot) => {
        for (const each of same) apply(shot.drawings[each.drawing.id], each);
      },
      joinKey,
    );
    return { changed, left };
  }

  /** The same for a line the pen has just drawn: nothing may stand between it and the next one. */
  changeUnderPen(label: string, recipe: Recipe): boolean {
    this.tellAroundLater();
    return this.change(label, recipe);
  }

  /** Takes back or does again one step; in order, however fast the keys come. One that cannot be done is said. */
  step(kind: 'undo' | 'redo'): Promise<void> {
    this.stepping = this.stepping.then(() => this.stepNow(kind)).catch(() => undefined);
    return this.stepping;
  }

  private async stepNow(kind: 'undo' | 'redo'): Promise<void> {
    if (this.readOnly || this.looked) return;
    if (!this.can(kind)) {
      if (kind === 'undo' && this.history.letGo > 0)
        this.onSaying('The edits before this cannot be taken back any more: they were let go to save room.');
      return;
    }
    try {
      await this.keeper.recall(kind);
      const row = this.history.step(kind);
      if (!row) return;
      this.follow(row);
    } catch {
      // The record of this step is damaged, so those behind it cannot be reached either. The shot itself is as it was.
      this.history.letGoAll(kind);
      this.onSaying(
        kind === 'undo'
          ? 'The edits before this cannot be taken back: their record is damaged. The shot is as it was.'
          : 'The edits taken back cannot be done again: their record is damaged. The shot is as it was.',
      );
      this.tell();
    }
  }

  private follow(row: JournalRow): void {
    // The worker first: whoever hears of the edit may ask it for a picture at once. Then kept, while the views follow.
    const patches = this.history.patchesOf(row);
    this.mendTrail();
    this.host.tell((face) => face.apply(packPatches(patches)));
    this.following = true;
    this.keeper.append(row);
    this.following = false;
    this.tell();
  }

  /** Keeps the bytes of files, then names them all in the shot together with whatever uses them, as one change. */
  async takeFiles(files: { asset: Asset; file: Blob }[], label: string, use: Recipe): Promise<boolean> {
    if (this.readOnly) {
      this.onSaying(ELSEWHERE);
      return false;
    }
    for (const { asset, file } of files) {
      await this.db.assets.put({ shotId: this.shot.id, id: asset.id, blob: file });
      if (asset.kind === 'pictures') this.host.tell((face) => face.putFile(asset.id, file));
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
    if (!this.readOnly) await this.db.shots.update(this.shot.id, { thumb });
  }

  /** Keeps what waits, then ends. The claim goes last, whatever happens: no shot stays locked by a tab that has left it. */
  async close(): Promise<void> {
    try {
      await this.stepping;
      if (!this.readOnly) await this.keeper.close();
    } finally {
      this.keeper.abandon();
      this.stopAnswering();
      this.claim?.release();
      this.host.close();
    }
  }
}
