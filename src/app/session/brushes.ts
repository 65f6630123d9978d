/** The person's own named brushes, beside those that come with Vignette; remembered by the browser. */
import { createStore } from 'zustand/vanilla';
import { type NamedBrush, SHIPPED_BRUSHES } from '../../core/ink/index.ts';
import { type Database, readSetting, writeSetting } from '../../store/index.ts';

const SETTING = 'brushes';

export const ownBrushes = createStore<{ list: NamedBrush[] }>(() => ({ list: [] }));

export async function readBrushes(db: Database): Promise<void> {
  ownBrushes.setState({ list: (await readSetting<NamedBrush[]>(db, SETTING)) ?? [] });
}

/** Everything there is to choose from; an own brush stands in for a shipped one of the same name. */
export function allBrushes(own: NamedBrush[]): NamedBrush[] {
  const names = new Set(own.map(({ name }) => name));
  return [...SHIPPED_BRUSHES.filter(({ name }) => !names.has(name)), ...own];
}

async function put(db: Database, list: NamedBrush[]): Promise<void> {
  ownBrushes.setState({ list });
  await writeSetting(db, SETTING, list);
}

/** Keeps brushes under their names; those of the same name are replaced. */
export function keepBrushes(db: Database, brushes: NamedBrush[]): Promise<void> {
  const names = new Set(brushes.map(({ name }) => name));
  return put(db, [...ownBrushes.getState().list.filter(({ name }) => !names.has(name)), ...brushes]);
}

export function dropBrush(db: Database, name: string): Promise<void> {
  return put(
    db,
    ownBrushes.getState().list.filter((each) => each.name !== name),
  );
}
