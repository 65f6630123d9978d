import List from 'lucide-react/icons/list';
import { Popover } from 'radix-ui';
import { type ReactNode, useEffect, useState } from 'react';
import { useStore } from 'zustand';
import { Hint, IconButton } from '../parts/Button.tsx';
import { type Sentence, said } from './saying.ts';

/** The sentence that is being said; null once there was time to read it. */
function useNow(): Sentence | null {
  const [last] = useStore(said, ({ all }) => all);
  const [, again] = useState(0);
  useEffect(() => {
    if (!last) return;
    const timer = setTimeout(() => again((n) => n + 1), Math.max(0, last.until - performance.now()) + 20);
    return () => clearTimeout(timer);
  }, [last]);
  return last && performance.now() < last.until ? last : null;
}

/** Milliseconds within which sentences are said in one breath. */
const ONE_BREATH = 150;

/** What is said, in one line, with something to press beside it; the last sentences open above. */
export function SaidLine({ beside }: { beside?(sentence: Sentence): ReactNode }) {
  const now = useNow();
  const all = useStore(said, (state) => state.all);
  // What is said in one breath is read in one line.
  const words = now
    ? all
        .filter(({ at }) => now.at - at < ONE_BREATH)
        .map(({ text }) => text)
        .reverse()
        .join(' ')
    : '';
  return (
    <div className="flex min-w-0 flex-1 items-center gap-2">
      {all.length > 0 && (
        <Popover.Root>
          <Popover.Trigger asChild>
            <IconButton label="What was said last" className="!size-6">
              <List size={14} />
            </IconButton>
          </Popover.Trigger>
          <Popover.Portal>
            <Popover.Content
              side="top"
              align="start"
              sideOffset={6}
              collisionPadding={8}
              aria-label="What was said last"
              className="z-50 max-h-[50vh] w-[28.75rem] overflow-y-auto rounded-md border border-rule bg-panel px-3 py-2 shadow-lg"
            >
              <ul className="flex flex-col gap-1.5">
                {all.map(({ id, text }) => (
                  <li key={id} className="border-b border-rule/60 pb-1.5 last:border-0">
                    {text}
                  </li>
                ))}
              </ul>
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
      )}
      <Hint text={words}>
        <output aria-live="polite" aria-label="Said" className="min-w-0 truncate">
          {words}
        </output>
      </Hint>
      {now && beside?.(now)}
    </div>
  );
}
