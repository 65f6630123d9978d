/** Parts of the cards about moves. */
import type { ReactNode } from 'react';
import { NumberInput } from '../parts/NumberInput.tsx';

const SELECT = 'h-6 min-w-0 rounded border border-rule bg-white text-sm disabled:text-second';

/** A name and what stands beside it. */
export function Row({ name, children }: { name: string; children: ReactNode }) {
  return (
    <div className="flex min-h-6 items-center gap-1">
      <span aria-hidden="true" className="w-20 shrink-0 truncate text-second">
        {name}
      </span>
      {children}
    </div>
  );
}

/** A number with its name before it. */
export function Numbered({
  name,
  value,
  min,
  max,
  disabled,
  onDone,
}: {
  name: string;
  value: number;
  min: number;
  max: number;
  disabled?: boolean;
  onDone(value: number): void;
}) {
  return (
    <div className={`flex items-center justify-between gap-1 ${disabled ? 'pointer-events-none opacity-50' : ''}`}>
      <span aria-hidden="true" className="truncate text-second">
        {name}
      </span>
      <NumberInput
        label={name}
        value={value}
        min={min}
        max={max}
        className="w-14"
        onDone={(written) => written !== value && onDone(written)}
      />
    </div>
  );
}

/** One of some words. */
export function Choice<T extends string>({
  label,
  value,
  options,
  onChoose,
  className = '',
}: {
  label: string;
  value: T;
  options: readonly (readonly [value: T, words: string])[];
  onChoose(value: T): void;
  className?: string;
}) {
  return (
    <select
      aria-label={label}
      className={`${SELECT} ${className}`}
      value={value}
      onChange={(event) => {
        onChoose(event.target.value as T);
        event.target.blur();
      }}
    >
      {options.map(([each, words]) => (
        <option key={each} value={each}>
          {words}
        </option>
      ))}
    </select>
  );
}
