/**
 * Deliveries of an open shot: what will be written is previewed, then written. It lives with the shot and not with a view: a
 * delivery goes on while one draws on, and is seen from everywhere.
 */
import { proxy } from 'comlink';
import { createStore, type StoreApi } from 'zustand/vanilla';
import { type ExportOptions, formatOf } from '../../core/export/index.ts';
import type { Id, Shot } from '../../core/shot/index.ts';
import { loudest } from '../../core/sound/index.ts';
import { rowsOf } from '../../store/index.ts';
import type { ShotSession } from './shot-session.ts';
import type { SoundDesk } from './sound-desk.ts';
import { WorkStopped } from './worker-host.ts';
import { exportHost } from './workers.ts';

interface DeliveryState {
  /** What is being written and how far it has come, 0..1; null: nothing is. */
  work: { format: string; part: number } | null;
}

/** A file as it was delivered. */
export interface Delivered {
  bytes: Uint8Array<ArrayBuffer>;
  /** The highest sample of its sound; 0 without sound. */
  loudest: number;
}

export class DeliveryDesk {
  readonly state: StoreApi<DeliveryState> = createStore<DeliveryState>(() => ({ work: null }));
  private readonly session: ShotSession;
  private readonly sound: SoundDesk;
  /** The shot a worker has been handed. */
  private opened: { shot: Shot; done: Promise<void> } | null = null;
  private readonly host = exportHost(() => {
    this.opened = null;
  });

  constructor(session: ShotSession, sound: SoundDesk) {
    this.session = session;
    this.sound = sound;
  }

  /** Hands the present shot to the worker, unless it has it. */
  private ready(): Promise<void> {
    const { shot, db } = this.session;
    if (this.opened?.shot !== shot) {
      const done = this.host.ask(async (face) => {
        const files = new Map<Id, Blob>();
        for (const row of await rowsOf(db.assets, shot.id).toArray()) {
          if (shot.assets[row.id]?.kind === 'pictures') files.set(row.id, row.blob);
        }
        await face.open(shot, files);
      });
      this.opened = { shot, done };
      done.catch(() => {
        this.opened = null;
      });
    }
    return this.opened!.done;
  }

  async preview(options: ExportOptions, frame: number): Promise<ImageBitmap> {
    await this.ready();
    return this.host.face.preview({ ...options }, frame);
  }

  /** The finished file; null when it was stopped. What is drawn meanwhile is not in it. */
  async write(options: ExportOptions): Promise<Delivered | null> {
    const { shot } = this.session;
    let peak = 0;
    // Mixed where sounds are decoded: workers have no way to decode them.
    const sound = async () => {
      const mixed = this.sound.mixed(shot, options.from, options.to + 1);
      peak = loudest(mixed.channels);
      return mixed;
    };
    const format = formatOf(options.format).name;
    this.state.setState({ work: { format, part: 0 } });
    const progress = (part: number) => {
      if (this.state.getState().work) this.state.setState({ work: { format, part } });
    };
    try {
      await this.ready();
      const bytes = await this.host.face.write({ ...options }, proxy(sound), proxy(progress));
      return { bytes, loudest: peak };
    } catch (error) {
      if (error instanceof WorkStopped) return null;
      throw error;
    } finally {
      this.state.setState({ work: null });
    }
  }

  stop(): void {
    this.host.stop();
  }

  close(): void {
    this.host.close();
  }
}
