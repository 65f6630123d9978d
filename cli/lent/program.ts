/** Which program this is: its version and what it was built of. Parts of one file are written by one and the same. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { builtFolder } from './built.ts';

let known = '';

/** "0.1.0+3f2a9c1b": the version, and a digest of the source it was built from. */
export function programVersion(): string {
  known ||= readFileSync(join(builtFolder(), 'program.txt'), 'utf8').trim();
  return known;
}
