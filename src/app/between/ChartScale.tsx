import { useRef, useState } from 'react';
import { isBlank, isFirstPass } from '../../core/between/index.ts';
import { drawingName, LEAST_SPACING, setSpacing, type Tick, type TimingChart } from '../../core/sheet/index.ts';
import type { Id } from '../../core/shot/index.ts';
import { editChart, takeTickOff, toTick } from '../commands/between.ts';
import { useCommands } from '../commands/context.ts';
import { rem, useScale } from '../parts/scale.ts';

const HEIGHT = 62;
const LINE = 32;
const SIDE = 16;
/** Moved less than this it was a press, pixels. */
const PRESS = 3;
/** Numbers nearer than this stand in two rows. */
const CROWDED = 22;
const INK = '#2a2924';
const SECOND = '#5c5a52';
const ACCENT = '#2f3fa8';

/** A key's number in a circle, a breakdown's in brackets. */
function KeyMark({ x, name, frame }: { x: number; name: string; frame: number }) {
  return (
    <g>
      <ellipse cx={x} cy={11} rx={Math.max(9, 5 + name.length * 3)} ry={9} fill="none" stroke={INK} strokeWidth={1.2} />
      <text x={x} y={15} textAnchor="middle" className="font-mono" fontSize={11.5} fill={INK}>
        {name}
      </text>
      <line x1={x} x2={x} y1={LINE - 11} y2={LINE + 11} stroke={INK} strokeWidth={1.75} />
      <text x={x} y={HEIGHT - 3} textAnchor="middle" className="font-mono" fontSize={11} fill={SECOND}>
        f{frame + 1}
      </text>
    </g>
  );
}

/** The scale between two keys: ticks say where the in-betweens lie, and are dragged there. */
export function ChartScale({ chart, width, here }: { chart: TimingChart; width: number; here: Id | null }) {
  const commands = useCommands();
  const [drag, setDrag] = useState<{ drawing: Id; spacing: number } | null>(null);
  // A pen lifts before React has the last move.
  const held = useRef<{ drawing: Id; spacing: number; from: number; moved: boolean } | null>(null);
  const scale = useScale();
  const room = width - 2 * SIDE;
  const xOf = (spacing: number) => SIDE + spacing * room;
  const shown = chart.ticks.map((tick) =>
    tick.drawing.id === drag?.drawing ? { ...tick, spacing: drag.spacing } : tick,
  );

  const move = (tick: Tick, spacing: number) =>
    editChart(commands, 'move a tick', (shot, own) => setSpacing(shot, own, tick.drawing.id, spacing));

  const down = (event: React.PointerEvent<SVGGElement>, tick: Tick) => {
    if (event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    held.current = { drawing: tick.drawing.id, spacing: tick.spacing, from: event.clientX, moved: false };
  };
  const moved = (event: React.PointerEvent<SVGGElement>, tick: Tick, k: number) => {
    const own = held.current;
    if (!own) return;
    const by = (event.clientX - own.from) / scale;
    if (!own.moved && Math.abs(by) < PRESS) return;
    own.moved = true;
    const low = (chart.ticks[k - 1]?.spacing ?? 0) + LEAST_SPACING;
    const high = (chart.ticks[k + 1]?.spacing ?? 1) - LEAST_SPACING;
    own.spacing = Math.max(low, Math.min(high, tick.spacing + by / room));
    setDrag({ drawing: tick.drawing.id, spacing: own.spacing });
  };
  const lifted = (tick: Tick) => {
    const own = held.current;
    held.current = null;
    setDrag(null);
    if (!own) return;
    if (own.moved) move(tick, own.spacing);
    else toTick(commands, tick.frame);
  };
  const keyed = (event: React.KeyboardEvent, tick: Tick) => {
    const by = { ArrowLeft: -0.01, ArrowRight: 0.01 }[event.key];
    if (by === undefined && event.key !== 'Delete') return;
    event.preventDefault();
    event.stopPropagation();
    if (by === undefined) takeTickOff(commands, tick.drawing.id);
    else move(tick, tick.spacing + by);
  };

  return (
    <svg
      viewBox={`0 0 ${width} ${HEIGHT}`}
      style={{ width: rem(width), height: rem(HEIGHT) }}
      role="group"
      aria-label="Timing chart"
      className="block touch-none select-none"
    >
      <line x1={xOf(0)} x2={xOf(1)} y1={LINE} y2={LINE} stroke={INK} strokeWidth={1.5} />
      <KeyMark x={xOf(0)} name={drawingName(chart.from.drawing)} frame={chart.from.frame} />
      <KeyMark x={xOf(1)} name={drawingName(chart.to.drawing)} frame={chart.to.frame} />
      {shown.map((tick, k) => {
        const { drawing, frame, spacing } = tick;
        const x = xOf(spacing);
        const name = drawingName(drawing);
        const before = k > 0 ? xOf(shown[k - 1].spacing) : SIDE;
        // Where ticks crowd together every other number steps down.
        const lower = x - before < CROWDED && k % 2 === 1;
        const breakdown = drawing.role === 'breakdown';
        const blank = isBlank(drawing);
        const computed = isFirstPass(drawing);
        const ink = drawing.id === here ? ACCENT : blank ? SECOND : INK;
        const label = `Drawing ${name}, frame ${frame + 1}${blank ? ', blank' : computed ? ', first pass' : ''}`;
        return (
          <g
            key={drawing.id}
            role="slider"
            tabIndex={0}
            aria-label={label}
            aria-valuemin={0}
            aria-valuemax={100}
            aria-valuenow={Math.round(spacing * 100)}
            data-tick={name}
            className="cursor-ew-resize outline-none focus-visible:[&>line]:stroke-accent"
            onPointerDown={(event) => down(event, chart.ticks[k])}
            onPointerMove={(event) => moved(event, chart.ticks[k], k)}
            onPointerUp={() => lifted(chart.ticks[k])}
            onPointerCancel={() => {
              held.current = null;
              setDrag(null);
            }}
            onKeyDown={(event) => keyed(event, chart.ticks[k])}
          >
            <title>{`${label}, ${Math.round(spacing * 100)} %. Drag to space it, press to go there, Del takes it off.`}</title>
            <rect x={x - 8} y={0} width={16} height={HEIGHT} fill="transparent" />
            <text
              x={x}
              y={lower ? HEIGHT - 3 : 15}
              textAnchor="middle"
              className="font-mono"
              fontSize={11.5}
              fontWeight={drawing.id === here ? 600 : 400}
              fill={ink}
            >
              {breakdown ? `(${name})` : name}
            </text>
            <line
              x1={x}
              x2={x}
              y1={LINE - (breakdown ? 11 : 8)}
              y2={LINE + (breakdown ? 11 : 8)}
              stroke={ink}
              strokeWidth={1.5}
              strokeDasharray={blank ? '2.5 2' : undefined}
            />
            {computed && <circle cx={x} cy={LINE} r={3} fill="#fdfcf8" stroke={ink} strokeWidth={1.25} />}
            {!lower && (
              <text x={x} y={HEIGHT - 3} textAnchor="middle" className="font-mono" fontSize={11} fill={SECOND}>
                {drag?.drawing === drawing.id
                  ? `${Math.round(spacing * 100)} %`
                  : room / (shown.length + 1) < 24
                    ? ''
                    : `f${frame + 1}`}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}
