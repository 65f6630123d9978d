import Minus from 'lucide-react/icons/minus';
import Plus from 'lucide-react/icons/plus';
import { Tabs } from 'radix-ui';
import { shownExposure } from '../../core/sheet/index.ts';
import { ChartCard, ChartInWords } from '../between/ChartCard.tsx';
import { useCommand } from '../commands/context.ts';
import { IconButton } from '../parts/Button.tsx';
import { TabNames } from '../parts/TabNames.tsx';
import { useOpenShot, useRestingFrame, useShot, useView } from '../session/open-shot.ts';
import type { ViewState } from '../session/view-state.ts';
import { DrawingCard } from './DrawingCard.tsx';

/** Held so many frames, and longer and shorter. */
function Held() {
  const frame = useRestingFrame();
  const layerId = useView((state) => state.layerId);
  const layer = useShot((shot) => shot.layers.find((each) => each.id === layerId));
  const longer = useCommand('hold-longer');
  const shorter = useCommand('hold-shorter');
  const placed = layer && shownExposure(layer.exposures, layer.afterLast, frame);
  if (!placed?.exposure.cell) return null;
  return (
    <span className="flex items-center gap-0.5 whitespace-nowrap">
      <IconButton label={shorter.name} keys={shorter.keys} onClick={shorter.run} disabled={placed.exposure.frames < 2}>
        <Minus size={14} />
      </IconButton>
      <span className="font-mono tabular">held {placed.exposure.frames}</span>
      <IconButton label={longer.name} keys={longer.keys} onClick={longer.run}>
        <Plus size={14} />
      </IconButton>
    </span>
  );
}

/** Beside the Roll: the drawing in hand, or the timing chart it lies on. */
export function RollCard() {
  const { view } = useOpenShot();
  const card = useView((state) => state.rollCard);
  return (
    <Tabs.Root
      value={card}
      onValueChange={(next) => view.setState({ rollCard: next as ViewState['rollCard'] })}
      className="flex w-[18.5rem] shrink-0 flex-col gap-1.5 border-l border-rule px-2.5 py-2 text-sm"
    >
      <div className="flex h-7 items-center justify-between">
        <TabNames
          label="Beside the Roll"
          tabs={[
            ['drawing', 'Drawing'],
            ['chart', 'Timing chart'],
          ]}
        />
        {card === 'drawing' ? <Held /> : <ChartInWords />}
      </div>
      <Tabs.Content value="drawing">
        <DrawingCard />
      </Tabs.Content>
      <Tabs.Content value="chart">
        <ChartCard />
      </Tabs.Content>
    </Tabs.Root>
  );
}
