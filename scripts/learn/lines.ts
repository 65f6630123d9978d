/** The judge of lines learns from pairs of drawings whose lines are known (`{pairs: [{figH, A, B, truth: {idsA, idsB}}]}`). */
import { writeFileSync } from 'node:fs';
import { type BetweenCase, readCases } from '../../bench/between-set.ts';
import { matchShapes, type Shape, shapeOf } from '../../src/core/between/index.ts';
import { Judging, STAGES } from '../../src/core/between/match/judge/judging.ts';
import type { WrittenTrees } from '../../src/core/learnt/trees.ts';
import { chances, crossed, type Growing, type Lessons, unseen } from './boost.ts';
import { piecesApart } from './pieces-apart.ts';

const GROWING: Growing = { trees: 150, leaves: 31, rate: 0.15 };
/** Of pairs that are plainly none a share is enough, each counting for those left out. */
const PLAIN = 0.02;
const KEPT = 0.2;
/** Drawings of few lines are made of a part of a figure: so far around one of its lines, shares of its height. */
const PART = [0.12, 0.4];
const FEWEST = 3;

interface Case {
  a: number[][];
  b: number[][];
  idsA: string[];
  idsB: string[];
  size: number;
  /** Cases are learnt from in two halves; what is made of a case is of the same half. */
  half: 0 | 1;
}

type Known = BetweenCase & { truth: { idsA: string[]; idsB: string[] } };

const middle = (line: number[]): [number, number] => {
  const n = line.length / 3;
  let [x, y] = [0, 0];
  for (let k = 0; k < line.length; k += 3) [x, y] = [x + line[k] / n, y + line[k + 1] / n];
  return [x, y];
};

/** How high drawings are, as the application measures it. */
function sizeOf(drawings: number[][][]): number {
  return Math.max(
    24,
    ...drawings.map((lines) => {
      const xs = lines.flatMap((line) => line.filter((_, k) => k % 3 === 0));
      const ys = lines.flatMap((line) => line.filter((_, k) => k % 3 === 1));
      const range = (all: number[]) =>
        all.reduce((m, v) => Math.max(m, v), -1e9) - all.reduce((m, v) => Math.min(m, v), 1e9);
      return Math.max(range(ys), 0.6 * range(xs));
    }),
  );
}

/** Some of a figure's lines, as if it were all: drawings of few lines are judged as well. */
function partOf(whole: Case, chance: () => number): Case | null {
  const centre = middle(whole.a[Math.floor(chance() * whole.a.length)]);
  const reach = (PART[0] + chance() * (PART[1] - PART[0])) * whole.size;
  const near = whole.a.map((line) => {
    const [x, y] = middle(line);
    return Math.hypot(x - centre[0], y - centre[1]) < reach;
  });
  const ids = new Set(whole.idsA.filter((_, i) => near[i]));
  const inB = whole.idsB.map((id) => ids.has(id));
  const part = {
    a: whole.a.filter((_, i) => near[i]),
    b: whole.b.filter((_, j) => inB[j]),
    idsA: whole.idsA.filter((_, i) => near[i]),
    idsB: whole.idsB.filter((_, j) => inB[j]),
  };
  if (part.a.length < FEWEST || part.b.length < FEWEST) return null;
  return { ...part, size: sizeOf([part.a, part.b]), half: whole.half };
}

/** Two figures beside one another: drawings of many lines. */
function together(one: Case, other: Case): Case {
  const shift = 1.1 * Math.max(one.size, other.size);
  const moved = (lines: number[][]) => lines.map((line) => line.map((v, k) => (k % 3 === 0 ? v + shift : v)));
  const own = (ids: string[]) => ids.map((id) => `2 ${id}`);
  const a = [...one.a, ...moved(other.a)];
  const b = [...one.b, ...moved(other.b)];
  return {
    a,
    b,
    idsA: [...one.idsA, ...own(other.idsA)],
    idsB: [...one.idsB, ...own(other.idsB)],
    size: sizeOf([a, b]),
    half: one.half,
  };
}

