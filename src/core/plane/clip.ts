/** Rings clipped as polygons, exactly: an edge that is not cut does not move. */
import { differenceD, FillRule, type PathD, type PathsD, unionD } from 'clipper2-ts';
import { ringArea } from './rings.ts';

/** Digits behind the point that clipping keeps. */
const DIGITS = 3;
/** Smaller rings are what rounding leaves over, square pixels. */
const CRUMB = 0.05;

const GRID = 10 ** DIGITS;

/** Polygons made one shape, ready to cut others with. */
export type Cutter = PathsD;

function pathOf(ring: ArrayLike<number>): PathD {
  const out: PathD = [];
  // On the grid of the clipping from the start: what is not clipped comes back as it went in.
  for (let i = 0; i < ring.length; i += 2)
    out.push({ x: Math.round(ring[i] * GRID) / GRID, y: Math.round(ring[i + 1] * GRID) / GRID });
  return out;
}

const numbersOf = (path: PathD): number[] => path.flatMap(({ x, y }) => [x, y]);

/** The union of polygons that may overlap (x, y pairs each). */
export function cutterOf(polygons: ArrayLike<number>[]): Cutter {
  return unionD(polygons.map(pathOf), FillRule.NonZero);
}

/** How much even-odd shapes cover together, square pixels: what several of them cover counts once. */
export function coveredArea(shapes: readonly Float32Array[][]): number {
  const each = shapes.flatMap((rings) => unionD(rings.map(pathOf), FillRule.EvenOdd));
  const whole = unionD(each, FillRule.NonZero);
  // Holes run the other way round: their areas are taken off.
  return Math.abs(whole.reduce((sum, path) => sum + ringArea(numbersOf(path)), 0));
}

/** What a cutter leaves of even-odd rings, largest first; null when it takes nothing of them. */
export function ringsWithout(rings: Float32Array[], cutter: Cutter): Float32Array[] | null {
  const own = unionD(rings.map(pathOf), FillRule.EvenOdd);
  const left = differenceD(own, cutter, FillRule.EvenOdd, DIGITS);
  const size = (paths: PathsD) => paths.reduce((sum, path) => sum + ringArea(numbersOf(path)), 0);
  if (Math.abs(Math.abs(size(own)) - Math.abs(size(left))) < CRUMB) return null;
  return left
    .map((path) => ({ path, size: Math.abs(ringArea(numbersOf(path))) }))
    .filter((ring) => ring.size > CRUMB)
    .sort((a, b) => b.size - a.size)
    .map(({ path }) => Float32Array.from(numbersOf(path)));
}
