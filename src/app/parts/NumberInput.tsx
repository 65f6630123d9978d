import { type KeyboardEvent, type PointerEvent, useRef } from 'react';
import { isPressed, useDraft } from './draft.ts';
import { reckon } from './reckon.ts';

interface NumberInputProps {
  label: string;
  value: number;
  min?: number;
  max?: number;
  /** How much an arrow key, or a few pixels of dragging, change it; with Shift ten times that. */
  step?: number;
  /** Decimals it may have. */
  decimals?: number;
  /** Enter takes the number, then does this. */
  onEnter?(): void;
  /** A number was written; it is brought within the bounds. */
  onDone?(value: number): void;
  /** Every number while it is being written, as it stands there; NaN for none. */
  onTyped?(value: number): void;
  invalid?: boolean;
  look?: keyof typeof LOOKS;
  className?: string;
}

const LOOKS = {
  small: 'h-6 rounded px-1 text-right font-mono text-sm',
  field: 'h-8 rounded-md px-2 text-base text-ink',
  part: 'h-8 rounded px-0.5 text-center font-mono text-xs',
};
/** So far the hand goes before it is dragging the number and not pressing into the field; so far for each step. Pixels. */
const BEFORE_DRAG = 6;
const PER_STEP = 5;

/**
 * The field for a number: it is written, also as a sum (`24*50`), changed by the arrow keys, or dragged to the side. What is no number is
 * not taken. It shows what is typed until it is left; Esc gives the old number back.
 */
export function NumberInput({
  label,
  value,
  min = Number.MIN_SAFE_INTEGER,
  max = Number.MAX_SAFE_INTEGER,
  step = 1,
  decimals = 0,
  onDone,
  onTyped,
  onEnter,
  invalid,
  look = 'small',
  className = 'w-12',
}: NumberInputProps) {
  const drag = useRef<{ x: number; from: number; moved: boolean } | null>(null);
  const rounded = (number: number) => Math.round(number * 10 ** decimals) / 10 ** decimals;
  const bounded = (number: number) => rounded(Math.max(min, Math.min(max, number)));
  const draft = useDraft(Number.isFinite(value) ? String(value) : '', (text) => {
    const next = reckon(text);
    if (Number.isFinite(next)) onDone?.(bounded(next));
  });
  const write = (text: string) => {
    draft.write(text);
    const next = reckon(text);
    onTyped?.(Number.isFinite(next) ? rounded(next) : Number.NaN);
  };
  const stepped = (by: number) => {
    const now = reckon(draft.text);
    write(String(bounded((Number.isFinite(now) ? now : value || 0) + by * step)));
  };
  const keyed = (event: KeyboardEvent<HTMLInputElement>) => {
    if (isPressed(event, 'Escape')) {
      event.stopPropagation();
      draft.drop();
    } else if (isPressed(event, 'Enter')) {
      event.preventDefault();
      draft.finish();
      onEnter?.();
    } else if (isPressed(event, 'ArrowUp') || isPressed(event, 'ArrowDown')) {
      event.preventDefault();
      stepped((event.key === 'ArrowUp' ? 1 : -1) * (event.shiftKey ? 10 : 1));
    }
  };
  const moved = (event: PointerEvent<HTMLInputElement>) => {
    const held = drag.current;
    if (!held) return;
    const by = event.clientX - held.x;
    if (!held.moved && Math.abs(by) < BEFORE_DRAG) return;
    if (!held.moved) event.currentTarget.setPointerCapture(event.pointerId);
    held.moved = true;
    write(String(bounded(held.from + Math.trunc(by / PER_STEP) * step * (event.shiftKey ? 10 : 1))));
  };
  const lifted = (event: PointerEvent<HTMLInputElement>) => {
    if (drag.current?.moved) {
      // Dragged, it was not pressed to be written into.
      event.currentTarget.blur();
      draft.finish();
    }
    drag.current = null;
  };
  const shown = reckon(draft.text);
  return (
    <input
      type="text"
      role="spinbutton"
      inputMode={min < 0 ? 'text' : 'decimal'}
      autoComplete="off"
      aria-label={label}
      aria-valuenow={Number.isFinite(shown) ? shown : undefined}
      aria-valuemin={min === Number.MIN_SAFE_INTEGER ? undefined : min}
      aria-valuemax={max === Number.MAX_SAFE_INTEGER ? undefined : max}
      aria-invalid={invalid || undefined}
      className={`border border-edge bg-field tabular aria-[invalid=true]:border-attention not-focus:cursor-ew-resize ${LOOKS[look]} ${className}`}
      value={draft.text}
      onChange={(event) => write(event.target.value)}
      onBlur={draft.finish}
      onKeyDown={keyed}
      onPointerDown={(event) => {
        // Once it has the focus, dragging chooses letters, as in any field.
        if (event.button === 0 && document.activeElement !== event.currentTarget)
          drag.current = { x: event.clientX, from: value || 0, moved: false };
      }}
      onPointerMove={moved}
      onPointerUp={lifted}
      onPointerCancel={() => {
        drag.current = null;
        draft.drop();
      }}
    />
  );
}
