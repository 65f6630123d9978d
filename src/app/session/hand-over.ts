/** A shot given to a worker in parts: all of it at once would hold the window up, and the pen with it. */
import type { Drawing, Shot } from '../../core/shot/index.ts';

/** Drawings handed over at once: a few milliseconds of the window's time. */
const AT_ONCE = 4;

/** A shot without its drawings, which have gone before. */
export type Structure = Omit<Shot, 'drawings'>;

export async function handOver(
  { drawings, ...structure }: Shot,
  take: (drawings: Drawing[]) => Promise<unknown>,
): Promise<Structure> {
  const all = Object.values(drawings);
  for (let i = 0; i < all.length; i += AT_ONCE) await take(all.slice(i, i + AT_ONCE));
  return structure;
}
