import { type PointerEvent, useMemo, useRef } from 'react';
import { about, boxOf, keepingVolume, SAMPLE_SIZE, sampleCurve, scaled, turned } from '../../core/ink/index.ts';
import { after, IDENTITY, inverse, type Matrix, mapPoint } from '../../core/picture/index.ts';
import type { Drawing } from '../../core/shot/index.ts';
import { useOpenShot, useShot, useView } from '../session/open-shot.ts';
import { changePicked, pickedNow, pivotOf } from './picked.ts';
import { paperRoom } from './room.ts';
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
/** No scaling flattens or blows up beyond this. */
const LEAST_SCALE = 0.02;
const MOST_SCALE = 50;

type Grip = { kind: 'scale'; x: number; y: number } | { kind: 'turn' } | { kind: 'pivot' };

/** The box round what is picked, with handles to scale and turn it and its pivot; it shows what a change will give. */
export function PickBox() {
  const open = useOpenShot();
  const { view } = open;
  const tool = useView((state) => state.tool);
  const picked = useView((state) => state.picked);
  const changing = useView((state) => state.changing);
  const paper = useView((state) => state.paper);
  useView((state) => state.frame);
  useView((state) => state.layerId);
  const drawing = useShot(() => pickedNow(open)?.drawing ?? null);
  const gripped = useRef<{ grip: Grip; from: [number, number]; pivot: { x: number; y: number } } | null>(null);
  const now = tool === 'pick' && picked && drawing ? pickedNow(open) : null;
  const strokes = now?.pick.strokes.join() ?? '';
  // biome-ignore lint/correctness/useExhaustiveDependencies: `strokes` stands for what is picked of the drawing
  const path = useMemo(() => (now ? pathOf(now.drawing, now.pick.strokes) : ''), [drawing, strokes]);
  const box = now && boxOf(now.drawing, now.pick);
  if (!now || !box) return null;

  const toScreen = viewMatrix(paper, paperRoom(), 1);
  const map = changing ?? IDENTITY;
  const pivot = pivotOf(open);
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
    gripped.current = { grip, from: onPaper(event), pivot };
  };
  const move = (event: PointerEvent) => {
    const held = gripped.current;
    if (!held) return;
    const to = onPaper(event);
    if (held.grip.kind === 'pivot') {
      view.setState({ picked: picked && { ...picked, pivot: { x: to[0], y: to[1] } } });
      return;
    }
    const keep = view.getState().tools.pick.keepVolume !== event.altKey;
    view.setState({
      changing:
        held.grip.kind === 'turn'
          ? turning(held.from, to, held.pivot, event.shiftKey)
          : scaling(held.grip, held.from, to, held.pivot, keep, event.shiftKey),
    });
  };
  const up = () => {
    const held = gripped.current;
    gripped.current = null;
    const { changing: map } = view.getState();
    view.setState({ changing: null });
    if (!held || !map || held.grip.kind === 'pivot') return;
    changePicked(open, held.grip.kind === 'turn' ? 'turn' : 'scale', map);
  };
  const pen = { onPointerMove: move, onPointerUp: up, onPointerCancel: up };
  const [px, py] = at(pivot.x, pivot.y);
  return (
    <svg aria-label="What is picked" role="img" className="pointer-events-none absolute inset-0 h-full w-full">
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
        fill="none"
        stroke="#5566ee"
        strokeDasharray="5 4"
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
        className="pointer-events-auto cursor-move"
        stroke="#2f3fa8"
        strokeWidth={1.5}
        fill="#dfe2f6"
        onPointerDown={down({ kind: 'pivot' })}
        {...pen}
      >
        <circle cx={px} cy={py} r={5} />
        <path d={`M${px - 9} ${py}h18M${px} ${py - 9}v18`} />
      </g>
    </svg>
  );
}

/** The picked lines as one path in paper pixels. */
function pathOf(drawing: Drawing, ids: string[]): string {
  const wanted = new Set(ids);
  let out = '';
  for (const { id, points, closed } of drawing.ink) {
    if (!wanted.has(id)) continue;
    const samples = sampleCurve(points, closed);
    for (let i = 0; i < samples.length; i += SAMPLE_SIZE)
      out += `${i === 0 ? 'M' : 'L'}${samples[i].toFixed(1)} ${samples[i + 1].toFixed(1)}`;
  }
  return out;
}

/** 15 degrees. */
const STEP = Math.PI / 12;

/** Turned about the pivot as the hand went; with Shift by steps of 15 degrees. */
function turning(
  from: [number, number],
  to: [number, number],
  pivot: { x: number; y: number },
  steps: boolean,
): Matrix {
  const angle = Math.atan2(to[1] - pivot.y, to[0] - pivot.x) - Math.atan2(from[1] - pivot.y, from[0] - pivot.x);
  return about(turned(steps ? Math.round(angle / STEP) * STEP : angle), pivot.x, pivot.y);
}

/** Scaled about the pivot; at a corner both ways, evenly unless Shift is held; at a side one way, the other giving way if wished. */
function scaling(
  grip: { x: number; y: number },
  from: [number, number],
  to: [number, number],
  pivot: { x: number; y: number },
  keepVolume: boolean,
  free: boolean,
): Matrix {
  const ratio = (a: number, b: number, p: number) => (Math.abs(a - p) < 1 ? 1 : (b - p) / (a - p));
  const within = (by: number) => Math.sign(by || 1) * Math.max(LEAST_SCALE, Math.min(MOST_SCALE, Math.abs(by)));
  const sx = within(ratio(from[0], to[0], pivot.x));
  const sy = within(ratio(from[1], to[1], pivot.y));
  if (grip.x !== 0 && grip.y !== 0) {
    const even = within(
      Math.hypot(to[0] - pivot.x, to[1] - pivot.y) / Math.max(1, Math.hypot(from[0] - pivot.x, from[1] - pivot.y)),
    );
    return about(free ? scaled(sx, sy) : scaled(even, even), pivot.x, pivot.y);
  }
  const along = grip.x !== 0 ? 'x' : 'y';
  const by = along === 'x' ? sx : sy;
  if (keepVolume) return about(keepingVolume(Math.abs(by), along), pivot.x, pivot.y);
  return about(along === 'x' ? scaled(by, 1) : scaled(1, by), pivot.x, pivot.y);
}
