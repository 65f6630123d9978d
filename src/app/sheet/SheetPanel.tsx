import Plus from 'lucide-react/icons/plus';
import Higher from 'lucide-react/icons/zoom-in';
import Lower from 'lucide-react/icons/zoom-out';
import { Tabs } from 'radix-ui';
import { cellName, countSpan, shownExposure, unusedDrawings } from '../../core/sheet/index.ts';
import type { Purpose } from '../../core/shot/index.ts';
import { useCommand, useCommands } from '../commands/context.ts';
import { addLayer } from '../commands/layers.ts';
import { commandItem } from '../commands/menu.ts';
import { Button, IconButton } from '../parts/Button.tsx';
import { later } from '../parts/later.tsx';
import { Menu } from '../parts/Menu.tsx';
import { TabNames } from '../parts/TabNames.tsx';
import { useOpenShot, usePlay, useRestingFrame, useShot, useView } from '../session/open-shot.ts';
import type { SheetCard } from '../session/slices/sheet.ts';
import { LayerList } from './LayerList.tsx';
import { SheetBody } from './SheetBody.tsx';

const TimingCard = later(async () => ({ default: (await import('./TimingCard.tsx')).TimingCard }));
const NotesCard = later(async () => ({ default: (await import('./NotesCard.tsx')).NotesCard }));
const MovesCard = later(async () => ({ default: (await import('../moves/MovesCard.tsx')).MovesCard }));
const LookCard = later(async () => ({ default: (await import('../moves/LookCard.tsx')).LookCard }));
const TrayCard = later(async () => ({ default: (await import('./TrayCard.tsx')).TrayCard }));
const PartsCard = later(async () => ({ default: (await import('../parts-tray/PartsCard.tsx')).PartsCard }));

const NEW_LAYERS: [string, Purpose][] = [
  ['Rough', 'rough'],
  ['Clean', 'clean'],
  ['Effect', 'effect'],
  ['Mouth', 'mouth'],
  ['Background', 'background'],
];

/** The sheet with its layers: frames run down, layers across, sound beside; the cards for layers, timing, notes below. */
export function SheetPanel() {
  return (
    <section aria-label="Sheet" className="@container/sheet flex h-full min-h-0 bg-panel">
      <div className="flex min-h-0 min-w-0 flex-1 flex-col @min-[37.5rem]/sheet:flex-row">
        <div className="flex min-h-0 min-w-0 flex-1 flex-col">
          <SheetHead />
          <SheetBody />
        </div>
        <Cards />
      </div>
    </section>
  );
}

const plural = (count: number, one: string) => `${count} ${one}${count === 1 ? '' : 's'}`;

function SheetHead() {
  const frame = useRestingFrame();
  const layerId = useView((state) => state.layerId);
  const selection = useView((state) => state.selection);
  const lower = useCommand('rows-lower');
  const higher = useCommand('rows-higher');
  const says = useShot((shot) => {
    if (selection) {
      const { drawings, frames } = countSpan(shot, selection);
      const layers = selection.layers.length > 1 ? ` · ${selection.layers.length} layers` : '';
      return `${plural(drawings, 'drawing')}, ${plural(frames, 'frame')}${layers}`;
    }
    const layer = shot.layers.find((each) => each.id === layerId);
    if (!layer) return 'no layer';
    const cell = shownExposure(layer.exposures, layer.afterLast, frame)?.exposure.cell;
    const what = cell ? `${cell.kind === 'drawing' ? 'drawing ' : ''}${cellName(shot, cell)}` : 'empty';
    return `${layer.name} · ${what}`;
  });
  return (
    <div className="flex h-[2.125rem] shrink-0 items-center gap-2 border-b border-rule px-3">
      <h2 className="font-semibold">Sheet</h2>
      <output
        aria-label="Chosen"
        className={`truncate text-sm ${selection ? 'rounded-full bg-wash px-2 font-medium text-accent' : 'text-second'}`}
      >
        {says}
      </output>
      <span className="ml-auto flex items-center gap-1">
        <Played />
        <IconButton label={lower.name} keys={lower.keys} onClick={lower.run}>
          <Lower size={14} />
        </IconButton>
        <IconButton label={higher.name} keys={higher.keys} onClick={higher.run}>
          <Higher size={14} />
        </IconButton>
      </span>
    </div>
  );
}

