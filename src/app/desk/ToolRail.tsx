import { useStore } from 'zustand';
import { useCommands } from '../commands/context.ts';
import { keyHint, ownKeys } from '../commands/own-keys.ts';
import { Hint } from '../parts/Button.tsx';
import { EdgeSlide } from '../parts/EdgeSlide.tsx';
import { looks } from '../session/looks.ts';
import { useOpenShot, useView } from '../session/open-shot.ts';
import type { Tool } from './tools/tool.ts';

/** The tools, their names under the icons. */
export function ToolRail({ tools }: { tools: (Tool | null)[] }) {
  const { view } = useOpenShot();
  const inHand = useView((state) => state.tool);
  const { commands } = useCommands();
  useStore(ownKeys.store);
  const left = useStore(looks.store, ({ sheet }) => sheet === 'left');
  return (
    <EdgeSlide edge={left ? 'right' : 'left'}>
      <nav
        aria-label="Tools"
        className={`flex h-full w-[3.25rem] shrink-0 flex-col items-center gap-0.5 overflow-y-auto border-rule bg-panel py-2 ${left ? 'order-last border-l' : 'border-r'}`}
      >
        {tools.map((tool, i) => {
          if (!tool) return <hr key={i} className="my-1 w-8 border-rule" />;
          const { id, name, icon: Icon } = tool;
          const command = commands.find((each) => each.id === `tool-${id}`);
          return (
            <Hint key={id} text={`${name}  (${command ? keyHint(command) : ''})`}>
              <button
                type="button"
                aria-pressed={inHand === id}
                className={`flex w-[2.875rem] flex-col items-center gap-0.5 rounded-md py-1.5 text-xs leading-tight [@media(max-height:860px)]:py-0.5 ${inHand === id ? 'bg-wash font-medium text-accent' : 'text-ink hover:bg-wash/60'}`}
                onClick={() => view.setState({ tool: id })}
              >
                <Icon size={18} />
                {name}
              </button>
            </Hint>
          );
        })}
      </nav>
    </EdgeSlide>
  );
}
