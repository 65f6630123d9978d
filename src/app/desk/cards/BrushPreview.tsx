import { memo, useEffect, useRef } from 'react';
import { makeStroke } from '../../../core/ink/index.ts';
import { Painter } from '../../../core/picture/index.ts';
import { type Brush, POINT_SIZE } from '../../../core/shot/index.ts';
import { canvasTools } from '../../../workers/canvas-tools.ts';

const painter = new Painter(canvasTools(() => null));
const POINTS = 28;
const INK = new Map([['ink', '#2a2924']]);

/** A line that swells, leans and hurries, so that every drive shows. */
function sampleLine(width: number, height: number): Float32Array {
  const points = new Float32Array(POINTS * POINT_SIZE);
  for (let i = 0; i < POINTS; i++) {
    const t = i / (POINTS - 1);
    const x = 0.08 * width + 0.84 * width * t;
    const y = height / 2 + 0.22 * height * Math.sin(2 * Math.PI * t);
    const pressure = 0.08 + 0.92 * Math.sin(Math.PI * t) ** 1.3;
    points.set([x, y, pressure, 0.9 * t, 0, 0.02 * i + 0.5 * (1 - t)], i * POINT_SIZE);
  }
  return points;
}

/** A brush as it draws. Widths are shown at three quarters, wide ones smaller, so that each fits its line. */
export const BrushPreview = memo(function BrushPreview({
  brush,
  width,
  height,
}: {
  brush: Brush;
  width: number;
  height: number;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const { current } = canvas;
    if (!current) return;
    const dpr = devicePixelRatio || 1;
    current.width = width * dpr;
    current.height = height * dpr;
    const context = current.getContext('2d')!;
    context.setTransform(dpr, 0, 0, dpr, 0, 0);
    const { taper } = brush;
    const shown = {
      ...brush,
      width: Math.min(brush.width * 0.75, height * 0.42),
      taper: { start: taper.start / 2, end: taper.end / 2 },
    };
    painter.paintInk(context as never, [makeStroke(sampleLine(width, height), shown, 'ink', 7)], INK);
  }, [brush, width, height]);
  return <canvas ref={canvas} aria-hidden="true" style={{ width, height }} />;
});
