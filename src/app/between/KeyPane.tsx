import { memo, useEffect, useMemo, useRef } from 'react';
import type { Stroke } from '../../core/shot/index.ts';
import { pathOf } from '../desk/line-path.ts';

/** How a line is seen in a pane. */
export interface LineLook {
  colour: string;
  /** It has no counterpart. */
  alone: boolean;
  /** Its counterpart is not sure. */
  doubted: boolean;
  /** Touched, or the partner of what is. */
  strong: boolean;
  /** Lines beside the one that is looked at. */
  dim: boolean;
}

const paths = new WeakMap<Stroke, string>();

function linePath(stroke: Stroke): string {
  let path = paths.get(stroke);
  if (path === undefined) {
    path = pathOf([stroke]);
    paths.set(stroke, path);
  }
  return path;
}

/** One line, as thick on screen whatever the size of the drawing, easy to touch. */
const Line = memo(function Line({
  path,
  name,
  id,
  colour,
  alone,
  doubted,
  strong,
  dim,
  unit,
  onTouch,
  onHover,
}: LineLook & {
  path: string;
  name: string;
  id: string;
  unit: number;
  onTouch(id: string, event: React.PointerEvent): void;
  onHover(id: string | null): void;
}) {
  return (
    <g
      data-line={name || id}
      onPointerDown={(event) => onTouch(id, event)}
      onPointerEnter={() => onHover(id)}
      onPointerLeave={() => onHover(null)}
      className="cursor-pointer"
    >
      <path d={path} fill="none" stroke="transparent" strokeWidth={12 * unit} />
      <path
        d={path}
        fill="none"
        stroke={colour}
        strokeOpacity={dim ? 0.25 : 1}
        strokeWidth={(strong ? 4.5 : alone || doubted ? 3.2 : 2) * unit}
        strokeDasharray={alone ? `${5 * unit} ${4 * unit}` : doubted ? `${unit / 4} ${5 * unit}` : undefined}
        strokeLinecap="round"
        strokeLinejoin="round"
      />
    </g>
  );
});

export interface PaneBox {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** The part of a pane's box in sight: its corner and its width, as shares of the box. */
export interface Near {
  x: number;
  y: number;
  w: number;
}

export const WHOLE: Near = { x: 0, y: 0, w: 1 };
const NEAREST = 0.08;
/** How much nearer a turn of the wheel goes. */
const WHEEL = 0.0016;

const clamped = ({ x, y, w }: Near): Near => ({
  x: Math.max(0, Math.min(1 - w, x)),
  y: Math.max(0, Math.min(1 - w, y)),
  w,
});

/** A drawing of the pair on its own paper, its lines in the colours of their partners. */
export function KeyPane({
  title,
  side,
  ink,
  box,
  lookOf,
  pins,
  near,
  onNear,
  onTouch,
  onHover,
}: {
  near: Near;
  onNear(near: Near): void;
  title: string;
  side: 'a' | 'b';
  ink: Stroke[];
  box: PaneBox;
  lookOf(id: string): LineLook;
  pins: { line: string; x: number; y: number }[];
  onTouch(id: string, event: React.PointerEvent): void;
  onHover(id: string | null): void;
}) {
  const named = useMemo(() => ink.map((stroke) => ({ stroke, path: linePath(stroke) })), [ink]);
  // About what a screen pixel is in a pane of this kind.
  const unit = near.w * Math.max(box.width / 340, box.height / 480);
  const svg = useRef<SVGSVGElement>(null);
  const held = useRef<{ x: number; y: number; near: Near } | null>(null);
  const now = useRef({ near, box, onNear });
  now.current = { near, box, onNear };
  // React listens to wheels passively; the page must not scroll here.
  useEffect(() => {
    const element = svg.current!;
    const wheel = (event: WheelEvent) => {
      event.preventDefault();
      const { near: old, box: own, onNear: tell } = now.current;
      const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(element.getScreenCTM()!.inverse());
      const [u, v] = [(at.x - own.x) / own.width, (at.y - own.y) / own.height];
      const w = Math.max(NEAREST, Math.min(1, old.w * Math.exp(event.deltaY * WHEEL)));
      tell(clamped({ x: u - ((u - old.x) * w) / old.w, y: v - ((v - old.y) * w) / old.w, w }));
    };
    element.addEventListener('wheel', wheel, { passive: false });
    return () => element.removeEventListener('wheel', wheel);
  }, []);
  const seen = [
    box.x + near.x * box.width,
    box.y + near.y * box.height,
    near.w * box.width,
    near.w * box.height,
  ] as const;
  return (
    <figure className="flex min-h-0 min-w-0 flex-1 flex-col overflow-hidden rounded-[3px] bg-paper shadow">
      <figcaption className="px-2.5 pt-1.5 text-sm font-medium">{title}</figcaption>
      <svg
        data-testid={`pane-${side}`}
        ref={svg}
        viewBox={seen.join(' ')}
        role="img"
        aria-label={title}
        className="min-h-0 flex-1 touch-none"
        onDoubleClick={(event) => event.target === event.currentTarget && onNear(WHOLE)}
        onPointerDown={(event) => {
          if (event.target !== event.currentTarget) return;
          event.currentTarget.setPointerCapture(event.pointerId);
          held.current = { x: event.clientX, y: event.clientY, near };
        }}
        onPointerMove={(event) => {
          if (!held.current) return;
          const scale = event.currentTarget.getScreenCTM()!.a;
          const [dx, dy] = [(event.clientX - held.current.x) / scale, (event.clientY - held.current.y) / scale];
          const { near: from } = held.current;
          onNear(clamped({ ...from, x: from.x - dx / box.width, y: from.y - dy / box.height }));
        }}
        onPointerUp={() => {
          held.current = null;
        }}
        onPointerCancel={() => {
          held.current = null;
        }}
      >
        {named.map(({ stroke, path }) => (
          <Line
            key={stroke.id}
            id={stroke.id}
            name={stroke.name}
            path={path}
            unit={unit}
            onTouch={onTouch}
            onHover={onHover}
            {...lookOf(stroke.id)}
          />
        ))}
        {pins.map(({ line, x, y }) => (
          <circle
            key={line}
            data-pin={line}
            cx={x}
            cy={y}
            r={6 * unit}
            fill="#b06a12"
            stroke="#fdfcf8"
            strokeWidth={2 * unit}
            pointerEvents="none"
          />
        ))}
      </svg>
    </figure>
  );
}
