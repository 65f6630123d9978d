/** In-betweens of the development set beside the naive ones: strokes in order, points in straight lines. */
import { existsSync } from 'node:fs';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { linesAt, makeTween, matchShapes, pairUp, shapeOf } from '../src/core/between/index.ts';
import { type BetweenCase, type BetweenPrediction, predictPair, readCases, TIMES } from './between-set.ts';
import { ms, report } from './report.ts';

const SET = fileURLToPath(new URL('../../shared/data/between', import.meta.url));

interface Score {
  chamferMean: number;
  chamferP95points: number;
  ownStrokeDist: number;
  lenErr: number;
  matchAcc: number;
  unmatchedRecall: number;
  falseUnmatchedPerDrawingPair: number;
}

interface Scorer {
  score(cases: unknown, predicted: { cases: BetweenPrediction[] }): { all: Score };
}

/** What in-betweening is without thinking: the n-th stroke to the n-th, its k-th point to the k-th. */
function naive({ id, A, B }: BetweenCase): BetweenPrediction[] {
  const count = Math.min(A.length, B.length);
  const rest = (length: number) => Array.from({ length: Math.max(0, length - count) }, (_, i) => count + i);
  return TIMES.map((t) => ({
    id,
    t,
    ms: 0,
    strokes: Array.from({ length: count }, (_, k) => {
      const n = Math.min(A[k].length, B[k].length) / 3;
      const pts: number[] = [];
      for (let i = 0; i < n; i++)
        for (const axis of [0, 1]) pts.push((1 - t) * A[k][3 * i + axis] + t * B[k][3 * i + axis]);
      return { a: k, b: k, pts };
    }),
    onlyA: rest(A.length),
    onlyB: rest(B.length),
  }));
}

const say = (score: Score) =>
  `chamfer ${score.chamferMean.toFixed(2)} %, p95 ${score.chamferP95points.toFixed(2)} %, own stroke ${score.ownStrokeDist.toFixed(2)} %, lengths ${(100 * score.lenErr).toFixed(1)} %, matches ${(100 * score.matchAcc).toFixed(1)} %, unmatched found ${(100 * score.unmatchedRecall).toFixed(0)} %, false ${score.falseUnmatchedPerDrawingPair.toFixed(1)}`;

export async function benchBetween(): Promise<void> {
  benchTime();
  if (!existsSync(SET)) {
    console.log('     in-betweens: the development set is not here, so it was not scored.');
    return;
  }
  const { score } = (await import(pathToFileURL(`${SET}/score.mjs`).href)) as Scorer;
  const cases = readCases(`${SET}/dev.json.gz`);
  const mine = score(cases, { cases: cases.pairs.flatMap(predictPair) }).all;
  const plain = score(cases, { cases: cases.pairs.flatMap(naive) }).all;
  report(
    `in-betweens: ${cases.pairs.length} pairs of the development set`,
    say(mine),
    'chamfer 0.28, p95 1.0, own 0.22, lengths 3, matches 97, found 88, false 0.7',
    `strokes in order, straight lines: ${say(plain)}`,
    mine.chamferMean <= 0.28 &&
      mine.chamferP95points <= 1 &&
      mine.ownStrokeDist <= 0.22 &&
      mine.lenErr <= 0.03 &&
      mine.matchAcc >= 0.97 &&
      mine.unmatchedRecall >= 0.88 &&
      mine.falseUnmatchedPerDrawingPair <= 0.7,
  );
}

/** 200 strokes of 60 points, half of them turned about one point. */
function benchTime(): void {
  const stroke = (k: number, turn: number) => {
    const [x, y] = [100 + (k % 20) * 80, 100 + Math.floor(k / 20) * 80];
    return Array.from({ length: 60 }, (_, i) => {
      const t = i / 59;
      const [px, py] = [x + 60 * t, y + (8 + (k % 7) * 3) * Math.sin((3 + (k % 5)) * t) + (k % 11)];
      const [dx, dy] = [px - 900, py - 500];
      return [900 + Math.cos(turn) * dx - Math.sin(turn) * dy, 500 + Math.sin(turn) * dx + Math.cos(turn) * dy];
    }).flat();
  };
  const strokes = (turn: number) => Array.from({ length: 200 }, (_, k) => stroke(k, turn));
  const [from, to] = [strokes(0), strokes(0.3)];
  let matching = 0;
  let between = 0;
  // The first time is cold.
  for (let round = 0; round < 3; round++) {
    const began = performance.now();
    const [a, b] = [from, to].map((each) => each.map(shapeOf));
    const matches = matchShapes(a, b, { size: 900 });
    const tween = makeTween(pairUp(a, b, matches), 900);
    matching = performance.now() - began;
    const start = performance.now();
    for (const t of TIMES) linesAt(tween, t);
    between = (performance.now() - start) / TIMES.length;
  }
  const bare = performance.now();
  from.map(shapeOf);
  const shapes = `preparing 200 strokes alone ${ms(performance.now() - bare)}`;
  report('in-betweens: matching 200 strokes of 60 points', ms(matching), '800 ms', shapes, matching <= 800);
  report('in-betweens: one drawing of 200 strokes', ms(between), '60 ms', shapes, between <= 60);
}
