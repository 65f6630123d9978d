/** A worker for paint that can be stopped in the middle: stopping ends it, and the next work begins another. */
import { type Remote, wrap } from 'comlink';
import type { PaintFace } from '../../workers/paint.worker.ts';

export class PaintWorker {
  private worker: Worker | null = null;
  private remote: Remote<PaintFace> | null = null;
  private givenUp = new Set<() => void>();

  private face(): Remote<PaintFace> {
    if (!this.remote) {
      this.worker = new Worker(new URL('../../workers/paint.worker.ts', import.meta.url), { type: 'module' });
      this.remote = wrap<PaintFace>(this.worker);
    }
    return this.remote;
  }

  /** What the worker gives; null when it is stopped meanwhile. */
  async ask<T>(work: (face: Remote<PaintFace>) => Promise<T>): Promise<T | null> {
    let giveUp = () => {};
    const stopped = new Promise<null>((done) => {
      giveUp = () => done(null);
    });
    this.givenUp.add(giveUp);
    try {
      return await Promise.race([work(this.face()), stopped]);
    } finally {
      this.givenUp.delete(giveUp);
    }
  }

  stop(): void {
    this.worker?.terminate();
    this.worker = null;
    this.remote = null;
    for (const giveUp of this.givenUp) giveUp();
  }
}
