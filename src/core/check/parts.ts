/** Parts of the figure as the checks read them: their lines and areas on a drawing, their box and area on the paper. */
import { type Box, boxOfPoints, joinedBox, mapBox } from '../plane/box.ts';
import { coveredArea } from '../plane/clip.ts';
import { scaleOf } from '../plane/matrix.ts';
import { ringArea, ringsBox } from '../plane/rings.ts';
import { POINT_SIZE } from '../shot/drawing-model.ts';
import type { FigurePart, PartOnDrawing, Planes } from '../shot/model.ts';
import type { Step } from './steps.ts';

/** What of a drawing belongs to a part: its lines and areas that are still there. */
function ofPart({ ink, paint }: Planes, part: Pick<PartOnDrawing, 'lines' | 'areas'>): Planes {
  const lines = new Set(part.lines);
  const areas = new Set(part.areas);
  return { ink: ink.filter(({ id }) => lines.has(id)), paint: paint.filter(({ id }) => areas.has(id)) };
}

export interface PartStep {
  step: Step;
  planes: Planes;
  /** Where its lines and areas lie on the paper; how thick the lines are is not asked. */
  box: Box;
}

/** A part on each drawing of a run that has it; null: all that is on the drawings. */
export function partSteps(part: FigurePart | null, run: readonly Step[]): PartStep[] {
  const at = new Map(part?.drawings.map((each) => [each.drawing, each]));
  return run.flatMap((step) => {
    const own = part ? at.get(step.drawing.id) : undefined;
    const planes = part ? own && ofPart(step.drawing, own) : step.drawing;
    const box = planes ? boxOf(planes, step) : null;
    return planes && box ? [{ step, planes: { ink: planes.ink, paint: planes.paint }, box }] : [];
  });
}

function boxOf({ ink, paint }: Planes, { map }: Pick<Step, 'map'>): Box | null {
  const boxes = [
    ...ink.map(({ points }) => boxOfPoints(points, POINT_SIZE)),
    ...paint.map(({ rings }) => ringsBox(rings)),
  ];
  return boxes.length > 0 ? mapBox(map, boxes.reduce(joinedBox)) : null;
}

/** The points of a line as a ring. */
function ringOf(points: Float32Array): Float32Array {
  const out = new Float32Array((points.length / POINT_SIZE) * 2);
  for (let i = 0, o = 0; i < points.length; i += POINT_SIZE, o += 2) {
    out[o] = points[i];
    out[o + 1] = points[i + 1];
  }
  return out;
}

/** How much of the paper a part covers, square pixels: its painted areas, else what its closed lines go round. */
export function areaOf({ ink, paint }: Planes, { map }: Pick<Step, 'map'>): number {
  // Shades lie over what they shade.
  const painted = coveredArea(paint.map(({ rings }) => rings));
  const ringed = ink.reduce((sum, { closed, points }) => sum + (closed ? Math.abs(ringArea(ringOf(points))) : 0), 0);
  return (painted > 0 ? painted : ringed) * scaleOf(map) ** 2;
}

export const middleOf = ({ minX, minY, maxX, maxY }: Box) => ({ x: (minX + maxX) / 2, y: (minY + maxY) / 2 });

/** What a size's finding was found in, in tenths of a pixel. */
export const boxPrint = ({ minX, minY, maxX, maxY }: Box): string =>
  [minX, minY, maxX, maxY].map((value) => Math.round(10 * value)).join(' ');
