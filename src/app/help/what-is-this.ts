/** "What is this?": the next press tells what a control is, instead of pressing it. */
import { keyHint } from '../commands/own-keys.ts';
import type { Command } from '../commands/register.ts';
import { COMMAND_HELP } from '../words/command-help.ts';

const CONTROL =
  'button, a[href], input, textarea, [role="slider"], [role="combobox"], [role="tab"], [role="radio"], [role="checkbox"], [role="separator"], [data-testid="paper"], [data-testid="sheet"], section[aria-label], nav[aria-label]';

/** What stands for itself: parts of the window that are no control. */
const PARTS: Record<string, string> = {
  paper: 'The paper: draw here with the tool in hand. Two fingers move it, three take back what was taken back.',
  sheet: 'The sheet: frames run down, layers across. Drag a line’s end for its hold, a number to put it elsewhere.',
};

/** A control's name as it is spoken. */
function nameOf(control: Element): string {
  const labelled = control.getAttribute('aria-label') ?? control.closest('label')?.textContent;
  return (labelled ?? control.textContent ?? '').trim().replace(/\s+/g, ' ');
}

/** A sentence on a control: its name, what it does, its key, the part of the window it stands in. */
function wordsOn(control: Element, commands: readonly Command[]): string {
  const part = control.getAttribute('data-testid');
  if (part && PARTS[part]) return PARTS[part];
  const name = nameOf(control);
  const command = commands.find((each) => each.name === name || each.name.startsWith(`${name} `));
  const about = (command && COMMAND_HELP[command.id]) ?? control.getAttribute('aria-description') ?? '';
  const key = command ? keyHint(command) : '';
  const where = control.parentElement?.closest('[aria-label]:is(section, nav, fieldset, [role="group"])');
  return [
    `${name || 'This'}${about || name.endsWith('.') ? '.' : ''}`.replace(/\.\.$/, '.'),
    about,
    key && `Key: ${key}.`,
    where && `In ${where.getAttribute('aria-label')}.`,
  ]
    .filter(Boolean)
    .join(' ');
}

/** Waits for the next press and says what was pressed. Esc gives it up. */
export function askWhatIsThis(commands: readonly Command[], say: (words: string) => void): void {
  const root = document.documentElement;
  root.dataset.asking = '';
  const end = () => {
    delete root.dataset.asking;
    for (const kind of ['pointerdown', 'pointerup', 'click', 'contextmenu'] as const)
      removeEventListener(kind, press, true);
    removeEventListener('keydown', key, true);
  };
  const press = (event: Event) => {
    event.preventDefault();
    event.stopImmediatePropagation();
    // The whole press is taken: its last event ends the question.
    if (event.type !== 'click' && event.type !== 'contextmenu') return;
    const control = event.target instanceof Element ? event.target.closest(CONTROL) : null;
    end();
    say(control ? wordsOn(control, commands) : 'There is nothing to say of this place.');
  };
  const key = (event: KeyboardEvent) => {
    if (event.key !== 'Escape') return;
    event.preventDefault();
    event.stopImmediatePropagation();
    end();
  };
  for (const kind of ['pointerdown', 'pointerup', 'click', 'contextmenu'] as const) addEventListener(kind, press, true);
  addEventListener('keydown', key, true);
}
