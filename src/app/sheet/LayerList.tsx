import { closestCenter, DndContext, type DragEndEvent } from '@dnd-kit/core';
import { SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import More from 'lucide-react/icons/ellipsis';
import Eye from 'lucide-react/icons/eye';
import EyeOff from 'lucide-react/icons/eye-off';
import Grip from 'lucide-react/icons/grip-vertical';
import Lock from 'lucide-react/icons/lock';
import LockOpen from 'lucide-react/icons/lock-open';
import { memo, useMemo, useState } from 'react';
import { bundleOf, layerOf, moveLayer, pictureOf, progressInWords } from '../../core/sheet/index.ts';
import { AFTER_LAST, type Layer, newId, type Shot } from '../../core/shot/index.ts';
import { FoundCount } from '../checks/FoundCount.tsx';
import { useCommands } from '../commands/context.ts';
import { commandItem } from '../commands/menu.ts';
import { AFTER_WORDS } from '../commands/retime.ts';
import { IconButton } from '../parts/Button.tsx';
import { Menu } from '../parts/Menu.tsx';
import { NameInput } from '../parts/NameInput.tsx';
import { Slide } from '../parts/Slide.tsx';
import { useSortSensors } from '../parts/sort-sensors.ts';
import { useOpenShot, useShot, useView } from '../session/open-shot.ts';

/** Ids from the top of the stack down. */
const orderOf = (shot: Shot) =>
  shot.layers
    .map(({ id }) => id)
    .reverse()
    .join();

/** The stack of layers, top first: order, name, see, lock, fade, guide. */
export function LayerList() {
  const { session } = useOpenShot();
  const order = useShot(orderOf);
  const ids = useMemo(() => order.split(',').filter(Boolean), [order]);
  const sensors = useSortSensors(4);
  const dropped = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const to = session.shot.layers.findIndex((layer) => layer.id === over.id);
    session.change('order of layers', (draft) => moveLayer(draft, String(active.id), to));
  };
  return (
    <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={dropped}>
      <SortableContext items={ids} strategy={verticalListSortingStrategy}>
        <ul aria-label="Layers" className="min-h-0 flex-1 overflow-y-auto px-2 pb-2">
          {ids.map((id) => (
            <LayerRow key={id} id={id} />
          ))}
        </ul>
      </SortableContext>
    </DndContext>
  );
}

/** What a row shows of its layer, in one word: a retimed layer's row is not drawn anew. */
function rowOf(shot: Shot, id: string): string {
  const layer = shot.layers.find((each) => each.id === id);
  if (!layer) return '';
  const { name, visible, locked, guide, opacity, afterLast } = layer;
  return `${name}|${visible}|${locked}|${guide}|${opacity}|${afterLast}|${progressInWords(shot, id)}`;
}

const LayerRow = memo(function LayerRow({ id }: { id: string }) {
  const { session, view } = useOpenShot();
  const commands = useCommands();
  useShot((shot) => rowOf(shot, id));
  const only = useShot((shot) => shot.layers.length < 2);
  const inHand = useView((state) => state.layerId === id);
  const { attributes, listeners, setNodeRef, transform, transition } = useSortable({ id });
  const [fading, setFading] = useState<{ value: number; gesture: string } | null>(null);
  const layer = session.shot.layers.find((each) => each.id === id);
  if (!layer) return null;
  const edit = (label: string, recipe: (draft: Layer) => void, gesture = '') =>
    session.change(label, (shot) => recipe(layerOf(shot, id)), gesture);
  const take = () => view.setState({ layerId: id });
  const command = (command: string) => ({ ...commandItem(commands, command, take), disabled: false });
  const opacity = fading?.value ?? Math.round(layer.opacity * 100);
  const badge = layer.guide ? 'guide' : progressInWords(session.shot, id);
  return (
    <li
      ref={setNodeRef}
      data-layer-row={id}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={`@container flex h-7 items-center gap-0.5 rounded-md pr-0.5 ${inHand ? 'bg-wash' : 'hover:bg-panel'}`}
      onPointerDown={(event) => {
        // The buttons of a row do their own thing without taking the layer in hand.
        if (!(event.target as HTMLElement).closest('button')) take();
      }}
    >
      <button
        type="button"
        {...attributes}
        {...listeners}
        aria-label={`Move ${layer.name}`}
        className="flex h-7 w-6 shrink-0 cursor-grab items-center justify-center text-second"
      >
        <Grip size={13} />
      </button>
      <IconButton
        label={layer.visible ? `Hide ${layer.name}` : `Show ${layer.name}`}
        aria-pressed={layer.visible}
        onClick={() => edit('show or hide layer', (each) => void (each.visible = !each.visible))}
      >
        {layer.visible ? <Eye size={15} /> : <EyeOff size={15} className="text-attention" />}
      </IconButton>
      <IconButton
        label={layer.locked ? `Unlock ${layer.name}` : `Lock ${layer.name}`}
        aria-pressed={layer.locked}
        onClick={() => edit('lock layer', (each) => void (each.locked = !each.locked))}
      >
        {layer.locked ? (
          <Lock size={14} className="text-attention" />
        ) : (
          <LockOpen size={14} className="text-second/70" />
        )}
      </IconButton>
      <NameInput
        label={`Name of layer ${layer.name}`}
        className={`h-6 flex-1 text-sm ${inHand ? 'font-semibold' : ''}`}
        value={layer.name}
        onDone={(name) => edit('name layer', (each) => void (each.name = name))}
      />
      <FoundCount layer={id} />
      {badge && (
        <span className="rounded-full border border-rule bg-panel px-1.5 text-xs whitespace-nowrap text-second @max-[18.75rem]:hidden">
          {badge}
        </span>
      )}
      <Slide
        label={`Opacity of ${layer.name}`}
        words={`${opacity} per cent`}
        value={opacity}
        min={0}
        max={100}
        width="w-11"
        onChange={(value) => {
          const gesture = fading?.gesture ?? `fade ${newId()}`;
          setFading({ value, gesture });
          edit('fade layer', (each) => void (each.opacity = value / 100), gesture);
        }}
        onDone={() => setFading(null)}
      />
      <Menu
        label={`What to do with ${layer.name}`}
        trigger={
          <IconButton label={`More for ${layer.name}`}>
            <More size={15} />
          </IconButton>
        }
        items={[
          {
            ...command('guide-layer'),
            name: layer.guide ? 'Deliver it (no guide)' : 'Make it a guide, never delivered',
          },
          command('layer-alone'),
          command('layer-alone-too'),
          command('trace-over'),
          command('duplicate-layer'),
          {
            name: 'Moves',
            items: [
              command('layer-box'),
              command('set-place'),
              ...(layer.moves ? [null, command('space-move'), command('space-moves'), command('read-moves')] : []),
            ],
          },
          {
            name: 'Bundle',
            items: [
              command('bundle-layers'),
              ...(bundleOf(session.shot, layer)
                ? [command('open-bundle'), command('bundle-again'), command('take-apart')]
                : []),
            ],
          },
          ...(layer.purpose !== 'reference' && pictureOf(layer) ? [command('newer-picture')] : []),
          { ...command('merge-down'), disabled: only },
          command('fold-column'),
          null,
          ...AFTER_LAST.map((each) => ({
            name: `${layer.afterLast === each ? '✓ ' : ''}After the last drawing: ${AFTER_WORDS[each]}`,
            run: () => void edit('after the last drawing', (draft) => void (draft.afterLast = each)),
          })),
          null,
          command('layer-up'),
          command('layer-down'),
          null,
          { ...command('remove-layer'), danger: true, disabled: only },
        ]}
      />
    </li>
  );
});
