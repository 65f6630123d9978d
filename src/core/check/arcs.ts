import { type Check, chartPoint, told } from './check.ts';
import type { ChartSeries, CheckResult, Finding } from './finding.ts';
import { pathOfPoint, printOf, waysOfPoint } from './points.ts';
import { onTheWay, waysOf } from './smooth.ts';
import { nameOf, onPegs, scaleOfPaper } from './steps.ts';

/** A followed point against the smooth way through its neighbours: what sticks out catches the eye when flipped. */
export const arcs: Check = {
  id: 'arcs',
  name: 'Arcs',
  about: 'A followed point should travel on a smooth way: a place off it is a kink.',
  needs: 'points',
  limit: { name: 'off the arc', unit: 'px', first: (shot) => 3.5 * scaleOfPaper(shot) },
  look({ shot, layer, runs, followed, limit }): CheckResult {
    const findings: Finding[] = [];
    const series: ChartSeries[] = [];
    const still = 0.5 * scaleOfPaper(shot);
    for (const point of followed) {
      const line: ChartSeries = { name: point.name, colour: point.colour, shape: 'bars', points: [], marks: [] };
      for (const seen of waysOfPoint(point, runs))
        for (const way of waysOf(seen, still)) {
          const ts = way.map(({ step }) => step.frame);
          for (const [i, place] of way.entries()) {
            const { drawing, frame } = place.step;
            const wanted = onTheWay(way, ts, i);
            const off = wanted ? Math.hypot(wanted.x - place.x, wanted.y - place.y) : 0;
            line.points.push(chartPoint(place.step, off));
            if (!wanted || off <= limit) continue;
            const carry = onPegs(place.step, { x: wanted.x - place.x, y: wanted.y - place.y });
            findings.push({
              check: 'arcs',
              about: `${point.id} ${drawing.id}`,
              print: printOf(way.slice(Math.max(0, i - 1), i + 2)),
              layer: layer.id,
              drawing: drawing.id,
              frame,
              words: `“${point.name}” is ${told(off)} px off its arc on drawing ${nameOf(drawing)}.`,
              how: 'Move the drawing onto the arc, or redraw the line there.',
              amount: off / limit,
              at: { x: place.x, y: place.y },
              mends: [
                { kind: 'carry', name: 'Move the drawing onto the arc', drawing: drawing.id, x: carry.x, y: carry.y },
                {
                  kind: 'arc',
                  name: 'Make an arc guide of it',
                  points: way.flatMap((each, k) => (k === i ? [wanted.x, wanted.y] : [each.x, each.y])),
                },
              ],
            });
          }
        }
      series.push(line);
    }
    const chart = { unit: 'px', series, base: 0, limit, bothSides: false };
    return { findings, chart, paths: followed.map((point) => pathOfPoint(point, runs)) };
  },
};
