/** Paint carried through the drawings of a layer: from their lines and areas to areas. */

import type { Area, Stroke } from '../../shot/drawing-model.ts';
import type { Id } from '../../shot/ids.ts';
import { clearPixels, regionsOfArea } from '../areas/map-edits.ts';
import { areaOf, areaUnder, PLAIN_PAINT, regionPoints } from '../areas/pour.ts';
import { paintedPixels, type RegionPaint, regionPaint } from '../map/coverage.ts';
import { type RegionFacts, regionFacts } from '../map/region-facts.ts';
import { isGround, type RegionMap, type RegionWishes, regionAt, regionMap } from '../map/regions.ts';
import { dividedAlike } from './divided.ts';
import { distancesFrom } from './flood.ts';
import { heightOf, linedOf } from './line-shape.ts';
import { type KeptMatches, Matches } from './matches.ts';
import { paintedMap } from './parted-by-paint.ts';
import type { ThroughDrawing } from './planes.ts';
import { type CarriedRegions, paintThrough, type ThroughRegion } from './through.ts';

/** Openings are closed this much farther, one after another, while paint leaks; paper pixels. */
export const FARTHER = [0, 8, 14, 22];
/** Colours are carried on maps of at most this many pixels; the areas are made on whole ones. */
const CARRIED_ON = 520_000;
/** What is carried region by region is never surer; 1 is what goes along with its lines. */
const SUREST = 0.999;
/** A region is painted by hand when so much of it is covered by one area the hand put there. */
const BY_HAND = 0.85;

/** So many pixels painted otherwise make a part of a region. */
const LEAST_PART = 40;

/** A drawing as paint is carried through it. */
export interface LinesAndPaint {
  id: Id;
  /** The lines that bound its regions. */
  ink: Stroke[];
  paint: Area[];
}

export interface ThroughJob {
  width: number;
  height: number;
  wishes: Partial<RegionWishes>;
  /** In the order of the sheet. */
  drawings: (LinesAndPaint & {
    /** It is painted, and the others take after it. */
    source: boolean;
  })[];
  /** What the hand has painted is painted anew too. */
  overHand: boolean;
}

/** A region that is to be looked at. */
interface UnsureRegion {
  x: number;
  y: number;
  sure: number;
  /** Id of its area; null: it was left unpainted. */
  area: Id | null;
  /** Regions of several drawings that are one part of the figure have the same. */
  part: string;
}

export interface CarriedPaint {
  id: Id;
  paint: Area[];
  /** Enclosed regions, and those of them that are not sure. */
  regions: number;
  unsure: UnsureRegion[];
}

/** What is painted the same way has the same key: each key is a colour to carry. */
const lookOf = ({ swatch, name, edge, soft }: Area) => `${swatch}|${name}|${edge}|${soft}`;

export const isCarried = ({ sure }: Area): boolean => sure !== null;

/** What the hand has painted on a drawing that is not painted whole, and is not to be painted anew. */
export const handOf = ({ overHand }: ThroughJob, { paint }: LinesAndPaint): Area[] =>
  overHand ? [] : paint.filter((area) => !isCarried(area));

/** Colour of each region of a map by what is painted there; `none` where too little is. */
function coloursOn(
  map: RegionMap,
  paint: Area[],
  colours: Map<string, number>,
  least: number,
  none: number,
): Int32Array {
  const { area, covered } = regionPaint(map, paint);
  return area.map((place, label) => {
    if (label === 0) return none;
    return place > 0 && covered[label] >= least ? (colours.get(lookOf(paint[place - 1])) ?? none) : none;
  });
}

/** Pixels of a painted drawing of which nothing is known, unpainted ones near paint, are told by the others: so far from it. */
const NEAR_PAINT = 4;

/** Less than this share of a region painted otherwise is no part of it. */
const LEAST_SHARE = 0.002;

/** Whether each region of a map is painted in one, or not at all. */
function isPlain(map: RegionMap, { area, painted, covered }: RegionPaint): boolean {
  return area.every((place, label) => {
    if (label === 0) return true;
    if (place === 0 || isGround(map, label)) return painted[label] < LEAST_SHARE;
    return covered[label] > 1 - LEAST_SHARE;
  });
}

/**
 * What colour each pixel of a painted drawing has; -1: it says nothing. The lowest paint says it: tones lie on it, and part nothing. Of
 * regions painted in one nothing has to be told.
 */
function knownPixels(map: RegionMap, all: Area[], colours: Map<string, number>): Int32Array {
  const paint = all.toReversed();
  const places = paintedPixels(map, paint);
  if (isPlain(map, regionPaint(map, paint, places))) return places.fill(-1);
  const covered = new Uint8Array(places.length);
  for (let i = 0; i < places.length; i++) if (places[i] > 0) covered[i] = 1;
  const far = distancesFrom(covered, map.width, map.height);
  const keys = [0, ...paint.map((area) => colours.get(lookOf(area))!)];
  for (let i = 0; i < places.length; i++)
    places[i] = map.mask[i] !== 0 || (places[i] === 0 && far[i] < 3 * NEAR_PAINT) ? -1 : keys[places[i]];
  return places;
}

