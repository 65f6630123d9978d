import { extent, line, scaleLinear } from 'd3';
import { type PointerEvent, useEffect, useRef, useState } from 'react';
import { type Chart, type ChartPoint, type ChartSeries, setLimit } from '../../core/check/index.ts';
import { newId } from '../../core/shot/index.ts';
import { useCommands } from '../commands/context.ts';
import { goToFrame } from '../commands/play.ts';
import { rem, useScale } from '../parts/scale.ts';
import { useOpenShot, useShot, useView } from '../session/open-shot.ts';
import { CHART_CURVES } from './colours.ts';
import { checkInHand } from './looked-over.ts';

const HEIGHT = 148;
const TOP = 22;
const FOOT = 18;
const LEFT = 46;
/** A frame is at least so wide: a long shot is scrolled. Pixels at 100 %, as all sizes of the chart. */
const LEAST_FRAME = 5;

/** Where the chart's room is scrolled to, and how wide it is. */
function useRoom(scale: number) {
  const room = useRef<HTMLDivElement>(null);
  const [seen, setSeen] = useState({ left: 0, width: 600 });
  useEffect(() => {
    const own = room.current!;
    const measure = () => setSeen({ left: own.scrollLeft / scale, width: own.clientWidth / scale });
    const sizes = new ResizeObserver(measure);
    sizes.observe(own);
    own.addEventListener('scroll', measure, { passive: true });
    return () => {
      sizes.disconnect();
      own.removeEventListener('scroll', measure);
    };
  }, [scale]);
  return { room, ...seen };
}

/** The least and the most that the chart shows, with its base and its limit in sight. */
function boundsOf({ series, base, limit, bothSides }: Chart): [number, number] {
  const values = series.flatMap(({ points }) => points.map(({ value }) => value));
  if (base !== null) {
    values.push(base);
    if (limit !== null) values.push(base + 1.25 * limit, ...(bothSides ? [base - 1.25 * limit] : []));
  }
  const [least = 0, most = 1] = extent(values) as [number, number];
  const room = (most - least) * 0.08 || 1;
  return [base === least ? least : least - room, most + room];
}

