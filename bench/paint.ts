/** Paint carried through the development set beside the naive way: the colour at the same place of the nearest painted drawing. */
import { existsSync } from 'node:fs';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import { makeDemo } from '../demo/shot.ts';
import { drawingsAlong, keptMatches, paintThroughLayer, regionMap, type ThroughJob } from '../src/core/paint/index.ts';
import { type Corrections, correctionsFor } from './corrections.ts';
import { type PaintPrediction, predictSequence, readPaintCases, sameplace } from './paint-set.ts';
import { ms, percentile, report } from './report.ts';
import { crowdedShot } from './shots.ts';

const SET = fileURLToPath(new URL('../../shared/data/paint', import.meta.url));

interface Score {
  knownByCount: number;
  byArea: number;
  wrongFlagged: number;
  rightFlagged: number;
  knownPerfectDrawings: number;
  unknown: number;
  unknownFlagged: number;
  msPerDrawing: number;
}

interface Scored {
  all: Score;
  rows: { id: string }[];
  agg(rows: unknown[]): Score;
}

interface Scorer {
  score(cases: unknown, predicted: { sequences: PaintPrediction[] }): Scored;
}

/** What each set wants: known regions right, drawings whole; wrong ones and right ones flagged. */
const WANTED: Record<string, Pick<Score, 'knownByCount' | 'knownPerfectDrawings' | 'wrongFlagged' | 'rightFlagged'>> = {
  dev: { knownByCount: 0.99, knownPerfectDrawings: 0.82, wrongFlagged: 0.7, rightFlagged: 0.05 },
  dev1b: { knownByCount: 0.985, knownPerfectDrawings: 0.75, wrongFlagged: 0.7, rightFlagged: 0.05 },
  dev2: { knownByCount: 0.97, knownPerfectDrawings: 0.55, wrongFlagged: 0.85, rightFlagged: 0.06 },
  'lineart-dev': { knownByCount: 0.98, knownPerfectDrawings: 0, wrongFlagged: 0.8, rightFlagged: 0.05 },
};

const percent = (value: number) => `${(100 * value).toFixed(1)} %`;
const say = (score: Score) =>
  `known regions ${percent(score.knownByCount)}, area ${percent(score.byArea)}, wrong flagged ${percent(score.wrongFlagged)}, right flagged ${percent(score.rightFlagged)}, drawings whole ${percent(score.knownPerfectDrawings)}${score.unknown > 0 ? `, of ${score.unknown} that cannot be known flagged ${percent(score.unknownFlagged)}` : ''}, ${Math.round(score.msPerDrawing)} ms a drawing`;

const brief = ({ knownByCount, knownPerfectDrawings }: Score) =>
  `known regions ${percent(knownByCount)}, drawings whole ${percent(knownPerfectDrawings)}`;

const HD = [1920, 1080] as const;
const WISHES = { gap: 6, specks: 6 };

/** A plain flood fill of a paper, the least any way of painting does. */
function flood(width: number, height: number): number {
  const began = performance.now();
  const seen = new Uint8Array(width * height);
  const stack = [0];
  while (stack.length > 0) {
    const i = stack.pop()!;
    if (seen[i]) continue;
    seen[i] = 1;
    const x = i % width;
    if (x > 0) stack.push(i - 1);
    if (x < width - 1) stack.push(i + 1);
    if (i >= width) stack.push(i - width);
    if (i < width * (height - 1)) stack.push(i + width);
  }
  return performance.now() - began;
}

/** The middle of some runs, warm. */
function timed(run: () => void, times = 7): number {
  for (let i = 0; i < 3; i++) run();
  const all = Array.from({ length: times }, () => {
    const began = performance.now();
    run();
    return performance.now() - began;
  });
  return percentile(all, 0.5);
}

function benchMaps(): void {
  const { ink } = Object.values(crowdedShot().drawings)[0];
  const baseline = `a plain flood fill of 1920x1080 ${ms(flood(...HD))}`;
  const map = timed(() => regionMap(ink, ...HD, WISHES));
  report(`region map of ${ink.length} strokes at 1920x1080`, ms(map), '80 ms', baseline, map <= 80);
  const large = timed(() => regionMap(ink, 8192, 4608, WISHES), 3);
  const { scale } = regionMap(ink, 8192, 4608, WISHES);
  report(
    `the same on 8192x4608, read at ${Math.round(100 * scale)} %`,
    ms(large),
    'bounded',
    `a plain flood fill of 8192x4608 ${ms(flood(8192, 4608))}`,
    large <= 1000,
  );
}

/** Sixteen drawings of the demo's keeper after one of them; the baseline floods each once. */
function benchThrough(): void {
  const { shot } = makeDemo();
  const layer = shot.layers.find(({ name }) => name === 'Keeper')!;
  const all = drawingsAlong(shot, layer).slice(0, 16);
  const drawings = all.map(({ drawing: { id, ink, paint } }, i) => ({
    id,
    ink,
    paint: i === 0 ? paint : [],
    source: i === 0,
  }));
  let regions = 0;
  const took = timed(() => {
    const out = paintThroughLayer({ width: HD[0], height: HD[1], wishes: WISHES, drawings, overHand: false });
    regions = out.reduce((sum, each) => sum + each.regions, 0) / (out.length - 1);
  }, 1);
  report(
    `paint through 16 drawings of ${drawings[1].ink.length} lines and ${Math.round(regions)} regions`,
    ms(took),
    '3 s for 40 regions',
    `16 plain flood fills ${ms(16 * flood(...HD))}`,
    took <= 3000 * Math.max(1, regions / 40),
  );
  benchAgain(drawings.slice(0, 6));
  benchRoom(drawings);
}