/** The regions of a whole map by what was found out on a smaller one. */
function onWholeMap(facts: RegionFacts, small: RegionMap, regions: ThroughRegion[]): ThroughRegion[] {
  return facts.samples.map((points): ThroughRegion => {
    const votes = new Map<number, number>();
    for (let i = 0; i < points.length; i += 2) {
      const label = regionAt(small, points[i], points[i + 1]);
      votes.set(label, (votes.get(label) ?? 0) + 1);
    }
    const [label] = [...votes].sort((a, b) => b[1] - a[1])[0] ?? [0];
    return regions[label] ?? { colour: 0, sure: 0, unsure: true, part: '' };
  });
}

/**
 * Carries the paint of the source drawings through the others. What the hand has painted there stays (unless asked) and is
 * told to the drawings beside it; what was carried before is carried anew.
 * @param progress told 0..1; @param kept lines that were matched another time, and keeps what is matched now
 */
export function paintThroughLayer(
  job: ThroughJob,
  progress: (share: number) => void = () => {},
  kept?: KeptMatches,
): CarriedPaint[] {
  const { width, height, drawings, wishes } = job;
  const looks: Area[] = [];
  const colours = new Map<string, number>();
  for (const { paint } of drawings)
    for (const area of paint) {
      if (colours.has(lookOf(area))) continue;
      looks.push(area);
      colours.set(lookOf(area), looks.length);
    }
  const gap = wishes.gap ?? 0;
  const prepared = drawings.map((drawing): ThroughDrawing => {
    const maps = FARTHER.map(
      (more) => () => regionMap(drawing.ink, width, height, { ...wishes, gap: gap + more, most: CARRIED_ON }),
    );
    const lined = linedOf(drawing);
    if (drawing.source) {
      const { paint } = drawing;
      const map = paintedMap(maps, (own) => knownPixels(own, paint, colours), LEAST_PART);
      return { ...lined, maps: [map], painted: coloursOn(map(), paint, colours, 0, 0) };
    }
    const hand = handOf(job, drawing);
    return {
      ...lined,
      maps,
      painted: null,
      ...(hand.length > 0 && { settled: (map) => coloursOn(map, hand, colours, BY_HAND, -1) }),
    };
  });
  const size = Math.max(1, ...prepared.map(({ shapes }) => heightOf(shapes)));
  const matches = new Matches(prepared, size, kept);
  const carried = paintThrough(prepared, looks.length + 1, size, (share) => progress(0.7 * share), matches);
  return drawings.map((drawing, at): CarriedPaint => {
    progress(0.7 + (0.3 * at) / drawings.length);
    if (drawing.source) return { id: drawing.id, paint: drawing.paint, regions: 0, unsure: [] };
    return areasFor(job, drawing, handOf(job, drawing), carried[at], looks);
  });
}

/** The areas of one drawing, the carried ones under those of the hand. */
function areasFor(
  { width, height, wishes }: ThroughJob,
  drawing: LinesAndPaint,
  hand: Area[],
  { map: small, taken, whole: parted, regions: found }: CarriedRegions,
  looks: Area[],
): CarriedPaint {
  const plain = regionMap(drawing.ink, width, height, { ...wishes, gap: (wishes.gap ?? 0) + FARTHER[taken] });
  const map = parted ? dividedAlike(plain, small(), parted) : plain;
  const regions = onWholeMap(regionFacts(map), small(), found);
  const covered = hand.length > 0 ? regionPaint(map, hand).covered : new Float32Array(map.count + 1);
  const points = regionPoints(map);
  const paint: Area[] = [];
  const unsure: UnsureRegion[] = [];
  let count = 0;
  for (let label = 1; label <= map.count; label++) {
    if (isGround(map, label)) continue;
    count++;
    if (covered[label] >= BY_HAND) continue;
    const { colour, unsure: doubted, part } = regions[label];
    const sure = Math.min(SUREST, regions[label].sure);
    const [x, y] = [points[2 * label], points[2 * label + 1]];
    if (colour === 0) {
      if (doubted) unsure.push({ x, y, sure, area: null, part });
      continue;
    }
    const { swatch, name, edge, soft } = looks[colour - 1];
    const area = areaOf(map, label, swatch, { ...PLAIN_PAINT, edge, soft }, { name, sure });
    paint.push(area);
    if (doubted) unsure.push({ x, y, sure, area: area.id, part });
  }
  // Tones carried along with the lines have shapes of their own: they go on lying on the regions.
  const whole = clearPixels(map);
  const tones = drawing.paint.filter(
    (area) =>
      !hand.includes(area) &&
      (area.sure === null || area.sure > SUREST) &&
      regionsOfArea(area, map, whole).length === 0,
  );
  return { id: drawing.id, paint: [...paint, ...tones, ...hand], regions: count, unsure };
}

/** The carried paint at a place, as the hand would have put it there; null where none is. */
export function proposedAt(paint: Area[], x: number, y: number): Area | null {
  const area = areaUnder(paint, x, y);
  return area && { ...area, sure: null };
}
