import type { ReactNode } from 'react';
import { ChoiceList } from '../parts/ChoiceList.tsx';
import { NumberInput } from '../parts/NumberInput.tsx';

export function Group({ name, children }: { name: string; children: ReactNode }) {
  return (
    <fieldset className="flex flex-col gap-2 border-b border-rule px-4 py-3">
      <legend className="float-left mb-1 w-full font-semibold">{name}</legend>
      {children}
    </fieldset>
  );
}

/** A number with its name above it. What cannot be is said below the panel, not put right while one types. */
export function NumberBox({ label, value, onChange }: { label: string; value: number; onChange(value: number): void }) {
  return (
    <div className="flex flex-1 flex-col gap-0.5 text-sm text-second">
      <span aria-hidden="true">{label}</span>
      <NumberInput label={label} look="field" className="w-full" value={value} onTyped={onChange} />
    </div>
  );
}

export function Chooser({
  label,
  value,
  of,
  onChange,
}: {
  label: string;
  value: string;
  of: readonly (readonly [value: string, words: string])[];
  onChange(value: string): void;
}) {
  return (
    <div className="flex items-center justify-between gap-2 text-sm">
      <span>{label}</span>
      <ChoiceList label={label} className="!h-7 max-w-[60%]" value={value} options={of} onChoose={onChange} />
    </div>
  );
}
