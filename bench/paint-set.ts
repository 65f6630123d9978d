/** Paint carried through a file of cases (`{grid, paper, sequences: [{painted, drawings: [{strokes, regions}]}]}`). */
import { readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import { shapeOf } from '../src/core/between/index.ts';
import { plainBrush } from '../src/core/ink/index.ts';
import {
  heightOf,
  isGround,
  paintedMap,
  paintThrough,
  type RegionMap,
  regionAt,
  regionFacts,
  regionMap,
  type ThroughDrawing,
} from '../src/core/paint/index.ts';
import { POINT_SIZE, type Stroke } from '../src/core/shot/index.ts';

/** A region of a drawing: colour, area, points of the grid. */
export interface CaseRegion {
  c: number;
  a: number;
  pts: number[];
  /** What it is a part of: only drawings that are learnt from say so. */
  part?: string;
}

interface PaintDrawing {
  strokes: number[][];
  /** What each line is, "part.line": only drawings that are learnt from say so. */
  ids?: string[];
  /** Only those of painted drawings are looked at. */
  regions: CaseRegion[];
}

export interface PaintCases {
  paper: [number, number];
  grid: [number, number];
  sequences: {
    id: string;
    /** The figure, and its family. */
    design?: string;
    rig?: string;
    painted: number[];
    drawings: PaintDrawing[];
  }[];
}

export interface PaintPrediction {
  id: string;
  drawings: { rle: number[]; regions: { color: number; conf: number; unsure: boolean }[]; ms: number }[];
}

/** Openings tried one after another until nothing leaks, paper pixels. */
const OPENINGS = [6, 14, 20, 28];
const LINE = plainBrush('pen', 3, 0);

export function readPaintCases(path: string): PaintCases {
  const bytes = readFileSync(path);
  return JSON.parse((path.endsWith('.gz') ? gunzipSync(bytes) : bytes).toString());
}

function strokeOf(points: number[], i: number): Stroke {
  const n = points.length / 3;
  const data = new Float32Array(n * POINT_SIZE);
  for (let k = 0; k < n; k++) data.set([points[3 * k], points[3 * k + 1], points[3 * k + 2], 0, 0, k], k * POINT_SIZE);
  return { id: `s${i}`, lineage: `s${i}`, name: '', brush: LINE, swatch: 'ink', points: data, closed: false, seed: 1 };
}

/** The label that most of a region's points have. */
export function labelOf(map: RegionMap, { pts }: CaseRegion): number {
  const votes = new Map<number, number>();
  for (let k = 0; k < pts.length; k += 2) {
    const label = regionAt(map, (pts[k] + 0.5) / map.scale, (pts[k + 1] + 0.5) / map.scale);
    votes.set(label, (votes.get(label) ?? 0) + 1);
  }
  return [...votes].sort((p, q) => q[1] - p[1])[0][0];
}

/** A colour makes a part of its own from so many points on: the smallest regions have three. */
const LEAST_POINTS = 2;

/** Colours of a painted drawing's regions. */
function coloursOf(map: RegionMap, { regions }: PaintDrawing): Int32Array {
  const votes = new Map<number, Map<number, number>>();
  for (const { c, pts } of regions)
    for (let k = 0; k < pts.length; k += 2) {
      const label = regionAt(map, (pts[k] + 0.5) / map.scale, (pts[k + 1] + 0.5) / map.scale);
      const own = votes.get(label) ?? new Map<number, number>();
      own.set(c, (own.get(c) ?? 0) + 1);
      votes.set(label, own);
    }
  const { ground } = regionFacts(map);
  // Of what is too small to be listed nothing is known.
  const painted = Int32Array.from(ground, (outside, label) => (outside || label === 0 ? 0 : -1));
  for (const [label, own] of votes) if (!ground[label]) painted[label] = [...own].sort((p, q) => q[1] - p[1])[0][0];
  return painted;
}

/** What is known of a painted drawing's pixels: the colours at the points, and that the ground reaches the paper's edge. */
function knownPixels(map: RegionMap, { regions }: PaintDrawing): Int32Array {
  const { width, height, labels } = map;
  const known = new Int32Array(labels.length).fill(-1);
  labels.forEach((label, i) => {
    const edge = i < width || i >= width * (height - 1) || i % width === 0 || i % width === width - 1;
    if (edge && isGround(map, label)) known[i] = 0;
  });
  for (const { c, pts } of regions) for (let k = 0; k < pts.length; k += 2) known[pts[k + 1] * width + pts[k]] = c;
  return known;
}

/** The drawings of a sequence with their regions; of painted ones those that are painted as they are bounded. */
export function prepared({ painted, drawings }: Sequence, { grid, paper }: Pick<PaintCases, 'grid' | 'paper'>) {
  return drawings.map((drawing, at): ThroughDrawing => {
    const ink = drawing.strokes.map(strokeOf);
    const shapes = drawing.strokes.map((stroke) => shapeOf(stroke.filter((_, i) => i % 3 !== 2)));
    const maps = OPENINGS.map((gap) => () => regionMap(ink, ...paper, { gap, most: grid[0] * grid[1] }));
    if (!painted.includes(at)) return { shapes, maps, painted: null };
    const map = paintedMap(maps, (own) => knownPixels(own, drawing), LEAST_POINTS)();
    return { shapes, maps: [() => map], painted: coloursOf(map, drawing) };
  });
}

function runLengths(labels: Int32Array): number[] {
  const out: number[] = [];
  for (let i = 0; i < labels.length; ) {
    const from = i;
    while (i < labels.length && labels[i] === labels[from]) i++;
    out.push(labels[from], i - from);
  }
  return out;
}

export type Sequence = PaintCases['sequences'][number];

export function predictSequence(cases: PaintCases, sequence: Sequence): PaintPrediction {
  const began = performance.now();
  const drawings = prepared(sequence, cases);
  const size = Math.max(...drawings.map(({ shapes }) => heightOf(shapes)));
  const count = 1 + Math.max(0, ...sequence.painted.flatMap((at) => sequence.drawings[at].regions.map(({ c }) => c)));
  const carried = paintThrough(drawings, count, size);
  const ms = (performance.now() - began) / drawings.length;
  return {
    id: sequence.id,
    drawings: carried.map(({ map, regions }) => ({
      rle: runLengths(map().labels),
      regions: regions.slice(1).map(({ colour, sure, unsure }) => ({
        color: colour,
        conf: Math.round(sure * 1000) / 1000,
        unsure,
      })),
      ms,
    })),
  };
}

/** The naive way: each region takes the colour that most of its places have in the nearest painted drawing. */
export function sameplace(cases: PaintCases, sequence: Sequence): PaintPrediction {
  const drawings = prepared(sequence, cases);
  return {
    id: sequence.id,
    drawings: drawings.map(({ maps }, at) => {
      const [from] = [...sequence.painted].sort((p, q) => Math.abs(p - at) - Math.abs(q - at));
      const [source, colours, map] = [drawings[from].maps[0](), drawings[from].painted!, maps[0]()];
      const regions = regionFacts(map)
        .samples.slice(1)
        .map((points) => {
          const votes = new Map<number, number>();
          for (let i = 0; i < points.length; i += 2) {
            const colour = colours[regionAt(source, points[i], points[i + 1])];
            votes.set(colour, (votes.get(colour) ?? 0) + 1);
          }
          const [color] = [...votes].sort((p, q) => q[1] - p[1])[0] ?? [0];
          return { color, conf: 1, unsure: false };
        });
      return { rle: runLengths(map.labels), regions, ms: 0 };
    }),
  };
}

export function predictPaint(path: string): { method: string; sequences: PaintPrediction[] } {
  const cases = readPaintCases(path);
  return {
    method: 'sides of matched lines, and the figure moved back',
    sequences: cases.sequences.map((sequence) => predictSequence(cases, sequence)),
  };
}
