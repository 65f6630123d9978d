/**
 * Grows trees on rows of evidence with known answers: gradient boosting on the logistic loss, each tree split where it gains most first
 * (Friedman 2001; histograms of binned numbers and second-order gains as by Chen and Guestrin 2016).
 */
import { Worker } from 'node:worker_threads';
import { likelihoods, readTrees, sums, type Trees, type WrittenTrees } from '../../src/core/learnt/trees.ts';

/** Numbers are told apart in so many bins. */
const BINS = 255;
/** Limits of bins are found among so many rows. */
const SAMPLED = 60_000;
/** What a split has to gain, and rows (by their say) that are left on either side. */
const LEAST_GAIN = 1e-3;
const LEAST_SAY = 4;
/** Holds answers of few rows back. */
const HELD = 2;
/** Rows each tree is grown on. */
const SHARE = 0.6;
/** Digits that are written down of a limit. */
const DIGITS = 5;

export interface Growing {
  trees: number;
  leaves: number;
  rate: number;
}

/** Rows of evidence, one after another, with the answer to each (0..1) and what it counts. */
export interface Lessons {
  width: number;
  rows: Float32Array;
  answers: Float32Array;
  weights: Float32Array;
  /** Which half of the drawings each is of, 0 or 1. */
  halves: Uint8Array;
}

/** The same numbers for the same seed, 0..1. */
export function chances(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 4294967296;
  };
}

/** Limits between the bins of each number: as many rows in each as can be. */
function limitsOf({ width, rows, answers }: Lessons, chance: () => number): Float32Array[] {
  const count = answers.length;
  const sampled = Math.min(count, SAMPLED);
  const picked = Int32Array.from({ length: sampled }, (_, k) => (sampled === count ? k : Math.floor(chance() * count)));
  return Array.from({ length: width }, (_, i) => {
    const values = Float32Array.from(picked, (k) => rows[k * width + i]).sort();
    const limits = new Set<number>();
    for (let b = 1; b < BINS; b++) {
      const value = Number(values[Math.floor((b * sampled) / BINS)].toPrecision(DIGITS));
      // What is written down is what was learnt with.
      if (value < values[sampled - 1]) limits.add(Math.fround(value));
    }
    return Float32Array.from(limits).sort();
  });
}

/** The bin of each number, row by row: as many limits as lie below it. */
function binned({ width, rows }: Lessons, limits: Float32Array[]): Uint8Array {
  const out = new Uint8Array(rows.length);
  for (let k = 0; k < rows.length; k++) {
    const own = limits[k % width];
    let [low, high] = [0, own.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (rows[k] <= own[middle]) high = middle;
      else low = middle + 1;
    }
    out[k] = low;
  }
  return out;
}

/** Rows that came to a leaf of a growing tree. */
interface Leaf {
  from: number;
  to: number;
  /** The sums of their slopes and bends, in turn, by number and bin. */
  sums: Float64Array;
  slope: number;
  bend: number;
  best: { gain: number; asked: number; bin: number };
  node: Node;
}
interface Node {
  asked: number;
  limit: number;
  below: Node | null;
  above: Node | null;
}

/** One tree after another over the same binned rows. */
class Grower {
  private readonly bins: Uint8Array;
  private readonly limits: Float32Array[];
  private readonly leaves: number;
  private readonly rate: number;
  private readonly order: Int32Array;
  private readonly spare: Int32Array;

  constructor(bins: Uint8Array, limits: Float32Array[], { leaves, rate }: Growing, most: number) {
    this.bins = bins;
    this.limits = limits;
    this.leaves = leaves;
    this.rate = rate;
    this.order = new Int32Array(most);
    this.spare = new Int32Array(most);
  }

  private leaf(
    from: number,
    to: number,
    slope: Float64Array,
    bend: Float64Array,
    without?: [parent: Leaf, sister: Leaf],
  ): Leaf {
    const width = this.limits.length;
    const sums = new Float64Array(width * 512);
    if (without) {
      const [parent, sister] = without;
      for (let k = 0; k < sums.length; k++) sums[k] = parent.sums[k] - sister.sums[k];
    } else
      for (let k = from; k < to; k++) {
        const row = this.order[k];
        const [g, h] = [slope[row], bend[row]];
        for (let i = 0, at = row * width; i < width; i++, at++) {
          const b = i * 512 + 2 * this.bins[at];
          sums[b] += g;
          sums[b + 1] += h;
        }
      }
    let [sum, bent] = [0, 0];
    for (let b = 0; b < 512; b += 2) [sum, bent] = [sum + sums[b], bent + sums[b + 1]];
    const node: Node = { asked: -1, limit: 0, below: null, above: null };
    const out: Leaf = { from, to, sums, slope: sum, bend: bent, best: { gain: 0, asked: -1, bin: 0 }, node };
    this.findBest(out);
    return out;
  }

  private findBest(leaf: Leaf): void {
    const whole = leaf.slope ** 2 / (leaf.bend + HELD);
    this.limits.forEach((limits, i) => {
      let [slope, bend] = [0, 0];
      for (let bin = 0; bin < limits.length; bin++) {
        slope += leaf.sums[i * 512 + 2 * bin];
        bend += leaf.sums[i * 512 + 2 * bin + 1];
        if (bend < LEAST_SAY || leaf.bend - bend < LEAST_SAY) continue;
        const gain = slope ** 2 / (bend + HELD) + (leaf.slope - slope) ** 2 / (leaf.bend - bend + HELD) - whole;
        if (gain > leaf.best.gain) leaf.best = { gain, asked: i, bin };
      }
    });
  }

