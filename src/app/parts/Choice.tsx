import { RadioGroup } from 'radix-ui';
import type { ReactNode } from 'react';
import { Hint } from './Button.tsx';

interface ChoicesProps<T extends string> {
  label: string;
  value: T;
  className?: string;
  onChoose(value: T): void;
  children: ReactNode;
}

/** One of several, all in sight: by keyboard the arrows go from one to the next. */
export function Choices<T extends string>({ label, value, className, onChoose, children }: ChoicesProps<T>) {
  return (
    <RadioGroup.Root
      aria-label={label}
      orientation="horizontal"
      value={value}
      className={className}
      onValueChange={(next) => onChoose(next as T)}
    >
      {children}
    </RadioGroup.Root>
  );
}

interface ChosenProps {
  value: string;
  /** Where what it shows does not say it. */
  label?: string;
  /** Said after its name. */
  says?: string;
  about?: string;
  className: string;
  children: ReactNode;
}

/** One of them; its look when chosen is `aria-checked:` (its `data-state` is that of the hint). Chosen with the pen, it is let go of. */
export function Chosen({ value, label, says, about, className, children }: ChosenProps) {
  return (
    <Hint text={about}>
      <RadioGroup.Item
        value={value}
        aria-label={label}
        aria-description={says}
        className={className}
        onClick={(event) => {
          if (event.detail > 0) event.currentTarget.blur();
        }}
      >
        {children}
      </RadioGroup.Item>
    </Hint>
  );
}

interface ChoiceProps<T extends string> {
  label: string;
  keys: string;
  value: T;
  choices: [value: NoInfer<T>, name: string, about: string][];
  onChoose(value: NoInfer<T>): void;
}

/** One of a few ways a tool works, side by side. */
export function Choice<T extends string>({ label, keys, value, choices, onChoose }: ChoiceProps<T>) {
  return (
    <Choices label={label} value={value} className="flex gap-0.5" onChoose={onChoose}>
      {choices.map(([each, name, about]) => (
        <Chosen
          key={each}
          value={each}
          about={keys ? `${about}  (next: ${keys})` : about}
          className="h-6 rounded-md px-1.5 whitespace-nowrap text-second hover:text-ink aria-checked:bg-wash aria-checked:font-medium aria-checked:text-accent @min-[73.75rem]/window:px-2.5"
        >
          {name}
        </Chosen>
      ))}
    </Choices>
  );
}
