import { closestCenter, DndContext, type DragEndEvent, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import More from 'lucide-react/icons/ellipsis';
import Eye from 'lucide-react/icons/eye';
import EyeOff from 'lucide-react/icons/eye-off';
import Grip from 'lucide-react/icons/grip-vertical';
import Lock from 'lucide-react/icons/lock';
import LockOpen from 'lucide-react/icons/lock-open';
import Plus from 'lucide-react/icons/plus';
import { memo, useMemo, useState } from 'react';
import { layerOf, moveLayer } from '../../core/sheet/index.ts';
import { AFTER_LAST, type AfterLast, type Layer, newId, type Purpose } from '../../core/shot/index.ts';
import { useCommands } from '../commands/context.ts';
import { commandOf } from '../commands/index.ts';
import { keyHint } from '../commands/keyboard.ts';
import { addLayer } from '../commands/sheet.ts';
import { Button, IconButton } from '../parts/Button.tsx';
import { Menu, type MenuItem } from '../parts/Menu.tsx';
import { NameInput } from '../parts/NameInput.tsx';
import { Slide } from '../parts/Slide.tsx';
import { useOpenShot, useShot, useView } from '../session/open-shot.ts';
import { columns } from './geometry.ts';

const NEW_LAYERS: [string, Purpose][] = [
  ['Rough', 'rough'],
  ['Clean', 'clean'],
  ['Effect', 'effect'],
  ['Background', 'background'],
];
const AFTER_NAMES: Record<AfterLast, string> = {
  holds: 'holds',
  clears: 'clears',
  repeats: 'repeats',
  'back-and-forth': 'goes back and forth',
};

/** The stack of layers, top first: order, name, see, lock, fade, guide. */
export function LayerList() {
  const { session } = useOpenShot();
  const commands = useCommands();
  const stack = useShot((shot) => shot.layers);
  const layers = useMemo(() => columns(stack), [stack]);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  const dropped = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const to = stack.findIndex((layer) => layer.id === over.id);
    session.change('order of layers', (draft) => moveLayer(draft, String(active.id), to));
  };
  return (
    <section aria-label="Layers" className="flex max-h-[36%] shrink-0 flex-col border-t border-rule bg-lower">
      <div className="flex h-8 items-center px-3">
        <h3 className="text-sm font-semibold">Layers</h3>
        <Menu
          label="New layer"
          items={NEW_LAYERS.map(([name, purpose]) => ({
            name: `${name}${purpose === 'rough' ? ' (guide, never delivered)' : ''}`,
            run: () => addLayer(commands, name, purpose),
          }))}
          trigger={
            <Button look="quiet" icon={<Plus size={14} />} className="ml-auto">
              Add a layer
            </Button>
          }
        />
      </div>
      <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={dropped}>
        <SortableContext items={layers} strategy={verticalListSortingStrategy}>
          <ul className="min-h-0 overflow-y-auto px-2 pb-2">
            {layers.map((layer) => (
              <LayerRow key={layer.id} layer={layer} />
            ))}
          </ul>
        </SortableContext>
      </DndContext>
    </section>
  );
}

const LayerRow = memo(function LayerRow({ layer }: { layer: Layer }) {
  const { session, view } = useOpenShot();
  const commands = useCommands();
  const inHand = useView((state) => state.layerId === layer.id);
  const { attributes, listeners, setNodeRef, transform, transition } = useSortable({ id: layer.id });
  const [fading, setFading] = useState<{ value: number; gesture: string } | null>(null);
  const edit = (label: string, recipe: (draft: Layer) => void, gesture = '') =>
    session.change(label, (shot) => recipe(layerOf(shot, layer.id)), gesture);
  const command = (id: string): MenuItem => ({
    name: commandOf(id).name,
    keys: keyHint(commandOf(id)),
    run: () => {
      view.setState({ layerId: layer.id });
      commandOf(id).run(commands);
    },
  });
  const opacity = fading?.value ?? Math.round(layer.opacity * 100);
  return (
    <li
      ref={setNodeRef}
      data-layer-row={layer.id}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={`flex h-7 items-center gap-0.5 rounded-md pr-0.5 ${inHand ? 'bg-wash' : 'hover:bg-panel'}`}
      onPointerDown={(event) => {
        // The buttons of a row do their own thing without taking the layer in hand.
        if (!(event.target as HTMLElement).closest('button')) view.setState({ layerId: layer.id });
      }}
    >
      <button
        type="button"
        {...attributes}
        {...listeners}
        aria-label={`Move ${layer.name}`}
        className="flex h-7 w-4 cursor-grab items-center text-second"
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
      {layer.guide && (
        <span className="rounded-full border border-rule bg-panel px-1.5 text-xs whitespace-nowrap text-second">
          guide
        </span>
      )}
      <Slide
        label={`Opacity of ${layer.name}`}
        words={`${opacity} per cent`}
        value={opacity}
        min={0}
        max={100}
        width="w-14"
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
          command('trace-over'),
          null,
          ...AFTER_LAST.map((each) => ({
            name: `${layer.afterLast === each ? '✓ ' : ''}After the last drawing: ${AFTER_NAMES[each]}`,
            run: () => void edit('after the last drawing', (draft) => void (draft.afterLast = each)),
          })),
          null,
          command('layer-up'),
          command('layer-down'),
          null,
          { ...command('remove-layer'), danger: true, disabled: session.shot.layers.length < 2 },
        ]}
      />
    </li>
  );
});
