/** A point of a line found again on the drawings before and after. */

import { mapPoint } from '../../plane/matrix.ts';
import type { Stroke } from '../../shot/drawing-model.ts';
import type { Id } from '../../shot/ids.ts';
import type { Pairing } from '../match/pairing.ts';
import { pointAt } from '../match/shape.ts';
import { type Dense, densePath, shareOn } from '../match/strokes.ts';
import { pairedLines } from './same-lines.ts';

/** A point on a drawing: the line it is on and how far along, and where that is. */
export interface FollowedPlace {
  line: Id;
  share: number;
  x: number;
  y: number;
  /** How likely it is the point it is followed from, 0..1. */
  sure: number;
}

/** The same share of a line of one lineage is nearly the same place of it. */
const SURE_OF_LINEAGE = 0.998;
/**
 * How likely a point found through a pairing is right (within a hundredth of the figure's height): a logistic function of how sure the
 * pairing is (its odds), how far the whole line lies from where its surroundings go, whether it is closed (where it begins is a guess),
 * and its length. Fitted on 300 fresh pairs, measured on others; what came of it stands in docs/ARCHITECTURE.md (“Checks”).
 */
const LIKELY = { base: 1.5, odds: 0.56, off: 59, mostOff: 0.06, closed: 1.45, length: 1.48 };
/** Surer than this is not said of a pairing. */
const SUREST = 0.995;

function likely({ from, to, map, closed }: Pairing, sure: number, length: number, size: number): number {
  let off = 0;
  for (let i = 0; i < from.length; i += 2) {
    const [x, y] = mapPoint(map, from[i], from[i + 1]);
    off += Math.hypot(x - to[i], y - to[i + 1]);
  }
  const mean = Math.min(LIKELY.mostOff, (2 * off) / from.length / size);
  const p = Math.max(1 - SUREST, Math.min(SUREST, sure));
  const sum =
    LIKELY.base +
    LIKELY.odds * Math.log(p / (1 - p)) -
    LIKELY.off * mean -
    (closed ? LIKELY.closed : 0) -
    LIKELY.length * Math.min(1, length / size);
  return 1 / (1 + Math.exp(-sum));
}

function placeOn(dense: Dense, share: number, sure = 1): FollowedPlace {
  const { path, along, stroke } = dense;
  const [x, y] = pointAt({ path, along, length: along[along.length - 1], closed: false }, share);
  return { line: stroke.id, share, x, y, sure };
}

/** The point a share of the way along a line. */
export const placeOnLine = (stroke: Stroke, share: number): FollowedPlace => placeOn(densePath(stroke), share);

/** The nearest point of a line to a place. */
export function nearestOn(stroke: Stroke, x: number, y: number): FollowedPlace {
  const dense = densePath(stroke);
  const { path, along } = dense;
  let least = Number.POSITIVE_INFINITY;
  let best = 0;
  for (let i = 0; i < along.length; i++) {
    const off = (path[2 * i] - x) ** 2 + (path[2 * i + 1] - y) ** 2;
    if (off < least) {
      least = off;
      best = i;
    }
  }
  return placeOn(dense, along[best] / (along[along.length - 1] || 1));
}

/** The point of `a` on `b`: on the line of one lineage when both have it once, else on the one it is matched with. */
function step(a: Stroke[], b: Stroke[], from: FollowedPlace): FollowedPlace | null {
  const own = a.find(({ id }) => id === from.line);
  if (!own || b.length === 0) return null;
  const same = b.filter(({ lineage }) => lineage === own.lineage);
  if (same.length === 1) return placeOn(densePath(same[0]), from.share, from.sure * SURE_OF_LINEAGE);
  const { a: p, b: q, pairings, size, sure } = pairedLines(a, b);
  const index = a.indexOf(own);
  const found = pairings.findIndex((each) => each.a === index);
  if (found < 0) return null;
  const pairing = pairings[found];
  let best = 0;
  const off = (k: number) => Math.abs(shareOn(p[index], pairing.shareFrom[k]) - from.share);
  for (let k = 1; k < pairing.shareFrom.length; k++) if (off(k) < off(best)) best = k;
  const piece = q[pairing.b];
  const step = likely(pairing, sure[found], p[index].shape.length, size);
  return placeOn(piece.dense, shareOn(piece, pairing.shareTo[best]), from.sure * step);
}

/**
 * Follows a point through drawings, both ways from the one it is on, until it is lost.
 * @param drawings lines of the drawings in order; @param at which of them has the point.
 * @returns for each drawing the place, or null.
 */
export function follow(drawings: Stroke[][], at: number, line: Id, share: number): (FollowedPlace | null)[] {
  const out: (FollowedPlace | null)[] = drawings.map(() => null);
  const own = drawings[at]?.find(({ id }) => id === line);
  if (!own) return out;
  out[at] = placeOn(densePath(own), share);
  for (const way of [1, -1])
    for (let i = at + way; i >= 0 && i < drawings.length; i += way) {
      const before = out[i - way];
      if (!before) break;
      out[i] = step(drawings[i - way], drawings[i], before);
    }
  return out;
}
