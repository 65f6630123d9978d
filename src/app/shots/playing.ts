/** Shots that play on the shelf while the pen rests on them: a few small pictures of each, painted when they are first asked for. */
import { LRUCache } from 'lru-cache';
import type { ShotRow } from '../../store/index.ts';
import { paintingHost } from './card.ts';

/** Pictures of a shot, spread over it, and how long each stands, milliseconds. */
const PICTURES = 16;
const STANDS_MS = 130;

/** Pictures by shot and state; their addresses are let go with them. */
const films = new LRUCache<string, string[]>({
  max: 24,
  dispose: (urls) => {
    for (const url of urls) URL.revokeObjectURL(url);
  },
});

/**
 * Plays a shot until it is ended: pictures are shown as they come, then round and round.
 * @param show is given the address of each picture, and null at the end
 */
export function playShot({ id, changedAt, length }: ShotRow, show: (url: string | null) => void): () => void {
  const key = `${id} ${changedAt}`;
  let ended = false;
  let close = () => {};
  const rest = () => new Promise((done) => setTimeout(done, STANDS_MS));
  const paint = async (): Promise<string[]> => {
    const host = await paintingHost(id);
    close = () => host.close();
    const urls: string[] = [];
    const count = Math.min(PICTURES, length);
    try {
      for (let i = 0; i < count && !ended; i++) {
        urls.push(URL.createObjectURL(await host.face.card(Math.floor((i * length) / count))));
        if (!ended) show(urls.at(-1)!);
      }
    } finally {
      host.close();
    }
    // Broken off, it is begun anew the next time.
    if (urls.length === count) films.set(key, urls);
    else for (const url of urls) URL.revokeObjectURL(url);
    return urls.length === count ? urls : [];
  };
  void (async () => {
    const urls = films.get(key) ?? (await paint());
    for (let i = 0; !ended && urls.length > 1; i++) {
      show(urls[i % urls.length]);
      await rest();
    }
  })().catch(() => undefined);
  return () => {
    ended = true;
    close();
    show(null);
  };
}
