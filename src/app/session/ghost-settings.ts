/** Which ghosts are seen, and how. */
import { IDENTITY, type Matrix } from '../../core/plane/index.ts';
import type { Id, Shot } from '../../core/shot/index.ts';

/** Most ghosts on one side. */
export const MOST_GHOSTS = 4;

export interface GhostSettings {
  on: boolean;
  /** How many on each side. */
  countBefore: number;
  countAfter: number;
  /** Strength 0..1 of the drawings before and after, nearest first, MOST_GHOSTS each. */
  before: number[];
  after: number[];
  /** Only keys are counted. */
  keysOnly: boolean;
  /** Ghosts of every visible layer, or of the layer in hand alone. */
  allLayers: boolean;
  /** In the tints of before and after, or in their own colours. */
  ownColours: boolean;
  /** With their paint as well as their lines. */
  filled: boolean;
  /** Ghosts off their pegs: how each drawing is moved, turned and scaled. */
  offPegs: Record<Id, Matrix>;
  /** Drawings seen as ghosts wherever the playhead is. */
  pinned: Id[];
}

export const FIRST_GHOSTS: GhostSettings = {
  on: true,
  countBefore: 2,
  countAfter: 2,
  before: [0.5, 0.22, 0.14, 0.1],
  after: [0.45, 0.2, 0.13, 0.1],
  keysOnly: false,
  allLayers: false,
  ownColours: false,
  filled: false,
  offPegs: {},
  pinned: [],
};

/** Settings read back, brought into what the shot is now. */
export function mendGhosts(kept: Partial<GhostSettings>, shot: Shot): GhostSettings {
  const strengths = (own: number[] | undefined, first: number[]) => first.map((each, i) => own?.[i] ?? each);
  const ghosts = { ...FIRST_GHOSTS, ...kept };
  return {
    ...ghosts,
    before: strengths(kept.before, FIRST_GHOSTS.before),
    after: strengths(kept.after, FIRST_GHOSTS.after),
    offPegs: Object.fromEntries(Object.entries(ghosts.offPegs).filter(([id]) => shot.drawings[id])),
    pinned: ghosts.pinned.filter((id) => shot.drawings[id]),
  };
}

export function pegsOf({ offPegs }: GhostSettings, drawing: Id): Matrix {
  return offPegs[drawing] ?? IDENTITY;
}
