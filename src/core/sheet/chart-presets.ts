/** Ways of spacing in-betweens between two keys. */

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
export function spacingSays(spacings: number[]): string {
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
