/** The Foley shelf: fetched from the server, kept in the browser once fetched, so that it is there without a network too. */
import type { Database } from '../../store/index.ts';
import { readSetting, writeSetting } from '../../store/index.ts';

export interface ShelfSound {
  id: string;
  name: string;
  /** What else it may be looked for by. */
  words: string;
  seconds: number;
}

/** An answer of the server, or what was kept of it when the server does not answer. */
async function fetchedOrKept<T>(db: Database, address: string, take: (answer: Response) => Promise<T>): Promise<T> {
  const key = `fetched ${address}`;
  try {
    const answer = await fetch(address);
    if (!answer.ok) throw new Error(`The server answers ${answer.status}.`);
    const value = await take(answer);
    await writeSetting(db, key, value).catch(() => undefined);
    return value;
  } catch {
    const kept = await readSetting<T>(db, key);
    if (kept !== undefined) return kept;
    throw new Error('The server does not answer, and this sound was not fetched before. Try again when it is there.');
  }
}

export function fetchShelf(db: Database): Promise<ShelfSound[]> {
  return fetchedOrKept(db, '/api/foley', (answer) => answer.json() as Promise<ShelfSound[]>);
}

/** The WAV file of a sound. */
export function fetchFoley(db: Database, id: string): Promise<Blob> {
  return fetchedOrKept(db, `/api/foley/${id}.wav`, (answer) => answer.blob());
}

/** Whether a sound is what is looked for: every word of the search begins one of its words. */
export function isLookedFor({ name, words }: ShelfSound, search: string): boolean {
  const own = `${name} ${words}`.toLowerCase().split(/\W+/);
  return search
    .toLowerCase()
    .split(/\s+/)
    .every((wanted) => own.some((word) => word.startsWith(wanted)));
}
