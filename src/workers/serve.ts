/** How a worker offers its face to the page. */
import { expose } from 'comlink';

/** What a worker says once it has loaded and can be asked. `life` is the name of a lock it holds as long as it lives. */
export interface Ready {
  ready: true;
  life: string;
}

export function isReady(data: unknown): data is Ready {
  return (data as Ready | null)?.ready === true;
}

/**
 * Offers a face. The worker holds a lock as long as it lives: should it die, however it does, the browser frees the lock and
 * the page, which waits for it, hears of it. There is no event for that.
 */
export function serve<F extends object>(face: F): void {
  expose(face);
  const life = `vignette-worker-${Math.random().toString(36).slice(2)}`;
  const ready: Ready = { ready: true, life };
  // Without locks (a page that is not served securely) only errors are heard of.
  if (!('locks' in navigator)) {
    postMessage(ready);
    return;
  }
  void navigator.locks.request(life, () => {
    postMessage(ready);
    return new Promise<never>(() => undefined);
  });
}
