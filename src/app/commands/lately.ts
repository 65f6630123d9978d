/** Commands run from the list lately, the last first: they stand atop it. */
import { ArrayMaxSize, IsArray, IsString, MaxLength } from 'class-validator';
import type { Database } from '../../store/index.ts';
import { Kept } from '../session/kept.ts';

/** So many are remembered. */
const MOST = 8;

class Lately {
  /** Ids of commands. */
  @IsArray() @ArrayMaxSize(MOST) @IsString({ each: true }) @MaxLength(40, { each: true }) ids: string[] = [];
}

export const lately = new Kept({ key: 'lately', version: 1, shape: Lately });

export function ranLately(db: Database, id: string): Promise<void> {
  const { ids } = lately.get();
  return lately.put(db, { ids: [id, ...ids.filter((each) => each !== id)].slice(0, MOST) });
}
