/** Paint carried through the development set beside the naive way: the colour at the same place of the nearest painted drawing. */
import { existsSync } from 'node:fs';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { type PaintPrediction, predictSequence, readPaintCases, sameplace } from './paint-set.ts';
import { report } from './report.ts';

const SET = fileURLToPath(new URL('../../shared/data/paint', import.meta.url));

interface Score {
  byCount: number;
  byArea: number;
  wrongFlagged: number;
  rightFlagged: number;
  perfectDrawings: number;
  msPerDrawing: number;
}

interface Scorer {
  score(cases: unknown, predicted: { sequences: PaintPrediction[] }): { all: Score };
}

const percent = (value: number) => `${(100 * value).toFixed(1)} %`;
const say = (score: Score) =>
  `regions ${percent(score.byCount)}, area ${percent(score.byArea)}, wrong flagged ${percent(score.wrongFlagged)}, right flagged ${percent(score.rightFlagged)}, drawings whole ${percent(score.perfectDrawings)}, ${Math.round(score.msPerDrawing)} ms a drawing`;

export async function benchPaint(): Promise<void> {
  if (!existsSync(SET)) {
    console.log('     paint carried through: the development set is not here, so it was not scored.');
    return;
  }
  const { score } = (await import(pathToFileURL(`${SET}/score.mjs`).href)) as Scorer;
  const cases = readPaintCases(`${SET}/dev.json.gz`);
  const mine = score(cases, { sequences: cases.sequences.map((each) => predictSequence(cases, each)) }).all;
  const naive = score(cases, { sequences: cases.sequences.map((each) => sameplace(cases, each)) }).all;
  report(
    `paint carried through ${cases.sequences.length} sequences of the development set`,
    say(mine),
    'regions 98.5, area 99.5, wrong flagged 70, right flagged 5, drawings whole 80, 150 ms',
    `the same place: ${say(naive)}`,
    mine.byCount >= 0.985 && mine.byArea >= 0.995,
  );
}
