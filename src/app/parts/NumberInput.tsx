import { useState } from 'react';

interface NumberInputProps {
  label: string;
  value: number;
  min: number;
  max: number;
  /** Enter takes the number, then does this. */
  onEnter?(): void;
  onDone(value: number): void;
  className?: string;
}

/** A small field for a whole number: what is no number in its bounds is not taken. */
export function NumberInput({ label, value, min, max, onDone, onEnter, className = 'w-12' }: NumberInputProps) {
  const [draft, setDraft] = useState<string | null>(null);
  const take = () => {
    const next = Number(draft);
    if (draft !== null && draft.trim() !== '' && Number.isInteger(next)) onDone(Math.max(min, Math.min(max, next)));
    setDraft(null);
  };
  return (
    <input
      type="number"
      aria-label={label}
      min={min}
      max={max}
      className={`h-6 rounded border border-rule bg-white px-1 text-right font-mono text-sm tabular ${className}`}
      value={draft ?? value}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={take}
      onKeyDown={(event) => {
        if (event.key === 'Escape') {
          event.stopPropagation();
          setDraft(null);
        }
        if (event.key === 'Enter') {
          event.preventDefault();
          take();
          onEnter?.();
        }
      }}
    />
  );
}
