import { Tabs } from 'radix-ui';

/** The names of what can stand open in one place, side by side. */
export function TabNames({
  label,
  tabs,
  className = '',
}: {
  label: string;
  tabs: [id: string, name: string][];
  className?: string;
}) {
  return (
    <Tabs.List aria-label={label} className={`flex gap-0.5 @max-[21.875rem]:gap-0 ${className}`}>
      {tabs.map(([id, name]) => (
        <Tabs.Trigger
          key={id}
          value={id}
          className="h-6 min-w-6 rounded px-1.5 text-sm @max-[21.875rem]:px-[1px] @max-[21.875rem]:text-xs whitespace-nowrap text-second hover:text-ink data-[state=active]:bg-panel data-[state=active]:font-semibold data-[state=active]:text-ink"
        >
          {name}
        </Tabs.Trigger>
      ))}
    </Tabs.List>
  );
}
