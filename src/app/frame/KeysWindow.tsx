import { useState } from 'react';
import { useStore } from 'zustand';
import { useCommands } from '../commands/context.ts';
import { keyOfEvent } from '../commands/key-names.ts';
import { giveKey, keyHint, ownKeys } from '../commands/own-keys.ts';
import type { Command } from '../commands/register.ts';
import { db } from '../library.ts';
import { Button } from '../parts/Button.tsx';
import { Window } from '../parts/Window.tsx';

const BARE = /^(Control|Shift|Alt|Meta)/;

/** Every command with its key; a click and the next key pressed is its new one. */
export default function KeysWindow({ onClose }: { onClose(): void }) {
  const { commands } = useCommands();
  const own = useStore(ownKeys.store).keys;
  const [asking, setAsking] = useState<Command | null>(null);
  const groups = [...new Set(commands.map((command) => command.group))];
  return (
    <Window
      open
      onOpenChange={onClose}
      title="Keys"
      about="Click a key, then press the one you want. A key has one command."
      width="w-[760px]"
    >
      <div className="columns-2 gap-8">
        {groups.map((group) => (
          <section key={group} className="mb-4 break-inside-avoid">
            <h3 className="mb-1 border-b border-rule pb-1 font-medium">{group}</h3>
            {commands
              .filter((command) => command.group === group)
              .map((command) => {
                const words = asking === command ? 'press' : keyHint(command) || '·';
                return (
                  <div key={command.id} className="flex items-center justify-between gap-2 py-0.5">
                    <span>{command.name}</span>
                    <span className="flex items-center gap-1">
                      {own[command.id] && (
                        <Button
                          look="quiet"
                          onClick={() => void giveKey(db, commands, command, '')}
                          aria-label={`reset the key of ${command.name}`}
                        >
                          reset
                        </Button>
                      )}
                      <button
                        type="button"
                        aria-label={`Key of ${command.name}: ${words}`}
                        className={`h-6 min-w-14 rounded border px-1.5 font-mono text-sm ${asking === command ? 'border-accent bg-wash' : 'border-rule bg-white'}`}
                        onClick={() => setAsking(command)}
                        onBlur={() => setAsking(null)}
                        onKeyDown={(event) => {
                          if (asking !== command || BARE.test(event.key)) return;
                          event.preventDefault();
                          event.stopPropagation();
                          setAsking(null);
                          const key = keyOfEvent(event.nativeEvent);
                          if (event.key !== 'Escape' && key) void giveKey(db, commands, command, key);
                        }}
                      >
                        {words}
                      </button>
                    </span>
                  </div>
                );
              })}
          </section>
        ))}
      </div>
    </Window>
  );
}
