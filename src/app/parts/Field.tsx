import type { InputHTMLAttributes, ReactNode, SelectHTMLAttributes } from 'react';

const BOX =
  'h-8 w-full rounded-md border border-rule bg-white px-2 text-base text-ink aria-[invalid=true]:border-attention disabled:text-second';

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

export function SelectField({
  label,
  error,
  children,
  ...rest
}: { label: string; error?: string; children: ReactNode } & SelectHTMLAttributes<HTMLSelectElement>) {
  return (
    <Field label={label} error={error}>
      <select className={BOX} {...rest}>
        {children}
      </select>
    </Field>
  );
}
