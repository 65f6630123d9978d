/** What a delivery of an open shot will look like: the very pictures that would be written, painted in a worker. */
import type { Finding } from '../../core/export/index.ts';
import type { Id, Shot } from '../../core/shot/index.ts';
import { type Database, rowsOf } from '../../store/index.ts';
import type { DeliveryOrder, ExportFace } from '../../workers/export.worker.ts';
import type { WorkerHost } from '../../workers/worker-host.ts';
import { handOver } from './hand-over.ts';
import type { ShotSession } from './shot-session.ts';
import { exportHost } from './workers.ts';

/** The files of a shot that hold pictures. */
export async function pictureFiles(db: Database, shot: Shot): Promise<Map<Id, Blob>> {
  const files = new Map<Id, Blob>();
  for (const row of await rowsOf(db.assets, shot.id).toArray())
    if (shot.assets[row.id]?.kind === 'pictures') files.set(row.id, row.blob);
  return files;
}

/** Gives a shot with its pictures to a worker that writes deliveries; `behind`: behind those it has already. */
export async function openIn(
  host: Pick<WorkerHost<ExportFace>, 'face'>,
  shot: Shot,
  files: Map<Id, Blob>,
  behind = false,
): Promise<void> {
  const structure = await handOver(shot, (drawings) => host.face.take(drawings));
  await host.face.open(structure, files, behind);
}

export class DeliveryPreview {
  private readonly session: ShotSession;
  /** The shot a worker has been handed. */
  private opened: { shot: Shot; done: Promise<void> } | null = null;
  private readonly host = exportHost(() => {
    this.opened = null;
  });

  constructor(session: ShotSession) {
    this.session = session;
  }

  /** Hands the present shot to the worker, unless it has it. */
  private ready(): Promise<void> {
    const { shot } = this.session;
    if (this.opened?.shot !== shot) {
      const done = pictureFiles(this.session.db, shot).then((files) => openIn(this.host, shot, files));
      this.opened = { shot, done };
      done.catch(() => {
        this.opened = null;
      });
    }
    return this.opened!.done;
  }

  async picture(order: DeliveryOrder, frame: number): Promise<ImageBitmap> {
    await this.ready();
    return this.host.face.preview(order, frame);
  }

  /** What there is to know before a delivery; null when something newer was asked. */
  async findings(order: DeliveryOrder, speed: number, slow: boolean): Promise<Finding[] | null> {
    await this.ready();
    return this.host.face.findings(order, speed, slow);
  }

  /** About how many bytes a movie will take; null where that is not known. */
  async foretell(order: DeliveryOrder): Promise<number | null> {
    await this.ready();
    return this.host.face.foretell(order);
  }

  /** Ends what is being looked over. */
  rest(): void {
    this.host.tell((face) => face.rest());
  }

  close(): void {
    this.host.close();
  }
}
