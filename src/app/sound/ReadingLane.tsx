import { ContextMenu } from 'radix-ui';
import { type PointerEvent, useRef, useState } from 'react';
import { useStore } from 'zustand';
import { writtenRows } from '../../core/mouths/index.ts';
import {
  isDoubt,
  isLongVowel,
  moveBound,
  type ReadingRow,
  readingRows,
  removeSounds,
} from '../../core/reading/index.ts';
import { findClip, newId } from '../../core/shot/index.ts';
import { beginEntry } from '../commands/begin-entry.ts';
import { useCommands } from '../commands/context.ts';
import { goToFrame } from '../commands/play.ts';
import { readAround } from '../commands/reading.ts';
import { Hint } from '../parts/Button.tsx';
import { MENU_LOOK, type MenuEntry, MenuRows } from '../parts/Menu.tsx';
import { rem, useScale } from '../parts/scale.ts';
import { looks } from '../session/looks.ts';
import { useOpenShot, useShot } from '../session/open-shot.ts';
import { NOTE } from '../sheet/sheet-colours.ts';
import { HEAD, LANE, type Timeline } from './timeline.ts';

/** What is written needs so much room, pixels at 100 %: a sign of a letter or two may stand a little over its edges. */
const roomFor = ({ length }: string) => Math.min(9 * Math.max(1, length - 0.6), 6.8 * length + 3);

/** The track reading along time: bounds are dragged; a press goes there, a double press writes it anew. */
export function ReadingLane({ time }: { time: Timeline }) {
  const shot = useShot((each) => each.reading);
  useShot((each) => each.tracks);
  const { session } = useOpenShot();
  const rows = readingRows(session.shot);
  const way = useStore(looks.store, ({ reading }) => reading);
  const written = new Map(writtenRows(session.shot, way).map((text, i) => [rows[i], text]));
  const { fps } = session.shot;
  const shown = rows.filter(({ from, to }) => time.x(to) > -20 && time.x(from) < time.width + 20);
  const doubts = rows.filter(({ sound }) => isDoubt(sound.fit)).length;
  return (
    <div className="flex border-b border-rule bg-panel" style={{ height: rem(LANE) }}>
      <div
        className="flex shrink-0 flex-col justify-center border-r border-rule bg-lower px-2.5 text-sm"
        style={{ width: rem(HEAD) }}
      >
        <span className="font-medium">Track reading</span>
        <span className="text-xs text-second">
          {shot.length === 0 ? 'nothing read yet' : `${rows.length} sounds${doubts > 0 ? `, ${doubts} in doubt` : ''}`}
        </span>
      </div>
      <div className="relative min-w-0 flex-1 overflow-hidden" role="list" aria-label="Track reading">
        {shown.map((row, i) => (
          <SoundBox
            key={row.sound.id}
            row={row}
            written={written.get(row)!}
            room={time.x(wordEnd(shown, i, way === 'words')) - time.x(row.from)}
            time={time}
            long={isLongVowel(row, fps)}
            word={row.sound.word >= 0 && shown[i - 1]?.sound.word !== row.sound.word}
          />
        ))}
      </div>
    </div>
  );
}

/** The frame where a sound ends, or the last sound of its word. */
function wordEnd(rows: readonly ReadingRow[], at: number, whole: boolean): number {
  const { sound } = rows[at];
  let last = at;
  if (whole && sound.word >= 0)
    while (rows[last + 1]?.sound.word === sound.word && rows[last + 1].sound.clip === sound.clip) last++;
  return rows[last].to;
}

interface SoundBoxProps {
  row: ReadingRow;
  /** How its sound is written for this reader, and over how many pixels it may be written: a word over all of its sounds. */
  written: string;
  room: number;
  time: Timeline;
  long: boolean;
  /** It begins a word. */
  word: boolean;
}

