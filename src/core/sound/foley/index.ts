/** The Foley shelf: short sounds made by synthesis, free to use in any shot. */
import { air } from './air.ts';
import { knocks } from './knocks.ts';
import { moves } from './moves.ts';
import type { FoleySound } from './shelf.ts';

export type { FoleySound };

export const FOLEY: FoleySound[] = [...knocks, ...moves, ...air].sort((a, b) => a.name.localeCompare(b.name, 'en'));

/** @throws Error when the shelf has none of this id. */
export function foleySound(id: string): FoleySound {
  const found = FOLEY.find((sound) => sound.id === id);
  if (!found) throw new Error(`The Foley shelf has no sound "${id}".`);
  return found;
}
