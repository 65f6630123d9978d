import { Command as Palette } from 'cmdk';
import { useState } from 'react';
import { useStore } from 'zustand';
import { useCommands } from '../commands/context.ts';
import { lately, ranLately } from '../commands/lately.ts';
import { keyHint } from '../commands/own-keys.ts';
import type { Command } from '../commands/register.ts';
import { db } from '../library.ts';
import { hasWords } from '../parts/search.ts';
import { Window } from '../parts/Window.tsx';
import { COMMAND_HELP } from '../words/command-help.ts';

const HEAD =
  '[&_[cmdk-group-heading]]:px-2 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:pb-1 [&_[cmdk-group-heading]]:text-xs [&_[cmdk-group-heading]]:text-second';

/** All commands: a few letters of a name, or of what it does, find it; Enter runs it. Those run lately stand first. */
export default function CommandsWindow({ onClose }: { onClose(): void }) {
  const context = useCommands();
  const recent = useStore(lately.store).ids;
  const [words, setWords] = useState('');
  const [at, setAt] = useState('');
  const run = (command: Command) => {
    onClose();
    void ranLately(db, command.id);
    if (!command.when || command.when(context)) command.run(context, '');
  };
  const first = recent.flatMap((id) => context.commands.find((command) => command.id === id) ?? []);
  const groups = [...new Set(context.commands.map(({ group }) => group))];
  const row = (command: Command, place: string) => (
    <Palette.Item
      key={command.id}
      value={`${place} ${command.id}`}
      keywords={[command.name, command.group, COMMAND_HELP[command.id] ?? '']}
      disabled={command.when && !command.when(context)}
      className="flex h-7 cursor-pointer items-center gap-3 rounded px-2 data-[disabled=true]:text-second/70 data-[selected=true]:bg-wash"
      onSelect={() => run(command)}
    >
      <span className="min-w-0 flex-1 truncate">{command.name}</span>
      <span className="text-xs text-second">{command.group}</span>
      <kbd className="min-w-20 text-right font-mono text-xs text-second">{keyHint(command)}</kbd>
    </Palette.Item>
  );
  const looked = context.commands.find(({ id }) => at.endsWith(` ${id}`));
  return (
    <Window
      open
      onOpenChange={onClose}
      title="All commands"
      about="A few letters of a name, or of what it does; Enter runs it. All stand in the Menu too, under the word at the right."
      width="w-[38.75rem]"
    >
      <Palette label="All commands" loop value={at} onValueChange={setAt} filter={matches}>
        <Palette.Input
          aria-label="Part of a command's name"
          autoFocus
          placeholder="hold, ghost, arc…"
          className="mb-2 h-8 w-full rounded-md border border-rule bg-field px-2"
          value={words}
          onValueChange={setWords}
        />
        <Palette.List className="h-[46vh] overflow-auto">
          <Palette.Empty className="px-2 py-4 text-second">No command has these words.</Palette.Empty>
          {words === '' && first.length > 0 && (
            <Palette.Group heading="Run lately" className={HEAD}>
              {first.map((command) => row(command, 'lately'))}
            </Palette.Group>
          )}
          {groups.map((group) => (
            <Palette.Group key={group} heading={group} className={HEAD}>
              {context.commands.filter((command) => command.group === group).map((command) => row(command, 'in'))}
            </Palette.Group>
          ))}
        </Palette.List>
        <p aria-live="polite" className="mt-2 h-5 truncate text-second">
          {looked ? COMMAND_HELP[looked.id] : ''}
        </p>
      </Palette>
    </Window>
  );
}

/** How well words fit a command, 0..1: all of them in its name count most, then in what it does, then the letters of its name in order. */
function matches(_value: string, words: string, keywords: string[] = []): number {
  const [name = '', group = '', help = ''] = keywords;
  const own = name.toLowerCase();
  const letters = words.toLowerCase().replace(/\s+/g, '');
  if (hasWords(name, words)) return own.startsWith(words.trim().toLowerCase().split(/\s+/)[0]) ? 1 : 0.9;
  if (hasWords(`${name} ${group} ${help}`, words)) return 0.6;
  return inOrder(own, letters) ? 0.3 : 0;
}

/** Whether letters stand in a text in this order, whatever lies between. */
function inOrder(text: string, letters: string): boolean {
  let at = -1;
  for (const letter of letters) {
    at = text.indexOf(letter, at + 1);
    if (at < 0) return false;
  }
  return true;
}
