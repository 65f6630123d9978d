/** What a check finds, draws and offers: findings, a chart over the frames of the sheet, marks on the paper, ways to mend. */
import type { Point } from '../plane/point.ts';
import type { Id } from '../shot/ids.ts';
import type { NoteColour } from '../shot/model.ts';

/** Lines and areas of a drawing that alone are carried; what is followed on them goes along. */
export interface Picked {
  strokes: Id[];
  areas: Id[];
}

/** A way to put a finding right: one edit, or a place where it is put right by hand. Lengths are of the drawing's own pegs. */
export type Mend = { name: string } & (
  | { kind: 'carry'; drawing: Id; x: number; y: number; only?: Picked }
  | { kind: 'scale'; drawing: Id; about: Point; across: number; down: number; lines: Id[]; areas: Id[] }
  | { kind: 'arc'; points: number[] }
  | { kind: 'chart'; drawing: Id; spacing: number }
  | { kind: 'take off'; layer: Id; from: number; to: number }
  | { kind: 'shift'; layer: Id; from: number; to: number; by: number }
  | { kind: 'pin'; clip: Id; exposure: Id }
  | { kind: 'to pin'; clip: Id }
  | { kind: 'renumber'; layer: Id }
  | { kind: 'open'; view: 'desk' | 'paint' | 'sound' }
);

export interface Finding {
  check: string;
  /** What it is about, the same as long as it is about the same: a point on a drawing, a seam. */
  about: string;
  /** What it was found in: another print, and it is another finding. */
  print: string;
  layer: Id | null;
  drawing: Id | null;
  /** Where it is seen first, from 0. */
  frame: number;
  /** What, where and how much, in a sentence. */
  words: string;
  /** How it is put right, in a sentence. */
  how: string;
  /** How far beyond the limit: what is worst comes first. */
  amount: number;
  /** Where on the paper; null: nowhere by itself. */
  at: Point | null;
  mends: Mend[];
}

export interface ChartPoint {
  frame: number;
  /** How many frames it stands. */
  frames: number;
  drawing: Id;
  value: number;
}

export interface ChartSeries {
  name: string;
  colour: NoteColour;
  /** A line through the points, bars from the base, or a level line for as long as each point stands. */
  shape: 'line' | 'bars' | 'steps';
  points: ChartPoint[];
  /** Frames that are named in the chart: highs, lows. */
  marks: { frame: number; value: number; word: string }[];
}

export interface Chart {
  unit: string;
  series: ChartSeries[];
  /** What all is compared with, a level line; null: none. */
  base: number | null;
  /** How far from the base is too far; null: there is no such limit. */
  limit: number | null;
  /** Both sides of the base, or above it only. */
  bothSides: boolean;
  /** What the chart says in words; empty: nothing. */
  says?: string;
}

/** A way over the paper, a place for each drawing. */
export interface PaperPath {
  name: string;
  colour: NoteColour;
  places: { frame: number; drawing: Id; x: number; y: number; sure: number; held: boolean }[];
}

/** A drawing's lines laid over another drawing, x, y pairs on the paper. */
export interface Overlay {
  /** The drawing they are laid over. */
  on: Id;
  name: string;
  lines: Float32Array[];
}

export interface CheckResult {
  findings: Finding[];
  chart: Chart | null;
  paths: PaperPath[];
  overlays?: Overlay[];
}

export const NOTHING_FOUND: CheckResult = { findings: [], chart: null, paths: [] };
