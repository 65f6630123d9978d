import { Progress as RadixProgress } from 'radix-ui';

/** How far long work is. @param share 0..1; null: nobody can say yet */
export function Progress({
  label,
  share,
  className = 'h-1.5',
}: {
  label: string;
  share: number | null;
  className?: string;
}) {
  const percent = share === null ? null : Math.round(100 * share);
  return (
    <RadixProgress.Root
      aria-label={label}
      value={percent}
      className={`overflow-hidden rounded-full bg-rule ${className}`}
    >
      <RadixProgress.Indicator
        className={`h-full bg-accent ${percent === null ? 'w-1/4 animate-pulse' : ''}`}
        style={percent === null ? undefined : { width: `${percent}%` }}
      />
    </RadixProgress.Root>
  );
}
