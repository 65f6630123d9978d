/**
 * The deliveries of this window: ordered, written one after another in a worker of their own, handed out. They live with the
 * application and not with a shot or a view: one draws on, leaves the shot, opens another. What is drawn after the order is
 * not in the file.
 */
import { proxy } from 'comlink';
import { createStore, type StoreApi } from 'zustand/vanilla';
import { type Id, newId, type Shot } from '../../core/shot/index.ts';
import type { Sound } from '../../core/sound/index.ts';
import { DELIVERIES } from '../../workers/delivery-file.ts';
import type { DeliveryOrder } from '../../workers/export.worker.ts';
import { WorkStopped } from '../../workers/worker-host.ts';
import { openIn } from './delivery-preview.ts';
import { exportHost } from './workers.ts';

type DeliveryState = 'waiting' | 'writing' | 'done' | 'stopped' | 'failed';

export interface Delivery {
  id: Id;
  /** Of the shot, and of the file. */
  title: string;
  name: string;
  type: string;
  /** What is written, in a word: "GIF". */
  format: string;
  state: DeliveryState;
  /** How far it has come, 0..1. */
  part: number;
  /** When writing began, milliseconds of the clock. */
  began: number;
  /** What came of it, in a sentence; empty while it is under way. */
  words: string;
  /** The finished file, while the browser still has it; null where it went to a place the person chose. */
  file: Blob | null;
}

/** A shot to be delivered as it was when it was ordered, with its files and what is heard in it. */
interface OrderedPart {
  shot(): Promise<Shot>;
  files(shot: Shot): Promise<Map<Id, Blob>>;
  sounds(shot: Shot): Promise<Map<Id, Sound>>;
}

/** What is to be written, and how. */
interface Ordered {
  title: string;
  /** One shot, or those of a reel; each is loaded when it is its turn, so that a waiting order holds no more than it must. */
  parts: OrderedPart[];
  order: DeliveryOrder;
  name: string;
  type: string;
  format: string;
  /** The file the person chose to write to; null: it is handed out as a download. */
  place: FileSystemFileHandle | null;
}

/** What a delivery came to, for whoever ordered it. */
export interface Outcome {
  state: 'done' | 'stopped' | 'failed';
  /** Why it failed. */
  error: unknown;
  file: Blob | null;
  bytes: number;
  /** The highest sample of its sound; 0 without sound. */
  loudest: number;
}

/** A finished file lies in the store so long, should the download have to be begun again; then it is removed. */
const KEPT_MS = 3_600_000;
/** A worker that was ended lets go of its file a moment later. */
const LETTING_GO_MS = [0, 100, 500, 2000];

const storeFolder = async () =>
  (await navigator.storage.getDirectory()).getDirectoryHandle(DELIVERIES, { create: true });

async function removeStored(name: string): Promise<void> {
  for (const wait of LETTING_GO_MS) {
    await new Promise((done) => setTimeout(done, wait));
    try {
      await (await storeFolder()).removeEntry(name);
      return;
    } catch (error) {
      if ((error as Error).name === 'NotFoundError') return;
    }
  }
}

/** Removes what earlier windows left in the store; files other windows are writing are held by them and stay. */
export async function clearOldDeliveries(now: number): Promise<void> {
  try {
    const folder = await storeFolder();
    for await (const name of folder.keys())
      if (now - Number(name.split('-')[0]) > KEPT_MS) await folder.removeEntry(name).catch(() => undefined);
  } catch {
    // A browser without such a store has nothing left in it.
  }
}

class Deliveries {
  readonly state: StoreApi<{ all: Delivery[] }> = createStore(() => ({ all: [] as Delivery[] }));
  private queue: { id: Id; run: () => Promise<void> }[] = [];
  private running: { id: Id; host: ReturnType<typeof exportHost> } | null = null;

  private change(id: Id, part: Partial<Delivery>): void {
    this.state.setState(({ all }) => ({ all: all.map((each) => (each.id === id ? { ...each, ...part } : each)) }));
  }

  /** Whether anything is being written or waits for it. */
  get busy(): boolean {
    return this.state.getState().all.some(({ state }) => state === 'writing' || state === 'waiting');
  }

  /** Puts an order in the list; resolves when it has come to an end. `tell` makes a sentence of what came of it. */
  order(ordered: Ordered, tell: (outcome: Outcome) => string): Promise<Outcome> {
    const id = newId();
    const { name, type, format } = ordered;
    const entry: Delivery = {
      id,
      title: ordered.title,
      name,
      type,
      format,
      state: 'waiting',
      part: 0,
      began: 0,
      words: '',
      file: null,
    };
    this.state.setState(({ all }) => ({ all: [...all, entry] }));
    return new Promise((done) => {
      const run = async () => {
        const outcome = await this.write(id, ordered);
        this.change(id, { state: outcome.state, part: 1, file: outcome.file, words: tell(outcome) });
        done(outcome);
      };
      this.queue.push({ id, run });
      void this.next();
    });
  }

  private async next(): Promise<void> {
    if (this.running) return;
    const next = this.queue.shift();
    if (!next) return;
    this.running = { id: next.id, host: exportHost(() => undefined) };
    try {
      await next.run();
    } finally {
      this.running?.host.close();
      this.running = null;
      void this.next();
    }
  }

  private async write(id: Id, { parts, order, place }: Ordered): Promise<Outcome> {
    const none = { file: null, bytes: 0, loudest: 0, error: null };
    if (this.state.getState().all.find((each) => each.id === id)?.state === 'stopped')
      return { ...none, state: 'stopped' };
    const { host } = this.running!;
    const stored = `${Date.now()}-${id}`;
    this.change(id, { state: 'writing', began: Date.now() });
    const progress = proxy((part: number) => this.change(id, { part }));
    try {
      const shots: Shot[] = [];
      for (const [k, part] of parts.entries()) {
        const shot = await part.shot();
        await openIn(host, shot, await part.files(shot), k > 0);
        shots.push(shot);
      }
      // What went wrong with a sound is kept with its sentence: on the way through the worker it would lose it.
      let mute: unknown = null;
      const sounds = proxy(() =>
        Promise.all(parts.map((part, k) => part.sounds(shots[k]))).catch((reason) => {
          mute = reason;
          throw reason;
        }),
      );
      const written = await host.face.write(order, sounds, place ?? stored, progress).catch((reason) => {
        throw mute ?? reason;
      });
      if ('fault' in written) throw Object.assign(new Error(written.fault), { name: written.name });
      const file = place ? null : written.bytes ? new Blob([written.bytes]) : await this.stored(stored);
      const bytes = file?.size ?? (place ? (await place.getFile()).size : 0);
      return { state: 'done', error: null, file, bytes, loudest: written.loudest };
    } catch (error) {
      await removeStored(stored);
      return { ...none, state: error instanceof WorkStopped ? 'stopped' : 'failed', error };
    }
  }

  private async stored(name: string): Promise<Blob> {
    const file = await (await (await storeFolder()).getFileHandle(name)).getFile();
    setTimeout(() => void removeStored(name), KEPT_MS);
    return file;
  }

  /** Ends a delivery that is under way, or takes one that waits off the list. */
  stop(id: Id): void {
    if (this.running?.id === id) this.running.host.close();
    else this.change(id, { state: 'stopped' });
  }

  /** Takes deliveries that have come to an end off the list. */
  clear(): void {
    this.state.setState(({ all }) => ({
      all: all.filter(({ state }) => state === 'writing' || state === 'waiting'),
    }));
  }
}

/** The deliveries of this window. */
export const deliveries = new Deliveries();
