/** Commands as rows of a menu. */
import type { MenuEntry, MenuItem } from '../parts/Menu.tsx';
import { commandOf } from './context.ts';
import { keyHint } from './own-keys.ts';
import type { CommandContext } from './register.ts';

/** A command as a menu row; `before` runs first (taking a layer in hand, say). */
export function commandItem(context: CommandContext, id: string, before?: () => void): MenuItem {
  const command = commandOf(context, id);
  return {
    name: command.name,
    keys: keyHint(command),
    disabled: command.when ? !command.when(context) : false,
    run: () => {
      before?.();
      command.run(context, '');
    },
  };
}

/** What a menu holds: ids of commands, groups of them with a name, and null for a rule. */
export type MenuPlan = (string | null | [name: string, ids: (string | null)[]])[];

export function menuOf(context: CommandContext, plan: MenuPlan): MenuEntry[] {
  return plan.map((each): MenuEntry => {
    if (each === null) return null;
    if (typeof each === 'string') return commandItem(context, each);
    return { name: each[0], items: each[1].map((id) => (id === null ? null : commandItem(context, id))) };
  });
}
