import { useEffect, useRef } from 'react';
import { useCommands } from '../commands/context.ts';
import { takeEntry } from '../commands/entries.ts';
import { isPressed } from '../parts/draft.ts';
import { rem } from '../parts/scale.ts';
import { useOpenShot, useView } from '../session/open-shot.ts';
import type { Entry } from '../session/slices/sheet.ts';
import { FRAME_COLUMN, HEAD, type SheetLayout } from './geometry.ts';

const ABOUT: Record<Entry['kind'], string> = {
  hold: 'Frames to hold',
  drawing: 'Number or label of a drawing',
  label: 'Label of this drawing',
  note: 'Note',
  marker: 'Name of this frame',
  sound: 'Sound heard at this frame',
};

/** The little field on the sheet where holds, numbers, labels, notes and names are written. */
export function SheetEntry({ layout, rowHeight }: { layout: SheetLayout; rowHeight: number }) {
  const { view } = useOpenShot();
  const commands = useCommands();
  const entry = useView((state) => state.entry);
  const input = useRef<HTMLInputElement>(null);
  const kind = entry?.kind;
  useEffect(() => {
    if (kind) input.current?.focus({ preventScroll: true });
  }, [kind]);
  if (!entry) return null;
  const { frame, layerId, colour } = entry.at;
  const column = layout.columns.find(({ id }) => id === layerId);
  const beside = entry.kind === 'note' || entry.kind === 'marker' || entry.kind === 'sound';
  const wide = entry.kind === 'sound' ? 128 : beside ? 168 : entry.kind === 'label' ? 104 : 96;
  const left = beside ? FRAME_COLUMN : layout.frozen + (column?.left ?? 0) + (column?.width ?? 0) / 2 - wide / 2;
  const set = (next: Entry | null) => view.setState({ entry: next });
  // Words that were written are taken when the hand goes elsewhere; a number half typed is not.
  const leave = () => {
    if (entry.kind === 'note' || entry.kind === 'marker' || entry.kind === 'label') takeEntry(commands, entry);
    set(null);
  };
  const about =
    entry.kind === 'note' || entry.kind === 'sound'
      ? `${colour} ${entry.kind}`
      : entry.kind === 'marker'
        ? 'frame name'
        : entry.kind;
  return (
    <div
      className="absolute z-[8] flex items-center overflow-hidden rounded border-2 border-accent bg-field shadow-md"
      style={{
        top: rem(HEAD + frame * rowHeight + rowHeight / 2 - 13),
        left: rem(Math.max(2, left)),
        width: rem(wide),
        height: rem(26),
      }}
    >
      <span className="shrink-0 bg-wash px-1.5 text-xs leading-[1.375rem] whitespace-nowrap text-accent">{about}</span>
      <input
        ref={input}
        aria-label={ABOUT[entry.kind]}
        className="w-full min-w-0 px-1 font-mono text-sm outline-none"
        inputMode={entry.kind === 'hold' ? 'numeric' : 'text'}
        maxLength={entry.kind === 'note' ? 200 : 120}
        value={entry.text}
        onChange={(event) => set({ ...entry, text: event.target.value })}
        onBlur={leave}
        onKeyDown={(event) => {
          if (isPressed(event, 'Enter')) {
            event.preventDefault();
            set(takeEntry(commands, entry));
          } else if (isPressed(event, 'Escape')) {
            event.stopPropagation();
            set(null);
          }
        }}
      />
    </div>
  );
}
