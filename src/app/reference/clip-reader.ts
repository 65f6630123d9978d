/** A clip being looked through, in a worker that can be stopped at any moment. */
import { proxy } from 'comlink';
import { naturalOrder } from '../../core/reference/index.ts';
import { BadFile } from '../../core/shot/index.ts';
import type { Crop, ReadClip } from '../../workers/clip.worker.ts';
import type { ClipAbout } from '../../workers/clip-files.ts';
import { WorkStopped } from '../../workers/worker-host.ts';
import { clipHost } from '../session/workers.ts';

/** Larger files are refused with a sentence before they are read. */
const LARGEST_FILE = 4 * 1024 ** 3;
const MOST_FILES = 2000;

export type Progress = (done: number, of: number) => void;

export class ClipReader {
  readonly files: File[];
  private readonly host = clipHost();

  /** @throws BadFile for files no clip can be made of. */
  constructor(files: File[]) {
    if (files.length > MOST_FILES)
      throw new BadFile(`These are ${files.length} files; at most ${MOST_FILES} pictures can come in at once.`);
    this.files = [...files].sort((a, b) => naturalOrder(a.name, b.name));
    for (const file of this.files) {
      if (file.size > LARGEST_FILE) throw new BadFile(`“${file.name}” is larger than 4 GB. Choose a smaller file.`);
      if (file.size === 0) throw new BadFile(`“${file.name}” is empty. Choose another file.`);
    }
  }

  about(): Promise<ClipAbout> {
    return this.ended(this.host.face.open(this.files) as Promise<ClipAbout>);
  }

  read(from: number, to: number, progress: Progress): Promise<ReadClip> {
    return this.ended(this.host.face.read(from, to, proxy(progress)) as Promise<ReadClip>);
  }

  picture(index: number): Promise<ImageBitmap> {
    return this.host.face.picture(index);
  }

  pack(indices: number[], crop: Crop, scale: number, progress: Progress) {
    return this.ended(this.host.face.pack(indices, crop, scale, proxy(progress)));
  }

  /** What the work gives; stopped, it says that nothing came of it. */
  private async ended<T>(work: Promise<T>): Promise<T> {
    try {
      return await work;
    } catch (error) {
      if (error instanceof WorkStopped) throw new BadFile('Stopped; nothing was brought in.');
      throw error;
    }
  }

  /** Stops whatever is under way and lets go of everything read. */
  stop(): void {
    this.host.close();
  }
}
