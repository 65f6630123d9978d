/**
 * Many small trees of decisions that have learnt to weigh evidence together: each asks a few numbers whether they lie above a limit, and
 * what it answers is added up (gradient boosting: Friedman 2001).
 */

export interface Trees {
  /** Numbers of a row of evidence. */
  width: number;
  /** What is said before any tree is asked. */
  base: number;
  /** Where each tree begins among the nodes, and where the last one ends. */
  starts: Int32Array;
  /** The number a node asks for; -1: it is an answer. */
  asks: Int16Array;
  /** At most so much: on to the next node, else to the one named; of an answer: what is added. */
  limits: Float32Array;
  others: Int32Array;
}

/** As they are written down: the nodes of all trees, each before what follows from it. */
export interface WrittenTrees {
  width: number;
  base: number;
  asks: number[];
  limits: number[];
}

/** @throws Error when the nodes do not make whole trees */
export function readTrees({ width, base, asks, limits }: WrittenTrees): Trees {
  const others = new Int32Array(asks.length);
  const starts = [0];
  let at = 0;
  const one = (): void => {
    const node = at++;
    if (node >= asks.length) throw new Error('The trees that were learnt are cut off.');
    if (asks[node] < 0) return;
    one();
    others[node] = at;
    one();
  };
  while (at < asks.length) {
    one();
    starts.push(at);
  }
  return {
    width,
    base,
    starts: Int32Array.from(starts),
    asks: Int16Array.from(asks),
    limits: Float32Array.from(limits),
    others,
  };
}

/** What all trees say of each row together; it is not a share yet. */
export function sums({ width, base, starts, asks, limits, others }: Trees, rows: Float32Array): Float64Array {
  const out = new Float64Array(rows.length / width).fill(base);
  for (let tree = 0; tree + 1 < starts.length; tree++) {
    const start = starts[tree];
    for (let k = 0, row = 0; k < out.length; k++, row += width) {
      let node = start;
      for (let asked = asks[node]; asked >= 0; asked = asks[node])
        node = rows[row + asked] <= limits[node] ? node + 1 : others[node];
      out[k] += limits[node];
    }
  }
  return out;
}

/** How likely each row is, 0..1. */
export const likelihoods = (trees: Trees, rows: Float32Array): Float64Array =>
  sums(trees, rows).map((sum) => 1 / (1 + Math.exp(-sum)));
