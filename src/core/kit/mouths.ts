/**
 * Mouth charts to begin with: ten mouths from the front and three-quarter. A mouth is two lips, each a height over the way from one
 * corner to the other; teeth and tongue lie between them.
 */
import { chartDrawingToDrawOn, makeChart } from '../mouths/index.ts';
import { type Id, MOUTHS, type Mouth, type MouthChart, type Shot } from '../shot/index.ts';
import { type Dot, kitArea, kitLine, kitPen } from './lines.ts';
import { mouthSwatches } from './swatches.ts';

export type MouthView = 'front' | 'three-quarter';

interface Shape {
  /** Half the width, and how far the lips part upwards and downwards. A mouth at rest is 1 wide to each side. */
  half: number;
  up: number;
  down: number;
  /** How round the corners are: 1 pointed, less is rounder. From 0.5 down the lips are one ring. */
  round: number;
  /** Corners raised (smiling) by so much. */
  smile?: number;
  /** How far the upper and the lower teeth reach into the mouth. */
  teeth?: [upper: number, lower: number];
  /** The tongue: where its back is highest, and how high. */
  tongue?: [at: number, height: number];
}

const SHAPES: Record<Mouth, Shape> = {
  rest: { half: 1, up: 0.01, down: 0.03, round: 1, smile: 0.1 },
  closed: { half: 0.88, up: 0.0, down: 0.0, round: 1, smile: -0.02 },
  'wide-open': { half: 0.76, up: 0.3, down: 0.95, round: 0.6, smile: 0.02, teeth: [0.22, 0], tongue: [0, 0.42] },
  mid: { half: 0.86, up: 0.18, down: 0.48, round: 0.72, smile: 0.04, teeth: [0.17, 0], tongue: [0, 0.2] },
  wide: { half: 1.12, up: 0.2, down: 0.3, round: 0.8, smile: 0.14, teeth: [0.24, 0.2] },
  round: { half: 0.5, up: 0.4, down: 0.52, round: 0.5, tongue: [0, 0.16] },
  tight: { half: 0.3, up: 0.2, down: 0.25, round: 0.5 },
  'teeth-lip': { half: 0.82, up: 0.24, down: 0.1, round: 0.85, teeth: [0.4, 0] },
  tongue: { half: 0.8, up: 0.22, down: 0.46, round: 0.72, smile: 0.03, teeth: [0.16, 0], tongue: [0, 0.52] },
  teeth: { half: 0.96, up: 0.2, down: 0.22, round: 0.8, smile: 0.06, teeth: [0.22, 0.2] },
};

/** Dots along a lip. */
const DOTS = 15;

const isRing = ({ round }: Pick<Shape, 'round'>) => round <= 0.5;

/** The upper lip's height at t (-1 one corner, 1 the other): it dips in the middle. Up is negative, as on paper. */
function upperAt({ up, round, smile = 0 }: Shape, t: number): number {
  const arch = (1 - t * t) ** round;
  const dip = isRing({ round }) ? 0 : up * 0.14 * Math.exp(-((t / 0.16) ** 2));
  return -up * arch + dip - smile * t * t;
}

function lowerAt({ down, round, smile = 0 }: Shape, t: number): number {
  return down * (1 - t * t) ** round - smile * t * t;
}

/** Turns the front view three-quarter to the right: the far side is shorter and the whole bends about the jaw. */
const TURNS: Record<MouthView, (x: number, y: number) => Dot> = {
  front: (x, y) => [x, y],
  'three-quarter': (x, y) => [x > 0 ? 0.6 * x : 0.96 * x, y + 0.05 * x - 0.04 * x * x],
};

const SIDES = Array.from({ length: DOTS }, (_, i) => Math.sin(((i / (DOTS - 1)) * 2 - 1) * (Math.PI / 2)));

