/** A layer as it is looked at: its drawings in the order of the sheet, each once for as long as it stands. */
import { IDENTITY, inverse, type Matrix, mapPoint } from '../plane/matrix.ts';
import type { Point } from '../plane/point.ts';
import { placedExposures } from '../sheet/exposures.ts';
import { layerAt } from '../sheet/moves/layer-at.ts';
import type { Layer } from '../shot/layer-model.ts';
import type { Drawing, Shot } from '../shot/model.ts';

export interface Step {
  drawing: Drawing;
  frame: number;
  frames: number;
  /** From the drawing's own pegs to where it is seen on its first frame. */
  map: Matrix;
}

/** Runs of drawings without an empty frame between them: what is on both sides of one does not belong together. */
export function runsOf(shot: Shot, layer: Layer, from = 0, to = Number.POSITIVE_INFINITY): Step[][] {
  const runs: Step[][] = [];
  let open: Step[] | null = null;
  for (const { exposure, start } of placedExposures(layer.exposures)) {
    if (start + exposure.frames <= from || start > to) continue;
    const { cell } = exposure;
    const drawing = cell?.kind === 'drawing' ? shot.drawings[cell.drawing] : undefined;
    if (!drawing) {
      open = null;
      continue;
    }
    if (!open) runs.push((open = []));
    const last = open[open.length - 1];
    if (last?.drawing === drawing) last.frames += exposure.frames;
    else
      open.push({ drawing, frame: start, frames: exposure.frames, map: layerAt(shot, layer, start).place ?? IDENTITY });
  }
  return runs;
}

/** The drawing's number or label, as the sheet says it. */
export const nameOf = ({ label, number }: Pick<Drawing, 'label' | 'number'>): string => label || String(number);

export function onPaper({ map }: Pick<Step, 'map'>, { x, y }: Point): Point {
  const [px, py] = mapPoint(map, x, y);
  return { x: px, y: py };
}

/** A way on the paper as it is on a drawing's own pegs. */
export function onPegs({ map }: Pick<Step, 'map'>, { x, y }: Point): Point {
  const [a, b, c, d] = inverse(map);
  return { x: a * x + c * y, y: b * x + d * y };
}

/** How high the figure of a run is, at the least a twentieth of the paper: what small and large are measured by. */
export const scaleOfPaper = ({ height }: Pick<Shot, 'height'>): number => height / 1080;