  private split(leaf: Leaf, slope: Float64Array, bend: Float64Array): [Leaf, Leaf] {
    const { asked, bin } = leaf.best;
    const width = this.limits.length;
    let [low, high] = [leaf.from, 0];
    for (let k = leaf.from; k < leaf.to; k++) {
      const row = this.order[k];
      if (this.bins[row * width + asked] <= bin) this.order[low++] = row;
      else this.spare[high++] = row;
    }
    this.order.set(this.spare.subarray(0, high), low);
    // The smaller one is counted; the other is what is left.
    const small = low - leaf.from < high;
    const one = small ? this.leaf(leaf.from, low, slope, bend) : this.leaf(low, leaf.to, slope, bend);
    const other = small
      ? this.leaf(low, leaf.to, slope, bend, [leaf, one])
      : this.leaf(leaf.from, low, slope, bend, [leaf, one]);
    const [below, above] = small ? [one, other] : [other, one];
    Object.assign(leaf.node, { asked, limit: this.limits[asked][bin], below: below.node, above: above.node });
    return [below, above];
  }

  /** A tree for rows whose answers are off by these slopes. */
  tree(picked: Int32Array, slope: Float64Array, bend: Float64Array): Node {
    this.order.set(picked);
    const root = this.leaf(0, picked.length, slope, bend);
    const leaves = [root];
    while (leaves.length < this.leaves) {
      const next = leaves.reduce((best, each) => (each.best.gain > best.best.gain ? each : best));
      if (next.best.gain < LEAST_GAIN) break;
      leaves.splice(leaves.indexOf(next), 1, ...this.split(next, slope, bend));
    }
    for (const { node, slope: sum, bend: bent } of leaves)
      node.limit = Number(((-this.rate * sum) / (bent + HELD)).toPrecision(4));
    return root.node;
  }
}

function write(node: Node, into: WrittenTrees): void {
  into.asks.push(node.asked);
  into.limits.push(Number(node.limit.toPrecision(DIGITS)));
  if (!node.below) return;
  write(node.below, into);
  write(node.above!, into);
}

/** @param half only lessons of this half are learnt from; undefined: of both */
export function grown(lessons: Lessons, growing: Growing, half?: 0 | 1, seed = 1): WrittenTrees {
  const { width, rows, answers, weights, halves } = lessons;
  const chance = chances(seed);
  const limits = limitsOf(lessons, chance);
  const bins = binned(lessons, limits);
  const own = Int32Array.from(answers.keys()).filter((k) => half === undefined || halves[k] === half);
  const grower = new Grower(bins, limits, growing, own.length);
  let [yes, of] = [0, 0];
  for (const k of own) [yes, of] = [yes + answers[k] * weights[k], of + weights[k]];
  const base = Number(Math.log((yes + 1) / (of - yes + 1)).toPrecision(DIGITS));
  const out: WrittenTrees = { width, base, asks: [], limits: [] };
  const said = new Float64Array(answers.length).fill(base);
  const [slope, bend] = [new Float64Array(answers.length), new Float64Array(answers.length)];
  for (let tree = 0; tree < growing.trees; tree++) {
    for (let n = 0; n < own.length; n++) {
      const k = own[n];
      const p = 1 / (1 + Math.exp(-said[k]));
      slope[k] = (p - answers[k]) * weights[k];
      bend[k] = Math.max(1e-6, p * (1 - p)) * weights[k];
    }
    const one: WrittenTrees = { width, base: 0, asks: [], limits: [] };
    write(
      grower.tree(
        own.filter(() => chance() < SHARE),
        slope,
        bend,
      ),
      one,
    );
    sums(readTrees(one), rows).forEach((sum, k) => {
      said[k] += sum;
    });
    out.asks.push(...one.asks);
    out.limits.push(...one.limits);
  }
  return out;
}

/** What was learnt from all, and from either half alone. */
export interface Crossed {
  whole: WrittenTrees;
  halves: [Trees, Trees];
}

/** The same numbers where every thread can read them, without a copy for each. */
function shared<T extends Float32Array | Uint8Array>(numbers: T): T {
  const out = new (numbers.constructor as new (of: SharedArrayBuffer) => T)(new SharedArrayBuffer(numbers.byteLength));
  out.set(numbers);
  return out;
}

/** Grows trees in a thread of their own. */
function grownApart(lessons: Lessons, growing: Growing, seed: number, half?: 0 | 1): Promise<WrittenTrees> {
  return new Promise((done, failed) => {
    const thread = new Worker(new URL('./grow-apart.mjs', import.meta.url), {
      workerData: { lessons, growing, half, seed },
    });
    thread.once('message', done);
    thread.once('error', failed);
  });
}

/** Learns from all, and from each half: what is believed of drawings while learning goes on is what those say who have not seen them. */
export async function crossed(lessons: Lessons, growing: Growing, seed: number): Promise<Crossed> {
  const { width, rows, answers, weights, halves } = lessons;
  const open: Lessons = {
    width,
    rows: shared(rows),
    answers: shared(answers),
    weights: shared(weights),
    halves: shared(halves),
  };
  // Halves take half as long as the whole: two cores are busy all the while.
  const all = grownApart(open, growing, seed);
  const first = await grownApart(open, growing, seed, 0);
  const second = await grownApart(open, growing, seed, 1);
  return { whole: await all, halves: [readTrees(first), readTrees(second)] };
}

/** How likely rows are of a drawing of one half, as whoever has learnt from the other says. */
export const unseen = ({ halves }: Pick<Crossed, 'halves'>, half: 0 | 1, rows: Float32Array): Float64Array =>
  likelihoods(halves[1 - half], rows);
