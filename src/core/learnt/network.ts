/** A small network that has learnt to weigh evidence: layers of weighted sums, what is below 0 let through a little. */

interface Layer {
  /** Row by row: a unit's weights for the values before it. */
  weights: Float64Array;
  biases: Float64Array;
}

export interface Network {
  /** What makes values of one size: each less its mean, divided by how far it varies. */
  mean: Float64Array;
  deviation: Float64Array;
  layers: Layer[];
}

/** As it is written down. */
export interface WrittenNetwork {
  mean: number[];
  deviation: number[];
  layers: { weights: number[]; biases: number[] }[];
}

/** What a unit lets through of a sum below 0. */
export const LEAK = 0.01;

export const readNetwork = ({ mean, deviation, layers }: WrittenNetwork): Network => ({
  mean: Float64Array.from(mean),
  deviation: Float64Array.from(deviation),
  layers: layers.map(({ weights, biases }) => ({
    weights: Float64Array.from(weights),
    biases: Float64Array.from(biases),
  })),
});

/** Room for the values of each layer. */
export const valuesOf = ({ mean, layers }: Network): Float64Array[] => [
  new Float64Array(mean.length),
  ...layers.map(({ biases }) => new Float64Array(biases.length)),
];

/** The values of one layer from those of the one before. */
function pass({ weights, biases }: Layer, from: Float64Array, to: Float64Array, last: boolean): void {
  const count = from.length;
  const fours = count - (count % 4);
  for (let j = 0, w = 0; j < to.length; j++) {
    // Four sums side by side: none has to wait for the one before.
    let [p, q, r, s] = [biases[j], 0, 0, 0];
    let i = 0;
    for (; i < fours; i += 4, w += 4) {
      p += weights[w] * from[i];
      q += weights[w + 1] * from[i + 1];
      r += weights[w + 2] * from[i + 2];
      s += weights[w + 3] * from[i + 3];
    }
    for (; i < count; i++) p += weights[w++] * from[i];
    const sum = p + q + (r + s);
    to[j] = last || sum > 0 ? sum : LEAK * sum;
  }
}

/** Runs a row through; what comes out is not a share yet. */
export function run(
  { mean, deviation, layers }: Network,
  rows: Float32Array,
  at: number,
  values: Float64Array[],
): number {
  const first = values[0];
  for (let i = 0; i < first.length; i++) first[i] = (rows[at + i] - mean[i]) / deviation[i];
  for (let l = 0; l < layers.length; l++) pass(layers[l], values[l], values[l + 1], l + 1 === layers.length);
  return values[layers.length][0];
}

/** How likely each row is, 0..1. */
export function likelihoods(network: Network, rows: Float32Array): Float64Array {
  const values = valuesOf(network);
  const width = network.mean.length;
  return Float64Array.from(
    { length: rows.length / width },
    (_, k) => 1 / (1 + Math.exp(-run(network, rows, k * width, values))),
  );
}
