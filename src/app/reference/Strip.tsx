import { type PointerEvent, useEffect, useRef } from 'react';
import type { Cut } from '../../core/reference/index.ts';

/** Width of a picture in the strip, and height of the numbers under it. */
const CELL = 96;
const NUMBERS = 16;
const GRIP = 7;

interface StripProps {
  thumbs: ImageBitmap[];
  cut: Cut;
  /** Indices of the pictures that come in. */
  kept: Set<number>;
  at: number;
  /** A picture was pressed; `range`: with Shift, everything from the last pressed on. */
  onPress(index: number, range: boolean): void;
  onCut(cut: Cut): void;
}

/** All pictures of a clip in a row: which come in, where the cut begins and ends. Only what is in sight is painted. */
export function Strip({ thumbs, cut, kept, at, onPress, onCut }: StripProps) {
  const scroller = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const gripped = useRef<'from' | 'to' | null>(null);
  const high = Math.round((CELL * (thumbs[0]?.height ?? 1)) / (thumbs[0]?.width ?? 1));
  const height = high + NUMBERS;
  useEffect(() => {
    const paint = () => {
      const box = scroller.current;
      const target = canvas.current;
      if (!box || !target) return;
      const dpr = devicePixelRatio || 1;
      target.style.width = `${box.clientWidth}px`;
      target.width = box.clientWidth * dpr;
      target.height = height * dpr;
      const context = target.getContext('2d')!;
      context.scale(dpr, dpr);
      context.translate(-box.scrollLeft, 0);
      context.font = '11px "Spline Sans Mono Variable", monospace';
      context.textAlign = 'center';
      const first = Math.floor(box.scrollLeft / CELL);
      const last = Math.min(thumbs.length, Math.ceil((box.scrollLeft + box.clientWidth) / CELL));
      for (let i = first; i < last; i++) {
        const inside = i >= cut.from && i < cut.to;
        context.globalAlpha = kept.has(i) ? 1 : inside ? 0.38 : 0.14;
        context.drawImage(thumbs[i], i * CELL + 1, 0, CELL - 2, high);
        context.globalAlpha = 1;
        context.fillStyle = i === at ? '#2f3fa8' : kept.has(i) ? '#2a2924' : '#5c5a52';
        context.fillText(`${i + 1}${kept.has(i) ? ' ✓' : ''}`, i * CELL + CELL / 2, high + 12);
      }
      context.fillStyle = '#2f3fa8';
      context.fillRect(cut.from * CELL - 1, 0, 3, height);
      context.fillRect(cut.to * CELL - 2, 0, 3, height);
      context.strokeStyle = '#2f3fa8';
      context.lineWidth = 2;
      context.strokeRect(at * CELL + 1, 1, CELL - 2, high - 2);
    };
    paint();
    const box = scroller.current;
    const sizes = new ResizeObserver(paint);
    if (box) sizes.observe(box);
    box?.addEventListener('scroll', paint);
    return () => {
      sizes.disconnect();
      box?.removeEventListener('scroll', paint);
    };
  }, [thumbs, cut, kept, at, high, height]);
  // What is looked at stays in sight.
  useEffect(() => {
    const box = scroller.current;
    if (!box) return;
    if (at * CELL < box.scrollLeft) box.scrollLeft = at * CELL;
    else if ((at + 1) * CELL > box.scrollLeft + box.clientWidth) box.scrollLeft = (at + 1) * CELL - box.clientWidth;
  }, [at]);
  const place = (event: PointerEvent) => {
    const box = scroller.current!;
    return event.clientX - box.getBoundingClientRect().left + box.scrollLeft;
  };
  const down = (event: PointerEvent) => {
    const x = place(event);
    if (Math.abs(x - cut.from * CELL) <= GRIP) gripped.current = 'from';
    else if (Math.abs(x - cut.to * CELL) <= GRIP) gripped.current = 'to';
    if (gripped.current) event.currentTarget.setPointerCapture(event.pointerId);
    else onPress(Math.max(0, Math.min(thumbs.length - 1, Math.floor(x / CELL))), event.shiftKey);
  };
  const move = (event: PointerEvent) => {
    if (!gripped.current) return;
    const edge = Math.round(place(event) / CELL);
    if (gripped.current === 'from') onCut({ ...cut, from: Math.max(0, Math.min(cut.to - 1, edge)) });
    else onCut({ ...cut, to: Math.max(cut.from + 1, Math.min(thumbs.length, edge)) });
  };
  const up = () => {
    gripped.current = null;
  };
  return (
    <div
      ref={scroller}
      data-testid="strip"
      className="relative overflow-x-auto overflow-y-hidden bg-lower"
      style={{ height: height + 12 }}
    >
      <div style={{ width: thumbs.length * CELL, height }}>
        <canvas
          ref={canvas}
          role="img"
          aria-label="Pictures of the clip"
          className="sticky left-0 cursor-pointer touch-pan-x"
          style={{ height }}
          onPointerDown={down}
          onPointerMove={move}
          onPointerUp={up}
          onPointerCancel={up}
        />
      </div>
    </div>
  );
}
