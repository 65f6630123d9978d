import Chevron from 'lucide-react/icons/chevron-down';
import { Select } from 'radix-ui';
import { useRef } from 'react';
import { Hint } from './Button.tsx';

interface ChoiceListProps<T extends string> {
  label: string;
  /** What is chosen; one that is not among the options is shown as the first of them is not. */
  value: T;
  options: readonly (readonly [value: T, words: string])[];
  onChoose(value: T): void;
  className?: string;
  disabled?: boolean;
  /** What it is for, where its label does not say it. */
  about?: string;
}

/** Choices go in with a letter before them: an empty one may be chosen too. */
const inner = (value: string) => `=${value}`;

/** One of some words, chosen from a list that drops down. */
export function ChoiceList<T extends string>({
  label,
  value,
  options,
  onChoose,
  className = '',
  disabled = false,
  about,
}: ChoiceListProps<T>) {
  // Chosen with the pen, the list is let go of: the next key belongs to the paper.
  const byPen = useRef(false);
  return (
    <Select.Root value={inner(value)} disabled={disabled} onValueChange={(each) => onChoose(each.slice(1) as T)}>
      <Hint text={about}>
        <Select.Trigger
          aria-label={label}
          data-value={value}
          className={`inline-flex h-6 min-w-0 items-center justify-between gap-1 rounded-md border border-edge bg-field px-1.5 text-left text-sm whitespace-nowrap text-ink disabled:text-second disabled:opacity-60 ${className}`}
          onPointerDown={() => {
            byPen.current = true;
          }}
          onKeyDown={(event) => {
            byPen.current = false;
            // Letters are commands; in the open list they go to the words that begin with them.
            if (event.key.length === 1 && event.key !== ' ') event.preventDefault();
          }}
        >
          <span className="min-w-0 truncate">
            <Select.Value>{options.find(([each]) => each === value)?.[1]}</Select.Value>
          </span>
          <Select.Icon asChild>
            <Chevron size={13} className="shrink-0 text-second" />
          </Select.Icon>
        </Select.Trigger>
      </Hint>
      <Select.Portal>
        <Select.Content
          position="popper"
          sideOffset={3}
          collisionPadding={8}
          className="z-[60] max-h-[min(420px,var(--radix-select-content-available-height))] min-w-[var(--radix-select-trigger-width)] overflow-y-auto rounded-md border border-rule bg-panel p-1 shadow-lg"
          onCloseAutoFocus={(event) => {
            if (byPen.current) event.preventDefault();
          }}
        >
          <Select.Viewport>
            {options.map(([each, words]) => (
              <Select.Item
                key={each}
                value={inner(each)}
                data-value={each}
                className="flex h-7 cursor-pointer items-center rounded px-2 text-sm whitespace-nowrap outline-none select-none data-[highlighted]:bg-wash aria-checked:font-semibold aria-checked:text-accent"
              >
                <Select.ItemText>{words}</Select.ItemText>
              </Select.Item>
            ))}
          </Select.Viewport>
        </Select.Content>
      </Select.Portal>
    </Select.Root>
  );
}
