/** Web Locks for Node, which has none: one queue a name, with stealing and giving up, as the standard says. */

interface Waiter {
  options: LockOptions;
  run(lock: { name: string } | null): unknown;
  done(value: unknown): void;
  fail(error: unknown): void;
}

interface Held {
  lose(): void;
}

const held = new Map<string, Held>();
const queues = new Map<string, Waiter[]>();

function grant(name: string, waiter: Waiter): void {
  const mine: Held = { lose: () => waiter.fail(new DOMException('The lock was stolen.', 'AbortError')) };
  held.set(name, mine);
  const release = () => {
    if (held.get(name) !== mine) return;
    held.delete(name);
    const next = queues.get(name)?.shift();
    if (next) grant(name, next);
  };
  Promise.resolve()
    .then(() => waiter.run({ name }))
    .then(
      (value) => {
        release();
        waiter.done(value);
      },
      (error) => {
        release();
        waiter.fail(error);
      },
    );
}

const locks = {
  request(name: string, options: LockOptions, run: Waiter['run']): Promise<unknown> {
    return new Promise((done, fail) => {
      const waiter: Waiter = { options, run, done, fail };
      if (options.steal) {
        held.get(name)?.lose();
        grant(name, waiter);
      } else if (!held.has(name)) grant(name, waiter);
      else if (options.ifAvailable) Promise.resolve(run(null)).then(done, fail);
      else {
        const queue = queues.get(name) ?? [];
        queues.set(name, [...queue, waiter]);
        options.signal?.addEventListener('abort', () => {
          queues.set(
            name,
            (queues.get(name) ?? []).filter((each) => each !== waiter),
          );
          fail(options.signal!.reason);
        });
      }
    });
  },
};

// Packages that find no language put a navigator of their own in its place, without locks.
const withLocks = Object.assign({ language: 'en', platform: '', userAgent: '' }, globalThis.navigator, { locks });
Object.assign(globalThis, { navigator: withLocks });
