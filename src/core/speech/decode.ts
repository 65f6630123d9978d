/**
 * The best way through a graph of sounds for a recording: Viterbi with explicit durations. A phone that starts at a frame is
 * scored for every length at once by a small left-to-right pass over its three states.
 */
import type { Emissions } from './emissions.ts';
import { HOP } from './features.ts';
import type { SoundGraph } from './graph.ts';
import type { PhoneTable } from './phone-table.ts';
import { SILENCE } from './phones.ts';

/** A stretch of frames `from`..`to` (exclusive) said by node `node`. */
export interface Stretch {
  node: number;
  phone: number;
  word: number;
  from: number;
  to: number;
}

/** Beginnings the hand has set: node → the frame it must begin at. */
export type Held = Map<number, number>;

const SOUND_WEIGHT = 0.5;
const DURATION_WEIGHT = 6;
const LEAST_DEVIATION = 0.25;
const LONGEST = 0.45;
const SILENCE_ENTRY = 8;
const SILENCE_LEAST = 3;
/** For phones of one and of two frames, which cannot pass through all their states. */
const SHORT = [0, 3, 1.5];
/** Beginnings this far behind the best of their frame are not followed. */
const BEAM = 260;
const NEVER = Number.NEGATIVE_INFINITY;

/** Costs of a phone's lengths in frames, 1..longest. */
function durationCosts(table: PhoneTable, rate: number, longest: number): Float64Array[] {
  return table.durations.map(({ mean, deviation }) =>
    Float64Array.from({ length: longest + 1 }, (_, d) => {
      if (d === 0) return NEVER;
      const off = (Math.log(d * HOP) - mean - Math.log(rate)) / Math.max(deviation, LEAST_DEVIATION);
      return -0.5 * DURATION_WEIGHT * off * off - (SHORT[d] ?? 0);
    }),
  );
}

/**
 * The best stretches, in order, covering all frames; null when the graph cannot fit (more sounds than frames, or held bounds
 * that leave no way).
 */
export function decode(
  graph: SoundGraph,
  table: PhoneTable,
  { frames, states, log }: Emissions,
  rate: number,
  held: Held = new Map(),
): Stretch[] | null {
  const { nodes } = graph;
  const count = nodes.length;
  const silence = table.phones.indexOf(SILENCE);
  const silenceState = table.stateOf[silence];
  const longest = Math.round((LONGEST * Math.max(1, rate)) / HOP);
  const costs = durationCosts(table, rate, longest);
  const width = frames + 1;
  const done = new Float32Array(count * width).fill(NEVER);
  const startOf = new Int32Array(count * width);
  const beforeOf = new Int32Array(count * width);
  const entered = new Float32Array(count * width).fill(NEVER);
  const lengths = new Float64Array(table.phones.length * (longest + 1));
  const scored = new Int32Array(table.phones.length).fill(-1);

  const score = (phone: number, t: number) => {
    if (scored[phone] === t) return;
    scored[phone] = t;
    const s = table.stateOf[phone];
    const end = Math.min(longest, frames - t);
    const base = phone * (longest + 1);
    let [a, b, c] = [0, NEVER, NEVER];
    let oneBest = NEVER;
    for (let d = 1; d <= end; d++) {
      const at = (t + d - 1) * states + s;
      const [ea, eb, ec] = [log[at], log[at + 1], log[at + 2]];
      if (d === 1) {
        oneBest = Math.max(ea, eb, ec);
        a = ea;
        lengths[base + 1] = oneBest;
        continue;
      }
      const nextC = Math.max(c, b) + ec;
      const nextB = Math.max(b, a) + eb;
      lengths[base + d] = d === 2 ? Math.max(nextB, a + Math.max(ea, ec), oneBest + Math.max(eb, ec)) : nextC;
      a += ea;
      b = nextB;
      c = nextC;
    }
  };

  for (let t = 0; t <= frames; t++) {
    let best = NEVER;
    for (let n = 0; n < count; n++) {
      const node = nodes[n];
      const at = n * width + t;
      if (node.phone === silence && t >= SILENCE_LEAST) {
        let fresh = entered[at - SILENCE_LEAST] - SILENCE_ENTRY;
        for (let k = 1; k <= SILENCE_LEAST; k++) fresh += SOUND_WEIGHT * log[(t - k) * states + silenceState];
        const longer = done[at - 1] + SOUND_WEIGHT * log[(t - 1) * states + silenceState];
        done[at] = Math.max(fresh, longer);
        startOf[at] = longer > fresh ? startOf[at - 1] : t - SILENCE_LEAST;
      }
      let enter = NEVER;
      let from = -1;
      for (const p of node.before) {
        const value = p < 0 ? (t === 0 ? 0 : NEVER) : done[p * width + t];
        if (value > enter) {
          enter = value;
          from = p;
        }
      }
      if (held.has(n) && held.get(n) !== t) enter = NEVER;
      entered[at] = enter;
      beforeOf[at] = from;
      if (enter > best) best = enter;
    }
    if (t === frames || best === NEVER) continue;
    for (let n = 0; n < count; n++) {
      const at = n * width + t;
      const { phone } = nodes[n];
      if (phone === silence || entered[at] < best - BEAM) continue;
      score(phone, t);
      const cost = costs[phone];
      const base = phone * (longest + 1);
      const end = Math.min(longest, frames - t);
      const enter = entered[at];
      for (let d = 1; d <= end; d++) {
        const value = enter + SOUND_WEIGHT * lengths[base + d] + cost[d];
        if (value > done[at + d]) {
          done[at + d] = value;
          startOf[at + d] = t;
        }
      }
    }
  }
  return walkBack(graph, { done, startOf, beforeOf, width, frames });
}

