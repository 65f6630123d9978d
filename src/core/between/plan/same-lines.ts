/** Which line of one drawing is which of another, remembered as long as both are as they are. */
import type { Stroke } from '../../shot/drawing-model.ts';
import type { Id } from '../../shot/ids.ts';
import { matchLines } from '../match/match-lines.ts';
import { type Pairing, pairUp } from '../match/pairing.ts';
import { densePath, pieceOf, type StrokePiece } from '../match/strokes.ts';
import { figureSize } from './link.ts';

/** Two drawings' lines, paired whole. */
export interface PairedLines {
  a: StrokePiece[];
  b: StrokePiece[];
  pairings: Pairing[];
  /** Height of the figure they show, pixels. */
  size: number;
  /** How sure each pairing is, 0..1. */
  sure: number[];
}

const known = new WeakMap<Stroke[], WeakMap<Stroke[], PairedLines>>();

/** The lines of two drawings matched by their shapes and by how they lie to one another. */
export function pairedLines(a: Stroke[], b: Stroke[]): PairedLines {
  let own = known.get(a);
  if (!own) known.set(a, (own = new WeakMap()));
  let paired = own.get(b);
  if (!paired) {
    const [p, q] = [a, b].map((all) => all.map((stroke) => pieceOf(densePath(stroke))));
    const [as, bs] = [p, q].map((all) => all.map(({ shape }) => shape));
    const size = figureSize([a, b].map((ink) => ({ ink, paint: [] })));
    const matching = matchLines(as, bs, { size });
    const sure = matching.matches.map((match) => match.sure);
    own.set(b, (paired = { a: p, b: q, pairings: pairUp(as, bs, matching), size, sure }));
  }
  return paired;
}

/** The lines of `b` by the lines of `a` they are: those of one lineage where both have it once, else those they are matched with. */
export function matchedLines(a: Stroke[], b: Stroke[]): Map<Id, Id> {
  const out = new Map<Id, Id>();
  const once = (all: Stroke[]) => {
    const counts = new Map<string, Stroke | null>();
    for (const stroke of all) counts.set(stroke.lineage, counts.has(stroke.lineage) ? null : stroke);
    return counts;
  };
  const [mine, theirs] = [once(a), once(b)];
  const left = a.filter(({ id, lineage }) => {
    const other = mine.get(lineage) ? theirs.get(lineage) : null;
    if (other) out.set(id, other.id);
    return !other;
  });
  if (left.length === 0 || b.length === 0) return out;
  const taken = new Set(out.values());
  for (const { a: i, b: k } of pairedLines(a, b).pairings)
    if (!out.has(a[i].id) && !taken.has(b[k].id)) out.set(a[i].id, b[k].id);
  return out;
}
