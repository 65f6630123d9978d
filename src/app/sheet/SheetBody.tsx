import { ContextMenu } from 'radix-ui';
import { type PointerEvent, useEffect, useMemo, useRef, useState } from 'react';
import { runAt } from '../../core/sheet/index.ts';
import type { Shot } from '../../core/shot/index.ts';
import { useCommands } from '../commands/context.ts';
import { commandOf } from '../commands/index.ts';
import { keyHint } from '../commands/keyboard.ts';
import { MENU_LOOK, type MenuItem, menuRows } from '../parts/Menu.tsx';
import { useOpenShot, usePlay, useShot, useView } from '../session/open-shot.ts';
import {
  AFTER_END,
  columns,
  columnWidth,
  FRAME_COLUMN,
  FROZEN,
  HEAD,
  type Place,
  placeAt,
  SOUND_COLUMN,
} from './geometry.ts';
import { paintSheet } from './paint-sheet.ts';
import { gripAt, type SheetDrag, startDrag } from './sheet-pointer.ts';

const CURSORS = { scrub: 'default', length: 'ns-resize', slide: 'grab' } as const;
const MENU: (string | null)[] = [
  'new-drawing',
  'copy-as-new',
  'reuse',
  null,
  'hold-longer',
  'hold-shorter',
  'move-earlier',
  'move-later',
  null,
  'mark-key',
  'mark-breakdown',
  'mark-between',
  null,
  'range-from',
  'range-to',
  'range-all',
  null,
  'empty-cell',
  'close-up',
];

/** What the sheet says of the drawings, in one word. */
function labelsOf(shot: Shot): string {
  let all = '';
  for (const drawing of Object.values(shot.drawings)) all += `${drawing.number}${drawing.role[0]}`;
  return all;
}

