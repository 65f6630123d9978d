/** One piece of work out of the queue: a part is written, or parts are joined, with files that all workers reach. */
import { join } from 'node:path';
import { BadFile } from '../../src/core/shot/index.ts';
import { workFolder } from '../deliver/movie-writer.ts';
import { type OpenedShot, openShot } from '../deliver/opened.ts';
import { orderDigest, partName, readPart } from '../deliver/shares.ts';
import { joinDelivery, writeDeliveryPart } from '../deliver/write.ts';
import { writeWhole } from '../lent/file-sink.ts';
import type { PaintingThreads } from '../painting/pool.ts';
import type { Joined } from './board.ts';
import type { DeliveryPart, JobData } from './jobs.ts';
import { nameIn, type SharedFiles } from './shared-files.ts';

/** Where it is kept that parts were joined: whoever is asked to join them once more finds them gone. */
export interface JoinedMarks {
  /** What came of it; null: they were not joined yet. */
  joined(id: string): Promise<Joined | null>;
  markJoined(id: string, joined: Joined): Promise<void>;
}

export class Works {
  private readonly files: SharedFiles;
  private readonly threads: PaintingThreads;
  private readonly marks: JoinedMarks;
  /** The shot opened last: the parts of one delivery often come one after another. */
  private opened: OpenedShot | null = null;

  constructor(files: SharedFiles, threads: PaintingThreads, marks: JoinedMarks) {
    this.files = files;
    this.threads = threads;
    this.marks = marks;
  }

  /** @throws BadFile when the file is not the one that was put in the queue */
  private async shotOf({ file, digest }: DeliveryPart): Promise<OpenedShot> {
    if (this.opened?.digest === digest) return this.opened;
    const opened = openShot(await this.files.read(file), file);
    if (opened.digest !== digest)
      throw new BadFile(`“${file}” has changed since it was put in the queue. Add it again with queue -- add.`);
    this.opened = opened;
    return opened;
  }

  /** Does a piece of work. @param progress 0..1; what it throws ends the work */
  async do({ delivery, join: joins, part }: JobData, progress: (share: number) => void): Promise<Joined | null> {
    const folder = workFolder();
    try {
      return joins
        ? await this.join(delivery, folder.path, progress)
        : await this.writePart(delivery, part, folder.path, progress);
    } finally {
      folder.remove();
    }
  }

  private async writePart(delivery: DeliveryPart, k: number, folder: string, progress: (share: number) => void) {
    const { order, out, digest } = delivery;
    const part = { k, of: delivery.parts };
    const name = nameIn(out, partName(order.name, part));
    // Written before by somebody who was stopped or died just then.
    if (await this.isThere(name, orderDigest(digest, order))) return null;
    const opened = await this.shotOf(delivery);
    const path = await writeDeliveryPart(opened, order, part, folder, { threads: this.threads, progress });
    await this.files.put(name, path);
    return null;
  }

  private async isThere(name: string, digest: string): Promise<boolean> {
    if (!(await this.files.has(name))) return false;
    try {
      readPart(await this.files.read(name), name, digest);
      return true;
    } catch {
      return false;
    }
  }

  private async join(delivery: DeliveryPart, folder: string, progress: (share: number) => void): Promise<Joined> {
    const { id, order, out, parts } = delivery;
    const names = Array.from({ length: parts }, (_, i) => partName(order.name, { k: i + 1, of: parts }));
    let joined = await this.marks.joined(id);
    if (!joined) {
      const opened = await this.shotOf(delivery);
      for (const name of names) await writeWhole(join(folder, name), await this.files.read(nameIn(out, name)));
      const { path, bytes } = await joinDelivery(opened, order, folder, { threads: this.threads, progress });
      await this.files.put(nameIn(out, order.name), path);
      joined = { bytes };
      await this.marks.markJoined(id, joined);
    }
    for (const name of names) await this.files.remove(nameIn(out, name));
    return joined;
  }
}
