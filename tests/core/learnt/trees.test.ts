/** Trees that weigh evidence: what they say, that they can be taught, and that what they say can be believed. */
import { expect, test } from 'vitest';
import { chances, crossed, grown, type Lessons, unseen } from '../../../scripts/learn/boost.ts';
import { likelihoods, readTrees, sums } from '../../../src/core/learnt/trees.ts';

const FEW = { trees: 30, leaves: 8, rate: 0.3 };

/** Two numbers; the first tree asks the second one, then the first. */
const TWO = {
  width: 2,
  base: 0.5,
  asks: [1, -1, 0, -1, -1, -1],
  limits: [3, -2, 1, 4, 8, 0.25],
};

test('each tree is asked on to an answer, and the answers are added up', () => {
  const trees = readTrees(TWO);
  const rows = Float32Array.from([9, 3, 1, 3.5, 1.5, 3.5]);
  expect([...sums(trees, rows)]).toEqual([0.5 - 2 + 0.25, 0.5 + 4 + 0.25, 0.5 + 8 + 0.25]);
  expect(likelihoods(trees, rows)[2]).toBeGreaterThan(0.999);
});

test('trees that are cut off are refused', () => {
  expect(() => readTrees({ ...TWO, asks: TWO.asks.slice(0, 4) })).toThrow('cut off');
});

/** What is right when exactly one of two things holds: no single weighed sum tells it. */
function lessons(count: number, seed: number): Lessons {
  const chance = chances(seed);
  const rows = new Float32Array(2 * count);
  const answers = new Float32Array(count);
  for (let k = 0; k < count; k++) {
    rows[2 * k] = chance() * 2 - 1;
    rows[2 * k + 1] = chance() * 2 - 1;
    // One answer in ten is wrong: it must not be surer than that.
    answers[k] = rows[2 * k] * rows[2 * k + 1] < 0 !== chance() < 0.1 ? 1 : 0;
  }
  const halves = Uint8Array.from({ length: count }, (_, k) => k % 2);
  return { width: 2, rows, answers, weights: new Float32Array(count).fill(1), halves };
}

/** How many are told rightly, and how many of those it is sure of. */
function graded(said: ArrayLike<number>, { answers }: Lessons): { right: number; ofSure: number } {
  let [right, sure, ofSure] = [0, 0, 0];
  answers.forEach((answer, k) => {
    if (said[k] > 0.5 === (answer === 1)) right++;
    if (said[k] < 0.8) return;
    ofSure++;
    sure += answer;
  });
  return { right: right / answers.length, ofSure: sure / ofSure };
}

test('they learn what no weighed sum tells, and are as sure as they are right', () => {
  const trees = readTrees(grown(lessons(4000, 5), FEW));
  const fresh = lessons(4000, 6);
  const said = likelihoods(trees, fresh.rows);
  const { right, ofSure } = graded(said, fresh);
  expect(right).toBeGreaterThan(0.85);
  expect(ofSure).toBeGreaterThan(0.85);
  expect(Math.max(...said)).toBeLessThan(0.99);
});

test('half of the lessons is judged by what was learnt from the other half', async () => {
  const all = lessons(2000, 8);
  // Whoever had learnt from the first half would know that all its answers are yes.
  all.halves.forEach((half, k) => {
    if (half === 0) all.answers[k] = 1;
  });
  const learnt = await crossed(all, FEW, 1);
  const first = Float32Array.from(all.rows.filter((_, k) => all.halves[k >> 1] === 0));
  const mean = (said: Float64Array) => said.reduce((sum, p) => sum + p / said.length, 0);
  expect(mean(unseen(learnt, 0, first))).toBeLessThan(0.6);
  expect(mean(unseen(learnt, 1, first))).toBeGreaterThan(0.95);
});

test('where nothing is to be learnt they say what share is so, each row as much as it counts', () => {
  const blind = lessons(3000, 3);
  blind.answers.forEach((_, k) => {
    blind.answers[k] = k % 2;
    blind.weights[k] = k % 2 ? 3 : 1;
  });
  const said = likelihoods(readTrees(grown(blind, FEW)), lessons(1000, 4).rows);
  expect(said.reduce((sum, p) => sum + p / said.length, 0)).toBeCloseTo(0.75, 1);
});

test('taught twice alike they are the same, and written and read they say the same', () => {
  const one = grown(lessons(500, 3), FEW, undefined, 9);
  expect(grown(lessons(500, 3), FEW, undefined, 9)).toEqual(one);
  const { rows } = lessons(300, 4);
  const read = readTrees(JSON.parse(JSON.stringify(one)));
  expect([...likelihoods(read, rows)]).toEqual([...likelihoods(readTrees(one), rows)]);
});
