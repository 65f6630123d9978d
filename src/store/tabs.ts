/** One tab draws on a shot; others may look, or take it over. Locks are freed by the browser when a tab dies. */
import type { Id } from '../core/shot/index.ts';

export interface Claim {
  release(): void;
  /** Resolves when another tab has taken the shot over. */
  lost: Promise<void>;
}

const lockName = (shotId: Id) => `vignette-shot-${shotId}`;

/**
 * Claims a shot for drawing; null when another tab holds it. With `takeOver` the other tab loses it at once and is told
 * through its own `lost`.
 */
export function claimShot(shotId: Id, takeOver: boolean): Promise<Claim | null> {
  return new Promise((resolve, reject) => {
    let release = () => {};
    const held = new Promise<void>((done) => {
      release = done;
    });
    let tellLost = () => {};
    const lost = new Promise<void>((done) => {
      tellLost = done;
    });
    navigator.locks
      .request(lockName(shotId), takeOver ? { steal: true } : { ifAvailable: true }, (lock) => {
        if (!lock) {
          resolve(null);
          return;
        }
        resolve({ release, lost });
        return held;
      })
      .catch((error: Error) => {
        if (error.name === 'AbortError') tellLost();
        else reject(error);
      });
  });
}
