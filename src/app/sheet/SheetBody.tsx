import { ContextMenu } from 'radix-ui';
import { type PointerEvent, type RefObject, useEffect, useMemo, useRef, useState } from 'react';
import { useStore } from 'zustand';
import type { Shot } from '../../core/shot/index.ts';
import { layersThatDiffer } from '../../core/versions/two-timings.ts';
import { useCommands } from '../commands/context.ts';
import { MENU_LOOK } from '../parts/Menu.tsx';
import { rem, useScale } from '../parts/scale.ts';
import { looks, page } from '../session/looks.ts';
import { useOpenShot, usePlay, useShot, useView } from '../session/open-shot.ts';
import { useBeside } from '../versions/beside.ts';
import { AFTER_END, FRAME_COLUMN, HEAD, layoutSheet, placeAt, type SheetLayout, type SheetPlace } from './geometry.ts';
import { paintSheet } from './paint-sheet.ts';
import { SheetEntry } from './SheetEntry.tsx';
import { SheetGrid } from './SheetGrid.tsx';
import { SheetHeads } from './SheetHeads.tsx';
import { SheetMenu } from './SheetMenu.tsx';
import { type Grip, gripAt, type SheetDrag, startDrag } from './sheet-pointer.ts';

const CURSORS: Record<Grip, string> = {
  scrub: 'default',
  bound: 'row-resize',
  range: 'row-resize',
  choose: 'cell',
  carry: 'grab',
  length: 'ns-resize',
  stretch: 'ns-resize',
  move: 'move',
  place: 'row-resize',
};
/** A finger that moved less than this pressed, it did not scroll. CSS pixels. */
const TAP = 8;
/** A finger that has rested so long takes hold of what is under it. The menu comes later. Milliseconds. */
const RESTS_MS = 280;

const labels = new WeakMap<object, string>();

/** What the sheet says of the drawings, in one word; put together once for each state of the drawings. */
function labelsOf({ drawings }: Shot): string {
  let all = labels.get(drawings);
  if (all === undefined) {
    all = '';
    for (const { number, label, role, stage } of Object.values(drawings))
      all += `${number}${label}${role[0]}${stage[0]}`;
    labels.set(drawings, all);
  }
  return all;
}

