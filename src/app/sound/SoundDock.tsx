import { Tabs } from 'radix-ui';
import { TabNames } from '../parts/TabNames.tsx';
import { useOpenShot, useView } from '../session/open-shot.ts';
import type { SoundCard } from '../session/slices/sound.ts';
import { ClipCard } from './ClipCard.tsx';
import { FoleyCard } from './FoleyCard.tsx';
import { ReadingCard } from './ReadingCard.tsx';
import { RecordCard } from './RecordCard.tsx';

const TABS: [SoundCard, string][] = [
  ['clip', 'Clip'],
  ['reading', 'Words and reading'],
  ['foley', 'Foley shelf'],
  ['record', 'Record'],
];

/** What is done with sound, under the tracks. */
export function SoundDock() {
  const { view } = useOpenShot();
  const card = useView((state) => state.soundCard);
  return (
    <Tabs.Root
      value={card}
      onValueChange={(value) => view.setState({ soundCard: value as SoundCard })}
      className="flex h-[13.875rem] shrink-0 flex-col border-t border-rule bg-lower"
    >
      <TabNames label="Under the tracks" tabs={TABS} className="h-8 shrink-0 items-center px-2" />
      {TABS.map(([id]) => (
        <Tabs.Content key={id} value={id} className="min-h-0 flex-1 overflow-y-auto bg-panel">
          {id === 'clip' && <ClipCard />}
          {id === 'reading' && <ReadingCard />}
          {id === 'foley' && <FoleyCard />}
          {id === 'record' && <RecordCard />}
        </Tabs.Content>
      ))}
    </Tabs.Root>
  );
}