/** The dots of a mouth's parts, a mouth at rest being two units wide. */
export function mouthDots(kind: Mouth, view: MouthView) {
  const shape = SHAPES[kind];
  const turn = TURNS[view];
  const row = (height: (t: number) => number) => SIDES.map((t) => turn(shape.half * t, height(t)));
  const upper = row((t) => upperAt(shape, t));
  const lower = row((t) => lowerAt(shape, t));
  const ribbon = (a: Dot[], b: Dot[]): Dot[] => [...a, ...[...b].reverse()];
  const isOpen = shape.up + shape.down > 0.1;
  const [top, foot] = shape.teeth ?? [0, 0];
  const toothEdge = row((t) => Math.min(lowerAt(shape, t), upperAt(shape, t) + top * Math.sqrt(1 - t * t)));
  const footEdge = row((t) => Math.max(upperAt(shape, t), lowerAt(shape, t) - foot * Math.sqrt(1 - t * t)));
  const [at, height] = shape.tongue ?? [0, 0];
  const back = row((t) => {
    const hill = height * Math.exp(-(((t - at) / 0.62) ** 2));
    return Math.max(upperAt(shape, t) + top * 0.8 * Math.sqrt(1 - t * t), lowerAt(shape, t) - hill);
  });
  return {
    upper,
    lower,
    inside: isOpen ? ribbon(upper, lower) : null,
    /** Lips that are one line all round. */
    ring: isRing(shape) ? ribbon(upper, lower.slice(1, -1)) : null,
    upperTeeth: top > 0 ? ribbon(upper, toothEdge) : null,
    lowerTeeth: foot > 0 ? ribbon(footEdge, lower) : null,
    tongue: height > 0 ? ribbon(back, lower) : null,
    /** The edge between teeth that meet. */
    bite: foot > 0 ? toothEdge.slice(2, -2) : null,
    /** The shadow under the lower lip. */
    chin: [-0.24, -0.1, 0.04, 0.18].map((x) =>
      turn(x, Math.max(0.34, shape.down + 0.3) - 0.5 * (x + 0.03) * (x + 0.03)),
    ),
  };
}

/** Draws a mouth of the kit into a chart's drawing. @param unit half the width of a mouth at rest, paper pixels */
function drawMouth(shot: Shot, chart: MouthChart, kind: Mouth, view: MouthView, unit: number): void {
  const { line, mouth, teeth, tongue } = mouthSwatches(shot);
  const dots = mouthDots(kind, view);
  const put = (all: readonly Dot[]) => all.map(([x, y]): Dot => [chart.base.x + unit * x, chart.base.y + unit * y]);
  const pen = kitPen(unit * 0.09);
  const thin = kitPen(unit * 0.05);
  const drawing = chartDrawingToDrawOn(shot, chart, kind);
  const areas: [Dot[] | null, Id, string][] = [
    [dots.inside, mouth, 'inside'],
    [dots.tongue, tongue, 'tongue'],
    [dots.upperTeeth, teeth, 'upper teeth'],
    [dots.lowerTeeth, teeth, 'lower teeth'],
  ];
  drawing.paint = areas.flatMap(([ring, swatch, name]) => (ring ? [kitArea(put(ring), swatch, name)] : []));
  drawing.ink = [
    ...(dots.ring
      ? [kitLine(put(dots.ring), pen, line, 'lips', true)]
      : [kitLine(put(dots.upper), pen, line, 'upper lip')]),
    ...(dots.inside && !dots.ring ? [kitLine(put(dots.lower), pen, line, 'lower lip')] : []),
    ...(dots.bite ? [kitLine(put(dots.bite), thin, line, 'bite')] : []),
    kitLine(put(dots.chin), thin, line, 'under the lip'),
  ];
  drawing.stage = 'painted';
}

/** How large a chart is drawn, and a mouth on a figure, as shares of the paper's height. */
const ON_CHART = 0.3;
const ON_FIGURE = 0.032;

/** Puts a chart of ten mouths into a shot. @returns the chart's id */
export function putMouthChart(shot: Shot, view: MouthView): Id {
  const chart = makeChart(shot, view === 'front' ? 'Front' : 'Three-quarter');
  shot.charts.push(chart);
  // The chart is drawn so many times as large as its mouths come out at size 1.
  chart.base.size = ON_CHART / ON_FIGURE;
  for (const kind of MOUTHS) drawMouth(shot, chart, kind, view, shot.height * ON_CHART);
  return chart.id;
}
