/**
 * One host for all workers: starts one when it is first asked, hears when it dies or does not load, starts another with what
 * that one needs, and gives every question an end: an answer, a stop, or a failure with a sentence.
 */
import { type Remote, wrap } from 'comlink';
import { isReady } from './serve.ts';

/** A worker did not answer; the message is a sentence for the person. */
export class WorkerFailed extends Error {
  override name = 'WorkerFailed';
}

/** The worker never came to be asked: nothing of the question was begun. */
class NotLoaded extends WorkerFailed {}

/** The work was stopped: by the person, or because newer work took its place. */
export class WorkStopped extends Error {
  override name = 'WorkStopped';
}

/** Says why work failed. Work that was stopped is no failure, and a worker that died has been said by itself. */
export function sayFailure(error: unknown, say: (sentence: string) => void): void {
  if (error instanceof WorkStopped || error instanceof WorkerFailed) return;
  const why = error instanceof Error && error.message ? ` (${error.message})` : '';
  say(`That could not be done${why}. Nothing was changed; try it again.`);
}

/**
 * A worker that has not loaded by then is started once more: it may have died before there was a way to hear of it. The
 * second one is given longer, for a slow connection.
 */
const LOADING_MS = 6000;
const LOADING_AGAIN_MS = 40_000;
/** Dying so often in a row means that another start would not help. */
const MOST_DEATHS = 3;

interface Wishes<F> {
  /** What it does, as the beginning of a sentence: "The part that paints the paper". */
  what: string;
  start(): Worker;
  /** Brings a worker that has just been started to where it must be, by messages that go out before any question. */
  prepare?(face: Remote<F>): void;
  /** Told when it has died, after all questions under way have failed. */
  onDeath?(sentence: string): void;
  /** Told when one has ended, died or stopped: what it was handed, the next one has not. */
  onEnd?(): void;
}

export class WorkerHost<F extends object> {
  private readonly wishes: Wishes<F>;
  private worker: Worker | null = null;
  private remote: Remote<F> | null = null;
  private loading: ReturnType<typeof setTimeout> | undefined;
  private pending = new Set<(reason: Error) => void>();
  private deaths = 0;
  private loaded = false;
  /** The one before did not load. */
  private slow = false;
  private closed = false;
  /** The worker's functions: each call is a question that starts the worker if need be and always comes to an end. */
  readonly face: Remote<F>;

  constructor(wishes: Wishes<F>) {
    this.wishes = wishes;
    const calls = new Map<string, (...args: unknown[]) => Promise<unknown>>();
    this.face = new Proxy({} as object, {
      get: (_, name) => {
        // A promise is told from other things by its `then`.
        if (typeof name !== 'string' || name === 'then') return undefined;
        let call = calls.get(name);
        if (!call) {
          call = (...args) =>
            this.ask((face) =>
              (face as unknown as Record<string, (...args: unknown[]) => Promise<unknown>>)[name](...args),
            );
          calls.set(name, call);
        }
        return call;
      },
    }) as Remote<F>;
  }

  /** Tells a worker that is there something it follows, without an answer; one that is not there gets it from `prepare`. */
  tell(message: (face: Remote<F>) => Promise<unknown>): void {
    if (this.remote) void message(this.remote).catch(() => undefined);
  }

  /** @throws WorkerFailed when the worker dies or does not load; WorkStopped when it is stopped meanwhile */
  async ask<T>(question: (face: Remote<F>) => Promise<T>): Promise<T> {
    try {
      return await this.askOnce(question);
    } catch (error) {
      if (!(error instanceof NotLoaded) || this.deaths >= MOST_DEATHS) throw error;
      return this.askOnce(question);
    }
  }

  private async askOnce<T>(question: (face: Remote<F>) => Promise<T>): Promise<T> {
    if (this.closed) throw new WorkStopped('This shot has been closed.');
    let fail: (reason: Error) => void = () => {};
    const ended = new Promise<never>((_, reject) => {
      fail = reject;
    });
    this.pending.add(fail);
    try {
      const answer = await Promise.race([question(this.alive()), ended]);
      this.deaths = 0;
      return answer;
    } finally {
      this.pending.delete(fail);
    }
  }

  /** Ends whatever is under way; the next question starts another worker. */
  stop(): void {
    this.end(new WorkStopped('Stopped.'));
  }

  close(): void {
    this.closed = true;
    this.stop();
  }

  private alive(): Remote<F> {
    if (this.remote) return this.remote;
    const worker = this.wishes.start();
    const died = () => {
      if (this.worker === worker) this.die();
    };
    // An error nobody caught, or a script that does not load.
    worker.addEventListener('error', died);
    worker.addEventListener('messageerror', died);
    worker.addEventListener('message', ({ data }) => {
      if (!isReady(data) || this.worker !== worker) return;
      clearTimeout(this.loading);
      this.loaded = true;
      this.slow = false;
      // Granted only once the worker, which holds it, is no more.
      if ('locks' in navigator) void navigator.locks.request(data.life, died).catch(() => undefined);
    });
    this.worker = worker;
    this.loaded = false;
    this.loading = setTimeout(died, this.slow ? LOADING_AGAIN_MS : LOADING_MS);
    this.remote = wrap<F>(worker);
    this.wishes.prepare?.(this.remote);
    return this.remote;
  }

  private die(): void {
    this.deaths++;
    this.slow = !this.loaded;
    const again = this.deaths < MOST_DEATHS;
    // Nobody has to know of one that is started anew before it did anything.
    const quiet = again && !this.loaded;
    const sentence = again
      ? `${this.wishes.what} stopped working and is started again. Your drawings are kept.`
      : `${this.wishes.what} does not start. Reload the page; your drawings are kept.`;
    this.end(this.loaded ? new WorkerFailed(sentence) : new NotLoaded(sentence));
    if (!quiet) this.wishes.onDeath?.(sentence);
  }

  private end(reason: Error): void {
    clearTimeout(this.loading);
    this.worker?.terminate();
    this.worker = null;
    this.remote = null;
    this.wishes.onEnd?.();
    const asked = [...this.pending];
    this.pending.clear();
    for (const fail of asked) fail(reason);
  }
}