/** The rows of the sheet: only those in sight are painted, so two thousand frames cost what forty do. */
export function SheetBody() {
  const { session, view } = useOpenShot();
  const commands = useCommands();
  const stack = useShot((shot) => shot.layers);
  const length = useShot((shot) => shot.length);
  const noted = useShot((shot) => shot.notes.length + shot.markers.length > 0);
  const read = useShot((shot) => shot.reading.length > 0);
  const heard = useShot((shot) => shot.tracks.some(({ clips }) => clips.length > 0));
  const scale = useScale();
  const frame = useView((state) => state.frame);
  const layerId = useView((state) => state.layerId);
  const folded = useView((state) => state.folded);
  const rowHeight = useView((state) => state.rowHeight);
  const scroller = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const drag = useRef<SheetDrag | null>(null);
  const finger = useRef<{ x: number; y: number; left: number; top: number; moved: boolean } | null>(null);
  const resting = useRef<ReturnType<typeof setTimeout>>(undefined);
  const [room, setRoom] = useState({ width: 340, height: 400 });
  const order = stack.map(({ id }) => id).join();
  const beside = useBeside();
  const other = beside?.shot.layers;
  const twice = useMemo(
    () => (other ? layersThatDiffer(stack, other, length).map(({ id }) => id) : []),
    [stack, other, length],
  );
  const doubled = twice.join();
  // biome-ignore lint/correctness/useExhaustiveDependencies: `order` and `doubled` stand for the part of the stack that is laid out
  const layout = useMemo(
    () => layoutSheet(room.width, stack, folded, { reading: read, sound: heard, notes: noted }, twice),
    [room.width, order, folded, noted, read, heard, doubled],
  );

  useEffect(() => {
    const element = scroller.current!;
    const sizes = new ResizeObserver(() =>
      setRoom({ width: element.clientWidth / scale, height: element.clientHeight / scale - HEAD }),
    );
    sizes.observe(element);
    return () => sizes.disconnect();
  }, [scale]);
  usePainted(canvas, scroller, room, layout, beside?.shot ?? null);

  // The present frame stays in sight.
  useEffect(() => {
    const element = scroller.current!;
    const row = rowHeight * scale;
    const top = frame * row;
    const height = element.clientHeight - HEAD * scale;
    // Under a drag row by row, so that it does not run away; else with some rows to look ahead.
    const ahead = drag.current ? row : height / 4;
    if (top < element.scrollTop) element.scrollTop = Math.max(0, top + row - ahead);
    else if (top + row > element.scrollTop + height) element.scrollTop = top - height + ahead;
  }, [frame, rowHeight, scale]);

  // So does the column of the layer in hand.
  const column = layout.columns.find(({ id }) => id === layerId);
  useEffect(() => {
    const element = scroller.current!;
    if (!column) return;
    const seen = element.clientWidth - layout.frozen * scale;
    const [left, right] = [column.left * scale, (column.left + column.width + column.beside) * scale];
    if (left < element.scrollLeft) element.scrollLeft = left;
    else if (right > element.scrollLeft + seen) element.scrollLeft = right - seen;
  }, [column, layout.frozen, scale]);

  const place = (event: { clientX: number; clientY: number }): SheetPlace => {
    const box = canvas.current!.getBoundingClientRect();
    const { scrollLeft, scrollTop } = scroller.current!;
    const scroll = { left: scrollLeft / scale, top: scrollTop / scale };
    return placeAt((event.clientX - box.left) / scale, (event.clientY - box.top) / scale, scroll, rowHeight, layout);
  };
  const down = (event: PointerEvent<HTMLCanvasElement>) => {
    // What is being written belongs to the cell it was begun on: it is taken before going on.
    if (view.getState().entry) (document.activeElement as HTMLElement | null)?.blur();
    const at = place(event);
    if (event.button === 2) {
      // The menu concerns what is chosen, or else the cell under the pen.
      const over = typeof at.column === 'object' ? at.column?.layer : undefined;
      const grip = gripAt(session.shot, view.getState(), at);
      if (grip === 'move' || grip === 'stretch') return;
      view.setState({ layerId: over ?? layerId, frame: Math.max(0, Math.min(length - 1, at.frame)), selection: null });
      return;
    }
    if (event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    if (event.pointerType === 'touch') {
      const { scrollLeft: left, scrollTop: top } = scroller.current!;
      finger.current = { x: event.clientX, y: event.clientY, left, top, moved: false };
      // A finger that has rested does what a pen does: it chooses, carries, drags the end of a hold.
      clearTimeout(resting.current);
      resting.current = setTimeout(() => {
        if (!finger.current || finger.current.moved) return;
        finger.current = null;
        navigator.vibrate?.(10);
        drag.current = startDrag(commands, at, { shift: false, alt: false });
      }, RESTS_MS);
      return;
    }
    drag.current = startDrag(commands, at, { shift: event.shiftKey, alt: event.altKey });
  };
  const move = (event: PointerEvent<HTMLCanvasElement>) => {
    const touch = finger.current;
    if (touch) {
      const [x, y] = [event.clientX - touch.x, event.clientY - touch.y];
      touch.moved = touch.moved || Math.hypot(x, y) > TAP;
      if (touch.moved) scroller.current!.scrollTo(touch.left - x, touch.top - y);
      return;
    }
    const at = place(event);
    if (drag.current)
      drag.current.move({ ...at, frame: Math.max(0, at.frame) }, { shift: event.shiftKey, alt: event.altKey });
    else event.currentTarget.style.cursor = CURSORS[gripAt(session.shot, view.getState(), at)];
  };
  const up = (event: PointerEvent<HTMLCanvasElement>) => {
    clearTimeout(resting.current);
    const held = { shift: event.shiftKey, alt: event.altKey };
    const at = place(event);
    if (finger.current && !finger.current.moved) startDrag(commands, at, held).end?.(at, held);
    finger.current = null;
    drag.current?.end?.(at, held);
    drag.current = null;
  };
  const cancel = () => {
    clearTimeout(resting.current);
    drag.current = null;
    finger.current = null;
    view.setState({ landing: null });
  };

  return (
    <div className="relative flex min-h-0 flex-1 flex-col">
      <SheetGrid />
      <div ref={scroller} data-testid="sheet" className="relative min-h-0 flex-1 overflow-auto">
        <SheetHeads layout={layout} width={room.width} beside={beside?.name ?? ''} />
        <PresentRow frame={frame} rowHeight={rowHeight} width={Math.max(room.width, layout.width)} />
        <SheetEntry layout={layout} rowHeight={rowHeight} />
        <div style={{ height: rem((length + AFTER_END) * rowHeight), width: rem(layout.width) }}>
          <ContextMenu.Root modal={false}>
            <ContextMenu.Trigger asChild>
              <canvas
                ref={canvas}
                data-testid="sheet-rows"
                aria-hidden="true"
                className="sticky left-0 block touch-none"
                style={{ top: rem(HEAD), width: rem(room.width), height: rem(room.height) }}
                onPointerDown={down}
                onPointerMove={move}
                onPointerUp={up}
                onPointerCancel={cancel}
              />
            </ContextMenu.Trigger>
            <ContextMenu.Portal>
              <ContextMenu.Content className={MENU_LOOK} collisionPadding={8}>
                <SheetMenu of="cell" />
              </ContextMenu.Content>
            </ContextMenu.Portal>
          </ContextMenu.Root>
        </div>
      </div>
    </div>
  );
}

/** Paints the rows in sight whenever what they show changes, and while scrolling. */
function usePainted(
  canvas: RefObject<HTMLCanvasElement | null>,
  scroller: RefObject<HTMLDivElement | null>,
  room: { width: number; height: number },
  layout: SheetLayout,
  beside: Shot | null,
): void {
  const { session, sound } = useOpenShot();
  // The sheet shows all but the lines: it is painted anew when one of these changes, not for every line drawn.
  const parts = [
    useShot((shot) => shot.layers),
    useShot((shot) => shot.tracks),
    useShot((shot) => shot.reading),
    useShot((shot) => shot.notes),
    useShot((shot) => shot.markers),
    useShot((shot) => shot.length),
    useShot((shot) => shot.fps),
    useShot(labelsOf),
  ];
  const frame = useView((state) => state.frame);
  const playing = usePlay((play) => play.state === 'playing');
  // While playing only the row over the sheet moves; the sheet itself is not painted anew.
  const washed = playing ? -1 : frame;
  const layerId = useView((state) => state.layerId);
  const selection = useView((state) => state.selection);
  const landing = useView((state) => state.landing);
  const range = useView((state) => state.range);
  const rowHeight = useView((state) => state.rowHeight);
  const { lamp, scale } = useStore(page);
  const way = useStore(looks.store, ({ reading }) => reading);
  const [waves, setWaves] = useState(0);
  useEffect(() => sound.subscribe(() => setWaves((n) => n + 1)), [sound]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: `parts`, `waves`, `lamp` and `way` stand for what is painted
  useEffect(() => {
    const target = canvas.current!;
    const element = scroller.current!;
    const dpr = (window.devicePixelRatio || 1) * scale;
    const paint = () => {
      const w = Math.round(room.width * dpr);
      const h = Math.round(room.height * dpr);
      if (target.width !== w || target.height !== h) {
        target.width = w;
        target.height = h;
      }
      const [scrollLeft, scrollTop] = [element.scrollLeft / scale, element.scrollTop / scale];
      const scene = { shot: session.shot, layout, washed, layerId, beside, selection, landing, range, rowHeight };
      const peaks = (asset: string) => sound.peaks(asset);
      paintSheet(target.getContext('2d')!, { ...scene, scrollLeft, scrollTop, ...room, peaks }, dpr);
    };
    // Once a frame, however many edits and scrolls it brings; at once only where another size would show it stretched.
    let waiting = 0;
    const paintSoon = () => {
      cancelAnimationFrame(waiting);
      waiting = requestAnimationFrame(paint);
    };
    if (target.width !== Math.round(room.width * dpr) || target.height !== Math.round(room.height * dpr)) paint();
    else paintSoon();
    element.addEventListener('scroll', paintSoon);
    let gone = false;
    void document.fonts.ready.then(() => !gone && paintSoon());
    return () => {
      gone = true;
      cancelAnimationFrame(waiting);
      element.removeEventListener('scroll', paintSoon);
    };
  }, [
    ...parts,
    washed,
    layerId,
    selection,
    landing,
    range,
    rowHeight,
    layout,
    beside,
    room,
    sound,
    waves,
    lamp,
    scale,
    way,
  ]);
}

/** The row of the present frame, over the sheet. */
function PresentRow({ frame, rowHeight, width }: { frame: number; rowHeight: number; width: number }) {
  return (
    <div
      aria-hidden="true"
      className="pointer-events-none absolute left-0 z-[5] border-y border-accent bg-accent/10"
      style={{
        top: 0,
        width: rem(width),
        height: rem(rowHeight + 1),
        transform: `translateY(${rem(HEAD + frame * rowHeight)})`,
      }}
    >
      <span
        className="sticky left-2 flex h-full items-center justify-end bg-panel font-mono text-xs font-bold text-accent tabular"
        style={{ width: rem(FRAME_COLUMN - 9), paddingRight: rem(6) }}
      >
        {frame + 1}
      </span>
    </div>
  );
}
