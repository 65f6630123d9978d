import type { ReactNode } from 'react';
import { Group, Panel, Separator, useDefaultLayout } from 'react-resizable-panels';
import { useStore } from 'zustand';
import { looks } from '../session/looks.ts';
import { useView } from '../session/open-shot.ts';
import { EdgeSlide } from './EdgeSlide.tsx';
import { useScale } from './scale.ts';
import { usePortrait } from './use-portrait.ts';

const BORDERS = {
  left: 'w-[0.3125rem] border-r',
  right: 'w-[0.3125rem] border-l',
  under: 'h-[0.3125rem] border-t',
};

/** Pixels: on a wide screen the sheet has room for its notes. */
const sideWidth = (scale: number) => scale * (innerWidth >= 1600 * scale ? 440 : 344);

/**
 * A view's work, a panel upright beside it - on the right, or on the left for those who draw with the left hand; under it where the
 * window stands upright - and the border between them to drag; its size is remembered for each panel and place. Where the paper has the
 * whole window, the panel lies beyond the edge.
 */
export function WorkLayout({ children, side, sideName }: { children: ReactNode; side: ReactNode; sideName: string }) {
  const whole = useView((state) => state.wholeWindow);
  const portrait = usePortrait();
  const left = useStore(looks.store, ({ sheet }) => sheet === 'left') && !portrait;
  const place = portrait ? 'under' : left ? 'left' : 'right';
  const scale = useScale();
  const layout = useDefaultLayout({
    id: `${sideName} ${place}`,
    panelIds: ['work', 'side'],
    storage: localStorage,
    onlySaveAfterUserInteractions: true,
  });
  if (whole)
    return (
      <div className="relative flex min-w-0 flex-1">
        <div className="flex min-h-0 min-w-0 flex-1 flex-col">{children}</div>
        <EdgeSlide edge={portrait ? 'bottom' : place === 'left' ? 'left' : 'right'}>
          <div
            className="flex min-h-0 flex-col bg-panel"
            style={portrait ? { height: '40vh' } : { height: '100%', width: sideWidth(scale) }}
          >
            {side}
          </div>
        </EdgeSlide>
      </div>
    );
  const work = (
    <Panel key="work" id="work" minSize={portrait ? '30%' : '40%'}>
      <div className="flex h-full min-h-0 flex-col">{children}</div>
    </Panel>
  );
  const panel = (
    <Panel
      key="side"
      id="side"
      defaultSize={portrait ? '40%' : `${sideWidth(scale)}px`}
      minSize={`${220 * scale}px`}
      maxSize="60%"
    >
      {side}
    </Panel>
  );
  const border = (
    <Separator
      key="border"
      aria-label={`Size of the ${sideName}`}
      className={`bg-panel hover:bg-wash ${BORDERS[place]} border-rule`}
    />
  );
  return (
    <Group
      // With larger words the panel begins anew at its own width.
      key={`${place} ${scale}`}
      orientation={portrait ? 'vertical' : 'horizontal'}
      className="min-w-0 flex-1"
      defaultLayout={layout.defaultLayout}
      onLayoutChanged={layout.onLayoutChanged}
    >
      {left ? [panel, border, work] : [work, border, panel]}
    </Group>
  );
}
