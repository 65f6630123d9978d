/** Probes put into the page before the application: they time it from outside. */

export interface Probes {
  /** Milliseconds the page spent in its handlers of each pointer event on the paper. */
  pointer: number[];
  /** Milliseconds from a pointer event to the end of the next frame. */
  toFrame: number[];
  /** Milliseconds from asking for a journal transaction to its completion. */
  journal: number[];
  /** When journal transactions were asked for, and when the pen came down (performance.now()). */
  journalAt: number[];
  downAt: number[];
  /** Milliseconds from asking the picture worker for the parts of the paper to having them. */
  paper: number[];
}

/** Runs in the page; must be self-contained. */
export function install(): void {
  const probes: Probes = { pointer: [], toFrame: [], journal: [], journalAt: [], downAt: [], paper: [] };
  (window as unknown as { probes: Probes }).probes = probes;
  const add = EventTarget.prototype.addEventListener;
  EventTarget.prototype.addEventListener = function (this: EventTarget, type: string, listener, options) {
    const onPaper =
      this instanceof HTMLElement &&
      this.dataset.testid === 'paper' &&
      (type === 'pointermove' || type === 'pointerdown');
    if (!onPaper || typeof listener !== 'function') {
      add.call(this, type, listener, options);
      return;
    }
    add.call(
      this,
      type,
      function (this: unknown, event) {
        const started = performance.now();
        if (type === 'pointerdown') probes.downAt.push(started);
        listener.call(this as EventTarget, event);
        probes.pointer.push(performance.now() - started);
        requestAnimationFrame(() => probes.toFrame.push(performance.now() - started));
      },
      options,
    );
  };
  const post = Worker.prototype.postMessage;
  Worker.prototype.postMessage = function (this: Worker, ...what: unknown[]) {
    const message = what[0] as { id?: string; path?: string[] };
    if (message?.path?.[0] === 'paper') {
      const asked = performance.now();
      const answered = (event: MessageEvent) => {
        if (event.data?.id !== message.id) return;
        probes.paper.push(performance.now() - asked);
        this.removeEventListener('message', answered);
      };
      this.addEventListener('message', answered);
    }
    (post as (...rest: unknown[]) => void).apply(this, what);
  };
  const transaction = IDBDatabase.prototype.transaction;
  IDBDatabase.prototype.transaction = function (this: IDBDatabase, stores, mode, options) {
    const asked = performance.now();
    const made = transaction.call(this, stores, mode, options);
    if (mode === 'readwrite' && [...made.objectStoreNames].includes('journal')) {
      probes.journalAt.push(asked);
      made.addEventListener('complete', () => probes.journal.push(performance.now() - asked));
    }
    return made;
  };
}
