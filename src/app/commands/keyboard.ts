/** The keyboard: every key goes through the register, with the person's own keys where they chose some. */
import { useEffect } from 'react';
import { createStore } from 'zustand/vanilla';
import { type Database, readSetting, writeSetting } from '../../store/index.ts';
import { COMMANDS } from './index.ts';
import { type Command, type CommandContext, keyInWords, keyOfEvent } from './register.ts';

const SETTING = 'keys';

/** Command id -> the person's own keys. */
export const ownKeys = createStore<Record<string, string[]>>(() => ({}));

export async function readKeys(db: Database): Promise<void> {
  ownKeys.setState((await readSetting<Record<string, string[]>>(db, SETTING)) ?? {}, true);
}

/** Gives a command a key; whatever had it before loses it. An empty key gives the command's first keys back. */
export async function giveKey(db: Database, command: Command, key: string): Promise<void> {
  const next = { ...ownKeys.getState() };
  if (key === '') delete next[command.id];
  else {
    for (const other of COMMANDS) {
      const keys = next[other.id] ?? other.keys;
      if (other !== command && other.borrowsKeys === command.borrowsKeys && keys.includes(key))
        next[other.id] = keys.filter((each) => each !== key);
    }
    next[command.id] = [key];
  }
  ownKeys.setState(next, true);
  await writeSetting(db, SETTING, next);
}

function keysOf(command: Command): string[] {
  return ownKeys.getState()[command.id] ?? command.keys;
}

/** The first key of a command in words, for hints and menus. */
export function keyHint(command: Command): string {
  const keys = keysOf(command);
  if (command.keysSay && keys === command.keys) return command.keysSay;
  return keys.length > 0 ? keyInWords(keys[0]) : '';
}

/** Whether keys belong to what has the focus: text being written, a slider, an open menu. */
function keysTaken(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  if (target.closest('[role="dialog"], [role="menu"], [role="listbox"], [contenteditable="true"]')) return true;
  if (target instanceof HTMLInputElement) return target.type !== 'checkbox' && target.type !== 'radio';
  return (
    target instanceof HTMLTextAreaElement ||
    target instanceof HTMLSelectElement ||
    target.getAttribute('role') === 'slider'
  );
}

/** Listens to the keyboard while a shot is open. */
export function useKeyboard(context: CommandContext): void {
  useEffect(() => {
    let held: Command | null = null;
    const down = (event: KeyboardEvent) => {
      if (keysTaken(event.target) || event.isComposing) return;
      const key = keyOfEvent(event);
      const those = COMMANDS.filter((each) => keysOf(each).includes(key));
      const command =
        those.find((each) => each.borrowsKeys && each.when?.(context)) ?? those.find((each) => !each.borrowsKeys);
      if (!command) return;
      // Space and Enter press a focused button; everything else is a command.
      if (key === 'Space' && event.target instanceof HTMLButtonElement) event.target.blur();
      event.preventDefault();
      if (command.release) {
        if (event.repeat || held) return;
        held = command;
      }
      if (!command.when || command.when(context)) command.run(context, key);
    };
    const up = (event: KeyboardEvent) => {
      if (!held || !keysOf(held).some((key) => key.split('+').at(-1) === event.code)) return;
      held.release?.(context);
      held = null;
    };
    const blur = () => {
      held?.release?.(context);
      held = null;
    };
    addEventListener('keydown', down);
    addEventListener('keyup', up);
    addEventListener('blur', blur);
    return () => {
      blur();
      removeEventListener('keydown', down);
      removeEventListener('keyup', up);
      removeEventListener('blur', blur);
    };
  }, [context]);
}
