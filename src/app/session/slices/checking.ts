/** Checks: which one is looked at, and which of its findings. */
import { IsBoolean, IsString, MaxLength } from 'class-validator';
import { slice } from './slice.ts';

class Checking {
  @IsString() @MaxLength(40) check = 'arcs';
  /** Findings that are meant so are listed too. */
  @IsBoolean() showMeant = false;
}

interface PassingChecking {
  /** What the finding is about that is looked at; null: none. */
  finding: string | null;
}

export const checking = slice({
  kept: Checking,
  passing: (): PassingChecking => ({ finding: null }),
});
