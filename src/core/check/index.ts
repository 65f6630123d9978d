/**
 * Checks: what an experienced eye looks for while flipping, measured. A check never changes the shot; `mend.ts` holds the edits that put
 * a finding right. The words:
 *
 * - check: an entry of the register below. Finding: a place where something is off, with how much and how it is put right.
 * - followed point, part of the figure: what is found again on all drawings of a layer (`follow.ts`); spot: a point on one drawing.
 * - step: a drawing of a layer as long as it stands; run: steps without an empty frame between them.
 * - way: the places of a point from drawing to drawing. About: what a finding is about; print: what that was like when it was found.
 */
import { arcs } from './arcs.ts';
import type { Check } from './check.ts';
import { heights } from './heights.ts';
import { lengths } from './lengths.ts';
import { line } from './line.ts';
import { overlap } from './overlap.ts';
import { paint } from './paint.ts';
import { planted } from './planted.ts';
import { seam } from './seam.ts';
import { sheetOrder } from './sheet-order.ts';
import { size, volume } from './sizes.ts';
import { spacing } from './spacing.ts';
import { sync } from './sync.ts';

export const CHECKS: readonly Check[] = [
  arcs,
  spacing,
  overlap,
  heights,
  lengths,
  size,
  volume,
  planted,
  seam,
  line,
  paint,
  sync,
  sheetOrder,
];

export const checkOf = (id: string): Check | undefined => CHECKS.find((check) => check.id === id);

export type { Check } from './check.ts';
export * from './finding.ts';
export * from './follow.ts';
export * from './look.ts';
export * from './mend.ts';
export * from './notes.ts';
