import { useState } from 'react';
import { useStore } from 'zustand';
import { useCommands } from '../commands/context.ts';
import { keyInWords, keyOfEvent } from '../commands/key-names.ts';
import { KEY_SETS, keysAsFile, keysFromFile } from '../commands/key-sets.ts';
import { giveKey, holderOf, keyHint, ownKeys, putKeys } from '../commands/own-keys.ts';
import type { Command } from '../commands/register.ts';
import { db } from '../library.ts';
import { Button, Hint } from '../parts/Button.tsx';
import { FileButton } from '../parts/FileButton.tsx';
import { download, sentence } from '../parts/files.ts';
import { hasWords } from '../parts/search.ts';
import { Window } from '../parts/Window.tsx';
import { COMMAND_HELP } from '../words/command-help.ts';

/** Keys that only go with others, and the one that leads through the window. */
const NEVER = /^(Control|Shift|Alt|Meta|Tab|AltGraph|CapsLock)/;

/** Every command with its key: a click and the next key pressed is its new one. Sets, a file of keys, and the first keys again. */
export default function KeysWindow({ onClose }: { onClose(): void }) {
  const { commands } = useCommands();
  const own = useStore(ownKeys.store).keys;
  const [asking, setAsking] = useState<Command | null>(null);
  const [words, setWords] = useState('');
  const [said, setSaid] = useState('');
  const seen = commands.filter(({ id, name, group }) => hasWords(`${name} ${group} ${COMMAND_HELP[id] ?? ''}`, words));
  const groups = [...new Set(seen.map((command) => command.group))];
  const give = (command: Command, key: string) => {
    const holder = holderOf(commands, command, key);
    setSaid(
      holder
        ? `${keyInWords(key)} was the key of “${holder.name}”, which has ${holder.keys.length > 1 ? 'one fewer' : 'none'} now.`
        : `${keyInWords(key)} is “${command.name}” now.`,
    );
    void giveKey(db, commands, command, key);
  };
  const bring = async ([file]: File[]) => {
    try {
      if (file.size > 1 << 20) throw new Error(`“${file.name}” is too large to be a file of keys.`);
      await putKeys(db, keysFromFile(await file.text(), file.name));
      setSaid(`The keys of “${file.name}” are yours now.`);
    } catch (error) {
      setSaid(sentence(error));
    }
  };
  return (
    <Window
      open
      onOpenChange={onClose}
      title="Keys"
      about="Click a key, then press the one you want. A key has one command; letters are those written on your keyboard."
      width="w-[53.75rem]"
    >
      <div className="mb-3 flex flex-wrap items-center gap-2">
        <input
          aria-label="Part of a command's name"
          placeholder="look for a command"
          className="h-7 w-52 rounded-md border border-edge bg-field px-2"
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
        {KEY_SETS.map(({ id, name, about, keys }) => (
          <Button
            key={id}
            title={about}
            onClick={() => {
              void putKeys(db, keys(commands));
              setSaid(`${name}: ${about}`);
            }}
          >
            {name}
          </Button>
        ))}
        <span className="flex-1" />
        <FileButton name="keys-file" accept=".json,application/json" onFiles={(files) => void bring(files)}>
          From a file
        </FileButton>
        <Button onClick={() => download(new TextEncoder().encode(keysAsFile(own)), 'keys.json', 'application/json')}>
          To a file
        </Button>
      </div>
      <p aria-live="polite" className="mb-2 h-5 truncate text-second">
        {said}
      </p>
      <div className="h-[56vh] overflow-y-auto">
        <div className="columns-2 gap-8">
          {groups.map((group) => (
            <section key={group} className="mb-4 break-inside-avoid-column">
              <h3 className="mb-1 border-b border-rule pb-1 font-medium">{group}</h3>
              {seen
                .filter((command) => command.group === group)
                .map((command) => {
                  const key = asking === command ? 'press' : keyHint(command) || '·';
                  return (
                    <div key={command.id} className="flex items-center justify-between gap-2 py-0.5">
                      <Hint text={COMMAND_HELP[command.id]}>
                        <span className="min-w-0">{command.name}</span>
                      </Hint>
                      <span className="flex shrink-0 items-center gap-1">
                        {own[command.id] && (
                          <Button
                            look="quiet"
                            className="!h-6 !px-1.5"
                            onClick={() => void giveKey(db, commands, command, '')}
                            aria-label={`reset the key of ${command.name}`}
                          >
                            reset
                          </Button>
                        )}
                        <button
                          type="button"
                          aria-label={`Key of ${command.name}: ${key}`}
                          className={`h-6 min-w-14 rounded border px-1.5 font-mono text-sm whitespace-nowrap ${asking === command ? 'border-accent bg-wash' : 'border-rule bg-field'}`}
                          onClick={() => setAsking(command)}
                          onBlur={() => setAsking(null)}
                          onKeyDown={(event) => {
                            if (asking !== command || NEVER.test(event.key)) return;
                            event.preventDefault();
                            event.stopPropagation();
                            setAsking(null);
                            const pressed = keyOfEvent(event.nativeEvent);
                            if (event.key !== 'Escape' && pressed) give(command, pressed);
                          }}
                        >
                          {key}
                        </button>
                      </span>
                    </div>
                  );
                })}
            </section>
          ))}
        </div>
      </div>
    </Window>
  );
}
