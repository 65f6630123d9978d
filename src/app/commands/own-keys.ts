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

/** The command that has a key a command is to get: the two cannot have it both. */
export function holderOf(all: readonly Command[], command: Command, key: string): Command | null {
  return (
    all.find(
      (other) => other !== command && other.borrowsKeys === command.borrowsKeys && keysOf(other).includes(key),
    ) ?? null
  );
}

/** Gives a command of `all` a key; whatever had it before loses it. An empty key gives the command's first keys back. */
export function giveKey(db: Database, all: readonly Command[], command: Command, key: string): Promise<void> {
  const next = { ...ownKeys.get().keys };
  const wanted = key === '' ? command.keys : [key];
  for (const other of all) {
    const keys = next[other.id] ?? other.keys;
    if (other !== command && other.borrowsKeys === command.borrowsKeys && keys.some((each) => wanted.includes(each)))
      next[other.id] = keys.filter((each) => !wanted.includes(each));
  }
  if (key === '') delete next[command.id];
  else next[command.id] = wanted;
  return ownKeys.put(db, { keys: next });
}

/** All keys at once: a set, or those of a file. */
export const putKeys = (db: Database, keys: Record<string, string[]>): Promise<void> => ownKeys.put(db, { keys });
