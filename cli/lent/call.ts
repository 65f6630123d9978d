/** Reading what was typed on the command line, the same way for every program. */
import { availableParallelism } from 'node:os';
import { resolve } from 'node:path';
import { type ParseArgsConfig, parseArgs } from 'node:util';
import { BadCall } from './faults.ts';

/** Options and files of a call. @throws BadCall for an option there is none of */
export function callOf<const T extends NonNullable<ParseArgsConfig['options']>>(words: string[], options: T) {
  try {
    return parseArgs({ args: words, options, allowPositionals: true, strict: true });
  } catch (error) {
    const said = (error as Error).message.split('. To specify')[0];
    throw new BadCall(`${said.replace(/\.$/, '')}. --help says what there is.`);
  }
}

/** A path as it was typed: npm runs programs in the project's folder, and says where it was called. */
export const typedPath = (path: string): string => resolve(process.env.INIT_CWD ?? process.cwd(), path);

/** How many cores are used. @throws BadCall */
export function coresOf(words: string | undefined): number {
  if (words === undefined) return availableParallelism();
  const count = Number(words);
  if (Number.isInteger(count) && count >= 1 && count <= 256) return count;
  throw new BadCall(`“--cores ${words}”: write a number from 1 to 256.`);
}