/** The chart of a check over the frames of the sheet. Pressed, it goes there; its limit is dragged. */
export function CheckChart({ chart }: { chart: Chart | null }) {
  const { session } = useOpenShot();
  const commands = useCommands();
  const length = useShot((shot) => shot.length);
  const frame = useView((state) => state.frame);
  const check = checkInHand(useView((state) => state.check));
  const scale = useScale();
  const { room, left, width } = useRoom(scale);
  const held = useRef<string | null>(null);
  const empty = !chart || chart.series.every(({ points }) => points.length === 0);
  const perFrame = Math.max(LEAST_FRAME, (width - LEFT - 8) / length);
  const whole = LEFT + perFrame * length + 8;
  const x = (at: number) => LEFT + at * perFrame - left;
  const [from, to] = [Math.floor((left - LEFT) / perFrame) - 2, Math.ceil((left + width - LEFT) / perFrame) + 2];
  const inSight = ({ frame: at, frames }: ChartPoint) => at + frames >= from && at <= to;
  const y = scaleLinear(chart && !empty ? boundsOf(chart) : [0, 1], [HEIGHT - FOOT, TOP]);
  const frameAt = (event: PointerEvent<SVGSVGElement>) => {
    const { left: edge } = event.currentTarget.getBoundingClientRect();
    return Math.max(0, Math.min(length - 1, Math.floor(((event.clientX - edge) / scale + left - LEFT) / perFrame)));
  };
  const valueAt = (event: PointerEvent<SVGSVGElement>) => {
    const { top } = event.currentTarget.getBoundingClientRect();
    return y.invert((event.clientY - top) / scale);
  };
  const move = (event: PointerEvent<SVGSVGElement>) => {
    if (event.buttons === 0) return;
    if (held.current && chart?.base !== null && chart) {
      const limit = Math.max(0.1, Math.round(10 * Math.abs(valueAt(event) - chart.base)) / 10);
      session.change('limit of a check', (draft) => setLimit(draft, check.id, limit), held.current);
    } else if (!held.current) goToFrame(commands, frameAt(event));
  };
  const limits =
    chart && chart.base !== null && chart.limit !== null && !empty
      ? [chart.base + chart.limit, ...(chart.bothSides ? [chart.base - chart.limit] : [])]
      : [];
  const every = Math.max(1, Math.ceil(40 / perFrame / 4) * 4);
  return (
    <section
      ref={room}
      aria-label={`Chart of ${check.name.toLowerCase()}`}
      className="relative shrink-0 overflow-x-auto overflow-y-hidden border-t border-rule bg-chart"
      style={{ height: rem(HEIGHT + 2) }}
    >
      <div style={{ width: rem(whole), height: rem(HEIGHT) }}>
        <svg
          viewBox={`0 0 ${width} ${HEIGHT}`}
          style={{ width: rem(width), height: rem(HEIGHT) }}
          role="group"
          aria-label={empty ? 'There is nothing to draw yet' : `${check.name}, ${chart.unit}`}
          className="sticky left-0 touch-none"
          onPointerDown={(event) => {
            if (empty) return;
            event.currentTarget.setPointerCapture(event.pointerId);
            const near = limits.some((limit) => Math.abs(y(limit) - (y(valueAt(event)) ?? 0)) < 6);
            held.current = near && check.limit ? newId() : null;
            if (!held.current) goToFrame(commands, frameAt(event));
          }}
          onPointerMove={move}
          onPointerUp={() => {
            held.current = null;
          }}
          onPointerCancel={() => {
            held.current = null;
          }}
        >
          {Array.from(
            { length: Math.max(0, Math.min(length, to) - Math.max(0, from)) },
            (_, k) => Math.max(0, from) + k,
          )
            .filter((at) => at % every === 0)
            .map((at) => (
              <g key={at}>
                <path d={`M${x(at)} ${TOP}V${HEIGHT - FOOT}`} stroke="var(--color-grid)" />
                <text x={x(at) + 2} y={HEIGHT - 5} fontSize={11} className="font-mono" fill="var(--color-second)">
                  {at + 1}
                </text>
              </g>
            ))}
          <path d={`M${LEFT} ${HEIGHT - FOOT}H${width}`} stroke="var(--color-rule)" />
          <rect
            x={x(frame)}
            y={TOP}
            width={perFrame}
            height={HEIGHT - FOOT - TOP}
            fill="var(--color-wash)"
            fillOpacity={0.7}
          />
          {chart && !empty && (
            <>
              {y.ticks(4).map((tick) => (
                <text
                  key={tick}
                  x={LEFT - 6}
                  y={y(tick) + 3}
                  fontSize={11}
                  textAnchor="end"
                  className="font-mono"
                  fill="var(--color-second)"
                >
                  {tick}
                </text>
              ))}
              {chart.base !== null && (
                <path d={`M${LEFT} ${y(chart.base)}H${width}`} stroke="var(--color-ink)" strokeOpacity={0.5} />
              )}
              {chart.series.map((series, i) => (
                <Curve
                  key={series.name}
                  series={series}
                  inSight={inSight}
                  x={x}
                  y={y}
                  base={chart.base}
                  limits={limits}
                  perFrame={perFrame}
                  beside={[i, chart.series.filter(({ shape }) => shape === 'bars').length]}
                />
              ))}
              {limits.map((limit) => (
                <g key={limit}>
                  <path d={`M${LEFT} ${y(limit)}H${width}`} stroke="var(--color-attention)" strokeDasharray="4 3" />
                  {check.limit && (
                    <path
                      d={`M${LEFT} ${y(limit)}H${width}`}
                      stroke="transparent"
                      strokeWidth={10}
                      className="cursor-ns-resize"
                    />
                  )}
                </g>
              ))}
            </>
          )}
          <text x={8} y={14} fontSize={11} fill="var(--color-ink)">
            {empty ? '' : `${check.name}, ${chart.unit}`}
          </text>
          {chart &&
            !empty &&
            chart.series.slice(0, 4).map(({ name, colour }, i) => (
              <text key={name} x={180 + 120 * i} y={14} fontSize={11} fill={CHART_CURVES[colour]}>
                {`— ${name}`.slice(0, 20)}
              </text>
            ))}
          {chart?.says && (
            <text x={width - 10} y={14} fontSize={11} textAnchor="end" fill="var(--color-second)">
              {chart.says}
            </text>
          )}
          {empty && (
            <text x={width / 2} y={HEIGHT / 2} fontSize={12} textAnchor="middle" fill="var(--color-second)">
              {emptyWords(check.needs, chart === null)}
            </text>
          )}
        </svg>
      </div>
    </section>
  );
}

