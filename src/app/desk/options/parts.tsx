import type { ReactNode } from 'react';

/** A name and what is set under it. @param roomy the name is left out where there is little room */
export function Option({ name, roomy, children }: { name: string; roomy?: boolean; children: ReactNode }) {
  return (
    <div className="flex items-center gap-2 whitespace-nowrap">
      <span className={roomy ? 'hidden min-[1180px]:inline' : ''}>{name}</span>
      {children}
    </div>
  );
}

interface ChoiceProps<T extends string> {
  label: string;
  keys: string;
  value: T;
  choices: [value: NoInfer<T>, name: string, about: string][];
  onChoose(value: NoInfer<T>): void;
}

/** One of a few ways a tool works, side by side. */
export function Choice<T extends string>({ label, keys, value, choices, onChoose }: ChoiceProps<T>) {
  return (
    <div role="radiogroup" aria-label={label} className="flex gap-0.5">
      {choices.map(([each, name, about]) => (
        <button
          key={each}
          type="button"
          role="radio"
          aria-checked={value === each}
          title={keys ? `${about}  (next: ${keys})` : about}
          className={`h-6 rounded-md px-1.5 whitespace-nowrap min-[1180px]:px-2.5 ${value === each ? 'bg-wash font-medium text-accent' : 'text-second hover:text-ink'}`}
          onClick={() => onChoose(each)}
        >
          {name}
        </button>
      ))}
    </div>
  );
}

interface TickProps {
  label: string;
  /** Shown where there is little room. */
  short?: string;
  about?: string;
  checked: boolean;
  dim?: boolean;
  onChange(checked: boolean): void;
}

/** Something that is so or not. */
export function Tick({ label, short, about, checked, dim, onChange }: TickProps) {
  return (
    <label className={`flex items-center gap-1.5 whitespace-nowrap ${dim ? 'text-second' : ''}`} title={about}>
      <input
        type="checkbox"
        aria-label={label}
        className="accent-accent"
        checked={checked}
        onChange={(event) => onChange(event.target.checked)}
      />
      {short && (
        <span aria-hidden="true" className="min-[1180px]:hidden">
          {short}
        </span>
      )}
      <span className={short ? 'hidden min-[1180px]:inline' : ''}>{label}</span>
    </label>
  );
}
