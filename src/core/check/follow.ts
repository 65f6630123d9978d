/**
 * Points and parts found again on the drawings of a layer. What the hand set stays; every other drawing is found from the nearest that
 * the hand set before and after it, and between two such the places are mixed by how near each is: a correction improves its neighbours.
 */
import { follow, nearestOn, placeOnLine } from '../between/plan/follow.ts';
import { matchedLines } from '../between/plan/same-lines.ts';
import type { Point } from '../plane/point.ts';
import { ringsBox } from '../plane/rings.ts';
import type { Area, Stroke } from '../shot/drawing-model.ts';
import type { Id } from '../shot/ids.ts';
import type { FigurePart, PartOnDrawing, Planes, Spot } from '../shot/model.ts';
import { isUnsure } from './points.ts';

/** A drawing as it is looked at here. */
export interface LinedDrawing extends Planes {
  id: Id;
}

/** A place less likely right than this is lost. */
const LOST = 0.3;
/** Two ways of finding a place that are so far apart, as a share of the figure's height, are not sure at all. */
const APART = 0.05;
/** A share of a line so far on tells which way it runs. */
const AHEAD = 0.02;

/** A place beside a line: where on the line, and how far off it in the line's own directions. */
interface Beside {
  line: Id;
  share: number;
  along: number;
  across: number;
}

/** The way a line runs at a share of it, one pixel long. */
function wayOf(stroke: Stroke, share: number): Point {
  const [a, b] = [placeOnLine(stroke, Math.max(0, share - AHEAD)), placeOnLine(stroke, Math.min(1, share + AHEAD))];
  const long = Math.hypot(b.x - a.x, b.y - a.y) || 1;
  return { x: (b.x - a.x) / long, y: (b.y - a.y) / long };
}

function besideLine(ink: readonly Stroke[], { x, y }: Point): Beside | null {
  let best: Beside | null = null;
  let least = Number.POSITIVE_INFINITY;
  for (const stroke of ink) {
    const near = nearestOn(stroke, x, y);
    const off = Math.hypot(near.x - x, near.y - y);
    if (off >= least) continue;
    least = off;
    const way = wayOf(stroke, near.share);
    const [dx, dy] = [x - near.x, y - near.y];
    best = { line: stroke.id, share: near.share, along: dx * way.x + dy * way.y, across: dy * way.x - dx * way.y };
  }
  return best;
}

interface Carried extends Point {
  sure: number;
}

/** The line a place lies nearest to. */
export const lineAt = (ink: readonly Stroke[], place: Point): Id | null => besideLine(ink, place)?.line ?? null;

/** From one drawing on through others: the place on each, null from where it is lost on. */
function carried(drawings: readonly LinedDrawing[], from: number, at: Point): (Carried | null)[] {
  const beside = besideLine(drawings[from].ink, at);
  if (!beside) return drawings.map(() => null);
  const inks = drawings.map(({ ink }) => ink);
  return follow(inks, from, beside.line, beside.share).map((place, i) => {
    const stroke = place && inks[i].find(({ id }) => id === place.line);
    if (!place || !stroke || place.sure < LOST) return null;
    const way = wayOf(stroke, place.share);
    return {
      x: place.x + beside.along * way.x - beside.across * way.y,
      y: place.y + beside.along * way.y + beside.across * way.x,
      sure: place.sure,
    };
  });
}

/**
 * @param drawings of the layer in the order of the sheet, each once
 * @param spots those the hand set are kept, the others are found anew
 * @param height of the figure or the paper, pixels: what is near and far is measured by it
 * @returns spots in the order of the drawings; drawings it is lost on have none
 */
export function foundSpots(
  drawings: readonly LinedDrawing[],
  spots: readonly Spot[],
  hidden: readonly Id[],
  height: number,
  progress: (share: number) => void = () => {},
): Spot[] {
  const gone = new Set(hidden);
  const held = drawings.flatMap(({ id }, i) => {
    const spot = spots.find((each) => each.held && each.drawing === id);
    return spot ? [{ i, spot }] : [];
  });
  const ways = held.map(({ i, spot }, k) => {
    progress(k / held.length);
    return carried(drawings, i, spot);
  });
  return drawings.flatMap(({ id }, i): Spot[] => {
    if (gone.has(id)) return [];
    const own = held.find((each) => each.i === i);
    if (own) return [{ ...own.spot, sure: 1 }];
    const before = held.findLastIndex((each) => each.i < i);
    const after = held.findIndex((each) => each.i > i);
    const a = before >= 0 ? ways[before][i] : null;
    const b = after >= 0 ? ways[after][i] : null;
    if (a && b) {
      const t = (i - held[before].i) / (held[after].i - held[before].i);
      const apart = Math.hypot(a.x - b.x, a.y - b.y) / (APART * height);
      // Two ways that come to the same place are surer than either.
      const sure = (1 - (1 - a.sure) * (1 - b.sure)) * Math.max(0, 1 - apart);
      return [{ drawing: id, x: a.x + t * (b.x - a.x), y: a.y + t * (b.y - a.y), sure, held: false }];
    }
    const one = a ?? b;
    return one ? [{ drawing: id, ...one, held: false }] : [];
  });
}