function SoundBox({ row, written, room, time, long, word }: SoundBoxProps) {
  const { session } = useOpenShot();
  const commands = useCommands();
  const { sound } = row;
  const scale = useScale();
  const left = time.x(row.from);
  const width = Math.max(1, time.x(row.to) - left);
  const colour = NOTE[sound.colour];
  const doubt = isDoubt(sound.fit);
  const about = [
    sound.text,
    `frames ${(row.from + 1).toFixed(1)} to ${(row.to + 1).toFixed(1)}`,
    sound.fit === null ? 'written by hand' : doubt ? 'in doubt' : 'sure',
    sound.held ? 'beginning set by hand' : '',
    long ? 'a long vowel: the mouth may be stretched here' : '',
  ].filter(Boolean);
  const write = () =>
    beginEntry(commands, 'sound', sound.text, { frame: Math.floor(row.from + 1e-6), colour: sound.colour });
  const items: MenuEntry[] = [
    { name: 'Write it anew', run: write },
    null,
    {
      name: 'Rub it out',
      danger: true,
      run: () => session.change('rub out a sound', (shot) => removeSounds(shot, [sound.id])),
    },
  ];
  return (
    <ContextMenu.Root modal={false}>
      <Hint text={about.join(', ')}>
        <ContextMenu.Trigger asChild>
          <div
            role="listitem"
            data-sound={sound.text}
            className={`absolute inset-y-1 flex items-center border-l text-xs ${room > width ? 'z-[1] px-1' : 'justify-center overflow-hidden'}`}
            style={{
              left,
              width,
              color: colour,
              borderColor: colour,
              borderLeftWidth: sound.held ? 3 : word ? 2 : 1,
              background: `color-mix(in srgb, ${colour} ${doubt ? 4 : 12}%, transparent)`,
              borderBottom: long ? `2px solid ${colour}` : doubt ? `1px dashed ${colour}` : undefined,
            }}
            onPointerDown={(event) => {
              if (event.button === 0) goToFrame(commands, Math.floor(row.from + 1e-6));
            }}
            onDoubleClick={write}
          >
            {room >= scale * roomFor(written) && (
              <span className="pointer-events-none whitespace-nowrap font-mono font-medium">
                {written}
                {doubt && written && '?'}
              </span>
            )}
            <Bound row={row} which="from" time={time} />
            <Bound row={row} which="to" time={time} />
          </div>
        </ContextMenu.Trigger>
      </Hint>
      <ContextMenu.Portal>
        <ContextMenu.Content className={MENU_LOOK} collisionPadding={8} aria-label={`Sound ${sound.text}`}>
          <MenuRows items={items} kind="context" />
        </ContextMenu.Content>
      </ContextMenu.Portal>
    </ContextMenu.Root>
  );
}

/** An end of a sound, to be dragged. When a computed one is let go its neighbours are laid anew around it. */
function Bound({ row, which, time }: { row: ReadingRow; which: 'from' | 'to'; time: Timeline }) {
  const commands = useCommands();
  const { session } = useOpenShot();
  const drag = useRef<{ x: number; at: number; gesture: string; moved: boolean } | null>(null);
  const [held, setHeld] = useState(false);
  const width = Math.max(1, time.x(row.to) - time.x(row.from));
  const grip = Math.min(6, width / 3);
  const down = (event: PointerEvent) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    drag.current = { x: event.clientX, at: row[which], gesture: `bound ${newId()}`, moved: false };
    setHeld(true);
  };
  const move = (event: PointerEvent) => {
    const now = drag.current;
    if (!now) return;
    const to = now.at + (event.clientX - now.x) / time.scale;
    if (!now.moved && Math.abs(event.clientX - now.x) < 2) return;
    now.moved = true;
    session.change('set a bound', (shot) => moveBound(shot, row.sound.id, which, to), now.gesture);
  };
  const up = () => {
    const now = drag.current;
    drag.current = null;
    setHeld(false);
    if (!now?.moved || row.sound.clip === null) return;
    const found = findClip(session.shot, row.sound.clip);
    if (found) void readAround(commands, found.clip, now.gesture);
  };
  return (
    <span
      aria-hidden="true"
      data-bound={which}
      className={`absolute inset-y-0 cursor-ew-resize touch-none ${held ? 'bg-accent/40' : 'hover:bg-accent/25'}`}
      style={{ [which === 'from' ? 'left' : 'right']: 0, width: grip }}
      onPointerDown={down}
      onPointerMove={move}
      onPointerUp={up}
      onPointerCancel={up}
    />
  );
}
