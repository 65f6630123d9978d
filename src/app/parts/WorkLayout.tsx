import type { ReactNode } from 'react';
import { Group, Panel, Separator } from 'react-resizable-panels';

/** Pixels: on a wide screen the sheet has room for its notes. */
const sideWidth = () => (innerWidth >= 1600 ? 440 : 344);

/** A view's work on the left, a panel upright on the right, and the border between them to drag. */
export function WorkLayout({ children, side, sideName }: { children: ReactNode; side: ReactNode; sideName: string }) {
  return (
    <Group orientation="horizontal" className="min-w-0 flex-1">
      <Panel minSize="40%">
        <div className="flex h-full min-h-0 flex-col">{children}</div>
      </Panel>
      <Separator
        aria-label={`Width of the ${sideName}`}
        className="w-[5px] border-l border-rule bg-panel hover:bg-wash"
      />
      <Panel defaultSize={`${sideWidth()}px`} minSize="220px" maxSize="60%">
        {side}
      </Panel>
    </Group>
  );
}
