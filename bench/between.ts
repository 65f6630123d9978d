/** In-betweens of the development set beside the naive ones: strokes in order, points in straight lines. */
import { existsSync } from 'node:fs';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { linesAt, makeTween, matchLines, pairUp, shapeOf } from '../src/core/between/index.ts';
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

interface Scored {
  all: Score;
  rows: { id: string }[];
  agg(rows: unknown[]): Score;
}

interface Scorer {
  score(cases: unknown, predicted: { cases: BetweenPrediction[] }): Scored;
}

/** What each set wants: right matches, chamfer, alone found, false alone a pair. */
const WANTED: Record<
  string,
  Pick<Score, 'matchAcc' | 'chamferMean' | 'unmatchedRecall' | 'falseUnmatchedPerDrawingPair'>
> = {
  dev: { matchAcc: 0.98, chamferMean: 0.25, unmatchedRecall: 0.88, falseUnmatchedPerDrawingPair: 0.7 },
  dev1b: { matchAcc: 0.98, chamferMean: 0.25, unmatchedRecall: 0.88, falseUnmatchedPerDrawingPair: 0.7 },
  dev2: { matchAcc: 0.95, chamferMean: 0.4, unmatchedRecall: 0.8, falseUnmatchedPerDrawingPair: 1 },
};

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
  `matches ${(100 * score.matchAcc).toFixed(1)} %, alone found ${(100 * score.unmatchedRecall).toFixed(0)} %, false ${score.falseUnmatchedPerDrawingPair.toFixed(1)}, chamfer ${score.chamferMean.toFixed(2)} %, p95 ${score.chamferP95points.toFixed(2)} %, own stroke ${score.ownStrokeDist.toFixed(2)} %, lengths ${(100 * score.lenErr).toFixed(1)} %`;

const brief = ({ matchAcc, chamferMean }: Score) =>
  `matches ${(100 * matchAcc).toFixed(1)} %, chamfer ${chamferMean.toFixed(2)} %`;

/** One set, as a whole and each family of figures apart, beside the naive way. */
function benchSet(name: string, { score }: Scorer): void {
  const cases = readCases(`${SET}/${name}.json.gz`);
  const mine = score(cases, { cases: cases.pairs.flatMap(predictPair) });
  const plain = score(cases, { cases: cases.pairs.flatMap(naive) });
  const wanted = WANTED[name];
  report(
    `in-betweens: ${cases.pairs.length} pairs of ${name}`,
    say(mine.all),
    `matches ${100 * wanted.matchAcc}, found ${100 * wanted.unmatchedRecall}, false ${wanted.falseUnmatchedPerDrawingPair}, chamfer ${wanted.chamferMean}`,
    `strokes in order, straight lines: ${brief(plain.all)}`,
    mine.all.matchAcc >= wanted.matchAcc &&
      mine.all.chamferMean <= wanted.chamferMean &&
      mine.all.unmatchedRecall >= wanted.unmatchedRecall &&
      mine.all.falseUnmatchedPerDrawingPair <= wanted.falseUnmatchedPerDrawingPair,
  );
  const familyOf = new Map(cases.pairs.map(({ id, rig, design }) => [id, rig ?? design ?? '']));
  for (const family of new Set(familyOf.values())) {
    const of = ({ rows, agg }: Scored) => agg(rows.filter(({ id }) => familyOf.get(id) === family));
    console.log(`       ${family.padEnd(12)} ${say(of(mine))}; in order: ${brief(of(plain))}`);
  }
}

export async function benchBetween(): Promise<void> {
  benchTime();
  if (!existsSync(SET)) {
    console.log('     in-betweens: the development sets are not here, so they were not scored.');
    return;
  }
  const scorer = (await import(pathToFileURL(`${SET}/score.mjs`).href)) as Scorer;
  for (const name of Object.keys(WANTED)) benchSet(name, scorer);
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
    const matches = matchLines(a, b, { size: 900 });
    const tween = makeTween(pairUp(a, b, matches), 900);
    matching = performance.now() - began;
    const start = performance.now();
    for (const t of TIMES) linesAt(tween, t);
    between = (performance.now() - start) / TIMES.length;
  }
  const bare = performance.now();
  from.map(shapeOf);
  const shapes = `preparing 200 strokes alone ${ms(performance.now() - bare)}`;
  report('in-betweens: matching 200 strokes of 60 points', ms(matching), '500 ms', shapes, matching <= 500);
  report('in-betweens: one drawing of 200 strokes', ms(between), '60 ms', shapes, between <= 60);
}
