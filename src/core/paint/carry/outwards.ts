/** The drawings that paint is carried to. */

/** Which drawings paint goes to from one of them, one after another: up to the next painted one, beyond which that one says more. */
export function outwards(drawings: { painted: unknown }[], from: number, step: 1 | -1): number[] {
  const out: number[] = [];
  for (let at = from + step; at >= 0 && at < drawings.length && !drawings[at].painted; at += step) out.push(at);
  return out;
}
