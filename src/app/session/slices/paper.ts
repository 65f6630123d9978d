/** How the paper lies, and what is seen over and under the drawing in hand. */
import { IsBoolean, IsIn, IsInt, IsNumber, IsOptional, Max, Min } from 'class-validator';
import type { Matrix } from '../../../core/plane/index.ts';
import { type Id, LIMITS } from '../../../core/shot/index.ts';
import { Part } from '../../../core/shot/part.ts';
import { FITTED, type PaperView } from '../../desk/view.ts';
import { GhostSettings, mendGhosts } from '../ghost-settings.ts';
import { slice } from './slice.ts';

/** Looked at for as long as a key is held. */
export type Peek = 'before' | 'after' | 'rough' | 'model';

const DESK_CARDS = ['brush', 'ghosts', 'lines', 'reference'] as const;
export type DeskCard = (typeof DESK_CARDS)[number];

class KeptPaperView implements PaperView {
  @IsBoolean() fitted = FITTED.fitted;
  @IsNumber() @Min(1e-4) @Max(1e4) zoom = FITTED.zoom;
  @IsNumber() @Min(-LIMITS.far) @Max(LIMITS.far) x = FITTED.x;
  @IsNumber() @Min(-LIMITS.far) @Max(LIMITS.far) y = FITTED.y;
  @IsNumber() @Min(-1e4) @Max(1e4) turn = FITTED.turn;
  @IsBoolean() mirrored = FITTED.mirrored;
}

class Paper {
  @Part(() => KeptPaperView) paper: PaperView = FITTED;
  @Part(() => GhostSettings) ghosts = new GhostSettings();
  /** Heads high the figure is to be: a ladder of heads is laid over the drawing. Null for none. */
  @IsOptional() @IsNumber() @Min(0.5) @Max(24) heads: number | null = null;
  @IsBoolean() guidesShown = true;
  /** The card that stands open beside the paper. */
  @IsOptional() @IsIn(DESK_CARDS) deskCard: DeskCard | null = null;
  /** Rough layers are shown in a tint of their own under the layer in hand. */
  @IsBoolean() roughTint = true;
  /** What stands beside the Roll. */
  @IsIn(['drawing', 'chart']) rollCard: 'drawing' | 'chart' = 'drawing';
  /** The computed drawing that belongs here is seen as a faint ghost. */
  @IsBoolean() halfGhost = false;
  /** Frames a new drawing is held. */
  @IsInt() @Min(1) @Max(LIMITS.maxLength) newHold = 2;
}

interface PassingPaper {
  /** The paper has the whole window; everything else slides in at its edges. */
  wholeWindow: boolean;
  /** CSS pixels of the window the paper is seen through. */
  room: { width: number; height: number };
  /** What is shown in place of the present drawing while a key is held. */
  peek: Peek | null;
  /** The drawing whose ghost is off its pegs and has the handles. */
  ghostInHand: Id | null;
  /** The reference layer whose pictures are being placed. */
  placing: Id | null;
  /** Picture files are being chosen: for new layers, or a newer one for a layer. */
  choosing: { layer: Id | null } | null;
  /** Neighbours are being flipped: ghosts rest. The frame to come back to, and the clock. */
  roll: { home: number; timer: ReturnType<typeof setInterval> } | null;
  /** What the hand is doing to what is picked; done when it lets go. */
  changing: Matrix | null;
}

export const paper = slice({
  kept: Paper,
  passing: (): PassingPaper => ({
    wholeWindow: false,
    room: { width: 800, height: 500 },
    peek: null,
    ghostInHand: null,
    placing: null,
    choosing: null,
    roll: null,
    changing: null,
  }),
  mend: ({ ghosts }, shot) => ({ ghosts: mendGhosts(ghosts, shot) }),
});
