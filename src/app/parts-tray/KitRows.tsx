import { useCommands } from '../commands/context.ts';
import { commandItem } from '../commands/menu.ts';
import { Button } from '../parts/Button.tsx';
import { COMMAND_HELP } from '../words/command-help.ts';

/** What a shot can begin with, and how short it is called here. */
export const KIT: readonly [title: string, rows: readonly [command: string, words: string][]][] = [
  [
    'Mouths',
    [
      ['kit-mouths-front', 'Front'],
      ['kit-mouths-three-quarter', 'Three-quarter'],
    ],
  ],
  ['Figure', [['kit-figure', 'Model sheet of five heads']]],
  ['Colour', [['kit-palettes', 'Day, dusk, night']]],
  [
    'Holds',
    [
      ['kit-holds-take', 'Take'],
      ['kit-holds-walk', 'Walk'],
      ['kit-holds-turn', 'Head turn'],
    ],
  ],
];

/** What a shot can begin with: one press puts it in, then it is the shot's own and changed freely. */
export function KitRows() {
  const commands = useCommands();
  return (
    <section aria-label="To begin with" className="grid w-full grid-cols-[auto_1fr] items-center gap-x-3 gap-y-1.5">
      {KIT.map(([title, rows]) => (
        <div key={title} className="contents">
          <h3 className="text-second">{title}</h3>
          <div className="flex flex-wrap gap-1">
            {rows.map(([id, words]) => {
              const { name, run } = commandItem(commands, id);
              return (
                <Button key={id} className="!h-6 !px-2" aria-label={name} title={COMMAND_HELP[id]} onClick={run}>
                  {words}
                </Button>
              );
            })}
          </div>
        </div>
      ))}
    </section>
  );
}
