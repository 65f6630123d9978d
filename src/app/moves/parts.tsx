/** Parts of the cards about moves. */
import type { ReactNode } from 'react';
import { NumberInput } from '../parts/NumberInput.tsx';

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
