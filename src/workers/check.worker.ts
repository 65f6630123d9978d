/** Looking a layer over, and finding points and parts again. The drawings are handed over once each, and kept by their ids. */
import { type CheckResult, checkOf, foundPart, foundSpots, lookOver, NOTHING_FOUND } from '../core/check/index.ts';
import type { Drawing, FigurePart, Id, PartOnDrawing, Shot, Spot } from '../core/shot/index.ts';
import { serve } from './serve.ts';

const drawings = new Map<Id, Drawing>();

/** What is looked over: the shot without its drawings. */
export type LookedShot = Omit<Shot, 'drawings'>;

const known = (ids: readonly Id[]): Drawing[] => ids.flatMap((id) => drawings.get(id) ?? []);

const face = {
  /** Takes in drawings that are new, or other than they were. */
  know(fresh: Drawing[]): void {
    for (const drawing of fresh) drawings.set(drawing.id, drawing);
  },
  look(
    looked: LookedShot,
    check: string,
    layer: Id,
    from: number,
    to: number,
    progress: (share: number) => void,
  ): CheckResult {
    const own = looked.layers.find(({ id }) => id === layer);
    const entry = checkOf(check);
    if (!own || !entry) return NOTHING_FOUND;
    return lookOver({ ...looked, drawings: Object.fromEntries(drawings) }, entry, own, { from, to, progress });
  },
  /** Where a point is on the drawings of its layer; what the hand set stays. */
  spots(ids: Id[], spots: Spot[], hidden: Id[], height: number): Spot[] {
    return foundSpots(known(ids), spots, hidden, height);
  },
  part(ids: Id[], part: Pick<FigurePart, 'drawings'>): PartOnDrawing[] {
    return foundPart(known(ids), part);
  },
};

export type CheckFace = typeof face;
serve(face);
