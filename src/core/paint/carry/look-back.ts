/**
 * Looking back: when all drawings on the way have been judged, each hears what the one after it has come to be. A region that was lost here
 * may be plain there; and a colour that neither the drawing before nor the one after has is not to be believed.
 */
import { agreesBeside, besideRegions, colourBorders } from './colour-borders.ts';
import { type Judged, restOf } from './colour-evidence.ts';
import type { SpokenFacts } from './planes.ts';
import type { RegionVotes } from './region-votes.ts';
import { goneOf, numbersOf, rivalOf, type Speaker, saidOf } from './said.ts';

/** The same votes the other way: what the targets say of the sources. @param areas of the targets; @param sources areas of the sources */
export function votesTurnedRound(
  { first, source, sides, warp }: RegionVotes,
  areas: ArrayLike<number>,
  sources: ArrayLike<number>,
): RegionVotes {
  const counts = new Int32Array(sources.length + 1);
  for (const from of source) counts[from + 1]++;
  for (let label = 0; label < sources.length; label++) counts[label + 1] += counts[label];
  const out: RegionVotes = {
    first: counts.slice(),
    source: new Int32Array(source.length),
    sides: new Float32Array(source.length),
    warp: new Float32Array(source.length),
  };
  for (let label = 0; label + 1 < first.length; label++)
    for (let k = first[label]; k < first[label + 1]; k++) {
      const at = counts[source[k]]++;
      out.source[at] = label;
      out.sides[at] = sides[k];
      // The same places are another share of the other region.
      out.warp[at] = Math.min(1, (warp[k] * areas[label]) / (sources[source[k]] + 1));
    }
  return out;
}

/** Evidence of the look back, row by row. @param ahead the drawing after, as it has been judged; the target comes as it was judged on the way outwards */
export function evidenceBack(
  target: SpokenFacts,
  ahead: Speaker,
  { colours, candidates, rows, likely }: Judged,
): Float32Array {
  const { count } = colours;
  const width = rows.length / Math.max(1, candidates.length);
  const gone = goneOf(ahead, target.areas);
  const around = besideRegions(target, colours);
  const known = colourBorders(ahead.facts, ahead.colours);
  const rest = restOf(target.areas.length, candidates, likely);
  const said = new Map<number, ReturnType<typeof saidOf>>();
  const out: number[] = [];
  candidates.forEach(({ label, colour }, k) => {
    let own = said.get(label);
    if (!own) said.set(label, (own = saidOf(ahead, gone, label, target)));
    for (let i = 0; i < width; i++) out.push(rows[k * width + i]);
    out.push(
      likely[k],
      likely[k] - rest[k],
      ...numbersOf(ahead, own, colour, target.areas[label]),
      rivalOf(own, colour),
      ahead.matched,
      agreesBeside(around, label, known, colour, count),
      around[label * count + colour],
    );
  });
  return Float32Array.from(out);
}
