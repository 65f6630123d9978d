/** What a check is: an entry of the register (`index.ts`), a file each. */

import type { Layer } from '../shot/layer-model.ts';
import type { FigurePart, FollowedPoint, NoteColour, Shot } from '../shot/model.ts';
import type { ChartPoint, CheckResult } from './finding.ts';
import type { Step } from './steps.ts';

/** What is looked at: a layer, from one frame to another. */
export interface CheckJob {
  shot: Shot;
  layer: Layer;
  /** Its drawings, apart where nothing stands between them. */
  runs: Step[][];
  from: number;
  /** The last frame. */
  to: number;
  /** Points and parts of this layer that are followed. */
  followed: FollowedPoint[];
  parts: FigurePart[];
  /** How far is too far. */
  limit: number;
  /** 0..1 */
  progress(share: number): void;
}

interface CheckLimit {
  /** What is limited, and its unit. */
  name: string;
  unit: string;
  /** What it is until it is changed. */
  first(shot: Shot): number;
}

export interface Check {
  id: string;
  name: string;
  /** What it looks for, in a sentence. */
  about: string;
  /** What it needs to look at, and how that is made: told where there is none. */
  needs: 'points' | 'parts' | 'nothing';
  limit: CheckLimit | null;
  look(job: CheckJob): CheckResult;
}

const CURVES: readonly NoteColour[] = ['ochre', 'blue', 'plum'];

/** The colour of the k-th curve of a chart. */
export const curveColour = (k: number): NoteColour => CURVES[k % CURVES.length];

/** What a chart says of a drawing. */
export const chartPoint = ({ drawing, frame, frames }: Step, value: number): ChartPoint => ({
  frame,
  frames,
  drawing: drawing.id,
  value,
});

/** Whole or one decimal: as much as is read at a glance. */
export const told = (value: number): string => (Math.abs(value) < 10 ? value.toFixed(1) : String(Math.round(value)));

export const percent = (share: number): string => `${told(100 * share)} %`;
