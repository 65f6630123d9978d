/**
 * Timing charts: between two keys, where each in-between lies (0..1) and on which frame it is shown. A chart is nothing by
 * itself: it is read from the sheet (the exposures between the keys) and from its drawings' spacing, and written there.
 */
import type { Id } from '../shot/ids.ts';
import type { Drawing, Shot } from '../shot/model.ts';
import { exposuresOf, layerOf } from './edit.ts';
import { placedExposures } from './exposures.ts';

/** A drawing where the sheet first shows it. */
interface PlacedDrawing {
  drawing: Drawing;
  frame: number;
  /** Its exposure's place in the layer's list. */
  index: number;
}

export interface Tick extends PlacedDrawing {
  spacing: number;
}

export interface TimingChart {
  layerId: Id;
  from: PlacedDrawing;
  to: PlacedDrawing;
  /** In order of the sheet, their spacing rising. */
  ticks: Tick[];
}

/** Ticks stand at least so far apart. */
export const LEAST_SPACING = 0.01;

/** The layer's drawings in the order of the sheet; one that goes on in the next exposure stands once. */
function placesOf(shot: Shot, layerId: Id): PlacedDrawing[] {
  const out: PlacedDrawing[] = [];
  for (const { exposure, start, index } of placedExposures(exposuresOf(layerOf(shot, layerId)))) {
    const drawing = exposure.cell?.kind === 'drawing' ? shot.drawings[exposure.cell.drawing] : null;
    if (drawing && out.at(-1)?.drawing.id !== drawing.id) out.push({ drawing, frame: start, index });
  }
  return out;
}

type Counts = (drawing: Drawing) => boolean;
const isKey: Counts = ({ role }) => role === 'key';
/** Where keys are not marked, what somebody drew stands for one. */
const isDrawn: Counts = ({ role, ink, firstPass }) => role !== 'between' || (ink.length > 0 && firstPass === null);

/** Spacing of the ticks: as said where that rises, else evenly between what is said. */
function readSpacing(between: PlacedDrawing[]): Tick[] {
  const said: (number | null)[] = [];
  let last = 0;
  for (const { drawing } of between) {
    const fits = drawing.spacing !== null && drawing.spacing > last && drawing.spacing < 1;
    if (fits) last = drawing.spacing!;
    said.push(fits ? last : null);
  }
  const out: Tick[] = [];
  between.forEach((place, i) => {
    const own = said[i];
    if (own !== null) {
      out.push({ ...place, spacing: own });
      return;
    }
    let next = i;
    while (next < said.length && said[next] === null) next++;
    const before = out.at(-1)?.spacing ?? 0;
    const behind = said[next] ?? 1;
    out.push({ ...place, spacing: before + (behind - before) / (next - i + 1) });
  });
  return out;
}

function chartBetween(layerId: Id, places: PlacedDrawing[], from: number, to: number): TimingChart {
  // A drawing shown again has its place where it is first.
  const seen = new Set([places[from].drawing.id, places[to].drawing.id]);
  const between = places.slice(from + 1, to).filter(({ drawing }) => !seen.has(drawing.id) && seen.add(drawing.id));
  return { layerId, from: places[from], to: places[to], ticks: readSpacing(between) };
}

/** The chart between the keys around a frame; on the last key, the one before it. Null where there are not two. */
export function chartAt(shot: Shot, layerId: Id, frame: number): TimingChart | null {
  const places = placesOf(shot, layerId);
  const here = Math.max(
    0,
    places.findLastIndex((place) => place.frame <= frame),
  );
  for (const counts of [isKey, isDrawn]) {
    const wanted = places.map(({ drawing }) => counts(drawing));
    let from = wanted.lastIndexOf(true, here);
    let to = wanted.indexOf(true, from < 0 ? wanted.length : from + 1);
    if (to < 0 && from > 0 && from === here) {
      to = from;
      from = wanted.lastIndexOf(true, from - 1);
    }
    if (from >= 0 && to > from) return chartBetween(layerId, places, from, to);
  }
  return null;
}

/** The charts of a layer that frames `from`..`to` touch, in order; by default all. */
export function chartsIn(shot: Shot, layerId: Id, from = 0, to = Number.POSITIVE_INFINITY): TimingChart[] {
  const places = placesOf(shot, layerId);
  const marked = places.filter(({ drawing }) => isKey(drawing)).length >= 2;
  const keys = places.flatMap(({ drawing }, i) => ((marked ? isKey : isDrawn)(drawing) ? [i] : []));
  return keys
    .slice(1)
    .map((end, k) => chartBetween(layerId, places, keys[k], end))
    .filter((chart) => chart.from.frame < to && chart.to.frame > from);
}

/** Spacing eased by a power: 1 even, more is slower at that end. */
const SLOW = 1.8;
const FAVOUR = 0.6;

const evenly = (count: number) => Array.from({ length: count }, (_, i) => (i + 1) / (count + 1));

export interface ChartPreset {
  id: string;
  name: string;
  /** How many ticks it is for; null: any number. */
  count: number | null;
  spacings(count: number): number[];
}

export const CHART_PRESETS: ChartPreset[] = [
  { id: 'even', name: 'even', count: null, spacings: evenly },
  { id: 'slow-out', name: 'slow out', count: null, spacings: (n) => evenly(n).map((u) => u ** SLOW) },
  { id: 'slow-in', name: 'slow in', count: null, spacings: (n) => evenly(n).map((u) => 1 - (1 - u) ** SLOW) },
  { id: 'slow-both', name: 'slow out and in', count: null, spacings: (n) => evenly(n).map((u) => u * u * (3 - 2 * u)) },
  { id: 'thirds', name: 'thirds', count: 2, spacings: () => [1 / 3, 2 / 3] },
  { id: 'favour-first', name: 'favour the first key', count: null, spacings: (n) => evenly(n).map((u) => FAVOUR * u) },
  {
    id: 'favour-last',
    name: 'favour the last key',
    count: null,
    spacings: (n) => evenly(n).map((u) => 1 - FAVOUR * (1 - u)),
  },
];

/** Spacings this near count as the same. */
const SAME = 0.035;

/** What a chart's spacing is called: a preset's name, or which end is slower; empty for no ticks. */
export function spacingInWords(spacings: number[]): string {
  const n = spacings.length;
  if (n === 0) return '';
  const found = CHART_PRESETS.find(
    ({ count, spacings: make }) =>
      (count === null || count === n) && make(n).every((each, i) => Math.abs(each - spacings[i]) < SAME),
  );
  if (found) return found.name;
  const [first, last] = [spacings[0], 1 - spacings[n - 1]];
  const even = 1 / (n + 1);
  if (first < 0.8 * even && last < 0.8 * even) return 'slow out and in';
  if (first < 0.8 * even) return 'slow out';
  if (last < 0.8 * even) return 'slow in';
  return 'by hand';
}
