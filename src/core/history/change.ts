import { create } from 'mutative';
import type { Shot } from '../shot/model.ts';
import { checkBounds } from './bounds.ts';
import { diff, type PatchPair } from './patch.ts';

export type Recipe = (draft: Shot) => void;

export interface Changed extends PatchPair {
  shot: Shot;
}

/**
 * The one door for every edit: runs `recipe` on a draft and returns the new shot with the patches there and back, or
 * null when nothing changed. The old shot is untouched and shares with the new one all that stayed.
 * @throws Refused when the edit makes what a shot cannot hold
 */
export function change(shot: Shot, recipe: Recipe): Changed | null {
  const next = create(shot, (draft) => {
    recipe(draft as Shot);
  }) as Shot;
  const pair = diff(shot, next);
  if (pair.patches.length === 0) return null;
  checkBounds(next, pair.patches);
  return { shot: next, ...pair };
}
