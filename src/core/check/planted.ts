import { IDENTITY, inverse, mapPoint } from '../plane/matrix.ts';
import { layerAt } from '../sheet/moves/layer-at.ts';
import { findLayer } from '../shot/levels.ts';
import type { Shot, Stand } from '../shot/model.ts';
import { type Check, chartPoint, told } from './check.ts';
import type { ChartSeries, CheckResult, Finding } from './finding.ts';
import { pathOfPoint, printOf, waysOfPoint } from './points.ts';
import { nameOf, onPegs, scaleOfPaper } from './steps.ts';

/** A place on the ground a point stands on, where the ground lay on the first frame. */
function onGround(shot: Shot, { on }: Stand, frame: number, x: number, y: number): [number, number] {
  const ground = on === null ? undefined : findLayer(shot, on);
  return ground ? mapPoint(inverse(layerAt(shot, ground, frame).place ?? IDENTITY), x, y) : [x, y];
}

/** A point that should stand still, and slips. */
export const planted: Check = {
  id: 'planted',
  name: 'Planted',
  about: 'A foot on the ground stands still: a point that slips between two frames slides.',
  needs: 'points',
  limit: { name: 'slipped', unit: 'px', first: (shot) => 2 * scaleOfPaper(shot) },
  look({ shot, layer, runs, followed, limit }): CheckResult {
    const findings: Finding[] = [];
    const series: ChartSeries[] = [];
    for (const point of followed) {
      if (point.stands.length === 0) continue;
      const line: ChartSeries = { name: point.name, colour: point.colour, shape: 'bars', points: [], marks: [] };
      series.push(line);
      for (const stand of point.stands) {
        const seen = waysOfPoint(point, runs)
          .flat()
          .filter(({ step }) => step.frame <= stand.to && step.frame + step.frames > stand.from);
        if (seen.length < 2) continue;
        const [first] = seen;
        const [gx, gy] = onGround(shot, stand, first.step.frame, first.x, first.y);
        for (const place of seen) {
          const { drawing, frame } = place.step;
          const [x, y] = onGround(shot, stand, frame, place.x, place.y);
          const slip = Math.hypot(x - gx, y - gy);
          line.points.push(chartPoint(place.step, slip));
          if (slip <= limit) continue;
          const carry = onPegs(place.step, { x: gx - x, y: gy - y });
          findings.push({
            check: 'planted',
            about: `${point.id} ${stand.id} ${drawing.id}`,
            print: printOf([first, place]),
            layer: layer.id,
            drawing: drawing.id,
            frame,
            words: `“${point.name}” has slipped ${told(slip)} px on drawing ${nameOf(drawing)}; it should stand as on ${nameOf(first.step.drawing)}.`,
            how: 'Move the drawing so that it stands.',
            amount: slip / limit,
            at: { x: place.x, y: place.y },
            mends: [
              {
                kind: 'carry',
                name: 'Move the drawing so that it stands',
                drawing: drawing.id,
                x: carry.x,
                y: carry.y,
              },
            ],
          });
        }
      }
    }
    const chart = { unit: 'px', series, base: 0, limit, bothSides: false };
    return { findings, chart, paths: followed.map((point) => pathOfPoint(point, runs)) };
  },
};
