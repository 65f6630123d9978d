import { Tabs } from 'radix-ui';
import { useEffect } from 'react';
import { OptionStrip } from '../desk/OptionStrip.tsx';
import { PaperStage } from '../desk/PaperStage.tsx';
import { Roll } from '../desk/Roll.tsx';
import { ToolRail } from '../desk/ToolRail.tsx';
import { PAINT_TOOLS } from '../desk/tools/index.ts';
import { EdgeSlide } from '../parts/EdgeSlide.tsx';
import { TabNames } from '../parts/TabNames.tsx';
import { WorkLayout } from '../parts/WorkLayout.tsx';
import { useOpenShot, useView } from '../session/open-shot.ts';
import type { PaintCard } from '../session/slices/painting.ts';
import { HolesCard } from './HolesCard.tsx';
import { ModelCard } from './ModelCard.tsx';
import { PaintBusy } from './PaintBusy.tsx';
import { PalettePanel } from './PalettePanel.tsx';
import { ThroughCard } from './ThroughCard.tsx';

/** Paint: the paper with Pour in hand, the palette beside it. Leaving gives the hand its former tool back. */
export default function PaintView() {
  const { view } = useOpenShot();
  useEffect(() => {
    const before = view.getState().tool;
    if (!PAINT_TOOLS.some((tool) => tool?.id === before && before !== 'pen' && before !== 'eraser'))
      view.setState({ tool: 'pour' });
    return () => {
      const { tool } = view.getState();
      if (PAINT_TOOLS.some((each) => each?.id === tool)) view.setState({ tool: before === 'pour' ? 'pen' : before });
    };
  }, [view]);
  return (
    <>
      <ToolRail tools={PAINT_TOOLS} />
      <WorkLayout side={<PaintSide />} sideName="palette">
        <EdgeSlide edge="top">
          <OptionStrip />
        </EdgeSlide>
        <div className="relative flex min-h-0 flex-1 flex-col">
          <PaperStage />
          <PaintBusy />
        </div>
        <EdgeSlide edge="bottom">
          <Roll />
        </EdgeSlide>
      </WorkLayout>
    </>
  );
}

/** Beside the paper: the palette, paint carried through the layer, holes, the model. */
function PaintSide() {
  const { view } = useOpenShot();
  const card = useView((state) => state.paintCard);
  return (
    <Tabs.Root
      value={card}
      onValueChange={(next) => view.setState({ paintCard: next as PaintCard })}
      className="flex h-full min-h-0 flex-col bg-panel"
    >
      <div className="flex h-[2.125rem] shrink-0 items-center border-b border-rule bg-lower px-2">
        <TabNames
          label="Beside the paper"
          tabs={[
            ['palette', 'Palette'],
            ['through', 'Paint through'],
            ['holes', 'Holes'],
            ['model', 'Model'],
          ]}
        />
      </div>
      <Tabs.Content value="palette" className="min-h-0 flex-1">
        <PalettePanel />
      </Tabs.Content>
      <Tabs.Content value="through" className="min-h-0 flex-1">
        <ThroughCard />
      </Tabs.Content>
      <Tabs.Content value="holes" className="min-h-0 flex-1">
        <HolesCard />
      </Tabs.Content>
      <Tabs.Content value="model" className="min-h-0 flex-1">
        <ModelCard />
      </Tabs.Content>
    </Tabs.Root>
  );
}
