import { line, scaleLinear } from 'd3';
import { type PointerEvent, useRef } from 'react';
import { spacedShare, spaceMoves, ticksOf } from '../../core/sheet/index.ts';
import { type Id, newId, type Place } from '../../core/shot/index.ts';
import { useOpenShot, useView } from '../session/open-shot.ts';

const WIDTH = 236;
const HEIGHT = 84;
const PAD = 8;
/** How far beyond its ends a way may be set. */
const BEYOND = 0.3;

/**
 * The way between two places over its frames: how much of it is gone on each. The ticks beside it are those of a timing chart.
 * A tick dragged makes the spacing the way's own.
 */
export function WayGraph({ mover, from, to }: { mover: Id; from: Place; to: Place }) {
  const { session } = useOpenShot();
  const frame = useView((state) => state.frame);
  const held = useRef<{ tick: number; gesture: string } | null>(null);
  const frames = to.frame - from.frame;
  const x = scaleLinear([0, frames], [PAD, WIDTH - PAD - 18]);
  const y = scaleLinear([-BEYOND, 1 + BEYOND], [HEIGHT - 2, 2]);
  const ticks = ticksOf(from, frames);
  const set = (tick: number, share: number, gesture: string) => {
    const next = ticks.map((each, i) =>
      i === tick ? Math.max(-BEYOND, Math.min(1 + BEYOND, Math.round(share * 1000) / 1000)) : each,
    );
    session.change('own ticks', (draft) => spaceMoves(draft, mover, from.frame, 'own', false, next), gesture);
  };
  const move = (event: PointerEvent<SVGSVGElement>) => {
    if (!held.current) return;
    const box = event.currentTarget.getBoundingClientRect();
    set(held.current.tick, y.invert(((event.clientY - box.top) * HEIGHT) / box.height), held.current.gesture);
  };
  const path = line<number>()
    .x((k) => x((k / 60) * frames))
    .y((k) => y(spacedShare(from, k / 60)))(Array.from({ length: 61 }, (_, k) => k));
  const now = frame - from.frame;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width={WIDTH}
      height={HEIGHT}
      role="group"
      aria-label="The way over its frames"
      className="touch-none rounded border border-rule bg-field"
      onPointerMove={move}
      onPointerUp={() => {
        held.current = null;
      }}
      onPointerCancel={() => {
        held.current = null;
      }}
    >
      <title>How much of the way is gone on each frame; drag a dot to space it by hand</title>
      {[0, 1].map((share) => (
        <path key={share} d={`M${PAD} ${y(share)}H${WIDTH - PAD - 18}`} stroke="var(--color-grid)" />
      ))}
      {now >= 0 && now <= frames && (
        <path d={`M${x(now)} 2V${HEIGHT - 2}`} stroke="var(--color-accent)" strokeDasharray="2 3" />
      )}
      <path d={path ?? ''} fill="none" stroke="var(--color-accent)" strokeWidth={1.5} />
      <path d={`M${WIDTH - 14} ${y(0)}V${y(1)}`} stroke="var(--color-ink)" />
      {[0, ...ticks, 1].map((share, i) => (
        <path
          key={i}
          d={`M${WIDTH - (i === 0 || i > ticks.length ? 20 : 17)} ${y(share)}h${i === 0 || i > ticks.length ? 12 : 6}`}
          stroke="var(--color-ink)"
        />
      ))}
      {ticks.length <= 80 &&
        ticks.map((share, i) => (
          <circle
            key={i}
            role="slider"
            tabIndex={0}
            aria-label={`Tick ${i + 1}`}
            aria-valuenow={Math.round(share * 100)}
            aria-valuemin={-100 * BEYOND}
            aria-valuemax={100 + 100 * BEYOND}
            cx={x(i + 1)}
            cy={y(share)}
            r={ticks.length > 30 ? 2.5 : 4}
            className="cursor-ns-resize"
            fill="var(--color-chart)"
            stroke="var(--color-accent)"
            strokeWidth={1.25}
            onPointerDown={(event) => {
              held.current = { tick: i, gesture: newId() };
              event.currentTarget.ownerSVGElement!.setPointerCapture(event.pointerId);
            }}
            onKeyDown={(event) => {
              const by = event.key === 'ArrowUp' ? 0.05 : event.key === 'ArrowDown' ? -0.05 : 0;
              if (by === 0) return;
              event.preventDefault();
              event.stopPropagation();
              set(i, share + by, '');
            }}
          />
        ))}
    </svg>
  );
}
