import { useState } from 'react';

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
  const [draft, setDraft] = useState<string | null>(null);
  const finish = () => {
    const next = draft?.trim();
    setDraft(null);
    if (next !== undefined && (next || empty) && next !== value) onDone(next.slice(0, 120));
  };
  return (
    <input
      aria-label={label}
      disabled={disabled}
      className={`min-w-0 truncate rounded-md border border-transparent bg-transparent px-1 hover:border-rule focus:border-rule focus:bg-white ${className}`}
      value={draft ?? value}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={finish}
      onKeyDown={(event) => {
        if (event.key === 'Enter') event.currentTarget.blur();
        if (event.key === 'Escape') {
          event.stopPropagation();
          setDraft(null);
          requestAnimationFrame(() => (document.activeElement as HTMLElement | null)?.blur());
        }
      }}
    />
  );
}
