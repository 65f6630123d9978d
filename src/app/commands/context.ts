import { createContext, useContext, useSyncExternalStore } from 'react';
import { useStore } from 'zustand';
import { keyHint, ownKeys } from './own-keys.ts';
import type { Command, CommandContext } from './register.ts';

export type SmallWindow = 'keys' | 'commands' | 'shot' | 'length' | 'timing' | 'bring-shot' | 'versions' | null;

export const CommandsContext = createContext<CommandContext | null>(null);

export function useCommands(): CommandContext {
  const context = useContext(CommandsContext);
  if (!context) throw new Error('There are no commands here.');
  return context;
}

export function commandOf({ commands }: CommandContext, id: string): Command {
  const command = commands.find((each) => each.id === id);
  if (!command) throw new Error(`There is no command ${id}.`);
  return command;
}

/** A command ready for a button: its name, its key, whether it can run, and running it. */
export function useCommand(id: string) {
  const context = useCommands();
  useStore(ownKeys.store);
  const command = commandOf(context, id);
  const enabled = useSyncExternalStore(context.session.subscribeAround, () => !command.when || command.when(context));
  return {
    name: command.name,
    keys: keyHint(command),
    enabled,
    run: () => {
      if (!command.when || command.when(context)) command.run(context, '');
    },
  };
}
