/**
 * A drawing between three or more keys follows a path that is smooth in time. Within each link the lines go as between two
 * drawings; where links meet, each point's speed is made one (Catmull and Rom's choice for uneven times) by a cubic correction
 * that leaves the drawings themselves as they are.
 */

import { shareOn } from '../match/strokes.ts';
import type { Link } from './link.ts';

/** Share of a link over which speeds are measured. */
const NEAR = 0.02;
/** A correction is no larger than this share of what the point moves in its link: what rests stays at rest. */
const MOST = 0.9;

/** Speed of all points of a link at one end, in pixels for the whole link. */
function speedAt(link: Link, end: 0 | 1): Float64Array {
  const [a, b] = end === 0 ? [link.places(0), link.places(NEAR)] : [link.places(1 - NEAR), link.places(1)];
  return a.map((value, i) => (b[i] - value) / NEAR);
}

/** Speeds along the strokes of the drawing where two links meet: by stroke, share and speed. */
function byStroke(link: Link, side: 'a' | 'b', speed: Float64Array) {
  const out = new Map<string, { share: number; x: number; y: number }[]>();
  link.joined.forEach((each, k) => {
    const piece = each[side];
    const shares = side === 'a' ? each.pairing.shareFrom : each.pairing.shareTo;
    const first = link.tween.first[k];
    const { id } = piece.dense.stroke;
    const list = out.get(id) ?? [];
    shares.forEach((share, i) => {
      list.push({ share: shareOn(piece, share), x: speed[2 * (first + i)], y: speed[2 * (first + i) + 1] });
    });
    out.set(id, list);
  });
  return out;
}

/** For each point of a link the speed the other link has there; null where that has no such line. */
function speedThere(link: Link, side: 'a' | 'b', speeds: ReturnType<typeof byStroke>, i: number, k: number) {
  const each = link.joined[k];
  const piece = each[side];
  const list = speeds.get(piece.dense.stroke.id);
  if (!list) return null;
  const share = shareOn(piece, (side === 'a' ? each.pairing.shareFrom : each.pairing.shareTo)[i]);
  let best = list[0];
  for (const one of list) if (Math.abs(one.share - share) < Math.abs(best.share - share)) best = one;
  return best;
}

function bendFor(
  link: Link,
  side: 'a' | 'b',
  own: Float64Array,
  there: ReturnType<typeof byStroke>,
  time: number,
  otherTime: number,
) {
  const { first, from, to } = link.tween;
  const out = new Float64Array(own.length);
  link.joined.forEach((_, k) => {
    for (let i = first[k]; i < first[k + 1]; i++) {
      const other = speedThere(link, side, there, i - first[k], k);
      if (!other) continue;
      const most = MOST * Math.hypot(to[2 * i] - from[2 * i], to[2 * i + 1] - from[2 * i + 1]);
      // Speeds in pixels a unit of time, the shorter link's counting more; brought back to this link's time.
      const speed = (mine: number, others: number) =>
        time * (((mine / time) * otherTime + (others / otherTime) * time) / (time + otherTime));
      const [dx, dy] = [speed(own[2 * i], other.x) - own[2 * i], speed(own[2 * i + 1], other.y) - own[2 * i + 1]];
      const far = Math.hypot(dx, dy);
      const fit = far > most ? most / far : 1;
      out[2 * i] = fit * dx;
      out[2 * i + 1] = fit * dy;
    }
  });
  return out;
}

/** Makes the links of a chain go on into one another. @param at where the chain's drawings lie in time, one more than links. */
export function smoothChain(links: Link[], at: number[]): void {
  for (let k = 0; k + 1 < links.length; k++) {
    const [before, after] = [links[k], links[k + 1]];
    const [t0, t1] = [at[k + 1] - at[k], at[k + 2] - at[k + 1]];
    // Both are measured before either is bent here; what was bent at its other end keeps its speed at this one.
    const [end, start] = [speedAt(before, 1), speedAt(after, 0)];
    before.bend.end = bendFor(before, 'b', end, byStroke(after, 'a', start), t0, t1);
    after.bend.start = bendFor(after, 'a', start, byStroke(before, 'b', end), t1, t0);
  }
}