const emptyWords = (needs: 'points' | 'parts' | 'nothing', none: boolean): string =>
  needs === 'points'
    ? 'Take Follow and touch a point on a line: its way is drawn here.'
    : needs === 'parts'
      ? 'Pick the lines or the paint of a part and name it: it is measured here.'
      : none
        ? 'This check has no chart; its findings stand beside.'
        : 'There is nothing on this layer to draw a chart of.';

/** One curve, or one row of bars. */
function Curve({
  series: { name, colour, shape, points, marks },
  inSight,
  x,
  y,
  base,
  limits,
  perFrame,
  beside: [place, of],
}: {
  series: ChartSeries;
  inSight(point: ChartPoint): boolean;
  x(frame: number): number;
  y(value: number): number;
  base: number | null;
  limits: number[];
  perFrame: number;
  /** Bars of several rows stand beside one another: which row this is, of how many. */
  beside: [place: number, of: number];
}) {
  const seen = points.filter(inSight);
  const stroke = CHART_CURVES[colour];
  const far = (value: number) =>
    base !== null && limits.some((limit) => (limit >= base ? value > limit : value < limit));
  const middle = ({ frame, frames }: ChartPoint) => x(frame) + (frames * perFrame) / 2;
  const path = line<ChartPoint>()
    .x(middle)
    .y(({ value }) => y(value));
  const foot = y(base ?? 0);
  return (
    // biome-ignore lint/a11y/noInteractiveElementToNoninteractiveRole: a group of an SVG is no control
    <g role="group" aria-label={name}>
      {shape === 'line' ? (
        <>
          <path d={path(seen) ?? ''} fill="none" stroke={stroke} strokeWidth={1.5} />
          {seen.map((point) => (
            <circle
              key={point.frame}
              cx={middle(point)}
              cy={y(point.value)}
              r={far(point.value) ? 4 : 2.5}
              fill={far(point.value) ? 'var(--color-attention)' : stroke}
            />
          ))}
        </>
      ) : shape === 'steps' ? (
        <path
          d={seen.map(({ frame, frames, value }) => `M${x(frame)} ${y(value)}h${frames * perFrame}`).join('')}
          stroke={stroke}
          strokeWidth={2.5}
        />
      ) : (
        seen.map((point) => {
          const [a, b] = [Math.min(foot, y(point.value)), Math.max(foot, y(point.value))];
          const wide = (point.frames * perFrame - 2) / Math.max(1, of);
          return (
            <rect
              key={point.frame}
              x={x(point.frame) + 1 + place * wide}
              y={a}
              width={Math.max(1.5, wide)}
              height={Math.max(1, b - a)}
              fill={far(point.value) ? 'var(--color-attention)' : stroke}
              fillOpacity={0.85}
            />
          );
        })
      )}
      {marks
        .filter(({ frame }) => inSight({ frame, frames: 1, drawing: '', value: 0 }))
        .map(({ frame, value, word }) => (
          <text
            key={frame}
            x={x(frame) + perFrame / 2}
            y={y(value) + (word === 'low' ? 13 : -6)}
            fontSize={11}
            textAnchor="middle"
            fill={stroke}
          >
            {word}
          </text>
        ))}
    </g>
  );
}
