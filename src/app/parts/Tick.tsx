import Check from 'lucide-react/icons/check';
import { Checkbox } from 'radix-ui';
import type { ReactNode } from 'react';
import { Hint } from './Button.tsx';

interface TickBoxProps {
  /** Said to those who hear it, where no words stand beside it. */
  label?: string;
  checked: boolean;
  disabled?: boolean;
  className?: string;
  /** @param held whether Shift was held */
  onChange(checked: boolean, held: boolean): void;
}

/** The box alone. Ticked with the pen it is let go of, so that the next key belongs to the paper. */
export function TickBox({ label, checked, disabled, className = 'size-4', onChange }: TickBoxProps) {
  return (
    <Checkbox.Root
      aria-label={label}
      checked={checked}
      disabled={disabled}
      className={`inline-flex shrink-0 items-center justify-center rounded border border-second bg-field text-white disabled:opacity-45 data-[state=checked]:border-accent data-[state=checked]:bg-accent ${className}`}
      onClick={(event) => {
        onChange(!checked, event.shiftKey);
        if (event.detail > 0) event.currentTarget.blur();
      }}
    >
      <Checkbox.Indicator>
        <Check size={12} strokeWidth={3} />
      </Checkbox.Indicator>
    </Checkbox.Root>
  );
}

interface TickProps {
  label: string;
  /** Shown where there is little room. */
  short?: string;
  /** What it is for, where its label does not say it. */
  about?: string;
  checked: boolean;
  dim?: boolean;
  disabled?: boolean;
  className?: string;
  /** What stands beside the box instead of the label. */
  children?: ReactNode;
  onChange(checked: boolean): void;
}

/** Something that is so or not: a box with its words, pressed on either. */
export function Tick({ label, short, about, checked, dim, disabled, className = '', children, onChange }: TickProps) {
  return (
    <Hint text={about}>
      <label className={`flex min-h-6 items-center gap-1.5 ${dim ? 'text-second' : ''} ${className}`}>
        <TickBox {...{ label, checked, disabled, onChange }} />
        {short && (
          <span aria-hidden="true" className="@min-[73.75rem]/window:hidden">
            {short}
          </span>
        )}
        {children ?? <span className={short ? 'hidden @min-[73.75rem]/window:inline' : ''}>{label}</span>}
      </label>
    </Hint>
  );
}
