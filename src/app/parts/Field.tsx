import type { InputHTMLAttributes, ReactNode } from 'react';
import { ChoiceList } from './ChoiceList.tsx';
import { NumberInput } from './NumberInput.tsx';

const BOX =
  'h-8 w-full rounded-md border border-edge bg-field px-2 text-base text-ink aria-[invalid=true]:border-attention disabled:text-second';

interface FieldProps {
  label: string;
  error?: string;
  children: ReactNode;
}

function Field({ label, error, children }: FieldProps) {
  return (
    <label className="flex flex-col gap-1 text-sm text-second">
      {label}
      {children}
      {error && (
        <span role="alert" className="text-sm text-attention">
          {error}
        </span>
      )}
    </label>
  );
}

export function TextField({
  label,
  error,
  ...rest
}: { label: string; error?: string } & InputHTMLAttributes<HTMLInputElement>) {
  return (
    <Field label={label} error={error}>
      <input className={BOX} aria-invalid={error ? true : undefined} {...rest} />
    </Field>
  );
}

/** A number with its name above and what is wrong with it below. */
export function NumberField({
  label,
  error,
  value,
  decimals,
  onTyped,
}: {
  label: string;
  error?: string;
  value: number;
  decimals?: number;
  onTyped(value: number): void;
}) {
  return (
    <Field label={label} error={error}>
      <NumberInput
        look="field"
        className="w-full"
        invalid={error !== undefined}
        {...{ label, value, decimals, onTyped }}
      />
    </Field>
  );
}

/** One of some words, with its name above. */
export function ChoiceField<T extends string>({
  label,
  value,
  options,
  onChoose,
}: {
  label: string;
  value: T;
  options: readonly (readonly [value: T, words: string])[];
  onChoose(value: T): void;
}) {
  return (
    <div className="flex flex-col gap-1 text-sm text-second">
      <span aria-hidden="true">{label}</span>
      <ChoiceList label={label} className="!h-8 w-full px-2 !text-base" {...{ value, options, onChoose }} />
    </div>
  );
}
