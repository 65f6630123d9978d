/** The person's own keys for commands, and how a command's key is shown. */
import { IsRecord } from '../../core/shot/part.ts';
import type { Database } from '../../store/index.ts';
import { Kept } from '../session/kept.ts';
import { keyInWords } from './key-names.ts';
import type { Command } from './register.ts';

class OwnKeys {
  /** Command id -> keys. */
  @IsRecord((keys) => Array.isArray(keys) && keys.every((key) => typeof key === 'string')) keys: Record<
    string,
    string[]
  > = {};
}

export const ownKeys = new Kept({ key: 'keys', version: 1, shape: OwnKeys, migrate: (keys) => ({ keys }) });

export function keysOf(command: Command): string[] {
  return ownKeys.get().keys[command.id] ?? command.keys;
}

/** The first key of a command in words, for hints and menus. */
export function keyHint(command: Command): string {
  const keys = keysOf(command);
  if (command.keysSay && keys === command.keys) return command.keysSay;
  return keys.length > 0 ? keyInWords(keys[0]) : '';
}

/** Gives a command of `all` a key; whatever had it before loses it. An empty key gives the command's first keys back. */
export function giveKey(db: Database, all: readonly Command[], command: Command, key: string): Promise<void> {
  const next = { ...ownKeys.get().keys };
  if (key === '') delete next[command.id];
  else {
    for (const other of all) {
      const keys = next[other.id] ?? other.keys;
      if (other !== command && other.borrowsKeys === command.borrowsKeys && keys.includes(key))
        next[other.id] = keys.filter((each) => each !== key);
    }
    next[command.id] = [key];
  }
  return ownKeys.put(db, { keys: next });
}
