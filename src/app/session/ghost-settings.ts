/** Which ghosts are seen, and how. */
import { ArrayMaxSize, ArrayMinSize, IsArray, IsBoolean, IsInt, IsNumber, Max, Min } from 'class-validator';
import { IDENTITY, type Matrix } from '../../core/plane/index.ts';
import type { Id, Shot } from '../../core/shot/index.ts';
import { IsId, IsRecord } from '../../core/shot/part.ts';

/** Most ghosts on one side. */
export const MOST_GHOSTS = 4;

const isMatrix = (value: unknown) => Array.isArray(value) && value.length === 6 && value.every(Number.isFinite);

export class GhostSettings {
  @IsBoolean() on = true;
  /** How many on each side. */
  @IsInt() @Min(0) @Max(MOST_GHOSTS) countBefore = 2;
  @IsInt() @Min(0) @Max(MOST_GHOSTS) countAfter = 2;
  /** Strength 0..1 of the drawings before and after, nearest first, MOST_GHOSTS each. */
  @Strengths() before = [0.5, 0.22, 0.14, 0.1];
  @Strengths() after = [0.45, 0.2, 0.13, 0.1];
  /** Only keys are counted. */
  @IsBoolean() keysOnly = false;
  /** Ghosts of every visible layer, or of the layer in hand alone. */
  @IsBoolean() allLayers = false;
  /** In the tints of before and after, or in their own colours. */
  @IsBoolean() ownColours = false;
  /** With their paint as well as their lines. */
  @IsBoolean() filled = false;
  /** Ghosts off their pegs: how each drawing is moved, turned and scaled. */
  @IsRecord(isMatrix) offPegs: Record<Id, Matrix> = {};
  /** Drawings seen as ghosts wherever the playhead is. */
  @IsArray() @ArrayMaxSize(1000) @IsId({ each: true }) pinned: Id[] = [];
}

function Strengths() {
  const rules = [
    IsArray(),
    ArrayMinSize(MOST_GHOSTS),
    ArrayMaxSize(MOST_GHOSTS),
    IsNumber({}, { each: true }),
    Min(0, { each: true }),
    Max(1, { each: true }),
  ];
  return (target: object, field: string): void => {
    for (const rule of rules) rule(target, field);
  };
}

/** Settings brought into what the shot is now; the very ones when nothing is gone. */
export function mendGhosts(ghosts: GhostSettings, shot: Shot): GhostSettings {
  const { offPegs, pinned } = ghosts;
  const there = (id: Id) => shot.drawings[id] !== undefined;
  if (Object.keys(offPegs).every(there) && pinned.every(there)) return ghosts;
  return {
    ...ghosts,
    offPegs: Object.fromEntries(Object.entries(offPegs).filter(([id]) => there(id))),
    pinned: pinned.filter(there),
  };
}

export function pegsOf({ offPegs }: GhostSettings, drawing: Id): Matrix {
  return offPegs[drawing] ?? IDENTITY;
}
