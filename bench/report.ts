/** A measurement is printed beside its target and a named baseline of the same run. */

interface Line {
  what: string;
  measured: string;
  target: string;
  baseline: string;
  fine: boolean;
}

const lines: Line[] = [];

export function report(what: string, measured: string, target: string, baseline: string, fine: boolean): void {
  lines.push({ what, measured, target, baseline, fine });
  console.log(`${fine ? 'ok  ' : 'OVER'} ${what}: ${measured}  (target ${target}; baseline ${baseline})`);
}

/** Prints how many are within their targets; false when any is over. */
export function summary(): boolean {
  const over = lines.filter(({ fine }) => !fine);
  console.log(`\n${lines.length - over.length} of ${lines.length} within their targets.`);
  for (const { what, measured, target } of over) console.log(`OVER ${what}: ${measured} (target ${target})`);
  return over.length === 0;
}

/** The value below which `part` (0..1) of the values lie. */
export function percentile(values: number[], part: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(part * sorted.length))] ?? Number.NaN;
}

export const ms = (value: number) => `${value.toFixed(value < 10 ? 2 : 0)} ms`;
