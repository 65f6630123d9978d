import { closestCenter, DndContext, type DragEndEvent, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { horizontalListSortingStrategy, SortableContext, useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { ContextMenu } from 'radix-ui';
import { Fragment, memo } from 'react';
import { moveLayer } from '../../core/sheet/index.ts';
import type { Shot } from '../../core/shot/index.ts';
import { useCommand } from '../commands/context.ts';
import { Hint } from '../parts/Button.tsx';
import { MENU_LOOK, Menu } from '../parts/Menu.tsx';
import { rem } from '../parts/scale.ts';
import { useOpenShot, useShot, useView } from '../session/open-shot.ts';
import { takeTimingOver } from '../versions/versions.ts';
import { FRAME_COLUMN, HEAD, type SheetLayout } from './geometry.ts';
import { SheetMenu } from './SheetMenu.tsx';

/** What the heads say, in one word: they are not drawn anew for every retiming. */
const headsOf = (shot: Shot) => shot.layers.map(({ id, name, visible }) => `${id}${name}${visible}`).join();

/** The names over the columns: press to take a layer in hand, drag to put it elsewhere in the stack. */
export const SheetHeads = memo(function SheetHeads({
  layout,
  width,
  beside,
}: {
  layout: SheetLayout;
  width: number;
  /** What the timing is called that stands beside; empty: none does. */
  beside: string;
}) {
  const { session } = useOpenShot();
  useShot(headsOf);
  const { layers } = session.shot;
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  const dropped = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const to = session.shot.layers.findIndex(({ id }) => id === over.id);
    session.change('order of layers', (draft) => moveLayer(draft, String(active.id), to));
  };
  const label = 'flex items-center justify-center text-xs text-second';
  return (
    <div
      className="sticky top-0 z-10 flex border-b border-rule bg-panel text-sm"
      style={{ height: rem(HEAD), width: rem(Math.max(width, layout.width)) }}
    >
      <div className="sticky left-0 z-10 flex bg-panel">
        <span className={label} style={{ width: rem(FRAME_COLUMN) }}>
          fr
        </span>
        {layout.readingEnd > FRAME_COLUMN && (
          <span className={label} style={{ width: rem(layout.readingEnd - FRAME_COLUMN) }}>
            track
          </span>
        )}
        {layout.soundEnd > layout.readingEnd && (
          <span className={label} style={{ width: rem(layout.soundEnd - layout.readingEnd) }}>
            sound
          </span>
        )}
        {layout.frozen > layout.soundEnd && (
          <span className={label} style={{ width: rem(layout.frozen - layout.soundEnd) }}>
            notes
          </span>
        )}
      </div>
      <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={dropped}>
        <SortableContext items={layout.columns} strategy={horizontalListSortingStrategy}>
          {layout.columns.map((column) => {
            const layer = layers.find(({ id }) => id === column.id)!;
            if (!layer) return null;
            return (
              <Fragment key={column.id}>
                <Head {...column} name={layer.name} visible={layer.visible} />
                {column.beside > 0 && (
                  <BesideHead id={column.id} layer={layer.name} width={column.beside} name={beside} />
                )}
              </Fragment>
            );
          })}
        </SortableContext>
      </DndContext>
    </div>
  );
});

/** The head of another timing's column: what can be done with it. */
function BesideHead({ id, layer, name, width }: { id: string; layer: string; name: string; width: number }) {
  const open = useOpenShot();
  const version = useView((state) => state.beside?.name ?? name);
  const inTurn = useCommand('other-timing');
  const away = useCommand('version-beside');
  return (
    <Menu
      label={`Timing of ${layer} in ${name}`}
      trigger={
        <Hint text={`${layer} as it is timed in “${name}”`}>
          <button
            type="button"
            aria-label={`Timing of ${layer} in ${name}`}
            className="overflow-hidden border-r border-rule bg-lower text-xs leading-[1.1] text-second"
            style={{ width: rem(width), flex: 'none' }}
          >
            <span className="line-clamp-3 break-words">{name}</span>
          </button>
        </Hint>
      }
      items={[
        { name: `Take the timing of “${version}” over for “${layer}”`, run: () => takeTimingOver(open, id) },
        { name: inTurn.name, keys: inTurn.keys, run: inTurn.run },
        null,
        { name: 'Put it away', keys: away.keys, run: away.run },
      ]}
    />
  );
}

interface HeadProps {
  id: string;
  name: string;
  visible: boolean;
  width: number;
  folded: boolean;
}

const Head = memo(function Head({ id, name, visible, width, folded }: HeadProps) {
  const { view } = useOpenShot();
  const inHand = useView((state) => state.layerId === id);
  const { attributes, listeners, setNodeRef, transform, transition } = useSortable({ id });
  const take = () =>
    view.setState((state) => ({
      layerId: id,
      folded: folded ? state.folded.filter((each) => each !== id) : state.folded,
    }));
  return (
    <ContextMenu.Root modal={false}>
      <Hint text={folded ? `${name} (folded; press to open)` : name}>
        <ContextMenu.Trigger asChild>
          <button
            ref={setNodeRef}
            type="button"
            {...attributes}
            {...listeners}
            data-layer={id}
            data-name={name}
            data-folded={folded || undefined}
            aria-pressed={inHand}
            className={`touch-none overflow-hidden border-r border-rule text-xs leading-[1.15] tracking-tight ${inHand ? 'bg-wash font-medium text-accent' : ''} ${visible ? '' : 'text-second line-through'}`}
            style={{ width: rem(width), flex: 'none', transform: CSS.Translate.toString(transform), transition }}
            onClick={take}
            onContextMenu={() => view.setState({ layerId: id })}
          >
            {folded ? (
              <span className="block text-second">›</span>
            ) : (
              <span className="line-clamp-2 break-words">{name}</span>
            )}
          </button>
        </ContextMenu.Trigger>
      </Hint>
      <ContextMenu.Portal>
        <ContextMenu.Content className={MENU_LOOK} collisionPadding={8}>
          <SheetMenu of="head" />
        </ContextMenu.Content>
      </ContextMenu.Portal>
    </ContextMenu.Root>
  );
});
