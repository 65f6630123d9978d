/** How lines whose partners are known lie on one another, and where each goes: by what the others around it say. */
import { type Matrix, rotation, turnOf } from '../../plane/matrix.ts';
import { hangsTogether, type PairSums } from './affine.ts';
import { type Alignment, correlation } from './alignments.ts';
import { boxToBox } from './first-guess.ts';
import { ledBy } from './judge/surroundings.ts';
import { LENGTH_LOSS, type Match, type Matching, partMaps, sumsOf } from './match.ts';
import { costOf, likestAlignment, predicted, ratioOf, unlike } from './pair-cost.ts';
import { type Gaps, gapsOf } from './relations.ts';
import type { Shape } from './shape.ts';
import { WayRound } from './way-round.ts';

/** A map turns no more otherwise than lines around do, radians. */
const OTHERWISE = 2.0;

/**
 * A map that turns as the lines around it do, and neither turns them over nor presses them flat. Where parts change places - hands that
 * cross - places alone would say that all between them turns about.
 * @param turn how the lines around turn on the whole; null: nothing is known of that
 */
function steadied(map: Matrix, turn: number | null): Matrix {
  const asAround = turn === null || Math.cos(turnOf(map) - turn) > Math.cos(OTHERWISE);
  if (asAround && hangsTogether(map)) return map;
  const [a, b, c, d] = rotation(turn ?? turnOf(map));
  return [a, b, c, d, map[4], map[5]];
}

/** A map moved so that it brings the middle of one line onto the middle of another; the same map where it was steady already. */
function onto(map: Matrix, one: Shape, other: Shape, unless?: Matrix): Matrix {
  if (map === unless) return map;
  const [a, b, c, d] = map;
  const { x, y } = one.middle;
  return [a, b, c, d, other.middle.x - a * x - c * y, other.middle.y - b * x - d * y];
}

/**
 * A line that is closed in either drawing: its turn is only what it was laid by. Two rings about one middle, an eye and its pupil,
 * would hold one another in whatever turn they came by.
 */
const isRing = (one: Shape, other: Shape) => one.closed || other.closed;

/** What a pair says of where points go: a ring only where its middle does. */
function heardOf(one: Shape, other: Shape, sums: PairSums): PairSums {
  return isRing(one, other) ? sums.atMiddle() : sums;
}

/** How lines around each line turn from one drawing to the other, by how long and how bent they are; null where nothing tells. */
function turnsAround(a: Shape[], b: Shape[], matches: Match[], near: number, size: number): (number | null)[] {
  const reach = 2 * (near * size) ** 2;
  const own = matches.map(({ a: i, b: j, alignment, sure }) => {
    const [re, im] = correlation(a[i].x, a[i].y, b[j], alignment.reverse, alignment.first);
    const much = Math.sqrt(re * re + im * im) || 1;
    const weight = isRing(a[i], b[j]) ? 0 : (sure + 0.01) * Math.min(a[i].length, size);
    return { re: (weight * re) / much, im: (weight * im) / much, at: a[i].middle };
  });
  return a.map(({ middle }) => {
    let [re, im] = [0, 0];
    for (const each of own) {
      const w = Math.exp(-((each.at.x - middle.x) ** 2 + (each.at.y - middle.y) ** 2) / reach);
      re += w * each.re;
      im += w * each.im;
    }
    return re * re + im * im > 1e-6 ? Math.atan2(im, re) : null;
  });
}

/** Lines so different in length (the logarithm of the ratio) are partly hidden; how far around them is listened. */
const PARTLY = 0.25;
const PARTLY_NEAR = 0.16;

/** How far surroundings reach that say which way round settled pairs lie, wide first. */
const SETTLED_NEAR = [0.3, 0.16, 0.1];

/** A pair that is to be made. */
interface SettledPair {
  a: number;
  b: number;
  sure: number;
  alignment?: Alignment;
}

/**
 * A matching of pairs that are settled: how each lies, and where every line goes.
 * @param pairs with how sure they are, and how they lie where that is known; a line may be in several
 */
export function settledMatching(
  a: Shape[],
  b: Shape[],
  pairs: SettledPair[],
  size: number,
  gaps: Gaps = gapsOf(a, b, size),
): Matching {
  const start = boxToBox(a, b);
  // Where a settled line goes is known: its surroundings only tell how it has turned.
  const laid = (pair: SettledPair, map: Matrix): Match => {
    const [one, other] = [a[pair.a], b[pair.b]];
    if (pair.alignment) return { ...pair, alignment: pair.alignment };
    const fit = costOf(
      one,
      predicted(one, onto(map, one, other)),
      other,
      unlike(one, other),
      size,
      Number.POSITIVE_INFINITY,
    );
    return { ...pair, alignment: fit?.alignment ?? likestAlignment(one, other) };
  };
  const leadersOf = (all: Match[]) =>
    sumsOf(a, b, all).map((sums, k) => ({
      line: all[k].a,
      sums: heardOf(a[all[k].a], b[all[k].b], sums),
      weight: (all[k].sure + 0.01) * Math.exp(-LENGTH_LOSS * ratioOf(a[all[k].a], b[all[k].b])),
    }));
  const ways = new WayRound(a, b, size);
  let matches = ways.righted(
    pairs.map((pair) => laid(pair, start)),
    () => start,
  );
  let turns = turnsAround(a, b, matches, SETTLED_NEAR[0], size);
  // A line that is alike both ways round, or a ring, lies as what is around it says: its own say is left out.
  for (const near of SETTLED_NEAR) {
    const led = ledBy(a, leadersOf(matches), near, size);
    const goes = (line: number) => (led[line].much > 0 ? steadied(led[line].map, turns[line]) : start);
    matches = ways.righted(
      pairs.map((pair) => laid(pair, goes(pair.a))),
      goes,
    );
    turns = turnsAround(a, b, matches, near, size);
  }
  const maps = partMaps(a, b, matches, gaps, size, start);
  // A line partly hidden in one drawing does not tell how it goes: stretched onto its partner it would seem to grow.
  const around = ledBy(a, leadersOf(matches), PARTLY_NEAR, size);
  for (const { a: i, b: j } of matches) if (ratioOf(a[i], b[j]) > PARTLY && around[i].much > 0) maps[i] = around[i].map;
  for (const match of matches)
    maps[match.a] = onto(steadied(maps[match.a], turns[match.a]), a[match.a], b[match.b], maps[match.a]);
  return { matches, maps, gaps };
}
