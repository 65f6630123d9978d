/**
 * What this browser remembers of a person's choices: one way for all of it. A choice is described once, by a class whose
 * fields say their first values and, by class-validator, what they may be; what is read back is fitted to it field by field.
 */
import { createStore, type StoreApi } from 'zustand/vanilla';
import { fitting } from '../../core/shot/part.ts';
import { type Database, readSetting, writeSetting } from '../../store/index.ts';

/** How it lies in the browser. What versions before this one kept has neither field: it counts as version 0. */
export interface KeptValue {
  version: number;
  value: unknown;
}

export function isKeptValue(kept: unknown): kept is KeptValue {
  return (
    typeof kept === 'object' && kept !== null && typeof (kept as KeptValue).version === 'number' && 'value' in kept
  );
}

export interface KeptWishes<T extends object> {
  /** Its name in the browser's store. */
  key: string;
  version: number;
  shape: new () => T;
  /** Brings what an earlier version kept to the present one, as far as it can; what does not fit then is as at first. */
  migrate?(value: unknown, version: number): unknown;
}

/** What was kept, brought to the present version. */
export function restored<T extends object>({ shape, version, migrate }: Omit<KeptWishes<T>, 'key'>, kept: unknown): T {
  const [own, value] = isKeptValue(kept) ? [kept.version, kept.value] : [0, kept];
  return fitting(shape, own < version && migrate ? migrate(value, own) : value);
}

/** A choice of this browser, for all shots: read once at the start, kept at every change. */
export class Kept<T extends object> {
  readonly store: StoreApi<T>;
  private readonly wishes: KeptWishes<T>;

  constructor(wishes: KeptWishes<T>) {
    this.wishes = wishes;
    this.store = createStore<T>(() => new wishes.shape());
  }

  get(): T {
    return this.store.getState();
  }

  async read(db: Database): Promise<void> {
    const kept = await readSetting<unknown>(db, this.wishes.key);
    if (kept !== undefined) this.store.setState(restored(this.wishes, kept), true);
  }

  async put(db: Database, change: Partial<T>): Promise<void> {
    this.store.setState(change);
    await writeSetting(db, this.wishes.key, { version: this.wishes.version, value: this.get() });
  }
}
