/**
 * One tab draws on a shot; others may look, or take it over. Whatever writes to a shot does so while it holds the shot's
 * claim. Claims are locks of the browser, freed by it when a tab dies.
 */
import type { Id } from '../core/shot/index.ts';

export interface Claim {
  release(): void;
  /** Resolves when another tab has taken the shot over by force. */
  lost: Promise<void>;
  /** It was taken from a tab that did not answer. */
  taken: boolean;
}

/** The shot is open in another tab; the message is a sentence. */
export class ShotElsewhere extends Error {
  override name = 'ShotElsewhere';
}

/** How long a claim that is about to be given up is waited for. */
const PATIENCE_MS = 4000;

const lockName = (shotId: Id) => `vignette-shot-${shotId}`;
const channelName = (shotId: Id) => `vignette-hand-over-${shotId}`;

/** Between tabs: one asks for a shot, the one that has it says why it cannot give it away. */
type Message = { kind: 'asked' } | { kind: 'refused'; unkept: number };

function request(shotId: Id, options: LockOptions): Promise<Claim | null> {
  return new Promise((resolve, reject) => {
    let release = () => {};
    const held = new Promise<void>((done) => {
      release = done;
    });
    let tellLost = () => {};
    const lost = new Promise<void>((done) => {
      tellLost = done;
    });
    let got = false;
    navigator.locks
      .request(lockName(shotId), options, (lock) => {
        got = lock !== null;
        resolve(lock && { release, lost, taken: options.steal === true });
        return lock ? held : undefined;
      })
      .catch((error: Error) => {
        if (got) tellLost();
        else if (error.name === 'AbortError' || error.name === 'TimeoutError') resolve(null);
        else reject(error);
      });
  });
}

/** Claims a shot for drawing; null when another tab holds it. */
export function claimShot(shotId: Id): Promise<Claim | null> {
  return request(shotId, { ifAvailable: true });
}

/**
 * Takes a shot over: the tab that has it keeps what it still has in hand and lets go. One that does not answer loses it.
 * @param force also from a tab that holds changes the browser refuses to keep
 * @throws ShotElsewhere when that tab says so
 */
export async function takeOverShot(shotId: Id, force: boolean): Promise<Claim> {
  const channel = new BroadcastChannel(channelName(shotId));
  const waiting = new AbortController();
  let unkept = 0;
  channel.onmessage = ({ data }: MessageEvent<Message>) => {
    if (data.kind !== 'refused') return;
    unkept = data.unkept;
    waiting.abort();
  };
  const patience = setTimeout(() => waiting.abort(), PATIENCE_MS);
  try {
    channel.postMessage({ kind: 'asked' } satisfies Message);
    const claim = await request(shotId, { signal: waiting.signal });
    if (claim) return claim;
    if (unkept > 0 && !force)
      throw new ShotElsewhere(
        `The other tab holds ${unkept} ${unkept === 1 ? 'change' : 'changes'} that the browser has no room for. Save its shot file there first; taking the shot over once more leaves ${unkept === 1 ? 'it' : 'them'} behind.`,
      );
    return (await request(shotId, { steal: true }))!;
  } finally {
    clearTimeout(patience);
    channel.close();
  }
}

/**
 * Answers tabs that ask for a shot. @param handOver keeps what is in hand and lets the claim go; resolves to how many changes
 * it could not keep: then it let nothing go. Returns how to stop answering.
 */
export function answerAsking(shotId: Id, handOver: () => Promise<number>): () => void {
  const channel = new BroadcastChannel(channelName(shotId));
  channel.onmessage = async ({ data }: MessageEvent<Message>) => {
    if (data.kind !== 'asked') return;
    const unkept = await handOver();
    if (unkept > 0) channel.postMessage({ kind: 'refused', unkept } satisfies Message);
  };
  return () => channel.close();
}

/**
 * Does something with a shot that is not open here, under its claim. A tab that is just closing it is waited for.
 * @param what the deed, for the sentence: "rename it"
 * @throws ShotElsewhere when another tab has it open
 */
export async function underClaim<T>(shotId: Id, what: string, work: () => Promise<T>): Promise<T> {
  const claim = await request(shotId, { signal: AbortSignal.timeout(PATIENCE_MS) });
  if (!claim)
    throw new ShotElsewhere(`This shot is open in another tab. ${what} there, or close it there and try again.`);
  try {
    return await work();
  } finally {
    claim.release();
  }
}
