/**
 * Moves: where a layer lies at a frame. It travels from place to place along a path, spaced as each place says, read on ones, on
 * twos or with its drawings. A place set at a frame is exact at that frame.
 */
import { after, IDENTITY, type Matrix } from '../plane/matrix.ts';
import type { Point } from '../plane/point.ts';
import type { Layer, MoveSpacing, Moves, Place } from '../shot/model.ts';
import { exposureAt } from './exposures.ts';

/** The share of the way gone at a share of the time. */
export function spacedShare(spacing: MoveSpacing, t: number): number {
  switch (spacing) {
    case 'even':
      return t;
    case 'slow-out':
      return t * t;
    case 'slow-in':
      return t * (2 - t);
    case 'both':
      return t * t * (3 - 2 * t);
    case 'held':
      return t < 1 ? 0 : 1;
  }
}

/** Pieces a bowed way is measured in. */
const PIECES = 32;

/** The point of a way between two places at a share of its length; a bowed one is a parabola through its pushed middle. */
export function pointOfWay(from: Place, to: Place, share: number): Point {
  const { x: bowX, y: bowY } = from.bow;
  const straight = { x: from.x + share * (to.x - from.x), y: from.y + share * (to.y - from.y) };
  if (bowX === 0 && bowY === 0) return straight;
  const [cx, cy] = [(from.x + to.x) / 2 + 2 * bowX, (from.y + to.y) / 2 + 2 * bowY];
  const at = (u: number): Point => ({
    x: (1 - u) ** 2 * from.x + 2 * u * (1 - u) * cx + u * u * to.x,
    y: (1 - u) ** 2 * from.y + 2 * u * (1 - u) * cy + u * u * to.y,
  });
  if (share <= 0 || share >= 1) return at(Math.max(0, Math.min(1, share)));
  const along = [0];
  let before = at(0);
  for (let k = 1; k <= PIECES; k++) {
    const next = at(k / PIECES);
    along.push(along[k - 1] + Math.hypot(next.x - before.x, next.y - before.y));
    before = next;
  }
  const wanted = share * along[PIECES];
  let k = 1;
  while (k < PIECES && along[k] < wanted) k++;
  const piece = along[k] - along[k - 1] || 1;
  return at((k - 1 + (wanted - along[k - 1]) / piece) / PIECES);
}

/** A place without its frame, its name and its way on. */
export type Lie = Pick<Place, 'x' | 'y' | 'turn' | 'across' | 'down' | 'fade'>;

const LIES: readonly (keyof Lie)[] = ['x', 'y', 'turn', 'across', 'down', 'fade'];

/** The frame that is read for a frame: on twos every second from the place before, with drawings where one begins. */
function readFrame({ exposures }: Pick<Layer, 'exposures'>, { on, places }: Moves, frame: number): number {
  const start = places.findLast((place) => place.frame <= frame)?.frame ?? frame;
  if (on === 'ones') return frame;
  if (on === 'twos') return frame - ((frame - start) % 2);
  const placed = exposureAt(exposures, frame);
  return Math.max(start, placed ? placed.start : frame);
}

/** How a moved layer lies at a frame: before its first place as in that, after its last as in that. */
export function lieAt(layer: Pick<Layer, 'exposures'>, moves: Moves, frame: number): Lie {
  const { places } = moves;
  const at = readFrame(layer, moves, frame);
  const next = places.findIndex((place) => place.frame > at);
  if (next === 0) return places[0];
  const from = next < 0 ? places[places.length - 1] : places[next - 1];
  if (next < 0 || from.frame === at) return from;
  const to = places[next];
  const share = spacedShare(from.spacing, (at - from.frame) / (to.frame - from.frame));
  const between = (part: keyof Lie) => from[part] + share * (to[part] - from[part]);
  const out = Object.fromEntries(LIES.map((part) => [part, between(part)])) as unknown as Lie;
  return { ...out, ...pointOfWay(from, to, share) };
}

/** What a lie does to the paper's points: scaled and turned about the pivot, then carried. */
export function lieMatrix({ x, y, turn, across, down }: Lie, pivot: Point): Matrix {
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const [a, b, c, d] = [cos * across, sin * across, -sin * down, cos * down];
  return [a, b, c, d, pivot.x + x - a * pivot.x - c * pivot.y, pivot.y + y - b * pivot.x - d * pivot.y];
}

/** The lie that does what a matrix does, as near as can be without slanting. */
export function lieOf(matrix: Matrix, pivot: Point, fade: number): Lie {
  const [a, b, c, d, e, f] = matrix;
  const across = Math.hypot(a, b);
  const turn = Math.atan2(b, a);
  const down = across > 0 ? (a * d - b * c) / across : Math.hypot(c, d);
  const [x, y] = [a * pivot.x + c * pivot.y + e - pivot.x, b * pivot.x + d * pivot.y + f - pivot.y];
  return { x, y, turn, across, down, fade };
}

/** A layer as it lies at a frame: its place and opacity with its move in them. Without moves it is the very layer. */
export function layerAt(layer: Layer, frame: number): Layer {
  const { moves } = layer;
  if (!moves) return layer;
  const lie = lieAt(layer, moves, frame);
  return {
    ...layer,
    place: after(layer.place ?? IDENTITY, lieMatrix(lie, moves.pivot)),
    opacity: layer.opacity * lie.fade,
  };
}
