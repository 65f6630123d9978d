import { useEffect, useRef, useState } from 'react';
import type { PenSample } from '../../core/ink/index.ts';
import type { Point } from '../../core/plane/index.ts';
import type { CellRef } from '../../core/shot/index.ts';
import type { PointerDown } from '../desk/sensors/pointer-sensor.ts';
import { usePointerSensor } from '../desk/sensors/use-pointer-sensor.ts';
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
  const picture = useRef<HTMLDivElement>(null);
  const held = useRef<{ x: number; y: number; left: number; top: number; draws: boolean } | null>(null);
  const [wide, high] = [Math.round(width * zoom), Math.round(height * zoom)];
  // biome-ignore lint/correctness/useExhaustiveDependencies: `version` stands for what is in the cell
  useEffect(() => {
    let here = true;
    const dpr = devicePixelRatio || 1;
    void session.pictures
      .thumb(cell, frame, wide * dpr, high * dpr, null, false)
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
  /** Shares of the picture; where the pen may draw, lines are drawn in them. */
  const toPlace = (x: number, y: number) => [mirrored ? 1 - x / wide : x / wide, y / high] as const;
  const down = ({ x, y }: PenSample, { screen, moves }: PointerDown) => {
    const { scrollLeft: left, scrollTop: top } = scroller.current!;
    held.current = { ...screen, left, top, draws: onLine !== null && !moves };
    path.current = held.current.draws ? [{ x, y }] : [];
    setDrawn(path.current);
    return true;
  };
  const move = (samples: PenSample[], screen: Point) => {
    const now = held.current!;
    if (now.draws) {
      path.current = [...path.current, ...samples.map(({ x, y }) => ({ x, y }))];
      setDrawn(path.current);
    } else {
      scroller.current!.scrollLeft = now.left - (screen.x - now.x);
      scroller.current!.scrollTop = now.top - (screen.y - now.y);
    }
  };
  const cancel = () => {
    path.current = [];
    setDrawn([]);
  };
  const up = () => {
    const drawnPath = path.current;
    cancel();
    if (drawnPath.length > 1) onLine?.(drawnPath);
  };
  usePointerSensor(picture, { toPlace, down, move, up, cancel });
  const pathOf = (points: number[]) =>
    points.reduce((out, value, i) => (i % 2 ? out : `${out}${i ? 'L' : 'M'}${value * 100} ${points[i + 1] * 100}`), '');
  return (
    <div ref={scroller} className="overflow-hidden rounded border border-rule bg-field" style={{ width, height }}>
      <div
        ref={picture}
        className="relative touch-none"
        style={{
          width: wide,
          height: high,
          transform: mirrored ? 'scaleX(-1)' : undefined,
          cursor: onLine ? 'crosshair' : 'grab',
        }}
        data-testid="tray-picture"
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