function Cards() {
  const { view } = useOpenShot();
  const commands = useCommands();
  const card = useView((state) => state.sheetCard);
  const layerId = useView((state) => state.layerId);
  const unused = useShot((shot) => unusedDrawings(shot, layerId).length);
  const notes = useShot((shot) => shot.notes.length);
  const tabs: [SheetCard, string][] = [
    ['layers', 'Layers'],
    ['timing', 'Timing'],
    ['moves', 'Moves'],
    ['look', 'Look'],
    ['notes', notes > 0 ? `Notes ${notes}` : 'Notes'],
    ['tray', unused > 0 ? `Tray ${unused}` : 'Tray'],
    ['parts', 'Parts'],
  ];
  return (
    <Tabs.Root
      value={card}
      onValueChange={(value) => view.setState({ sheetCard: value as SheetCard })}
      className="flex h-[36%] max-h-[18.75rem] min-h-[11.875rem] shrink-0 flex-col border-t border-rule bg-lower @min-[37.5rem]/sheet:h-full @min-[37.5rem]/sheet:max-h-none @min-[37.5rem]/sheet:w-[21.5rem] @min-[37.5rem]/sheet:border-t-0 @min-[37.5rem]/sheet:border-l"
    >
      <div className="@container flex h-8 shrink-0 items-center pr-1 pl-2">
        <TabNames
          label="Under the sheet"
          tabs={tabs}
          className="@max-[21.875rem]:mr-1 @max-[21.875rem]:grow @max-[21.875rem]:justify-between"
        />
        {card === 'layers' && (
          <Menu
            label="New layer"
            items={[
              ...NEW_LAYERS.map(([name, purpose]) => ({
                name: `${name}${purpose === 'rough' ? ' (guide, never delivered)' : ''}`,
                run: () => addLayer(commands, name, purpose),
              })),
              null,
              commandItem(commands, 'bring-picture'),
              commandItem(commands, 'bring-shot'),
              null,
              commandItem(commands, 'bundle-layers'),
            ]}
            trigger={
              <Button
                look="quiet"
                icon={<Plus size={15} />}
                className="ml-auto !px-1"
                aria-label="Add a layer"
                title="Add a layer"
              />
            }
          />
        )}
      </div>
      <Tabs.Content value="layers" className="flex min-h-0 flex-1 flex-col">
        <LayerList />
      </Tabs.Content>
      <Tabs.Content value="timing" className="min-h-0 flex-1 overflow-y-auto">
        <TimingCard />
      </Tabs.Content>
      <Tabs.Content value="moves" className="min-h-0 flex-1 overflow-y-auto">
        <MovesCard />
      </Tabs.Content>
      <Tabs.Content value="look" className="min-h-0 flex-1 overflow-y-auto">
        <LookCard />
      </Tabs.Content>
      <Tabs.Content value="notes" className="min-h-0 flex-1 overflow-y-auto">
        <NotesCard />
      </Tabs.Content>
      <Tabs.Content value="tray" className="min-h-0 flex-1 overflow-y-auto">
        <TrayCard />
      </Tabs.Content>
      <Tabs.Content value="parts" className="min-h-0 flex-1 overflow-y-auto">
        <PartsCard />
      </Tabs.Content>
    </Tabs.Root>
  );
}

/** How playing goes: frames a second that reach the screen, and how many were passed over. */
function Played() {
  const { state, ready, needed, achieved, dropped } = usePlay((play) => play);
  if (state === 'rest' && achieved === 0) return null;
  if (state === 'ready') {
    return (
      <output aria-label="Playing" className="font-mono text-xs whitespace-nowrap text-second tabular">
        getting ready {Math.min(ready, needed)}/{needed}
      </output>
    );
  }
  return (
    <output
      aria-label="Playing"
      data-dropped={dropped}
      className={`font-mono text-xs whitespace-nowrap tabular ${dropped > 0 ? 'text-attention' : 'text-second'}`}
    >
      {achieved.toFixed(1)} fps · {dropped} dropped
    </output>
  );
}
