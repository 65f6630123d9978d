/** What stands on the shelf, and in which order: looked for by a word, sorted, in folders that are only a word. */
import { IsBoolean, IsIn } from 'class-validator';
import type { ShotRow } from '../../store/index.ts';
import { hasWords } from '../parts/search.ts';
import { Kept } from '../session/kept.ts';

export const ORDERS = ['changed', 'made', 'name', 'length'] as const;
export type Order = (typeof ORDERS)[number];

export const ORDER_WORDS: Record<Order, string> = {
  changed: 'changed last first',
  made: 'made last first',
  name: 'by name',
  length: 'longest first',
};

class ShelfWishes {
  @IsIn(ORDERS) order: Order = 'changed';
  /** Shots of one folder stand together. */
  @IsBoolean() inFolders = true;
}

export const shelfWishes = new Kept({ key: 'shelf', version: 1, shape: ShelfWishes });

type Listed = Pick<ShotRow, 'id' | 'title' | 'changedAt' | 'madeAt' | 'length' | 'fps'> & { folder?: string };

const COMPARE: Record<Order, (a: Listed, b: Listed) => number> = {
  changed: (a, b) => b.changedAt - a.changedAt,
  made: (a, b) => b.madeAt - a.madeAt,
  name: (a, b) => a.title.localeCompare(b.title, 'en', { numeric: true }),
  length: (a, b) => b.length / b.fps - a.length / a.fps,
};

/** The shots that are looked for, in folders: those in none first, the folders by name. */
export function shelved<T extends Listed>(
  rows: readonly T[],
  { search, order, inFolders }: { search: string; order: Order; inFolders: boolean },
): { folder: string; rows: T[] }[] {
  const seen = rows.filter(({ title, folder = '' }) => hasWords(`${title} ${folder}`, search)).sort(COMPARE[order]);
  const out = new Map<string, T[]>();
  for (const row of seen) {
    const folder = inFolders ? (row.folder ?? '') : '';
    out.set(folder, [...(out.get(folder) ?? []), row]);
  }
  return [...out]
    .map(([folder, own]) => ({ folder, rows: own }))
    .sort((a, b) =>
      a.folder === '' ? -1 : b.folder === '' ? 1 : a.folder.localeCompare(b.folder, 'en', { numeric: true }),
    );
}

/** Which shots are chosen after a press on one: it alone, it as well, or all from the one pressed last to it. */
export function chosenBy(
  order: readonly string[],
  chosen: ReadonlySet<string>,
  id: string,
  { also, last }: { also: boolean; last: string | null },
): Set<string> {
  if (last !== null && order.includes(last)) {
    const [a, b] = [order.indexOf(last), order.indexOf(id)].sort((p, q) => p - q);
    return new Set([...chosen, ...order.slice(a, b + 1)]);
  }
  const out = new Set(also ? chosen : []);
  if (also && chosen.has(id)) out.delete(id);
  else out.add(id);
  return out;
}
