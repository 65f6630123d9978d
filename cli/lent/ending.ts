/** What is to be put in order when the program ends before its work does: programs it started, files half written. */

const open = new Set<() => void>();

/** Has something done should the program be stopped. @returns forgets it: it is in order by itself */
export function atTheEnd(putInOrder: () => void): () => void {
  open.add(putInOrder);
  return () => void open.delete(putInOrder);
}

/** Puts everything in order that is not. */
export function putAllInOrder(): void {
  for (const each of [...open].reverse()) {
    try {
      each();
    } catch {
      // What is gone already is in order.
    }
  }
  open.clear();
}

/** Ends the program, once all it printed has gone out. */
export const endWith = (code: number): void => void process.stdout.write('', () => process.exit(code));

/** The code a program ends with when it was stopped by Ctrl C. */
export const STOPPED_CODE = 130;

/** From now on Ctrl C, and being asked to end, leave nothing half written. @param said the last line */
export function endInOrder(said: string): void {
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const)
    process.on(signal, () => {
      putAllInOrder();
      process.stderr.write(`${said}\n`);
      process.exit(STOPPED_CODE);
    });
}
