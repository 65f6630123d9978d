import ChevronRight from 'lucide-react/icons/chevron-right';
import { ContextMenu, DropdownMenu } from 'radix-ui';
import { type ReactNode, useRef } from 'react';

export interface MenuItem {
  name: string;
  keys?: string;
  disabled?: boolean;
  danger?: boolean;
  run(): void;
}

/** Items that open beside the one that names them. */
interface MenuGroup {
  name: string;
  items: MenuEntry[];
}

/** A null is a rule between groups. */
export type MenuEntry = MenuItem | MenuGroup | null;

export const MENU_LOOK =
  'z-50 max-h-[calc(100vh-16px)] min-w-48 overflow-y-auto rounded-md border border-rule bg-panel p-1 shadow-lg';
const ITEM_LOOK =
  'flex h-7 cursor-pointer items-center justify-between gap-6 rounded px-2 text-sm outline-none select-none data-[disabled]:text-second/70 data-[highlighted]:bg-wash data-[state=open]:bg-wash';

/** The parts of a menu, the same in both kinds. */
const KINDS = { dropdown: DropdownMenu, context: ContextMenu as unknown as typeof DropdownMenu };

export function MenuRows({ items, kind }: { items: MenuEntry[]; kind: keyof typeof KINDS }) {
  const { Item, Separator, Sub, SubTrigger, SubContent, Portal } = KINDS[kind];
  return items.map((item, i) => {
    if (item === null) return <Separator key={i} className="my-1 h-px bg-rule" />;
    if ('items' in item) {
      return (
        <Sub key={item.name}>
          <SubTrigger className={ITEM_LOOK}>
            {item.name}
            <ChevronRight size={13} className="text-second" />
          </SubTrigger>
          <Portal>
            <SubContent className={MENU_LOOK} collisionPadding={8} sideOffset={2}>
              <MenuRows items={item.items} kind={kind} />
            </SubContent>
          </Portal>
        </Sub>
      );
    }
    return (
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
    );
  });
}

/** Rows that are put together when the menu is opened. */
function OpenedRows({ items }: { items(): MenuEntry[] }) {
  return <MenuRows items={items()} kind="dropdown" />;
}

interface MenuProps {
  trigger: ReactNode;
  /** What it holds; as a function it is asked for when the menu is opened. */
  items: MenuEntry[] | (() => MenuEntry[]);
  label: string;
}

export function Menu({ trigger, items, label }: MenuProps) {
  // Chosen with the pen, the button is let go of: the next key belongs to the paper, not to the button.
  const byPen = useRef(false);
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger asChild>{trigger}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          aria-label={label}
          className={MENU_LOOK}
          sideOffset={4}
          collisionPadding={8}
          onPointerMove={() => {
            byPen.current = true;
          }}
          onKeyDown={() => {
            byPen.current = false;
          }}
          onCloseAutoFocus={(event) => {
            if (byPen.current) event.preventDefault();
          }}
        >
          {typeof items === 'function' ? <OpenedRows items={items} /> : <MenuRows items={items} kind="dropdown" />}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
