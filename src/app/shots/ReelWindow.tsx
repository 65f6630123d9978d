import { closestCenter, DndContext, type DragEndEvent } from '@dnd-kit/core';
import { arrayMove, SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import Grip from 'lucide-react/icons/grip-vertical';
import X from 'lucide-react/icons/x';
import { useState } from 'react';
import { FORMATS, formatOf, reelInWords, reelSays } from '../../core/export/index.ts';
import { LIMITS, lengthInWords } from '../../core/shot/index.ts';
import type { ShotRow } from '../../store/index.ts';
import { Chooser, NumberBox } from '../export/Group.tsx';
import { say } from '../frame/saying.ts';
import { Button, IconButton } from '../parts/Button.tsx';
import { sentence } from '../parts/files.ts';
import { useSortSensors } from '../parts/sort-sensors.ts';
import { Tick } from '../parts/Tick.tsx';
import { Window } from '../parts/Window.tsx';
import { deliverReel } from './reel-order.ts';

const FORMATS_OF_REELS = FORMATS.filter(({ reel }) => reel);

/** The shots of the reel in their order; dragged, moved by keys, taken out. */
function ReelShot({ row, onRemove }: { row: ShotRow; onRemove(): void }) {
  const { attributes, listeners, setNodeRef, transform, transition } = useSortable({ id: row.id });
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className="flex h-8 items-center gap-1 rounded-md border border-rule bg-field pr-1"
    >
      <button
        type="button"
        {...attributes}
        {...listeners}
        aria-label={`Move ${row.title}`}
        className="flex h-8 w-5 cursor-grab items-center justify-center text-second"
      >
        <Grip size={14} />
      </button>
      <span className="min-w-0 flex-1 truncate">{row.title}</span>
      <span className="font-mono text-sm tabular text-second">{lengthInWords(row.length, row.fps)}</span>
      <IconButton label={`Take ${row.title} out`} onClick={onRemove}>
        <X size={14} />
      </IconButton>
    </li>
  );
}

/** Several shots joined into one file. */
export default function ReelWindow({ rows, onClose }: { rows: ShotRow[]; onClose(): void }) {
  const [order, setOrder] = useState<string[]>([]);
  const [title, setTitle] = useState('Reel');
  const [formatId, setFormat] = useState('mp4');
  const [size, setSize] = useState<{ width: number; height: number; fps: number } | null>(null);
  const sensors = useSortSensors(4);
  const chosen = order.flatMap((id) => rows.find((row) => row.id === id) ?? []);
  const [first] = chosen;
  // Until another is chosen the reel is as its first shot.
  const { width, height, fps } = size ?? first ?? { width: 1920, height: 1080, fps: 24 };
  const wishes = { title: title.trim() || 'Reel', width, height, fps };
  const format = formatOf(FORMATS_OF_REELS.find(({ id }) => id === formatId)?.id ?? 'mp4');
  const says = reelSays(chosen, wishes);
  const longest = format.needs?.longest ?? LIMITS.maxSide;
  const fits = [width, height].every((side) => Number.isInteger(side) && side >= 16 && side <= longest);
  const fault = !fits
    ? `Width and height are whole numbers from 16 to ${longest}.`
    : !(Number.isInteger(fps) && fps >= 1 && fps <= LIMITS.maxFps)
      ? `The rate is a whole number from 1 to ${LIMITS.maxFps}.`
      : '';
  const dropped = ({ active, over }: DragEndEvent) => {
    if (!over) return;
    setOrder((old) => arrayMove(old, old.indexOf(String(active.id)), old.indexOf(String(over.id))));
  };
  const write = () => {
    void deliverReel(order, format, wishes).catch((error) => say(sentence(error)));
    onClose();
  };
  return (
    <Window
      open
      onOpenChange={onClose}
      title="Reel"
      about="Several shots one after another in one file, with their sounds. A cut is a cut."
      width="w-[45rem]"
    >
      <div className="grid grid-cols-2 gap-5">
        <section aria-label="Shots of the shelf" className="flex min-h-0 flex-col gap-1">
          <h3 className="font-semibold">On the shelf</h3>
          <ul className="flex max-h-72 flex-col overflow-y-auto rounded-md border border-rule bg-field p-1">
            {rows.map((row) => (
              <li key={row.id}>
                <Tick
                  label={row.title}
                  className="rounded px-1.5 hover:bg-wash"
                  checked={order.includes(row.id)}
                  onChange={(on) => setOrder((old) => (on ? [...old, row.id] : old.filter((id) => id !== row.id)))}
                >
                  <span className="min-w-0 flex-1 truncate">{row.title}</span>
                  <span className="text-sm text-second">
                    {row.width} x {row.height}
                  </span>
                </Tick>
              </li>
            ))}
          </ul>
        </section>
        <section aria-label="Shots of the reel" className="flex min-h-0 flex-col gap-1">
          <h3 className="font-semibold">In the reel, in this order</h3>
          {chosen.length === 0 ? (
            <p className="rounded-md border border-dashed border-rule px-3 py-6 text-center text-sm text-second">
              Tick shots on the left; they come here in the order they are ticked.
            </p>
          ) : (
            <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={dropped}>
              <SortableContext items={order} strategy={verticalListSortingStrategy}>
                <ul aria-label="Order of the reel" className="flex max-h-72 flex-col gap-1 overflow-y-auto">
                  {chosen.map((row) => (
                    <ReelShot
                      key={row.id}
                      row={row}
                      onRemove={() => setOrder((old) => old.filter((id) => id !== row.id))}
                    />
                  ))}
                </ul>
              </SortableContext>
            </DndContext>
          )}
        </section>
      </div>
      <div className="mt-4 flex items-end gap-3">
        <label className="flex flex-[2] flex-col gap-0.5 text-sm text-second">
          Name
          <input
            aria-label="Name of the reel"
            className="h-8 rounded-md border border-edge bg-field px-2 text-base text-ink"
            maxLength={LIMITS.maxTitle}
            value={title}
            onChange={(event) => setTitle(event.target.value)}
          />
        </label>
        <NumberBox label="Width" value={width} onChange={(next) => setSize({ width: next, height, fps })} />
        <NumberBox label="Height" value={height} onChange={(next) => setSize({ width, height: next, fps })} />
        <NumberBox label="Frames a second" value={fps} onChange={(next) => setSize({ width, height, fps: next })} />
      </div>
      <div className="mt-3">
        <Chooser
          label="Written as"
          value={format.id}
          of={FORMATS_OF_REELS.map(({ id, name }) => [id, name] as const)}
          onChange={setFormat}
        />
      </div>
      {says.length > 0 && (
        <ul aria-label="What is fitted" className="mt-3 text-sm text-attention">
          {says.map((each) => (
            <li key={each}>{each}</li>
          ))}
        </ul>
      )}
      <div className="mt-4 flex items-center gap-2">
        <p className="flex-1 text-sm text-second" role={fault ? 'alert' : undefined}>
          {fault || (chosen.length > 0 ? reelInWords(chosen, fps) : 'No shots yet')}
        </p>
        <Button onClick={onClose}>Cancel</Button>
        <Button look="main" disabled={chosen.length === 0 || fault !== ''} onClick={write}>
          Write the reel
        </Button>
      </div>
    </Window>
  );
}
