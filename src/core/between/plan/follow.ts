/** A point of a line found again on the drawings before and after. */

import type { Stroke } from '../../shot/drawing-model.ts';
import type { Id } from '../../shot/ids.ts';
import { pointAt } from '../match/shape.ts';
import { type Dense, densePath, shareOn } from '../match/strokes.ts';
import { pairedLines } from './same-lines.ts';

/** A point on a drawing: the line it is on and how far along, and where that is. */
export interface FollowedPlace {
  line: Id;
  share: number;
  x: number;
  y: number;
}

function placeOn(dense: Dense, share: number): FollowedPlace {
  const { path, along, stroke } = dense;
  const [x, y] = pointAt({ path, along, length: along[along.length - 1], closed: false }, share);
  return { line: stroke.id, share, x, y };
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
  if (same.length === 1) return placeOn(densePath(same[0]), from.share);
  const { a: p, b: q, pairings } = pairedLines(a, b);
  const index = a.indexOf(own);
  const pairing = pairings.find((each) => each.a === index);
  if (!pairing) return null;
  let best = 0;
  const off = (k: number) => Math.abs(shareOn(p[index], pairing.shareFrom[k]) - from.share);
  for (let k = 1; k < pairing.shareFrom.length; k++) if (off(k) < off(best)) best = k;
  const piece = q[pairing.b];
  return placeOn(piece.dense, shareOn(piece, pairing.shareTo[best]));
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
