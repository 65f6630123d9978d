/** Two timings: a version of the shot whose columns stand beside the present ones on the sheet. */
import type { LookedVersion } from '../shot-session.ts';
import { slice } from './slice.ts';

class NothingKept {}

interface PassingComparing {
  /** Null: no version stands beside the present. */
  beside: LookedVersion | null;
}

export const comparing = slice({ kept: NothingKept, passing: (): PassingComparing => ({ beside: null }) });
