import { memo, useEffect, useRef } from 'react';
import { allOf, boxOf } from '../../core/ink/index.ts';
import { Painter } from '../../core/picture/index.ts';
import { colourMap, type Drawing, type Palette } from '../../core/shot/index.ts';
import { canvasTools } from '../../workers/canvas-tools.ts';

const painter = new Painter(canvasTools(() => null));

/** Pixels of room around what is drawn. */
const AIR = 5;

/** A mouth drawn as large as its box allows: strokes, so it is sharp at any size. */
export const MouthThumb = memo(function MouthThumb({
  drawing,
  palette,
  width,
  height,
}: {
  drawing: Drawing;
  palette: Palette;
  width: number;
  height: number;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const target = canvas.current;
    if (!target) return;
    const dpr = devicePixelRatio || 1;
    target.width = width * dpr;
    target.height = height * dpr;
    const context = target.getContext('2d')!;
    const box = boxOf(drawing, allOf(drawing));
    if (!box) return;
    const scale = Math.min(
      (width - 2 * AIR) / Math.max(1, box.maxX - box.minX),
      (height - 2 * AIR) / Math.max(1, box.maxY - box.minY),
    );
    const [x, y] = [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2];
    context.setTransform(dpr * scale, 0, 0, dpr * scale, dpr * (width / 2 - x * scale), dpr * (height / 2 - y * scale));
    painter.paintDrawing(context as never, drawing, colourMap(palette));
  }, [drawing, palette, width, height]);
  return <canvas ref={canvas} aria-hidden="true" style={{ width, height }} />;
});
