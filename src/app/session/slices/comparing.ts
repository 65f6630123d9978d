/** Two timings: a version of the shot whose columns stand beside the present ones on the sheet. */
import type { Id, Shot } from '../../../core/shot/index.ts';
import { slice } from './slice.ts';

interface VersionBeside {
  id: Id;
  name: string;
  shot: Shot;
}

class NothingKept {}

interface PassingComparing {
  /** Null: no version stands beside the present. */
  beside: VersionBeside | null;
}

export const comparing = slice({ kept: NothingKept, passing: (): PassingComparing => ({ beside: null }) });
