/** Which drawings paint is carried from, and what was carried without being sure. */

import { pointInside } from '../../plane/rings.ts';
import type { Area } from '../../shot/drawing-model.ts';
import type { Id } from '../../shot/ids.ts';
import type { Layer } from '../../shot/layer-model.ts';
import type { Shot } from '../../shot/model.ts';
import { isCarried } from './layer-through.ts';
import { drawingsAlong } from './line-sources.ts';
import { UNSURE } from './through.ts';

/** A drawing is painted when the hand has put down this share of the areas of the one with most. */
const PAINTED = 0.6;

/** The drawings the hand has painted whole, as far as can be told from how many areas they have. */
export function paintedByHand(drawings: { id: Id; paint: Area[] }[]): Set<Id> {
  const byHand = drawings.map(({ paint }) => paint.filter((area) => !isCarried(area)).length);
  const most = Math.max(0, ...byHand);
  return new Set(drawings.filter((_, i) => byHand[i] > 0 && byHand[i] >= PAINTED * most).map(({ id }) => id));
}

/** Something to look at: a carried area that is not sure, or a region that was left unpainted without being sure. */
export interface Doubt {
  drawing: Id;
  frame: number;
  x: number;
  y: number;
  sure: number;
  area: Id | null;
  swatch: Id | null;
  /** The part of the figure it is, the same in all drawings; empty: not known any more. */
  part: string;
}

/** A region left unpainted when paint was last carried. */
export interface LeftOpen {
  drawing: Id;
  x: number;
  y: number;
  sure: number;
  part: string;
}

/** A colour less sure than this is a mere guess: that it is another one on the next drawing says nothing. */
const GUESS = 0.3;

/** What doubts have in common that one answer may settle: the part of the figure, and the colour where that is more than a guess. */
const groupOf = ({ part, swatch, sure, drawing, x, y }: Doubt): string =>
  part ? `${part} ${sure < GUESS ? '' : swatch}` : `${drawing} ${x} ${y}`;

/** Doubts about one part of the figure that has been painted alike, or at a guess: one answer may settle them all. */
export function alike(all: Doubt[], doubt: Doubt): Doubt[] {
  return all.filter((each) => each === doubt || groupOf(each) === groupOf(doubt));
}

/**
 * All doubts of a layer, those first of which one answer settles most; of as many the least sure.
 * @param open regions that were left unpainted; @param parts which part of the figure each carried area is
 */
export function doubtsIn(shot: Shot, layer: Layer, open: LeftOpen[], parts: ReadonlyMap<Id, string>): Doubt[] {
  const all = drawingsAlong(shot, layer).flatMap(({ drawing: { id, paint }, frame }) => {
    const areas = paint
      .filter(({ sure }) => sure !== null && sure < UNSURE)
      .map((area): Doubt => {
        const [x, y] = pointInside(area.rings);
        const part = parts.get(area.id) ?? '';
        return { drawing: id, frame, x, y, sure: area.sure!, area: area.id, swatch: area.swatch, part };
      });
    const left = open
      .filter(({ drawing }) => drawing === id)
      .map((each): Doubt => ({ ...each, frame, area: null, swatch: null }));
    return [...areas, ...left];
  });
  const groups = new Map<string, { count: number; sure: number }>();
  for (const doubt of all) {
    const own = groups.get(groupOf(doubt)) ?? { count: 0, sure: 1 };
    groups.set(groupOf(doubt), { count: own.count + 1, sure: Math.min(own.sure, doubt.sure) });
  }
  return all.sort((p, q) => {
    const [k, l] = [groupOf(p), groupOf(q)];
    if (k === l) return p.frame - q.frame;
    const [one, other] = [groups.get(k)!, groups.get(l)!];
    return other.count - one.count || one.sure - other.sure || (k < l ? -1 : 1);
  });
}

/** What the hand agrees to is its own from now on. For use inside a `change()` recipe. */
export function accept(shot: Shot, drawing: Id, areas: Id[]): void {
  const wanted = new Set(areas);
  const own = shot.drawings[drawing];
  for (const area of own.paint) if (wanted.has(area.id)) area.sure = null;
}
