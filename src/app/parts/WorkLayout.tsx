import type { ReactNode } from 'react';
import { Group, Panel, Separator, useDefaultLayout } from 'react-resizable-panels';
import { useStore } from 'zustand';
import { looks } from '../session/looks.ts';
import { useView } from '../session/open-shot.ts';
import { EdgeSlide } from './EdgeSlide.tsx';

/** Pixels: on a wide screen the sheet has room for its notes. */
const sideWidth = () => (innerWidth >= 1600 ? 440 : 344);

/**
 * A view's work, a panel upright beside it - on the right, or on the left for those who draw with the left hand - and the border between
 * them to drag; its width is remembered for each panel. Where the paper has the whole window, the panel lies beyond the edge.
 */
export function WorkLayout({ children, side, sideName }: { children: ReactNode; side: ReactNode; sideName: string }) {
  const whole = useView((state) => state.wholeWindow);
  const left = useStore(looks.store, ({ sheet }) => sheet === 'left');
  const layout = useDefaultLayout({
    id: `${sideName} ${left ? 'left' : 'right'}`,
    panelIds: ['work', 'side'],
    storage: localStorage,
    onlySaveAfterUserInteractions: true,
  });
  if (whole)
    return (
      <div className="relative flex min-w-0 flex-1">
        <div className="flex min-h-0 min-w-0 flex-1 flex-col">{children}</div>
        <EdgeSlide edge={left ? 'left' : 'right'}>
          <div className="flex h-full min-h-0 flex-col bg-panel" style={{ width: sideWidth() }}>
            {side}
          </div>
        </EdgeSlide>
      </div>
    );
  const work = (
    <Panel key="work" id="work" minSize="40%">
      <div className="flex h-full min-h-0 flex-col">{children}</div>
    </Panel>
  );
  const panel = (
    <Panel key="side" id="side" defaultSize={`${sideWidth()}px`} minSize="220px" maxSize="60%">
      {side}
    </Panel>
  );
  const border = (
    <Separator
      key="border"
      aria-label={`Width of the ${sideName}`}
      className={`w-[5px] bg-panel hover:bg-wash ${left ? 'border-r' : 'border-l'} border-rule`}
    />
  );
  return (
    <Group
      key={left ? 'left' : 'right'}
      orientation="horizontal"
      className="min-w-0 flex-1"
      defaultLayout={layout.defaultLayout}
      onLayoutChanged={layout.onLayoutChanged}
    >
      {left ? [panel, border, work] : [work, border, panel]}
    </Group>
  );
}
