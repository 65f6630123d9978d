import { isPressed, useDraft } from './draft.ts';

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
  const draft = useDraft(String(value), (text) => {
    const next = Number(text);
    if (text.trim() !== '' && Number.isInteger(next)) onDone(Math.max(min, Math.min(max, next)));
  });
  return (
    <input
      type="number"
      aria-label={label}
      min={min}
      max={max}
      className={`h-6 rounded border border-rule bg-white px-1 text-right font-mono text-sm tabular ${className}`}
      value={draft.text}
      onChange={(event) => draft.write(event.target.value)}
      onBlur={draft.finish}
      onKeyDown={(event) => {
        if (isPressed(event, 'Escape')) {
          event.stopPropagation();
          draft.drop();
        }
        if (isPressed(event, 'Enter')) {
          event.preventDefault();
          draft.finish();
          onEnter?.();
        }
      }}
    />
  );
}
