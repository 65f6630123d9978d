/** In-betweens over a file of cases (`{pairs: [{id, figH, A, B}]}`, strokes as x, y, pressure), for scorers outside. */
import { readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import { type Dense, linesAt, makeTween, matchPieces, pairUp } from '../src/core/between/index.ts';
import { lengthsAlong } from '../src/core/plane/index.ts';

export interface BetweenCase {
  id: string;
  /** The figure, and its family. */
  design?: string;
  rig?: string;
  figH: number;
  A: number[][];
  B: number[][];
}

export interface BetweenPrediction {
  id: string;
  t: number;
  ms: number;
  strokes: { a: number | null; b: number | null; pts: number[] }[];
  onlyA: number[];
  onlyB: number[];
}

export const TIMES = [0.25, 0.5, 0.75];

export function readCases(path: string): { pairs: BetweenCase[] } {
  const bytes = readFileSync(path);
  return JSON.parse((path.endsWith('.gz') ? gunzipSync(bytes) : bytes).toString());
}

/** A stroke of a case as the matching takes it. */
function denseOf(stroke: number[]): Dense {
  const path = Float64Array.from(stroke.filter((_, i) => i % 3 !== 2));
  return { stroke: null as never, spans: path.length / 2 - 1, steps: 1, path, along: lengthsAlong(path, 2) };
}

export function predictPair({ id, figH, A, B }: BetweenCase): BetweenPrediction[] {
  const began = performance.now();
  const [ofA, ofB] = [A, B].map((strokes) => strokes.map(denseOf));
  const { a, b, matching } = matchPieces(ofA, ofB, { size: figH });
  const shapes = [a, b].map((all) => all.map(({ shape }) => shape));
  const strokesOf = [a, b].map((all, side) => all.map(({ dense }) => [ofA, ofB][side].indexOf(dense)));
  const pairings = pairUp(shapes[0], shapes[1], matching);
  const tween = makeTween(pairings, figH);
  const matched = performance.now() - began;
  const alone = (count: number, used: Set<number>) =>
    Array.from({ length: count }, (_, i) => i).filter((i) => !used.has(i));
  const onlyA = alone(A.length, new Set(pairings.map((each) => strokesOf[0][each.a])));
  const onlyB = alone(B.length, new Set(pairings.map((each) => strokesOf[1][each.b])));
  return TIMES.map((t) => {
    const start = performance.now();
    const lines = linesAt(tween, t);
    return {
      id,
      t,
      ms: matched + performance.now() - start,
      strokes: lines.map(({ pairing, path }) => ({
        a: strokesOf[0][pairings[pairing].a],
        b: strokesOf[1][pairings[pairing].b],
        pts: Array.from(path, (value) => Math.round(value * 100) / 100),
      })),
      onlyA,
      onlyB,
    };
  });
}

export function predictBetween(path: string): { method: string; cases: BetweenPrediction[] } {
  return { method: 'matched strokes, edges turned', cases: readCases(path).pairs.flatMap(predictPair) };
}
