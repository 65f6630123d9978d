import { Slot, Tooltip } from 'radix-ui';
import type { ButtonHTMLAttributes, ComponentProps, ReactNode } from 'react';

type Look = 'plain' | 'main' | 'quiet' | 'danger';

const LOOKS: Record<Look, string> = {
  plain: 'bg-field border-rule text-ink hover:bg-wash/60',
  main: 'bg-accent border-accent text-white hover:bg-accent/90',
  quiet: 'bg-transparent border-transparent text-ink hover:bg-wash/70',
  danger: 'bg-field border-rule text-attention hover:bg-attention/10',
};

interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  look?: Look;
  icon?: ReactNode;
}

/** A button with words. What `title` says shows on hover and by focus, as a hint. */
export function Button({ look = 'plain', icon, children, className = '', title, ...rest }: ButtonProps) {
  const button = (
    <button
      type="button"
      className={`inline-flex h-7 items-center justify-center gap-1.5 rounded-md border px-2.5 text-sm whitespace-nowrap disabled:opacity-45 ${LOOKS[look]} ${className}`}
      {...rest}
    >
      {icon}
      {children}
    </button>
  );
  return <Hint text={title}>{button}</Hint>;
}

interface IconButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  label: string;
  /** Shown behind the label in the hint. */
  keys?: string;
  look?: Look;
  pressed?: boolean;
}

/** A button that is only an icon: its name shows on hover and is read aloud. */
export function IconButton({
  label,
  keys,
  look = 'quiet',
  pressed,
  children,
  className = '',
  ...rest
}: IconButtonProps) {
  const on = pressed ? 'bg-wash border-wash text-accent' : LOOKS[look];
  return (
    <Hint text={keys ? `${label}  (${keys})` : label}>
      <button
        type="button"
        aria-label={label}
        aria-pressed={pressed}
        className={`inline-flex h-7 w-7 shrink-0 items-center justify-center rounded-md border disabled:opacity-40 ${on} ${className}`}
        {...rest}
      >
        {children}
      </button>
    </Hint>
  );
}

/** What something is for, shown on hover and by focus; without words it is only what it holds. */
export function Hint({
  text,
  children,
  // What a menu or a window hands to the button that opens it goes on to the button.
  ...handed
}: { text: string | undefined; children: ReactNode } & Omit<ComponentProps<typeof Tooltip.Trigger>, 'children'>) {
  if (!text) return <Slot.Root {...handed}>{children}</Slot.Root>;
  return (
    <Tooltip.Root delayDuration={500}>
      <Tooltip.Trigger asChild {...handed}>
        {children}
      </Tooltip.Trigger>
      <Tooltip.Portal>
        <Tooltip.Content
          sideOffset={5}
          collisionPadding={6}
          className="z-50 rounded-md bg-ink px-2 py-1 text-xs text-white shadow-md select-none"
        >
          {text}
        </Tooltip.Content>
      </Tooltip.Portal>
    </Tooltip.Root>
  );
}
