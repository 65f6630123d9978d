/** Trains a small network on rows of evidence with known answers: Adam (Kingma and Ba) on the logistic loss, in batches. */
import { LEAK, type Network, run, valuesOf, type WrittenNetwork } from '../../src/core/learnt/network.ts';

const BATCH = 64;
const RATE = 2e-3;
const DECAY = 1e-4;

/** The same numbers for the same seed, 0..1. */
export function chances(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 4294967296;
  };
}

/** Rows of evidence, one after another, with the answer to each (0 or 1) and what it counts. */
export interface Lessons {
  width: number;
  rows: Float32Array;
  answers: Float32Array;
  weights: Float32Array;
}

/** What is stepped along: weights with the running means of their slopes. */
interface Stepped {
  values: Float64Array;
  slopes: Float64Array;
  mean: Float64Array;
  square: Float64Array;
  decay: number;
}

const stepped = (values: Float64Array, decay: number): Stepped => ({
  values,
  slopes: new Float64Array(values.length),
  mean: new Float64Array(values.length),
  square: new Float64Array(values.length),
  decay,
});

function began({ width, rows, answers }: Lessons, hidden: number[], chance: () => number): Network {
  const count = answers.length;
  const [mean, deviation] = [new Float64Array(width), new Float64Array(width)];
  for (let i = 0; i < width; i++) {
    let [sum, squares] = [0, 0];
    for (let k = 0; k < count; k++) sum += rows[k * width + i];
    for (let k = 0; k < count; k++) squares += (rows[k * width + i] - sum / count) ** 2;
    mean[i] = sum / count;
    deviation[i] = Math.sqrt(squares / count) + 1e-4;
  }
  const normal = () => Math.sqrt(-2 * Math.log(chance() + 1e-12)) * Math.cos(2 * Math.PI * chance());
  const sizes = [width, ...hidden, 1];
  const layers = sizes.slice(1).map((to, l) => ({
    weights: Float64Array.from({ length: sizes[l] * to }, () => normal() * Math.sqrt(2 / sizes[l])),
    biases: new Float64Array(to),
  }));
  return { mean, deviation, layers };
}

/** @param epochs how often all lessons are gone through */
export function trained(lessons: Lessons, hidden: number[], epochs: number, seed = 1): Network {
  const { width, rows, answers, weights } = lessons;
  const chance = chances(seed);
  const network = began(lessons, hidden, chance);
  const { layers } = network;
  const values = valuesOf(network);
  const slopes = values.map((layer) => new Float64Array(layer.length));
  const all = layers.map((layer) => ({ weights: stepped(layer.weights, DECAY), biases: stepped(layer.biases, 0) }));
  const learn = (k: number) => {
    const out = run(network, rows, k * width, values);
    slopes[layers.length][0] = (1 / (1 + Math.exp(-out)) - answers[k]) * weights[k];
    for (let l = layers.length - 1; l >= 0; l--) {
      const [from, to, back] = [values[l], slopes[l + 1], slopes[l]];
      const [own, ws, bs] = [layers[l].weights, all[l].weights.slopes, all[l].biases.slopes];
      back.fill(0);
      for (let j = 0; j < to.length; j++) {
        const slope = to[j];
        if (slope === 0) continue;
        bs[j] += slope;
        for (let i = 0, w = j * from.length; i < from.length; i++, w++) {
          ws[w] += slope * from[i];
          back[i] += slope * own[w];
        }
      }
      if (l > 0) for (let i = 0; i < from.length; i++) if (from[i] < 0) back[i] *= LEAK;
    }
  };
  const order = Uint32Array.from(answers, (_, k) => k);
  const batches = Math.ceil(order.length / BATCH);
  let step = 0;
  for (let epoch = 0; epoch < epochs; epoch++) {
    for (let i = order.length - 1; i > 0; i--) {
      const j = Math.floor(chance() * (i + 1));
      [order[i], order[j]] = [order[j], order[i]];
    }
    for (let from = 0; from < order.length; from += BATCH) {
      const batch = order.subarray(from, from + BATCH);
      for (const k of batch) learn(k);
      step++;
      const rate = 0.5 * RATE * (1 + Math.cos((Math.PI * step) / (epochs * batches))) + 1e-5;
      const [c1, c2] = [1 - 0.9 ** step, 1 - 0.999 ** step];
      for (const { weights: w, biases: b } of all)
        for (const { values: own, slopes: ds, mean, square, decay } of [w, b])
          for (let i = 0; i < own.length; i++) {
            const slope = ds[i] / batch.length;
            ds[i] = 0;
            mean[i] = 0.9 * mean[i] + 0.1 * slope;
            square[i] = 0.999 * square[i] + 0.001 * slope * slope;
            own[i] -= rate * (mean[i] / c1 / (Math.sqrt(square[i] / c2) + 1e-8) + decay * own[i]);
          }
    }
  }
  return network;
}

const short = (all: Float64Array, digits: number) => Array.from(all, (value) => Number(value.toPrecision(digits)));

/** As it is written down: few digits are enough. */
export const written = ({ mean, deviation, layers }: Network): WrittenNetwork => ({
  mean: short(mean, 5),
  deviation: short(deviation, 5),
  layers: layers.map(({ weights, biases }) => ({ weights: short(weights, 4), biases: short(biases, 4) })),
});
