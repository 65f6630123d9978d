/** The keyboard: every key goes through the register, with the person's own keys where they chose some. */
import { useEffect } from 'react';
import { isKeyOf, keyOfEvent, learnLayout } from './key-names.ts';
import { keysOf } from './own-keys.ts';
import type { Command, CommandContext } from './register.ts';

/** Whether all keys belong to what has the focus: text being written, a slider, an open menu or window. */
function keysTaken(target: HTMLElement): boolean {
  if (target.closest('[role="dialog"], [role="menu"], [role="listbox"], [contenteditable="true"]')) return true;
  if (target instanceof HTMLInputElement) return target.type !== 'checkbox' && target.type !== 'radio';
  return target instanceof HTMLTextAreaElement || target.getAttribute('role') === 'slider';
}

/** Keys by which something is taken up, moved and let go. */
const MOVES = /^(Arrow|Enter$|Escape$| $)/;

const PRESSABLE =
  'button, a[href], summary, input[type="checkbox"], input[type="radio"], [role="button"], [role="link"], [role="tab"], [role="radio"], [role="checkbox"], [role="switch"]';
/** Among these the arrows go from one to the next. */
const IN_A_ROW = '[role="tab"], [role="radio"], [role="combobox"], input[type="radio"]';

/** Whether a key presses what has the focus: a button, a link, a tab that was gone to by keyboard has its own keys first. */
function pressesFocused(target: HTMLElement, key: string): boolean {
  if (!target.matches(PRESSABLE)) return false;
  if (key === 'Enter' || key === 'NumpadEnter' || key === 'Space') return true;
  return target.matches(IN_A_ROW) && /^(Arrow|Home|End)/.test(key);
}

/** Listens to the keyboard while a shot is open. */
export function useKeyboard(context: CommandContext): void {
  useEffect(() => {
    void learnLayout();
    let held: Command | null = null;
    // What was pressed with the pen keeps the focus, but the next key is meant for the paper; until Tab goes on from there.
    let byPen = true;
    const pressed = () => {
      byPen = true;
    };
    const down = (event: KeyboardEvent) => {
      const target = event.target instanceof HTMLElement ? event.target : document.body;
      if (event.key === 'Tab') byPen = false;
      if (keysTaken(target) || event.isComposing) return;
      // What is being moved by keyboard - a layer, a swatch - takes these.
      if (event.defaultPrevented && MOVES.test(event.key)) return;
      const key = keyOfEvent(event);
      if (!byPen && pressesFocused(target, key)) return;
      const those = context.commands.filter((each) => keysOf(each).includes(key));
      const command =
        those.find((each) => each.borrowsKeys && each.when?.(context)) ?? those.find((each) => !each.borrowsKeys);
      if (!command) return;
      // A button pressed with the pen a moment ago would be pressed by this key as well.
      if (byPen && target instanceof HTMLButtonElement) target.blur();
      const runs = !command.when || command.when(context);
      // With Ctrl or Cmd the browser has a meaning of its own: what is not done here is left to it (pictures pasted).
      if (!runs && (event.ctrlKey || event.metaKey)) return;
      event.preventDefault();
      if (command.release) {
        if (event.repeat || held) return;
        held = command;
      }
      if (runs) command.run(context, key);
      // Gone to by keyboard, a button is pressed by keyboard too.
      if (command.group === 'Window') byPen = false;
    };
    const up = (event: KeyboardEvent) => {
      if (!held || !keysOf(held).some((key) => isKeyOf(event, key))) return;
      held.release?.(context);
      held = null;
    };
    const blur = () => {
      held?.release?.(context);
      held = null;
    };
    addEventListener('pointerdown', pressed, true);
    addEventListener('keydown', down);
    addEventListener('keyup', up);
    addEventListener('blur', blur);
    return () => {
      blur();
      removeEventListener('pointerdown', pressed, true);
      removeEventListener('keydown', down);
      removeEventListener('keyup', up);
      removeEventListener('blur', blur);
    };
  }, [context]);
}
