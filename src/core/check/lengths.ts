import type { FollowedPoint, Shot } from '../shot/model.ts';
import { type Check, chartPoint, percent } from './check.ts';
import type { ChartSeries, CheckResult, Finding } from './finding.ts';
import { modelDrawing } from './notes.ts';
import { pathOfPoint, printOf, waysOfPoint } from './points.ts';
import { nameOf } from './steps.ts';

/** Two points as they are on the model sheet, where the hand has said where. */
function onModel(shot: Shot, a: FollowedPoint, b: FollowedPoint) {
  const model = modelDrawing(shot);
  const places = [a, b].flatMap(({ spots }) => spots.find((each) => each.held && each.drawing === model?.id) ?? []);
  if (places.length < 2) return null;
  const [p, q] = places;
  return { long: Math.hypot(p.x - q.x, p.y - q.y), places, name: 'the model sheet' };
}

/** How far two followed points are apart, against the first key or the model sheet: an arm that grows. */
export const lengths: Check = {
  id: 'lengths',
  name: 'Lengths',
  about: 'Two points that are measured to one another should stay as far apart as on the first key or the model sheet.',
  needs: 'points',
  limit: { name: 'off the key', unit: '%', first: () => 8 },
  look({ shot, layer, runs, followed, limit }): CheckResult {
    const findings: Finding[] = [];
    const series: ChartSeries[] = [];
    for (const point of followed) {
      const other = followed.find(({ id }) => id === point.measuredTo);
      if (!other) continue;
      const there = new Map(waysOfPoint(other, runs).flatMap((way) => way.map((each) => [each.step.drawing.id, each])));
      const measured = waysOfPoint(point, runs)
        .flat()
        .flatMap((from) => {
          const to = there.get(from.step.drawing.id);
          return to ? [{ from, to, long: Math.hypot(to.x - from.x, to.y - from.y) }] : [];
        });
      const model = onModel(shot, point, other);
      const first = measured.find(({ from, long }) => from.step.drawing.role === 'key' && long > 0) ?? measured[0];
      if (!first) continue;
      const key = model ?? { long: first.long, places: [first.from, first.to], name: nameOf(first.from.step.drawing) };
      if (key.long === 0) continue;
      const name = `${point.name} to ${other.name}`;
      const line: ChartSeries = { name, colour: point.colour, shape: 'line', points: [], marks: [] };
      series.push(line);
      for (const { from, to, long } of measured) {
        const { drawing, frame } = from.step;
        const share = long / key.long;
        line.points.push(chartPoint(from.step, 100 * share));
        if (Math.abs(share - 1) <= limit / 100) continue;
        findings.push({
          check: 'lengths',
          about: `${point.id} ${other.id} ${drawing.id}`,
          print: printOf([...key.places, from, to]),
          layer: layer.id,
          drawing: drawing.id,
          frame,
          words: `“${name}” is ${percent(Math.abs(share - 1))} ${share > 1 ? 'longer' : 'shorter'} on drawing ${nameOf(drawing)} than on ${key.name}.`,
          how: 'Draw it to its length, or mark it as meant where it is foreshortened.',
          amount: Math.abs(share - 1) / (limit / 100),
          at: { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 },
          mends: [{ kind: 'open', name: 'Go there', view: 'desk' }],
        });
      }
    }
    const chart = { unit: '%', series, base: 100, limit, bothSides: true };
    return { findings, chart, paths: followed.map((point) => pathOfPoint(point, runs)) };
  },
};
