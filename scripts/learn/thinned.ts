/**
 * Harder lessons made of a sequence whose answers are known: a painted drawing and two others several drawings off, and small parts taken
 * out of the painted one. What is judged in earnest is harder than drawings one step apart, and shows parts that nobody has painted.
 */
import type { Sequence } from '../../bench/paint-set.ts';

/** How many drawings are left of a sequence, and how far apart: 2 or 3 for the first of it, from 3 on for the second. */
const LEFT = 3;
const STRIDES: [least: number, kinds: number][] = [
  [2, 2],
  [3, 3],
];
/** How many thinned sequences are made of one. */
export const THINNED = STRIDES.length;
/** Parts smaller than this share of the figure may be taken out, of so many painted drawings, so many at a time. */
const SMALL = 0.04;
const OF = 0.6;
const MOST = 3;
/** So often other small parts of their colour go with them: then nothing tells that colour. */
const WITH_ALIKE = 0.6;
/** No more of a drawing's lines are taken out. */
const MOST_LINES = 1 / 3;

/** A drawing without some small parts of it; the same one where too many lines would go. */
function withoutParts<T extends Sequence['drawings'][number]>(drawing: T, chance: () => number): T {
  const { strokes, ids, regions } = drawing;
  if (!ids) return drawing;
  const areas = new Map<string, number>();
  let total = 0;
  for (const { part, a, c } of regions) {
    if (c === 0) continue;
    total += a;
    if (part) areas.set(part, (areas.get(part) ?? 0) + a);
  }
  const small = [...areas].filter(([, area]) => area < SMALL * total).map(([part]) => part);
  if (small.length === 0 || chance() >= OF) return drawing;
  const gone = new Set<string>();
  const count = 1 + Math.floor(chance() * MOST);
  for (let k = 0; k < count; k++) {
    const part = small[Math.floor(chance() * small.length)];
    gone.add(part);
    if (chance() >= WITH_ALIKE) continue;
    const colours = new Set(regions.filter((region) => region.part === part).map(({ c }) => c));
    for (const region of regions)
      if (region.part && colours.has(region.c) && small.includes(region.part)) gone.add(region.part);
  }
  const stays = ids.map((id) => !gone.has(id.split('.')[0]));
  if (stays.filter((own) => !own).length >= MOST_LINES * strokes.length) return drawing;
  return {
    ...drawing,
    strokes: strokes.filter((_, k) => stays[k]),
    ids: ids.filter((_, k) => stays[k]),
    regions: regions.filter(({ part }) => !part || !gone.has(part)),
  };
}

/** @param kind 0 or 1: how far apart its drawings are; @param chance 0..1, anew each time */
export function thinned(sequence: Sequence, kind: number, chance: () => number): Sequence {
  const { length } = sequence.drawings;
  const [least, kinds] = STRIDES[kind];
  const farthest = Math.max(2, Math.floor((length - 1) / (LEFT - 1)));
  const stride = Math.min(farthest, least + Math.floor(chance() * kinds));
  const from = Math.floor(chance() * Math.max(1, length - (LEFT - 1) * stride));
  const drawings = Array.from({ length: LEFT }, (_, k) => sequence.drawings[from + k * stride]).filter(Boolean);
  if (chance() < 0.5) drawings.reverse();
  return { ...sequence, painted: [0], drawings: [withoutParts(drawings[0], chance), ...drawings.slice(1)] };
}
