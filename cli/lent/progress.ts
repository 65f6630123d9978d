/** How far a piece of work is: one line that grows on a terminal, plain lines elsewhere. */

const BAR = 24;
/** Elsewhere it is said at each of these steps. */
const STEP = 0.25;
const AGAIN_MS = 100;

export interface Progress {
  tell(share: number): void;
  /** Ends the line. */
  end(): void;
}

/** Tells of a piece of work on standard error. @param quiet says nothing */
export function progressOf(name: string, quiet: boolean, out: NodeJS.WriteStream = process.stderr): Progress {
  if (quiet) return { tell: () => undefined, end: () => undefined };
  let told = Number.NEGATIVE_INFINITY;
  let step = 0;
  if (!out.isTTY)
    return {
      tell(share) {
        if (share < step + STEP || share >= 1) return;
        step = Math.floor(share / STEP) * STEP;
        out.write(`${name}: ${Math.round(step * 100)} %\n`);
      },
      end: () => undefined,
    };
  const line = (share: number) => {
    const full = Math.round(share * BAR);
    out.write(`\r${name}  ${'━'.repeat(full)}${'╌'.repeat(BAR - full)}  ${Math.round(share * 100)} %\x1b[K`);
  };
  return {
    tell(share) {
      const now = performance.now();
      if (now - told < AGAIN_MS && share < 1) return;
      told = now;
      line(share);
    },
    end: () => void out.write('\r\x1b[K'),
  };
}
