import { useState } from 'react';
import { useCommands } from '../commands/context.ts';
import { keyHint } from '../commands/own-keys.ts';
import type { Command } from '../commands/register.ts';
import { isPressed } from '../parts/draft.ts';
import { Window } from '../parts/Window.tsx';

/** All commands by name: type a part of it, Enter runs the first. */
export default function CommandsWindow({ onClose }: { onClose(): void }) {
  const context = useCommands();
  const [words, setWords] = useState('');
  const found = context.commands.filter((command) => {
    const name = `${command.name} ${command.group}`.toLowerCase();
    return words
      .toLowerCase()
      .split(/\s+/)
      .every((word) => name.includes(word));
  });
  const run = (command: Command) => {
    onClose();
    if (!command.when || command.when(context)) command.run(context, '');
  };
  return (
    <Window open onOpenChange={onClose} title="All commands" about="Type a part of the name; Enter runs the first.">
      <input
        aria-label="Part of a command's name"
        // biome-ignore lint/a11y/noAutofocus: the window is opened to type here
        autoFocus
        className="mb-2 h-8 w-full rounded-md border border-rule bg-white px-2"
        value={words}
        onChange={(event) => setWords(event.target.value)}
        onKeyDown={(event) => isPressed(event, 'Enter') && found[0] && run(found[0])}
      />
      <ul className="max-h-[50vh] overflow-auto">
        {found.map((command) => (
          <li key={command.id}>
            <button
              type="button"
              disabled={command.when && !command.when(context)}
              className="flex h-7 w-full items-center justify-between rounded px-2 hover:bg-wash disabled:text-second/70"
              onClick={() => run(command)}
            >
              {command.name}
              <kbd className="font-mono text-xs text-second">{keyHint(command)}</kbd>
            </button>
          </li>
        ))}
        {found.length === 0 && <li className="px-2 py-4 text-second">No command has these words in its name.</li>}
      </ul>
    </Window>
  );
}
