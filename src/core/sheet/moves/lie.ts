/**
 * Moves: where a layer lies at a frame. It travels from place to place along a path, spaced as each place says, read on ones, on
 * twos or with its drawings. A place set at a frame is exact at that frame. What a place does not set (`parts`) goes on from
 * the place before that sets it to the next one that does.
 */
import type { Matrix } from '../../plane/matrix.ts';
import type { Point } from '../../plane/point.ts';
import type { Layer, Moves, Place, PlacePart } from '../../shot/layer-model.ts';
import { exposureAt } from '../exposures.ts';
import { spacedShare } from './spacing.ts';

/** Pieces a bowed way is measured in. */
const PIECES = 32;

/**
 * The point of a way between two places at a share of its length; a bowed one is a parabola through its pushed middle. Beyond
 * its ends it goes straight on.
 */
export function pointOfWay(from: Pick<Place, 'x' | 'y' | 'bow'>, to: Point, share: number): Point {
  const { x: bowX, y: bowY } = from.bow;
  if (bowX === 0 && bowY === 0) return { x: from.x + share * (to.x - from.x), y: from.y + share * (to.y - from.y) };
  const [cx, cy] = [(from.x + to.x) / 2 + 2 * bowX, (from.y + to.y) / 2 + 2 * bowY];
  const at = (u: number): Point => ({
    x: (1 - u) ** 2 * from.x + 2 * u * (1 - u) * cx + u * u * to.x,
    y: (1 - u) ** 2 * from.y + 2 * u * (1 - u) * cy + u * u * to.y,
  });
  if (share === 0 || share === 1) return at(share);
  const along = [0];
  let before = at(0);
  for (let k = 1; k <= PIECES; k++) {
    const next = at(k / PIECES);
    along.push(along[k - 1] + Math.hypot(next.x - before.x, next.y - before.y));
    before = next;
  }
  const total = along[PIECES];
  const wanted = share * total;
  if (wanted < 0 || wanted > total) {
    const [end, other] = wanted < 0 ? [from, { x: cx, y: cy }] : [to, { x: cx, y: cy }];
    const [dx, dy] = [end.x - other.x, end.y - other.y];
    const by = (wanted < 0 ? -wanted : wanted - total) / (Math.hypot(dx, dy) || 1);
    return { x: end.x + by * dx, y: end.y + by * dy };
  }
  let k = 1;
  while (k < PIECES && along[k] < wanted) k++;
  const piece = along[k] - along[k - 1] || 1;
  return at((k - 1 + (wanted - along[k - 1]) / piece) / PIECES);
}

/** A place without its frame, its name and its way on. */
export type Lie = Pick<Place, 'x' | 'y' | 'turn' | 'across' | 'down' | 'fade' | 'bend'>;

export const AT_REST: Lie = { x: 0, y: 0, turn: 0, across: 1, down: 1, fade: 1, bend: null };

/** The frame that is read for a frame: on twos every second from the place before, with drawings where one begins. */
function readFrame({ exposures }: Pick<Layer, 'exposures'>, { on, places }: Moves, frame: number): number {
  if (on === 'ones') return frame;
  const start = places.findLast((place) => place.frame <= frame)?.frame ?? frame;
  if (on === 'twos') return frame - ((frame - start) % 2);
  const placed = exposureAt(exposures, frame);
  return Math.max(start, placed ? placed.start : frame);
}

/** The places a part goes between at a frame, and the share of the way gone; null where no place sets it. */
function between(
  places: readonly Place[],
  part: PlacePart,
  at: number,
): { from: Place; to: Place; share: number } | null {
  let from: Place | null = null;
  for (const place of places) {
    if (!place.parts.includes(part)) continue;
    if (place.frame > at) {
      if (!from) return { from: place, to: place, share: 0 };
      return { from, to: place, share: spacedShare(from, (at - from.frame) / (place.frame - from.frame)) };
    }
    from = place;
  }
  return from && { from, to: from, share: 0 };
}

/** A layer at no size could not be got hold of again, nor drawn on: on the way of a flip it passes this instead. */
const LEAST_SIZE = 0.001;

export const heldSize = (size: number): number =>
  Math.abs(size) < LEAST_SIZE ? (size < 0 ? -LEAST_SIZE : LEAST_SIZE) : size;

const mixed = (a: number, b: number, share: number) => a + share * (b - a);

function mixedBend(a: number[] | null, b: number[] | null, share: number): number[] | null {
  if (a === b || share === 0) return a;
  const length = a?.length ?? b!.length;
  return Array.from({ length }, (_, i) => mixed(a?.[i] ?? 0, b?.[i] ?? 0, share));
}

/** How a moved layer lies at a frame: before its first place as in that, after its last as in that. */
export function lieAt(layer: Pick<Layer, 'exposures'>, moves: Moves, frame: number): Lie {
  const { places } = moves;
  const at = readFrame(layer, moves, frame);
  const out = { ...AT_REST };
  const where = between(places, 'where', at);
  if (where) Object.assign(out, where.share === 0 ? pick(where.from) : pointOfWay(where.from, where.to, where.share));
  const turn = between(places, 'turn', at);
  if (turn) out.turn = mixed(turn.from.turn, turn.to.turn, turn.share);
  const size = between(places, 'size', at);
  if (size) {
    out.across = heldSize(mixed(size.from.across, size.to.across, size.share));
    out.down = heldSize(mixed(size.from.down, size.to.down, size.share));
  }
  const fade = between(places, 'fade', at);
  if (fade) out.fade = Math.max(0, Math.min(1, mixed(fade.from.fade, fade.to.fade, fade.share)));
  const bend = between(places, 'bend', at);
  if (bend) out.bend = mixedBend(bend.from.bend, bend.to.bend, bend.share);
  return out;
}

const pick = ({ x, y }: Point): Point => ({ x, y });

/** What a lie does to the paper's points: scaled and turned about the pivot, then carried. */
export function lieMatrix({ x, y, turn, across, down }: Omit<Lie, 'bend' | 'fade'>, pivot: Point): Matrix {
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const [a, b, c, d] = [cos * across, sin * across, -sin * down, cos * down];
  return [a, b, c, d, pivot.x + x - a * pivot.x - c * pivot.y, pivot.y + y - b * pivot.x - d * pivot.y];
}

/** The lie that does what a matrix does, as near as can be without slanting. */
export function lieOf(matrix: Matrix, pivot: Point): Omit<Lie, 'fade' | 'bend'> {
  const [a, b, c, d, e, f] = matrix;
  const across = Math.hypot(a, b);
  const turn = Math.atan2(b, a);
  const down = across > 0 ? (a * d - b * c) / across : Math.hypot(c, d);
  const [x, y] = [a * pivot.x + c * pivot.y + e - pivot.x, b * pivot.x + d * pivot.y + f - pivot.y];
  return { x, y, turn, across, down };
}
