/** How strongly something `away` from the middle of a soft circle is taken along: 1 in the middle, 0 at the rim. */
export function falloff(away: number, radius: number): number {
  const t = away / radius;
  return t >= 1 ? 0 : (1 - t * t) ** 2;
}
