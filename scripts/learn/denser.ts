/**
 * Denser lessons: four sequences whose answers are known side by side in one, each half as large. A figure that is drawn in earnest has many
 * more regions and colours than those that are learnt from, and each of them is a smaller share of it.
 */
import type { PaintCases, Sequence } from '../../bench/paint-set.ts';

/** How many figures lie in one drawing, by two in a row. */
const FIGURES = 4;
const ROW = 2;
/** How many drawings such a sequence has. */
const LENGTH = 7;

/** Where a figure lies: shares of the paper. */
const placeOf = (k: number): [number, number] => [(k % ROW) / ROW, Math.floor(k / ROW) / ROW];

/**
 * @param sequences from which four are taken by chance; those too short are not. @param chance 0..1, anew each time
 * @returns null where none is long enough
 */
export function denser(
  sequences: Sequence[],
  { paper, grid }: Pick<PaintCases, 'paper' | 'grid'>,
  chance: () => number,
): Sequence | null {
  const long = sequences.filter(({ drawings }) => drawings.length >= LENGTH);
  if (long.length === 0) return null;
  const figures = Array.from({ length: FIGURES }, (_, k) => {
    const { drawings } = long[Math.floor(chance() * long.length)];
    const from = Math.floor(chance() * (drawings.length - LENGTH + 1));
    const own = drawings.slice(from, from + LENGTH);
    if (chance() < 0.5) own.reverse();
    return { own, place: placeOf(k) };
  });
  /** Colours of different figures are different colours; 0 is the ground of all. */
  const colours = new Map<string, number>();
  const colourOf = (k: number, c: number): number => {
    if (c === 0) return 0;
    const key = `${k} ${c}`;
    if (!colours.has(key)) colours.set(key, colours.size + 1);
    return colours.get(key)!;
  };
  const drawings = Array.from({ length: LENGTH }, (_, at) => ({
    strokes: figures.flatMap(({ own, place }) =>
      own[at].strokes.map((points) =>
        // x, y and pressure in turn.
        points.map((value, i) => (i % 3 === 2 ? value : value / ROW + place[i % 3] * paper[i % 3])),
      ),
    ),
    regions: figures.flatMap(({ own, place }, k) =>
      own[at].regions.map(({ c, a, pts }) => ({
        c: colourOf(k, c),
        a: Math.max(1, Math.round(a / FIGURES)),
        pts: pts.map((value, i) => Math.round(value / ROW + place[i % 2] * grid[i % 2])),
      })),
    ),
  }));
  return { id: 'denser', painted: [0], drawings };
}
