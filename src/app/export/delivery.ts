/** The export worker of an open Export view. */
import { proxy, type Remote, wrap } from 'comlink';
import type { ExportOptions } from '../../core/export/index.ts';
import type { Id, Shot } from '../../core/shot/index.ts';
import { loudest } from '../../core/sound/index.ts';
import { rowsOf } from '../../store/index.ts';
import type { ExportFace } from '../../workers/export.worker.ts';
import type { ShotSession } from '../session/shot-session.ts';
import type { SoundDesk } from '../session/sound-desk.ts';

export class Delivery {
  private readonly worker = new Worker(new URL('../../workers/export.worker.ts', import.meta.url), { type: 'module' });
  private readonly face: Remote<ExportFace> = wrap<ExportFace>(this.worker);
  private readonly session: ShotSession;
  private readonly sound: SoundDesk;
  /** The highest sample of the mix last written; 0 when none was. */
  loudest = 0;
  private opened: { shot: Shot; done: Promise<void> } | null = null;

  constructor(session: ShotSession, sound: SoundDesk) {
    this.session = session;
    this.sound = sound;
  }

  /** Hands the present shot to the worker, unless it has it. */
  private ready(): Promise<void> {
    const { shot, db } = this.session;
    if (this.opened?.shot !== shot) {
      const done = (async () => {
        const files = new Map<Id, Blob>();
        for (const row of await rowsOf(db.assets, shot.id).toArray()) {
          if (shot.assets[row.id]?.kind === 'pictures') files.set(row.id, row.blob);
        }
        await this.face.open(shot, files);
      })();
      this.opened = { shot, done };
    }
    return this.opened.done;
  }

  async preview(options: ExportOptions, frame: number): Promise<ImageBitmap> {
    await this.ready();
    return this.face.preview({ ...options }, frame);
  }

  /** The finished file; null when stopped. */
  async write(options: ExportOptions, progress: (part: number) => void): Promise<Uint8Array<ArrayBuffer> | null> {
    await this.ready();
    const { shot } = this.session;
    // Mixed where sounds are decoded: workers have no way to decode them.
    const sound = async () => {
      const mixed = this.sound.mixed(shot, options.from, options.to + 1);
      this.loudest = loudest(mixed.channels);
      return mixed;
    };
    this.loudest = 0;
    return this.face.write({ ...options }, proxy(sound), proxy(progress));
  }

  stop(): void {
    void this.face.stop();
  }

  close(): void {
    this.worker.terminate();
  }
}
