import { isPressed, useDraft } from './draft.ts';

interface NumberInputProps {
  label: string;
  value: number;
  min?: number;
  max?: number;
  /** Enter takes the number, then does this. */
  onEnter?(): void;
  /** A whole number was written; it is brought within the bounds. */
  onDone?(value: number): void;
  /** Every number while it is being written, as it stands there; NaN for none. */
  onTyped?(value: number): void;
  look?: keyof typeof LOOKS;
  className?: string;
}

const LOOKS = {
  small: 'h-6 rounded px-1 text-right font-mono text-sm',
  field: 'h-8 rounded-md px-2 text-base text-ink',
  part: 'h-8 rounded px-0.5 text-center font-mono text-xs [appearance:textfield] [&::-webkit-inner-spin-button]:appearance-none',
};

/** The field for a whole number: what is no number in its bounds is not taken. It shows what is typed until it is left. */
export function NumberInput({
  label,
  value,
  min = Number.MIN_SAFE_INTEGER,
  max = Number.MAX_SAFE_INTEGER,
  onDone,
  onTyped,
  onEnter,
  look = 'small',
  className = 'w-12',
}: NumberInputProps) {
  const draft = useDraft(Number.isFinite(value) ? String(value) : '', (text) => {
    const next = Number(text);
    if (text.trim() !== '' && Number.isInteger(next)) onDone?.(Math.max(min, Math.min(max, next)));
  });
  return (
    <input
      type="number"
      aria-label={label}
      min={min}
      max={max}
      className={`border border-rule bg-field tabular ${LOOKS[look]} ${className}`}
      value={draft.text}
      onChange={(event) => {
        draft.write(event.target.value);
        onTyped?.(event.target.valueAsNumber);
      }}
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
