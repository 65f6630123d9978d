import { type PointerEvent, useRef } from 'react';
import { curveHeight } from '../../../core/ink/index.ts';
import type { Response } from '../../../core/shot/index.ts';

const WIDTH = 120;
const HEIGHT = 76;
const PAD = 7;
const STEP = 0.05;

interface CurveEditorProps {
  label: string;
  response: Response;
  onChange(response: Response): void;
}

/** The curve from what drives a brush to what it does: five points that go up and down, by hand or by arrow keys. */
export function CurveEditor({ label, response, onChange }: CurveEditorProps) {
  const held = useRef(-1);
  const { curve } = response;
  const x = (t: number) => PAD + t * (WIDTH - 2 * PAD);
  const y = (h: number) => HEIGHT - PAD - h * (HEIGHT - 2 * PAD);
  const set = (i: number, height: number) => {
    const next = curve.slice();
    next[i] = Math.max(0, Math.min(1, Math.round(height * 100) / 100));
    onChange({ ...response, curve: next });
  };
  const move = (event: PointerEvent<SVGSVGElement>) => {
    if (held.current < 0) return;
    const box = event.currentTarget.getBoundingClientRect();
    set(held.current, (HEIGHT - PAD - ((event.clientY - box.top) * HEIGHT) / box.height) / (HEIGHT - 2 * PAD));
  };
  const path = Array.from({ length: 41 }, (_, i) => `${x(i / 40)} ${y(curveHeight(curve, i / 40))}`).join('L');
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width={WIDTH}
      height={HEIGHT}
      className="touch-none rounded border border-rule bg-field"
      onPointerMove={move}
      onPointerUp={() => {
        held.current = -1;
      }}
    >
      <title>{label}</title>
      <path d={`M${x(0)} ${y(0)}L${x(1)} ${y(1)}`} stroke="var(--color-rule)" strokeDasharray="3 3" />
      <path d={`M${path}`} fill="none" stroke="var(--color-accent)" strokeWidth={1.75} />
      {curve.map((height, i) => (
        <circle
          key={i}
          role="slider"
          tabIndex={0}
          aria-label={`${label}, point ${i + 1}`}
          aria-valuenow={Math.round(height * 100)}
          aria-valuemin={0}
          aria-valuemax={100}
          cx={x(i / (curve.length - 1))}
          cy={y(height)}
          r={5}
          className="cursor-ns-resize"
          fill="var(--color-chart)"
          stroke="var(--color-accent)"
          strokeWidth={1.5}
          onPointerDown={(event) => {
            held.current = i;
            event.currentTarget.ownerSVGElement!.setPointerCapture(event.pointerId);
          }}
          onKeyDown={(event) => {
            const by = event.key === 'ArrowUp' ? STEP : event.key === 'ArrowDown' ? -STEP : 0;
            if (by === 0) return;
            event.preventDefault();
            set(i, height + by);
          }}
        />
      ))}
    </svg>
  );
}
