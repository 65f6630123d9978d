import { type PointerEvent, useRef } from 'react';
import type { Point } from '../../core/plane/index.ts';
import { after, type Box, inverse, type Matrix, mapPoint, translation } from '../../core/plane/index.ts';
import { useView } from '../session/open-shot.ts';
import { scaled, turned } from './handles.ts';
import { viewMatrix } from './view.ts';

/** Handles by place on the box: -1 left or top, 0 middle, 1 right or bottom. */
const HANDLES: [x: number, y: number, cursor: string][] = [
  [-1, -1, 'nwse-resize'],
  [1, -1, 'nesw-resize'],
  [1, 1, 'nwse-resize'],
  [-1, 1, 'nesw-resize'],
  [0, -1, 'ns-resize'],
  [0, 1, 'ns-resize'],
  [-1, 0, 'ew-resize'],
  [1, 0, 'ew-resize'],
];
const TURN_AWAY = 26;

type Grip = { kind: 'scale'; x: number; y: number } | { kind: 'turn' } | { kind: 'pivot' } | { kind: 'move' };

interface HandleBoxProps {
  /** What it is a box of, for those who hear it. */
  label: string;
  /** The box before `map`, paper pixels. */
  box: Box;
  /** What is done to it at present. */
  map: Matrix;
  pivot: Point;
  /** Lines shown in it as an SVG path in paper pixels, before `map`. */
  path: string;
  /** To the screen; when absent, from the paper. */
  view?: Matrix;
  /** Scaled one way, the other way gives way. */
  keepVolume: boolean;
  /** While the hand drags: the change so far, in paper pixels. */
  onChanging(map: Matrix): void;
  /** When the hand lets go. */
  onDone(kind: 'turn' | 'scale' | 'move'): void;
  /** The box is moved by its inside. */
  movable?: boolean;
  /** Absent: the pivot stays where it is. */
  onPivot?(pivot: Point): void;
  /** When the hand lets go of the pivot. */
  onPivotDone?(): void;
}

/** A box with handles to scale and turn what is in it, and the pivot it is done about. */
export function HandleBox({
  label,
  box,
  map,
  pivot,
  path,
  keepVolume,
  onChanging,
  onDone,
  onPivot,
  onPivotDone,
  movable,
  view,
}: HandleBoxProps) {
  const paper = useView((state) => state.paper);
  const room = useView((state) => state.room);
  const gripped = useRef<{ grip: Grip; from: [number, number]; pivot: Point } | null>(null);
  const toScreen = view ?? viewMatrix(paper, room, 1);
  const at = (x: number, y: number) => mapPoint(toScreen, ...mapPoint(map, x, y));
  const side = (k: number, low: number, high: number) => (k < 0 ? low : k > 0 ? high : (low + high) / 2);
  const corner = (x: number, y: number) => at(side(x, box.minX, box.maxX), side(y, box.minY, box.maxY));
  const corners = [corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)];
  const [topX, topY] = corner(0, -1);
  const [lowX, lowY] = corner(0, 1);
  const tall = Math.max(1, Math.hypot(topX - lowX, topY - lowY));
  const turnAt: [number, number] =
    tall > 1
      ? [topX + ((topX - lowX) / tall) * TURN_AWAY, topY + ((topY - lowY) / tall) * TURN_AWAY]
      : [topX, topY - TURN_AWAY];
  const onPaper = (event: PointerEvent): [number, number] => {
    const area = event.currentTarget.ownerDocument.querySelector('[data-testid="paper"]')!.getBoundingClientRect();
    return mapPoint(inverse(toScreen), event.clientX - area.left, event.clientY - area.top);
  };
  const down = (grip: Grip) => (event: PointerEvent) => {
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    const [x, y] = mapPoint(map, pivot.x, pivot.y);
    gripped.current = { grip, from: onPaper(event), pivot: { x, y } };
  };
  const move = (event: PointerEvent) => {
    const held = gripped.current;
    if (!held) return;
    const to = onPaper(event);
    if (held.grip.kind === 'move') onChanging(translation(to[0] - held.from[0], to[1] - held.from[1]));
    else if (held.grip.kind === 'pivot') onPivot?.({ x: to[0], y: to[1] });
    else if (held.grip.kind === 'turn') onChanging(turned(held.from, to, held.pivot, event.shiftKey));
    else onChanging(scaled(held.grip, held.from, to, held.pivot, keepVolume !== event.altKey, event.shiftKey));
  };
  const up = () => {
    const held = gripped.current;
    gripped.current = null;
    if (held?.grip.kind === 'pivot') onPivotDone?.();
    else if (held) onDone(held.grip.kind);
  };
  const pen = { onPointerMove: move, onPointerUp: up, onPointerCancel: up };
  const [px, py] = at(pivot.x, pivot.y);
  return (
    <svg aria-label={label} role="img" className="pointer-events-none absolute inset-0 h-full w-full">
      <path
        d={path}
        transform={`matrix(${[...after(map, toScreen)].join(' ')})`}
        fill="none"
        stroke="#5566ee"
        strokeWidth={1.5}
        vectorEffect="non-scaling-stroke"
      />
      <polygon
        points={corners.map((each) => each.join()).join(' ')}
        fill={movable ? 'transparent' : 'none'}
        stroke="#5566ee"
        strokeDasharray="5 4"
        data-handle={movable ? 'move' : undefined}
        className={movable ? 'pointer-events-auto cursor-move' : ''}
        onPointerDown={movable ? down({ kind: 'move' }) : undefined}
        {...(movable ? pen : {})}
      />
      <line x1={topX} y1={topY} x2={turnAt[0]} y2={turnAt[1]} stroke="#5566ee" />
      <circle
        data-handle="turn"
        cx={turnAt[0]}
        cy={turnAt[1]}
        r={6}
        fill="#fdfcf8"
        stroke="#2f3fa8"
        strokeWidth={1.5}
        className="pointer-events-auto cursor-grab"
        onPointerDown={down({ kind: 'turn' })}
        {...pen}
      />
      {HANDLES.map(([x, y, cursor]) => {
        const [cx, cy] = corner(x, y);
        return (
          <rect
            key={`${x},${y}`}
            data-handle={`${x},${y}`}
            x={cx - 5}
            y={cy - 5}
            width={10}
            height={10}
            rx={2}
            fill="#fdfcf8"
            stroke="#2f3fa8"
            strokeWidth={1.5}
            className="pointer-events-auto"
            style={{ cursor }}
            onPointerDown={down({ kind: 'scale', x, y })}
            {...pen}
          />
        );
      })}
      <g
        data-handle="pivot"
        // One that cannot be moved lets the box under it be taken hold of.
        className={onPivot ? 'pointer-events-auto cursor-move' : ''}
        stroke="#2f3fa8"
        strokeWidth={1.5}
        fill="#dfe2f6"
        onPointerDown={onPivot ? down({ kind: 'pivot' }) : undefined}
        {...(onPivot ? pen : {})}
      >
        <circle cx={px} cy={py} r={5} />
        <path d={`M${px - 9} ${py}h18M${px} ${py - 9}v18`} />
      </g>
    </svg>
  );
}
