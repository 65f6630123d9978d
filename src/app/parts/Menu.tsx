import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';

export interface MenuItem {
  name: string;
  keys?: string;
  disabled?: boolean;
  danger?: boolean;
  run(): void;
}

export const MENU_LOOK = 'z-50 min-w-48 rounded-md border border-rule bg-panel p-1 shadow-lg';
const ITEM_LOOK =
  'flex h-7 cursor-pointer items-center justify-between gap-6 rounded px-2 text-sm outline-none select-none data-[disabled]:text-second/70 data-[highlighted]:bg-wash';

/** The rows of a menu; `Item` is the part of whichever Radix menu it stands in. A null is a rule between groups. */
export function menuRows(
  items: (MenuItem | null)[],
  Item: typeof DropdownMenu.Item,
  Separator: typeof DropdownMenu.Separator,
) {
  return items.map((item, i) =>
    item === null ? (
      <Separator key={i} className="my-1 h-px bg-rule" />
    ) : (
      <Item
        key={item.name}
        disabled={item.disabled}
        onSelect={item.run}
        className={`${ITEM_LOOK} ${item.danger ? 'text-attention' : ''}`}
      >
        {item.name}
        {item.keys && (
          <kbd aria-hidden="true" className="font-mono text-xs text-second">
            {item.keys}
          </kbd>
        )}
      </Item>
    ),
  );
}

export function Menu({ trigger, items, label }: { trigger: ReactNode; items: (MenuItem | null)[]; label: string }) {
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger asChild>{trigger}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content aria-label={label} className={MENU_LOOK} sideOffset={4} collisionPadding={8}>
          {menuRows(items, DropdownMenu.Item, DropdownMenu.Separator)}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