/** Drawn by hand no line is a copy of another: all are matched, and the next time paint is carried they are known. */
function benchAgain(drawings: ThroughJob['drawings']): void {
  const drawn = drawings.map((drawing, i) => ({
    ...drawing,
    ink: drawing.ink.map((stroke, k) => ({ ...stroke, lineage: `${i} ${k}` })),
  }));
  const kept = keptMatches();
  const carry = () => {
    const began = performance.now();
    paintThroughLayer(
      { width: HD[0], height: HD[1], wishes: WISHES, drawings: drawn, overHand: false },
      undefined,
      kept,
    );
    return performance.now() - began;
  };
  const [first, again] = [carry(), carry()];
  report(
    `paint through ${drawn.length} drawn by hand, once more after a correction`,
    ms(again),
    'two thirds',
    `the first time ${ms(first)}`,
    3 * again <= 2 * first,
  );
}

/** What a run holds on to while it goes on, by the drawing. The baseline keeps every map as pixels. */
function benchRoom(drawings: Parameters<typeof paintThroughLayer>[0]['drawings']): void {
  setFlagsFromString('--expose-gc');
  const collect = runInNewContext('gc') as () => void;
  const peak = (times: number) => {
    const all = Array.from({ length: times }, (_, k) =>
      drawings.slice(k ? 1 : 0).map((each) => ({ ...each, id: `${each.id} ${k}` })),
    ).flat();
    collect();
    const before = process.memoryUsage().arrayBuffers;
    let most = 0;
    paintThroughLayer({ width: HD[0], height: HD[1], wishes: WISHES, drawings: all, overHand: false }, () => {
      collect();
      most = Math.max(most, process.memoryUsage().arrayBuffers - before);
    });
    return { most, count: all.length };
  };
  // From 60 drawings on no more pairs of matched drawings are remembered.
  const [few, many] = [peak(4), peak(6)];
  const each = Math.max(0, many.most - few.most) / (many.count - few.count) / 1024 ** 2;
  const pixels = ((HD[0] * HD[1]) / 4) * 5;
  report(
    'paint through: room each further drawing takes',
    `${each.toFixed(1)} MB`,
    '1 MB',
    `its map kept as pixels ${(pixels / 1024 ** 2).toFixed(1)} MB`,
    each <= 1,
  );
}

export async function benchPaint(): Promise<void> {
  benchMaps();
  benchThrough();
  if (!existsSync(SET)) {
    console.log('     paint carried through: the development set is not here, so it was not scored.');
    return;
  }
  const scorer = (await import(pathToFileURL(`${SET}/score.mjs`).href)) as Scorer;
  for (const name of Object.keys(WANTED)) benchSet(name, scorer);
  benchCorrections();
}

/** Every so many sequences: each correction has the whole sequence carried anew. */
const CORRECTED = 4;

/** Corrections until sequences of dev2 are right, each told to the other drawings; the baseline puts every region right by itself. */
function benchCorrections(): void {
  const cases = readPaintCases(`${SET}/dev2.json.gz`);
  const all = cases.sequences.filter((_, k) => k % CORRECTED === 0).map((each) => correctionsFor(cases, each));
  const sum = (of: (each: Corrections) => number) => all.reduce((so, each) => so + of(each), 0);
  const [told, oneByOne] = [sum((each) => each.told), sum((each) => each.oneByOne)].map(
    (count) => count / sum(({ drawings }) => drawings),
  );
  report(
    `corrections until ${all.length} sequences of dev2 are right`,
    `${told.toFixed(2)} a drawing`,
    'a third of one by one',
    `one by one ${oneByOne.toFixed(2)}`,
    told <= oneByOne / 3,
  );
}

/** One set, as a whole and each family of figures apart, beside the naive way. */
function benchSet(name: string, { score }: Scorer): void {
  const cases = readPaintCases(`${SET}/${name}.json.gz`);
  const mine = score(cases, { sequences: cases.sequences.map((each) => predictSequence(cases, each)) });
  const naive = score(cases, { sequences: cases.sequences.map((each) => sameplace(cases, each)) });
  const wanted = WANTED[name];
  report(
    `paint carried through ${cases.sequences.length} sequences of ${name}`,
    say(mine.all),
    `known regions ${100 * wanted.knownByCount}, drawings whole ${100 * wanted.knownPerfectDrawings}, wrong flagged ${100 * wanted.wrongFlagged}, right flagged ${100 * wanted.rightFlagged}, 120 ms`,
    `the same place: ${brief(naive.all)}`,
    mine.all.knownByCount >= wanted.knownByCount &&
      mine.all.knownPerfectDrawings >= wanted.knownPerfectDrawings &&
      mine.all.wrongFlagged >= wanted.wrongFlagged &&
      mine.all.rightFlagged <= wanted.rightFlagged &&
      mine.all.msPerDrawing <= 120,
  );
  const familyOf = new Map(cases.sequences.map(({ id, rig, design }) => [id, rig ?? design ?? '']));
  for (const family of new Set(familyOf.values())) {
    const of = ({ rows, agg }: Scored) => agg(rows.filter(({ id }) => familyOf.get(id) === family));
    console.log(`       ${family.padEnd(12)} ${say(of(mine))}; the same place: ${brief(of(naive))}`);
  }
}
