const SELECT = 'h-6 min-w-0 rounded border border-rule bg-white text-sm disabled:text-second';

/** One of some words, chosen from a list that drops down. */
export function ChoiceList<T extends string>({
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