/** A case as far as it has been judged, with the ids that tell. */
interface Pupil {
  judging: Judging;
  idsA: string[];
  idsB: string[];
  half: 0 | 1;
  /** Pairs nothing is learnt from, as places in the table of all. */
  apart: Set<number>;
}

const shapes = (lines: number[][]): Shape[] => lines.map((line) => shapeOf(line.filter((_, k) => k % 3 !== 2)));

function pupilOf({ a, b, idsA, idsB, size, half }: Case): Pupil {
  const [as, bs] = [shapes(a), shapes(b)];
  const first = matchShapes(as, bs, { size, asked: 1 });
  const apart = piecesApart(as, bs, { idsA, idsB }, first, size);
  return { judging: new Judging(as, bs, first, size, []), idsA, idsB, half, apart };
}

/** Answers of a case's candidates; null: nothing is learnt from it. */
const answers = ({ judging, idsA, idsB, apart }: Pupil) =>
  judging.candidates.map(({ a, b }) => (apart.has(a * idsB.length + b) ? null : idsA[a] === idsB[b] ? 1 : 0));

function lessonsOf(pupils: Pupil[], rows: Float32Array[], width: number, chance: () => number): Lessons {
  const [from, what, counts]: [number[][], number[], number[]] = [[], [], []];
  pupils.forEach((pupil, p) => {
    answers(pupil).forEach((answer, c) => {
      if (answer === null) return;
      const plain = answer === 0 && pupil.judging.belief[c] <= PLAIN;
      if (plain && chance() >= KEPT) return;
      from.push([p, c]);
      what.push(answer);
      counts.push(plain ? 1 / KEPT : 1);
    });
  });
  const all = new Float32Array(from.length * width);
  from.forEach(([p, c], k) => void all.set(rows[p].subarray(c * width, (c + 1) * width), k * width));
  return {
    width,
    rows: all,
    answers: Float32Array.from(what),
    weights: Float32Array.from(counts),
    halves: Uint8Array.from(from, ([p]) => pupils[p].half),
  };
}

function loss(pupils: Pupil[]): string {
  let sum = 0;
  for (const pupil of pupils)
    answers(pupil).forEach((answer, c) => {
      const p = pupil.judging.belief[c];
      if (answer !== null) sum -= Math.log((answer ? p : 1 - p) + 1e-9);
    });
  return (sum / pupils.length).toFixed(2);
}

export async function learnLines(files: string[], out: string): Promise<void> {
  const chance = chances(11);
  const whole = files
    .flatMap((file) => readCases(file).pairs as Known[])
    .map(
      ({ A, B, truth, figH }): Case => ({
        ...{ a: A, b: B, idsA: truth.idsA, idsB: truth.idsB },
        size: figH,
        half: chance() < 0.5 ? 0 : 1,
      }),
    );
  const parts = whole.flatMap((each, k) => (k % 2 === 0 ? (partOf(each, chance) ?? []) : []));
  const pairs = [0, 1].flatMap((half) => {
    const own = whole.filter((each) => each.half === half);
    return own.slice(1).flatMap((each, k) => (k % 12 === 0 ? [together(own[k], each)] : []));
  });
  const pupils = [...whole, ...parts, ...pairs].map(pupilOf);
  console.log(`${whole.length} cases, ${parts.length} parts, ${pairs.length} together`);
  const stages: WrittenTrees[] = [];
  for (const [k, stage] of STAGES.entries()) {
    const rows = pupils.map(({ judging }) => judging.evidence(stage, true));
    const width = rows[0].length / pupils[0].judging.candidates.length;
    const learnt = await crossed(lessonsOf(pupils, rows, width, chance), GROWING, k + 1);
    pupils.forEach(({ judging, half }, p) => void judging.believe(unseen(learnt, half, rows[p])));
    console.log(`stage ${k + 1}: ${loss(pupils)} a case, judged by the half that has not seen it`);
    stages.push(learnt.whole);
  }
  writeFileSync(out, `${JSON.stringify({ stages })}\n`);
}
