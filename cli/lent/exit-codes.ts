/** What the programs end with, as docs/MANY-SHOTS.md says. */
import { BadFile, Refused } from '../../src/core/shot/index.ts';
import { endWith, putAllInOrder, STOPPED_CODE } from './ending.ts';
import { BadCall, CannotWrite, MissingProgram, Stopped } from './faults.ts';

export const EXIT = {
  fine: 0,
  /** The checks found something. */
  found: 1,
  /** What was asked cannot be. */
  badCall: 2,
  /** A file cannot be read. */
  badFile: 3,
  /** It cannot be delivered, or not be written where it was to go. */
  refused: 4,
  /** ffmpeg or Redis is missing. */
  missing: 5,
  /** A fault of the program's own. */
  fault: 70,
  stopped: STOPPED_CODE,
} as const;

/** What a program ends with after an error. */
export function exitCodeOf(error: unknown): number {
  if (error instanceof BadCall) return EXIT.badCall;
  if (error instanceof BadFile) return EXIT.badFile;
  if (error instanceof Refused || error instanceof CannotWrite) return EXIT.refused;
  if (error instanceof MissingProgram) return EXIT.missing;
  if (error instanceof Stopped) return EXIT.stopped;
  return EXIT.fault;
}

/** An error in one sentence; what is a fault of the program's own says where. */
export function sentenceOf(error: unknown): string {
  const { message, stack } = error as Error;
  if (exitCodeOf(error) !== EXIT.fault) return message;
  return `A fault of Vignette’s own; nothing was written. Please report it: ${stack ?? message}`;
}

/** Runs a program to its end: what it printed goes out, what went wrong is one sentence. @param main gives its exit code */
export function runProgram(main: () => Promise<number>): void {
  main().then(endWith, (error) => {
    putAllInOrder();
    process.stderr.write(`${sentenceOf(error)}\n`);
    endWith(exitCodeOf(error));
  });
}
