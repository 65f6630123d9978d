import { closestCenter, DndContext, type DragEndEvent, DragOverlay } from '@dnd-kit/core';
import { SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { useEffect, useRef, useState } from 'react';
import { createPortal } from 'react-dom';
import { moveSwatch, nameSwatch } from '../../core/paint/index.ts';
import { type Palette, type Swatch, usesOn } from '../../core/shot/index.ts';
import { useCommands } from '../commands/context.ts';
import { Hint } from '../parts/Button.tsx';
import { NameInput } from '../parts/NameInput.tsx';
import { useSortSensors } from '../parts/sort-sensors.ts';
import { useOpenShot, useShot, useView } from '../session/open-shot.ts';
import { chipOf } from './chip.ts';
import { dropSwatch } from './drop-swatch.ts';
import { SwatchCard } from './SwatchCard.tsx';

/** The swatches in their groups: dragged among each other they change places, dragged onto the paper they pour. */
export function SwatchList({ palette }: { palette: Palette }) {
  const { session } = useOpenShot();
  const commands = useCommands();
  const [dragged, setDragged] = useState<Swatch | null>(null);
  const drawings = useShot((shot) => shot.drawings);
  const uses = usesOn(Object.values(drawings));
  const sensors = useSortSensors(5, true);
  // Where the pen is let go itself: what is dragged may be a step behind it.
  const lifted = useRef({ x: -1, y: -1 });
  useEffect(() => {
    const follow = ({ clientX, clientY }: PointerEvent) => {
      lifted.current = { x: clientX, y: clientY };
    };
    addEventListener('pointerup', follow, { capture: true });
    return () => removeEventListener('pointerup', follow, { capture: true });
  }, []);
  const dropped = ({ active, over }: DragEndEvent) => {
    setDragged(null);
    if (dropSwatch(commands, String(active.id), lifted.current)) return;
    if (!over || active.id === over.id) return;
    session.change('order of swatches', (draft) => moveSwatch(draft, String(active.id), String(over.id)));
  };
  const { swatches } = palette;
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragStart={({ active }) => setDragged(swatches.find(({ id }) => id === active.id) ?? null)}
      onDragCancel={() => setDragged(null)}
      onDragEnd={dropped}
      // Over the paper nothing must scroll away under the pen.
      autoScroll={false}
    >
      <SortableContext items={swatches.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
        <ul aria-label="Swatches" className="min-h-0 flex-1 overflow-y-auto p-2">
          {swatches.map((swatch, i) => (
            <li key={swatch.id}>
              {swatch.group !== (swatches[i - 1]?.group ?? '') && (
                <h3 className="px-1.5 pt-2 pb-0.5 text-xs font-semibold text-second">
                  {swatch.group || 'without a group'}
                </h3>
              )}
              <SwatchRow
                swatch={swatch}
                paletteId={palette.id}
                used={uses.has(swatch.id) ? uses.get(swatch.id)!.strokes + uses.get(swatch.id)!.areas : 0}
              />
            </li>
          ))}
        </ul>
      </SortableContext>
      {createPortal(
        <DragOverlay dropAnimation={null}>
          {dragged && <div className="h-6 w-9 rounded border border-ink/40 shadow-lg" style={chipOf(dragged)} />}
        </DragOverlay>,
        document.body,
      )}
    </DndContext>
  );
}

function SwatchRow({ swatch, paletteId, used }: { swatch: Swatch; paletteId: string; used: number }) {
  const { session, view } = useOpenShot();
  const inHand = useView((state) => state.swatch === swatch.id);
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id: swatch.id });
  return (
    <div
      ref={setNodeRef}
      data-swatch={swatch.name}
      style={{ transform: CSS.Translate.toString(transform), transition, opacity: isDragging ? 0.4 : 1 }}
      className={`flex h-9 items-center gap-2 rounded-md px-1.5 ${inHand ? 'bg-wash' : 'hover:bg-lower'}`}
      onPointerDown={() => view.setState({ swatch: swatch.id })}
    >
      <SwatchCard swatch={swatch} paletteId={paletteId}>
        <Hint text="Press for its colour; drag onto a region to pour, or along the list">
          <button
            type="button"
            {...attributes}
            {...listeners}
            aria-label={`Colour of ${swatch.name}`}
            className="h-6 w-9 shrink-0 cursor-grab touch-none rounded border border-ink/30"
            style={chipOf(swatch)}
          />
        </Hint>
      </SwatchCard>
      <NameInput
        label={`Name of swatch ${swatch.name}`}
        className={`h-7 min-w-0 flex-1 ${inHand ? 'font-semibold' : ''}`}
        value={swatch.name}
        onDone={(name) => session.change('name swatch', (draft) => nameSwatch(draft, swatch.id, { name }))}
      />
      <Hint text={used === 0 ? 'No line and no area has it' : `${used} lines and areas have it`}>
        <span
          className={`text-right text-xs whitespace-nowrap tabular ${used === 0 ? 'text-second italic' : 'font-mono text-second'}`}
        >
          {used === 0 ? 'unused' : used}
        </span>
      </Hint>
      <span className="w-[3.625rem] font-mono text-xs text-second">{swatch.colour}</span>
    </div>
  );
}
