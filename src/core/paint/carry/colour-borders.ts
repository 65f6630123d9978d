/** Which colours lie beside which: an iris lies in the white, the highlight in the pupil, whichever way the head is turned. */
import type { BorderedFacts } from '../map/region-facts.ts';
import type { Colours } from './colours.ts';

/** Regions less sure than this say nothing of what lies beside them. */
const TOLD = 0.3;

/** By colour: shares of its borders that go along each colour (row by row, rows sum to 1 or 0). */
export function colourBorders({ borders }: Pick<BorderedFacts, 'borders'>, colours: Colours): Float32Array {
  const { count } = colours;
  const best = mostLikelyColours(colours);
  const out = new Float32Array(count * count);
  for (let i = 0; i < borders.length; i += 3) {
    const [p, q] = [best[borders[i]], best[borders[i + 1]]];
    if (p >= 0 && q >= 0) out[p * count + q] += borders[i + 2];
  }
  for (let c = 0; c < count; c++) {
    let sum = 0;
    for (let k = 0; k < count; k++) sum += out[c * count + k];
    if (sum > 0) for (let k = 0; k < count; k++) out[c * count + k] /= sum;
  }
  return out;
}

/** The likeliest colour of each region; -1: none is told. */
export function mostLikelyColours({ share, count, sure }: Colours, least = TOLD): Int32Array {
  return Int32Array.from(sure, (own, label) => {
    if (own < least) return -1;
    let best = 0;
    for (let c = 1; c < count; c++) if (share[label * count + c] > share[label * count + best]) best = c;
    return best;
  });
}

/** For each region shares of its border that go along each colour; what is not told is left out. Row by row: region, colour. */
export function besideRegions(
  { borders, areas }: Pick<BorderedFacts, 'borders' | 'areas'>,
  colours: Colours,
): Float32Array {
  const { count } = colours;
  const best = mostLikelyColours(colours);
  const out = new Float32Array(areas.length * count);
  const sums = new Float32Array(areas.length);
  for (let i = 0; i < borders.length; i += 3) {
    const colour = best[borders[i + 1]];
    if (colour < 0) continue;
    out[borders[i] * count + colour] += borders[i + 2];
    sums[borders[i]] += borders[i + 2];
  }
  for (let label = 0; label < areas.length; label++)
    if (sums[label] > 0) for (let c = 0; c < count; c++) out[label * count + c] /= sums[label];
  return out;
}

/** How far what lies beside a region is what lies beside a colour elsewhere, 0..1. */
export function agreesBeside(
  beside: Float32Array,
  label: number,
  borders: Float32Array,
  colour: number,
  count: number,
): number {
  let sum = 0;
  for (let c = 0; c < count; c++) sum += Math.min(beside[label * count + c], borders[colour * count + c]);
  return sum;
}