/** The drawings a point should be on and is not: neither found nor said to be hidden. */
export function lostOn(drawings: readonly { id: Id }[], spots: readonly Spot[], hidden: readonly Id[]): Id[] {
  const there = new Set([...spots.map(({ drawing }) => drawing), ...hidden]);
  return drawings.flatMap(({ id }) => (there.has(id) ? [] : [id]));
}

/** The drawings a point was found on without being likely enough to be right. */
export const unsureOn = (spots: readonly Spot[]): Id[] =>
  spots.flatMap((spot) => (isUnsure(spot) ? [spot.drawing] : []));

/** Areas of a drawing that paint what some areas of another one paint: the same swatch and name; of several the one that lies likest. */
function sameAreas(a: LinedDrawing, b: LinedDrawing, ids: ReadonlySet<Id>): Id[] {
  const lies = (area: Area, all: readonly Area[]) => {
    const box = ringsBox(area.rings);
    const around = all.map(({ rings }) => ringsBox(rings));
    const [minX, maxX] = [Math.min(...around.map((each) => each.minX)), Math.max(...around.map((each) => each.maxX))];
    const [minY, maxY] = [Math.min(...around.map((each) => each.minY)), Math.max(...around.map((each) => each.maxY))];
    const share = (value: number, least: number, most: number) =>
      most > least ? (value - least) / (most - least) : 0.5;
    return { x: share((box.minX + box.maxX) / 2, minX, maxX), y: share((box.minY + box.maxY) / 2, minY, maxY) };
  };
  const taken = new Set<Id>();
  for (const area of a.paint) {
    if (!ids.has(area.id)) continue;
    const at = lies(area, a.paint);
    const likely = b.paint
      .filter(({ id, swatch, name }) => !taken.has(id) && swatch === area.swatch && name === area.name)
      .map((each) => ({ id: each.id, at: lies(each, b.paint) }))
      .sort((p, q) => Math.hypot(p.at.x - at.x, p.at.y - at.y) - Math.hypot(q.at.x - at.x, q.at.y - at.y));
    if (likely[0]) taken.add(likely[0].id);
  }
  return [...taken];
}

/** Names of lines and areas that belong to a part wherever it was chosen: where something has such a name, it belongs to it. */
function namesOf(drawings: readonly LinedDrawing[], chosen: readonly (PartOnDrawing | null)[]): Set<string> {
  const names = drawings.flatMap(({ ink, paint }, i) => {
    const ids = new Set([...(chosen[i]?.lines ?? []), ...(chosen[i]?.areas ?? [])]);
    return [...ink, ...paint].flatMap(({ id, name }) => (ids.has(id) && name !== '' ? [name] : []));
  });
  return new Set(names);
}

/** A part of the figure on every drawing of its layer: as the hand chose it there, else as the nearest drawing before or after has it. */
export function foundPart(
  drawings: readonly LinedDrawing[],
  { drawings: chosen }: Pick<FigurePart, 'drawings'>,
  progress: (share: number) => void = () => {},
): PartOnDrawing[] {
  const out: (PartOnDrawing | null)[] = drawings.map(
    ({ id }) => chosen.find((each) => each.held && each.drawing === id) ?? null,
  );
  const names = namesOf(drawings, out);
  const from = (i: number, k: number): PartOnDrawing | null => {
    const known = out[k];
    if (!known) return null;
    const matched = matchedLines(drawings[k].ink, drawings[i].ink);
    const lines = new Set(known.lines.flatMap((id) => matched.get(id) ?? []));
    for (const { id, name } of drawings[i].ink) if (names.has(name)) lines.add(id);
    const areas = new Set(sameAreas(drawings[k], drawings[i], new Set(known.areas)));
    for (const { id, name } of drawings[i].paint) if (names.has(name)) areas.add(id);
    return lines.size + areas.size > 0
      ? { drawing: drawings[i].id, lines: [...lines], areas: [...areas], held: false }
      : null;
  };
  for (let i = 1; i < drawings.length; i++) {
    progress((0.5 * i) / drawings.length);
    out[i] ??= from(i, i - 1);
  }
  for (let i = drawings.length - 2; i >= 0; i--) {
    progress(1 - (0.5 * i) / drawings.length);
    out[i] ??= from(i, i + 1);
  }
  return out.filter((each) => each !== null);
}