/** The rows of the sheet: only those in sight are painted, so two thousand frames cost what forty do. */
export function SheetBody() {
  const { session, view, sound } = useOpenShot();
  const commands = useCommands();
  // The sheet shows all but the lines: it is painted anew when one of these changes, not for every line drawn.
  const stack = useShot((shot) => shot.layers);
  const tracks = useShot((shot) => shot.tracks);
  const length = useShot((shot) => shot.length);
  const fps = useShot((shot) => shot.fps);
  const labels = useShot(labelsOf);
  const frame = useView((state) => state.frame);
  const layerId = useView((state) => state.layerId);
  const playing = usePlay((play) => play.state === 'playing');
  // While playing only the row over the sheet moves; the sheet itself is not painted anew.
  const washed = playing ? -1 : frame;
  const range = useView((state) => state.range);
  const rowHeight = useView((state) => state.rowHeight);
  const scroller = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const drag = useRef<SheetDrag | null>(null);
  const [room, setRoom] = useState({ width: 340, height: 400 });
  const [waves, setWaves] = useState(0);
  const width = columnWidth(room.width, stack.length);
  const layers = useMemo(() => columns(stack), [stack]);
  const layer = stack.find((each) => each.id === layerId);

  useEffect(() => sound.subscribe(() => setWaves((n) => n + 1)), [sound]);
  useEffect(() => {
    const element = scroller.current!;
    const sizes = new ResizeObserver(() =>
      setRoom({ width: element.clientWidth, height: element.clientHeight - HEAD }),
    );
    sizes.observe(element);
    return () => sizes.disconnect();
  }, []);

  // biome-ignore lint/correctness/useExhaustiveDependencies: the parts of the shot and `waves` stand for what is painted
  useEffect(() => {
    const target = canvas.current!;
    const element = scroller.current!;
    const dpr = window.devicePixelRatio || 1;
    const paint = () => {
      const w = Math.round(room.width * dpr);
      const h = Math.round(room.height * dpr);
      if (target.width !== w || target.height !== h) {
        target.width = w;
        target.height = h;
      }
      const { scrollLeft, scrollTop } = element;
      const scene = {
        shot: session.shot,
        washed,
        layerId,
        range,
        rowHeight,
        columnWidth: width,
        scrollLeft,
        scrollTop,
        ...room,
      };
      paintSheet(target.getContext('2d')!, { ...scene, peaks: (asset) => sound.peaks(asset) }, dpr);
    };
    paint();
    let waiting = 0;
    const scrolled = () => {
      cancelAnimationFrame(waiting);
      waiting = requestAnimationFrame(paint);
    };
    element.addEventListener('scroll', scrolled);
    let gone = false;
    void document.fonts.ready.then(() => !gone && paint());
    return () => {
      gone = true;
      cancelAnimationFrame(waiting);
      element.removeEventListener('scroll', scrolled);
    };
  }, [stack, tracks, length, fps, labels, washed, layerId, range, rowHeight, width, room, sound, waves]);

  // The present frame stays in sight.
  useEffect(() => {
    const element = scroller.current!;
    const top = frame * rowHeight;
    const height = element.clientHeight - HEAD;
    if (top < element.scrollTop) element.scrollTop = Math.max(0, top - height / 4);
    else if (top + rowHeight > element.scrollTop + height) element.scrollTop = top - (height * 3) / 4;
  }, [frame, rowHeight]);

  // So does the column of the layer in hand.
  const column = layers.findIndex((each) => each.id === layerId);
  useEffect(() => {
    const element = scroller.current!;
    const left = column * width;
    const seen = element.clientWidth - FROZEN;
    if (left < element.scrollLeft) element.scrollLeft = left;
    else if (left + width > element.scrollLeft + seen) element.scrollLeft = left + width - seen;
  }, [column, width]);

  const place = (event: { clientX: number; clientY: number }): Place => {
    const box = canvas.current!.getBoundingClientRect();
    const { scrollLeft, scrollTop } = scroller.current!;
    return placeAt(event.clientX - box.left, event.clientY - box.top, scrollLeft, scrollTop, rowHeight, width);
  };
  const down = (event: PointerEvent<HTMLCanvasElement>) => {
    const at = place(event);
    if (event.button === 2) {
      // The menu concerns what lies under the pen.
      if (typeof at.column === 'number' && layers[at.column]) view.setState({ layerId: layers[at.column].id });
      view.setState({ frame: Math.max(0, Math.min(length - 1, at.frame)) });
      return;
    }
    if (event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    drag.current = startDrag(commands, at);
  };
  const move = (event: PointerEvent<HTMLCanvasElement>) => {
    const at = place(event);
    if (drag.current) drag.current.move(Math.max(0, at.frame), event.shiftKey);
    else event.currentTarget.style.cursor = CURSORS[gripAt(session.shot, layerId, at)];
  };
  const end = () => {
    drag.current = null;
  };
  const run = layer ? runAt(layer.exposures, frame) : null;
  const cell = run?.exposure.cell;
  const words = !layer
    ? ''
    : cell
      ? `${cell.kind === 'drawing' ? `drawing ${session.shot.drawings[cell.drawing]?.number}` : `picture ${cell.index + 1}`}, held ${run.exposure.frames}`
      : 'empty';

  return (
    <div ref={scroller} data-testid="sheet" className="relative min-h-0 flex-1 overflow-auto">
      <div
        className="sticky top-0 z-10 flex border-b border-rule bg-panel text-sm"
        style={{ height: HEAD, width: Math.max(room.width, FROZEN + width * layers.length) }}
      >
        <div className="sticky left-0 z-10 flex bg-panel">
          <span className="flex items-center justify-end pr-2 text-xs text-second" style={{ width: FRAME_COLUMN }}>
            fr
          </span>
          <span className="flex items-center justify-center text-xs text-second" style={{ width: SOUND_COLUMN }}>
            sound
          </span>
        </div>
        {layers.map((each) => (
          <button
            key={each.id}
            type="button"
            data-layer={each.id}
            aria-pressed={each.id === layerId}
            title={each.name}
            className={`line-clamp-2 border-r border-rule px-0.5 text-xs leading-[1.15] break-words ${each.id === layerId ? 'bg-wash font-semibold' : ''} ${each.visible ? '' : 'text-second line-through'}`}
            style={{ width, flex: 'none' }}
            onClick={() => view.setState({ layerId: each.id })}
          >
            {each.name}
          </button>
        ))}
      </div>
      <PresentRow frame={frame} rowHeight={rowHeight} width={Math.max(room.width, FROZEN + width * layers.length)} />
      <div style={{ height: (length + AFTER_END) * rowHeight, width: FROZEN + width * layers.length }}>
        <ContextMenu.Root modal={false}>
          <ContextMenu.Trigger asChild>
            <canvas
              ref={canvas}
              data-testid="sheet-rows"
              role="img"
              aria-label={`Sheet. Frame ${frame + 1}, ${layer?.name ?? 'no layer'}: ${words}`}
              className="sticky left-0 block touch-none"
              style={{ top: HEAD, width: room.width, height: room.height }}
              onPointerDown={down}
              onPointerMove={move}
              onPointerUp={end}
              onPointerCancel={end}
            />
          </ContextMenu.Trigger>
          <ContextMenu.Portal>
            <ContextMenu.Content className={MENU_LOOK} collisionPadding={8}>
              <SheetMenu />
            </ContextMenu.Content>
          </ContextMenu.Portal>
        </ContextMenu.Root>
      </div>
    </div>
  );
}

/** The row of the present frame, over the sheet. */
function PresentRow({ frame, rowHeight, width }: { frame: number; rowHeight: number; width: number }) {
  return (
    <div
      aria-hidden="true"
      className="pointer-events-none absolute left-0 z-[5] border-y border-accent bg-accent/10"
      style={{ top: 0, width, height: rowHeight + 1, transform: `translateY(${HEAD + frame * rowHeight}px)` }}
    >
      <span
        className="sticky left-0 flex h-full items-center justify-end bg-panel font-mono text-[10px] font-bold text-accent tabular"
        style={{ width: FRAME_COLUMN - 1, paddingRight: 7 }}
      >
        {frame + 1}
      </span>
    </div>
  );
}

/** What can be done to the cell under the pen; made only when the menu opens. */
function SheetMenu() {
  const commands = useCommands();
  const items: (MenuItem | null)[] = MENU.map((id) => {
    if (id === null) return null;
    const command = commandOf(id);
    return {
      name: command.name,
      keys: keyHint(command),
      disabled: command.when ? !command.when(commands) : false,
      run: () => command.run(commands),
    };
  });
  return menuRows(items, ContextMenu.Item as never, ContextMenu.Separator as never);
}
