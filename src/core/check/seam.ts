import { densePath } from '../between/index.ts';
import { mapPoint } from '../plane/matrix.ts';
import { POINT_SIZE } from '../shot/drawing-model.ts';
import type { Drawing } from '../shot/model.ts';
import { type Check, percent } from './check.ts';
import type { ChartSeries, CheckResult, Finding, Overlay } from './finding.ts';
import { middleOf, partSteps } from './parts.ts';
import { printOf, type SeenPlace, waysOfPoint } from './points.ts';
import { nameOf, type Step, scaleOfPaper } from './steps.ts';

/** Lines as a text: drawings with the same text are drawn alike, whatever their lines are called. */
export const drawnAs = ({ ink, paint }: Pick<Drawing, 'ink' | 'paint'>): string =>
  [
    ...ink.map(({ points }) => {
      let text = '';
      for (let i = 0; i < points.length; i += POINT_SIZE)
        text += `${Math.round(4 * points[i])},${Math.round(4 * points[i + 1])} `;
      return text;
    }),
    `${paint.length}`,
  ].join('|');

/** A cycle of fewer drawings says nothing of how it runs. */
const FEWEST = 5;

/** The ways of what is followed, or of the middle of the figure where nothing is. */
function waysAcross(
  run: readonly Step[],
  followed: Parameters<typeof waysOfPoint>[0][],
): { name: string; way: SeenPlace[] }[] {
  const points = followed.flatMap((point) => {
    const ways = waysOfPoint(point, [[...run]]);
    return ways.length === 1 && ways[0].length === run.length ? [{ name: `“${point.name}”`, way: ways[0] }] : [];
  });
  if (points.length > 0) return points;
  const way = partSteps(null, run).map(({ step, box }) => ({ step, ...middleOf(box) }));
  return way.length === run.length ? [{ name: 'The figure', way }] : [];
}

/** The lines of one end of the cycle over the other end. */
function overlay(of: Step, on: Step): Overlay {
  const lines = of.drawing.ink.map((stroke) => {
    const { path } = densePath(stroke);
    const out = new Float32Array(path.length);
    for (let i = 0; i < path.length; i += 2) out.set(mapPoint(of.map, path[i], path[i + 1]), i);
    return out;
  });
  return { on: on.drawing.id, name: nameOf(of.drawing), lines };
}

const apart = (a: SeenPlace, b: SeenPlace) => ({ x: b.x - a.x, y: b.y - a.y });

/** The first drawing of a cycle after its last: where it jumps, and where an end is there twice. */
export const seam: Check = {
  id: 'seam',
  name: 'Loop seam',
  about: 'A cycle should go on from its last drawing to its first as it goes between the others.',
  needs: 'nothing',
  limit: { name: 'of the way, off', unit: '%', first: () => 60 },
  look({ shot, layer, runs, followed, limit }): CheckResult {
    const findings: Finding[] = [];
    const series: ChartSeries[] = [];
    const run = runs[0] ?? [];
    if (layer.afterLast !== 'repeats' || runs.length !== 1 || run.length < 2)
      return { findings, chart: null, paths: [] };
    const [first, last] = [run[0], run[run.length - 1]];
    const about = `${first.drawing.id} ${last.drawing.id}`;
    const place = { check: 'seam', layer: layer.id, drawing: last.drawing.id, frame: last.frame };
    if (first.drawing !== last.drawing && drawnAs(first.drawing) === drawnAs(last.drawing)) {
      findings.push({
        ...place,
        about: `twice ${about}`,
        print: drawnAs(first.drawing),
        words: `Drawing ${nameOf(last.drawing)} ends the cycle as ${nameOf(first.drawing)} begins it: that pose stands twice as long.`,
        how: 'Take the last one off: the cycle then ends on the drawing before the first.',
        amount: 2,
        at: null,
        mends: [
          {
            kind: 'take off',
            name: 'Take the doubled drawing off',
            layer: layer.id,
            from: last.frame,
            to: last.frame + last.frames,
          },
        ],
      });
      return { findings, chart: null, paths: [] };
    }
    if (run.length < FEWEST) return { findings, chart: null, paths: [] };
    for (const { name, way } of waysAcross(run, followed)) {
      const count = way.length;
      /** From a drawing to the next, over the seam too. */
      const step = (i: number) => apart(way[(i + count) % count], way[(i + 1) % count]);
      const long = (i: number) => Math.hypot(step(i).x, step(i).y);
      series.push({
        name,
        colour: 'ochre',
        shape: 'bars',
        marks: [{ frame: last.frame, value: long(count - 1), word: 'seam' }],
        points: way.map(({ step: { drawing, frame, frames } }, i) => ({
          frame,
          frames,
          drawing: drawing.id,
          value: long(i),
        })),
      });
      // Half way between the step before the seam and the one after it: how a smooth way goes over it.
      const [before, after, over] = [step(count - 2), step(0), step(count - 1)];
      const wanted = { x: (before.x + after.x) / 2, y: (before.y + after.y) / 2 };
      const off = Math.hypot(over.x - wanted.x, over.y - wanted.y);
      const usual = Math.max(...Array.from({ length: count - 1 }, (_, i) => long(i)), 1.5 * scaleOfPaper(shot));
      if (off / usual <= limit / 100) continue;
      findings.push({
        ...place,
        about: `${name} ${about}`,
        print: printOf([way[count - 2], way[count - 1], way[0], way[1]]),
        words: `${name} jumps from drawing ${nameOf(last.drawing)} to ${nameOf(first.drawing)}: ${percent(off / usual)} of a step off.`,
        how: 'Look at the last drawing over the first, and draw it nearer to where the cycle goes.',
        amount: off / usual / (limit / 100),
        at: { x: way[count - 1].x, y: way[count - 1].y },
        mends: [
          {
            kind: 'carry',
            name: 'Move the last drawing towards the first',
            drawing: last.drawing.id,
            x: (over.x - wanted.x) / 2,
            y: (over.y - wanted.y) / 2,
          },
          { kind: 'open', name: 'Go there', view: 'desk' },
        ],
      });
    }
    const overlays = [overlay(first, last), overlay(last, first)];
    return { findings, chart: { unit: 'px', series, base: 0, limit: null, bothSides: false }, paths: [], overlays };
  },
};
