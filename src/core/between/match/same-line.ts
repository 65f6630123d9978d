/** Two states of one line: kneaded, warped, moved by its points. Their points are the same points, one by one. */
import { POINT_SIZE, type Stroke } from '../../shot/drawing-model.ts';
import type { Pairing } from './pairing.ts';
import { densePath, stepsOf } from './strokes.ts';

/** Lines of more control points than this are compared as lines, not point by point: each of theirs would be solved for. */
const MOST = 400;

export function isSameLine(p: Stroke, q: Stroke): boolean {
  return (
    p.lineage === q.lineage &&
    p.closed === q.closed &&
    p.points.length === q.points.length &&
    p.points.length > POINT_SIZE &&
    p.points.length <= MOST * POINT_SIZE
  );
}

/** Brings two states of a line to points by their control points, all of which are among them. */
export function exactPairing(p: Stroke, q: Stroke, like: Pairing): { pairing: Pairing; controls: number[] } {
  const steps = Math.max(1, Math.ceil((stepsOf(p) + stepsOf(q)) / 2));
  const [a, b] = [densePath(p, steps), densePath(q, steps)];
  // A closed line's last point is its first.
  const count = a.along.length - (p.closed ? 1 : 0);
  const shares = ({ along }: typeof a) =>
    Float64Array.from({ length: count }, (_, i) => along[i] / (along[along.length - 1] || 1));
  const pairing: Pairing = {
    ...like,
    from: a.path.slice(0, 2 * count),
    to: b.path.slice(0, 2 * count),
    closed: p.closed,
    shareFrom: shares(a),
    shareTo: shares(b),
    seenFrom: [0, 1],
    seenTo: [0, 1],
  };
  const controls = Array.from({ length: p.points.length / POINT_SIZE }, (_, i) => i * steps);
  return { pairing, controls };
}
