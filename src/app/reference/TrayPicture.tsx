import { type PointerEvent, useEffect, useRef, useState } from 'react';
import type { CellRef } from '../../core/shot/index.ts';
import { useOpenShot, usePictureRestarts } from '../session/open-shot.ts';

/** A place on the picture, as shares of its width and height. */
export interface OnPicture {
  x: number;
  y: number;
}

interface TrayPictureProps {
  cell: CellRef;
  /** Frame whose palette colours a drawing. */
  frame: number;
  version: string;
  width: number;
  height: number;
  zoom: number;
  mirrored: boolean;
  /** Lines over it: x, y pairs as shares; `hot` ones stand out. */
  lines: { points: number[]; hot: boolean }[];
  /** A line drawn over the picture, or null when dragging moves it. */
  onLine: ((points: OnPicture[]) => void) | null;
}

/** One picture of the tray: zoomed, moved, mirrored; drawn over when wished. */
export function TrayPicture(props: TrayPictureProps) {
  const { cell, frame, version, width, height, zoom, mirrored, lines, onLine } = props;
  const { session } = useOpenShot();
  const restarts = usePictureRestarts();
  const canvas = useRef<HTMLCanvasElement>(null);
  const scroller = useRef<HTMLDivElement>(null);
  const [drawn, setDrawn] = useState<OnPicture[]>([]);
  /** The same at once: what is shown follows a moment later. */
  const path = useRef<OnPicture[]>([]);
  const held = useRef<{ x: number; y: number; left: number; top: number } | null>(null);
  const [wide, high] = [Math.round(width * zoom), Math.round(height * zoom)];
  // biome-ignore lint/correctness/useExhaustiveDependencies: `version` stands for what is in the cell
  useEffect(() => {
    let here = true;
    const dpr = devicePixelRatio || 1;
    void session.pictures
      .thumb(cell, frame, wide * dpr, high * dpr, null)
      .then((image) => {
        const target = canvas.current;
        if (here && target) {
          target.width = image.width;
          target.height = image.height;
          target.getContext('2d')!.drawImage(image, 0, 0);
        }
        image.close();
      })
      // Painted again once another worker is there.
      .catch(() => undefined);
    return () => {
      here = false;
    };
  }, [session, restarts, version, frame, wide, high]);
  const place = (event: PointerEvent): OnPicture => {
    const box = event.currentTarget.getBoundingClientRect();
    const x = (event.clientX - box.left) / box.width;
    return { x: mirrored ? 1 - x : x, y: (event.clientY - box.top) / box.height };
  };
  const down = (event: PointerEvent) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    const { scrollLeft: left, scrollTop: top } = scroller.current!;
    held.current = { x: event.clientX, y: event.clientY, left, top };
    path.current = onLine ? [place(event)] : [];
    setDrawn(path.current);
  };
  const move = (event: PointerEvent) => {
    if (!held.current) return;
    const at = place(event);
    if (onLine) {
      path.current = [...path.current, at];
      setDrawn(path.current);
    } else {
      scroller.current!.scrollLeft = held.current.left - (event.clientX - held.current.x);
      scroller.current!.scrollTop = held.current.top - (event.clientY - held.current.y);
    }
  };
  const up = () => {
    held.current = null;
    if (onLine && path.current.length > 1) onLine(path.current);
    path.current = [];
    setDrawn([]);
  };
  const pathOf = (points: number[]) =>
    points.reduce((out, value, i) => (i % 2 ? out : `${out}${i ? 'L' : 'M'}${value * 100} ${points[i + 1] * 100}`), '');
  return (
    <div ref={scroller} className="overflow-hidden rounded border border-rule bg-white" style={{ width, height }}>
      <div
        className="relative touch-none"
        style={{
          width: wide,
          height: high,
          transform: mirrored ? 'scaleX(-1)' : undefined,
          cursor: onLine ? 'crosshair' : 'grab',
        }}
        data-testid="tray-picture"
        onPointerDown={down}
        onPointerMove={move}
        onPointerUp={up}
        onPointerCancel={up}
      >
        <canvas ref={canvas} role="img" aria-label="Reference picture" className="absolute inset-0 h-full w-full" />
        <svg
          aria-hidden="true"
          viewBox="0 0 100 100"
          preserveAspectRatio="none"
          className="pointer-events-none absolute inset-0 h-full w-full"
        >
          {[...lines, { points: drawn.flatMap(({ x, y }) => [x, y]), hot: true }].map(({ points, hot }, i) => (
            <path
              key={i}
              d={pathOf(points)}
              fill="none"
              stroke={hot ? '#2f3fa8' : '#b06a12'}
              strokeWidth={2}
              vectorEffect="non-scaling-stroke"
            />
          ))}
        </svg>
      </div>
    </div>
  );
}
