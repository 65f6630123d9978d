import { LIMITS } from '../../core/shot/index.ts';
import { isPressed, useDraft } from './draft.ts';

interface NameInputProps {
  label: string;
  value: string;
  onDone(value: string): void;
  className?: string;
  disabled?: boolean;
  /** An empty one is taken too. */
  empty?: boolean;
}

/** A name that is edited in place: Enter or leaving takes it, Escape gives the old one back. An empty name is not taken (unless asked). */
export function NameInput({ label, value, onDone, className = '', disabled, empty }: NameInputProps) {
  const draft = useDraft(value, (text) => {
    const next = text.trim();
    if ((next || empty) && next !== value) onDone(next.slice(0, LIMITS.maxTitle));
  });
  return (
    <input
      aria-label={label}
      disabled={disabled}
      className={`min-w-0 truncate rounded-md border border-transparent bg-transparent px-1 hover:border-edge focus:border-edge focus:bg-field ${className}`}
      value={draft.text}
      onChange={(event) => draft.write(event.target.value)}
      onBlur={draft.finish}
      onKeyDown={(event) => {
        if (isPressed(event, 'Enter')) event.currentTarget.blur();
        if (isPressed(event, 'Escape')) {
          event.stopPropagation();
          draft.drop();
          requestAnimationFrame(() => (document.activeElement as HTMLElement | null)?.blur());
        }
      }}
    />
  );
}
