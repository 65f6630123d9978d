/** Measuring the lines of drawings in a worker: each version of a drawing once, those last wished for first. */
import { createStore, type StoreApi } from 'zustand';
import type { DrawingQuality } from '../../core/ink/index.ts';
import type { Stroke } from '../../core/shot/index.ts';
import type { BetweenFace } from '../../workers/between.worker.ts';
import { sayFailure, type WorkerHost } from '../../workers/worker-host.ts';
import { linesHost } from './workers.ts';

export interface Measuring {
  /** How many of the drawings wished for are measured; counts up as they are. */
  done: number;
  of: number;
}

export class LineDesk {
  readonly state: StoreApi<Measuring> = createStore<Measuring>(() => ({ done: 0, of: 0 }));
  private readonly host: WorkerHost<BetweenFace>;
  private readonly say: (sentence: string) => void;
  private readonly known = new WeakMap<Stroke[], DrawingQuality>();
  private wished: Stroke[][] = [];
  private busy = false;

  constructor(say: (sentence: string) => void) {
    this.say = say;
    this.host = linesHost(say);
  }

  /** What is measured of these lines; null while it is not. */
  qualityOf(ink: Stroke[]): DrawingQuality | null {
    return this.known.get(ink) ?? null;
  }

  /** Has these drawings' lines measured; what was wished for before is measured no further. */
  wish(inks: Stroke[][]): void {
    this.wished = inks;
    this.tell();
    if (!this.busy) void this.work();
  }

  private tell(): void {
    const done = this.wished.filter((ink) => this.known.has(ink)).length;
    this.state.setState({ done, of: this.wished.length });
  }

  private async work(): Promise<void> {
    this.busy = true;
    try {
      for (;;) {
        const ink = this.wished.find((each) => !this.known.has(each));
        if (!ink) break;
        this.known.set(ink, await this.host.face.measure(ink));
        this.tell();
      }
    } catch (error) {
      this.wished = [];
      this.tell();
      sayFailure(error, this.say);
    } finally {
      this.busy = false;
    }
  }

  close(): void {
    this.wished = [];
    this.host.close();
  }
}
