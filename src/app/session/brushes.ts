/** The person's own named brushes, beside those that come with Vignette. */
import { type NamedBrush, SHIPPED_BRUSHES } from '../../core/ink/index.ts';
import { Parts } from '../../core/shot/part.ts';
import { MOST_BRUSHES, NamedBrushPart } from '../../core/shotfile/index.ts';
import type { Database } from '../../store/index.ts';
import { Kept } from './kept.ts';

class OwnBrushes {
  @Parts(() => NamedBrushPart, MOST_BRUSHES) list: NamedBrush[] = [];
}

export const ownBrushes = new Kept({
  key: 'brushes',
  version: 1,
  shape: OwnBrushes,
  migrate: (list) => ({ list }),
});

/** Everything there is to choose from; an own brush stands in for a shipped one of the same name. */
export function allBrushes(own: NamedBrush[]): NamedBrush[] {
  const names = new Set(own.map(({ name }) => name));
  return [...SHIPPED_BRUSHES.filter(({ name }) => !names.has(name)), ...own];
}

/** Keeps brushes under their names; those of the same name are replaced. */
export function keepBrushes(db: Database, brushes: NamedBrush[]): Promise<void> {
  const names = new Set(brushes.map(({ name }) => name));
  return ownBrushes.put(db, { list: [...ownBrushes.get().list.filter(({ name }) => !names.has(name)), ...brushes] });
}

export function dropBrush(db: Database, name: string): Promise<void> {
  return ownBrushes.put(db, { list: ownBrushes.get().list.filter((each) => each.name !== name) });
}