function walkBack(
  { nodes, ends }: SoundGraph,
  way: { done: Float32Array; startOf: Int32Array; beforeOf: Int32Array; width: number; frames: number },
): Stretch[] | null {
  let node = -1;
  let best = NEVER;
  for (const end of ends) {
    if (end < 0) continue;
    const value = way.done[end * way.width + way.frames];
    if (value > best) {
      best = value;
      node = end;
    }
  }
  if (node < 0) return null;
  const out: Stretch[] = [];
  let to = way.frames;
  while (node >= 0) {
    const from = way.startOf[node * way.width + to];
    out.push({ node, phone: nodes[node].phone, word: nodes[node].word, from, to });
    node = way.beforeOf[node * way.width + from];
    to = from;
  }
  return out.reverse();
}

/** The state each frame of a stretch is in: best left-to-right pass through the phone's states. */
export function statesOf(
  table: PhoneTable,
  { states, log }: Emissions,
  { phone, from, to }: Pick<Stretch, 'phone' | 'from' | 'to'>,
): Int32Array {
  const first = table.stateOf[phone];
  const many = table.stateOf[phone + 1] - first;
  const length = to - from;
  const out = new Int32Array(length).fill(first);
  if (many === 1) return out;
  const score = new Float64Array(many).fill(NEVER);
  const moved = new Uint8Array(length * many);
  for (let d = 0; d < length; d++) {
    for (let s = Math.min(many - 1, length < many ? many - 1 : d); s >= 0; s--) {
      const stay = d === 0 ? (s === 0 || length < many ? 0 : NEVER) : score[s];
      const step = d > 0 && s > 0 ? score[s - 1] : NEVER;
      moved[d * many + s] = step > stay ? 1 : 0;
      score[s] = Math.max(stay, step) + log[(from + d) * states + first + s];
    }
  }
  let s = many - 1;
  if (length < many) for (let k = 0; k < many; k++) if (score[k] > score[s]) s = k;
  for (let d = length - 1; d >= 0; d--) {
    out[d] = first + s;
    if (moved[d * many + s]) s--;
  }
  return out;
}
