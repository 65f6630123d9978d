/** A small network: what it computes, that it can be taught, and that what it says can be believed. */
import { expect, test } from 'vitest';
import { chances, trained, written } from '../../../scripts/learn/train.ts';
import { likelihoods, readNetwork, run, valuesOf } from '../../../src/core/learnt/network.ts';

test('layers are weighed sums, what is below 0 let through a little', () => {
  const network = readNetwork({
    mean: [1, 0],
    deviation: [2, 1],
    layers: [
      { weights: [1, 1, -1, -1], biases: [0, 0.5] },
      { weights: [2, 3], biases: [1] },
    ],
  });
  // (5 - 1) / 2 = 2 and 3: 5, and -4.5 of which a hundredth is left.
  expect(run(network, Float32Array.from([9, 5, 3]), 1, valuesOf(network))).toBeCloseTo(2 * 5 + 3 * -0.045 + 1, 5);
  expect(likelihoods(network, Float32Array.from([5, 3]))[0]).toBeGreaterThan(0.999);
});

/** What is right when exactly one of two things holds: no single weighed sum tells it. */
function lessons(count: number, seed: number) {
  const chance = chances(seed);
  const rows = new Float32Array(2 * count);
  const answers = new Float32Array(count);
  for (let k = 0; k < count; k++) {
    rows[2 * k] = chance() * 2 - 1;
    rows[2 * k + 1] = chance() * 2 - 1;
    // One answer in ten is wrong: it must not be surer than that.
    answers[k] = rows[2 * k] * rows[2 * k + 1] < 0 !== chance() < 0.1 ? 1 : 0;
  }
  return { width: 2, rows, answers, weights: new Float32Array(count).fill(1) };
}

test('it learns what no weighed sum tells, and is as sure as it is right', () => {
  const network = readNetwork(written(trained(lessons(4000, 5), [8], 20)));
  const fresh = lessons(4000, 6);
  const said = likelihoods(network, fresh.rows);
  let [right, sure, ofSure] = [0, 0, 0];
  said.forEach((p, k) => {
    if (p > 0.5 === (fresh.answers[k] === 1)) right++;
    if (p < 0.8) return;
    ofSure++;
    sure += fresh.answers[k];
  });
  expect(right / said.length).toBeGreaterThan(0.85);
  expect(ofSure).toBeGreaterThan(800);
  expect(sure / ofSure).toBeGreaterThan(0.85);
  expect(Math.max(...said)).toBeLessThan(0.99);
});

test('taught twice alike it is the same', () => {
  const one = trained(lessons(500, 3), [4], 2, 9);
  expect(written(trained(lessons(500, 3), [4], 2, 9))).toEqual(written(one));
});
