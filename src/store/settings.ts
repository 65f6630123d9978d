/** Small remembered choices: of the browser (tools, keys) and of each shot (what was looked at). */
import type { Id } from '../core/shot/index.ts';
import type { Database } from './database.ts';

export async function readSetting<T>(db: Database, key: string): Promise<T | undefined> {
  return (await db.settings.get(key))?.value as T | undefined;
}

export async function writeSetting(db: Database, key: string, value: unknown): Promise<void> {
  await db.settings.put({ key, value });
}

export async function readView<T>(db: Database, shotId: Id): Promise<T | undefined> {
  return (await db.views.get(shotId))?.view as T | undefined;
}

export async function writeView(db: Database, shotId: Id, view: unknown): Promise<void> {
  await db.views.put({ shotId, view });
}
