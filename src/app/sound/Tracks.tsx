import { scaleLinear } from 'd3';
import { type PointerEvent, useEffect, useRef, useState } from 'react';
import { useCommands } from '../commands/context.ts';
import { goToFrame } from '../commands/play.ts';
import { zoomSound } from '../commands/sound.ts';
import { Hint } from '../parts/Button.tsx';
import { rem, useScale } from '../parts/scale.ts';
import { useOpenShot, useShotParts, useView } from '../session/open-shot.ts';
import { ReadingLane } from './ReadingLane.tsx';
import { TrackRow } from './TrackRow.tsx';
import { framesOf, HEAD, RULER, type Timeline, timelineOf } from './timeline.ts';

/** Tracks along time under a ruler in frames, the track reading between, the playhead over all. */
export function Tracks() {
  const open = useOpenShot();
  const shot = useShotParts('tracks', 'length', 'fps');
  const soundView = useView((state) => state.soundView);
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(600);
  useEffect(() => {
    const sizes = new ResizeObserver(([entry]) => setWidth(entry.contentRect.width));
    sizes.observe(box.current!);
    return () => sizes.disconnect();
  }, []);
  const frames = framesOf(shot);
  const scaled = useScale();
  const time = timelineOf(soundView, frames, Math.max(80, width - HEAD * scaled));
  useEffect(() => {
    const element = box.current!;
    // Not by React: only a listener that may prevent keeps the browser from zooming the whole page.
    const wheel = (event: WheelEvent) => {
      const { soundView: now } = open.view.getState();
      if (event.ctrlKey || event.metaKey) {
        event.preventDefault();
        zoomSound(open, event.deltaY < 0 ? 1.25 : 0.8);
        return;
      }
      const by = event.shiftKey ? event.deltaY : event.deltaX;
      if (by !== 0 && now) open.view.setState({ soundView: { ...now, from: Math.max(0, now.from + by / now.scale) } });
    };
    element.addEventListener('wheel', wheel, { passive: false });
    return () => element.removeEventListener('wheel', wheel);
  }, [open]);
  // The present frame stays in sight, playing or gone to by key; looking elsewhere meanwhile is let be until it moves.
  const { from, scale } = time;
  const seen = time.width / scale;
  useEffect(
    () =>
      open.view.subscribe(({ frame, soundView: now }, before) => {
        if (!now || frame === before.frame || (frame >= from && frame + 1 <= from + seen)) return;
        open.view.setState({ soundView: { ...now, from: Math.max(0, frame - (frame < from ? 0.8 : 0.1) * seen) } });
      }),
    [open, from, seen],
  );
  const end = time.x(shot.length);
  return (
    <div ref={box} className="relative flex min-h-0 flex-1 flex-col">
      <Ruler time={time} />
      <div data-testid="timeline" className="min-h-0 flex-1 overflow-y-auto">
        <ReadingLane time={time} />
        {shot.tracks.map((track) => (
          <TrackRow key={track.id} track={track} time={time} />
        ))}
      </div>
      {soundView && <Along time={time} frames={frames} />}
      <div className="pointer-events-none absolute inset-y-0 right-0 overflow-hidden" style={{ left: rem(HEAD) }}>
        {end < time.width && (
          <Hint text="End of the shot">
            <div className="absolute inset-y-0 border-l-2 border-ink/50" style={{ left: end }} />
          </Hint>
        )}
        <Playhead time={time} />
      </div>
    </div>
  );
}

/** The present frame's width over the tracks; it moves without the tracks being drawn anew. */
function Playhead({ time }: { time: Timeline }) {
  const frame = useView((state) => state.frame);
  return (
    <div
      aria-hidden="true"
      className="absolute inset-y-0 border-l border-accent bg-accent/10"
      style={{ left: time.x(frame), width: Math.max(2, time.scale) }}
    >
      <div className="absolute top-0 -left-[0.28125rem] h-2 w-[0.5625rem] rounded-b bg-accent" />
    </div>
  );
}

function Ruler({ time }: { time: Timeline }) {
  const commands = useCommands();
  const box = useRef<SVGSVGElement>(null);
  const scale = useScale();
  const x = scaleLinear([time.from, time.frame(time.width)], [0, time.width / scale]);
  const scrub = (event: PointerEvent) => {
    const left = box.current!.getBoundingClientRect().left + HEAD * scale;
    goToFrame(commands, Math.floor(time.frame(event.clientX - left)));
  };
  const ticks = x.ticks(Math.max(2, Math.floor(time.width / scale / 80)));
  return (
    <svg
      ref={box}
      role="img"
      aria-label="Frames along time; drag to scrub"
      width="100%"
      viewBox={`0 0 ${HEAD + time.width / scale} ${RULER}`}
      preserveAspectRatio="xMinYMin slice"
      style={{ height: rem(RULER) }}
      className="block shrink-0 cursor-ew-resize touch-none border-b border-rule bg-panel"
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        scrub(event);
      }}
      onPointerMove={(event) => event.buttons === 1 && scrub(event)}
    >
      <g transform={`translate(${HEAD},0)`}>
        {ticks.map((tick) => (
          <g key={tick} transform={`translate(${x(tick)},0)`}>
            <line y1={16} y2={RULER} stroke="var(--color-second)" />
            <text x={4} y={14} fontSize={11} fill="var(--color-second)" fontFamily="Spline Sans Mono Variable">
              {Math.round((tick + 1) * 1000) / 1000}
            </text>
          </g>
        ))}
      </g>
      <rect width={HEAD} height={RULER} fill="var(--color-lower)" />
      <text x={10} y={17} fontSize={11} fill="var(--color-second)">
        frames
      </text>
    </svg>
  );
}

/** Which part of the whole is in sight; dragged, the view goes along. */
function Along({ time, frames }: { time: Timeline; frames: number }) {
  const { view } = useOpenShot();
  const drag = useRef<{ x: number; from: number } | null>(null);
  const share = time.width / (frames * time.scale);
  const move = (event: PointerEvent) => {
    if (!drag.current) return;
    const by = ((event.clientX - drag.current.x) / time.width) * frames;
    const from = Math.max(0, Math.min(frames - time.width / time.scale, drag.current.from + by));
    view.setState({ soundView: { from, scale: time.scale } });
  };
  const up = () => {
    drag.current = null;
  };
  return (
    <div className="h-3 shrink-0 border-t border-rule bg-lower" style={{ paddingLeft: rem(HEAD) }}>
      <div
        role="scrollbar"
        tabIndex={-1}
        aria-label="Part of the shot in sight"
        aria-controls="timeline"
        aria-valuenow={Math.round((time.from / frames) * 100)}
        className="relative h-full cursor-grab touch-none"
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          drag.current = { x: event.clientX, from: time.from };
        }}
        onPointerMove={move}
        onPointerUp={up}
        onPointerCancel={up}
      >
        <div
          className="absolute inset-y-0.5 rounded-full bg-second/50"
          style={{ left: `${(time.from / frames) * 100}%`, width: `max(16px, ${share * 100}%)` }}
        />
      </div>
    </div>
  );
}
