import { type Check, chartPoint, curveColour, percent } from './check.ts';
import type { ChartSeries, CheckResult, Finding } from './finding.ts';
import { boxPrint, middleOf, partSteps } from './parts.ts';
import { nameOf } from './steps.ts';

/** Held longer than this, a drawing is seen by itself: the eye joins nothing. */
const LONGEST = 3;

/** Parts whose places no longer overlap from one drawing to the next: the eye sees two of them, not one that moves. */
export const overlap: Check = {
  id: 'overlap',
  name: 'Overlap',
  about: 'A part that moves fast should overlap where it was on the drawing before, else it flickers.',
  needs: 'parts',
  limit: { name: 'of its own length', unit: '%', first: () => 100 },
  look({ layer, runs, parts, limit }): CheckResult {
    const findings: Finding[] = [];
    const series: ChartSeries[] = [];
    for (const [k, part] of parts.entries()) {
      const line: ChartSeries = {
        name: part.name,
        colour: curveColour(k),
        shape: 'bars',
        points: [],
        marks: [],
      };
      series.push(line);
      for (const run of runs) {
        const steps = partSteps(part, run);
        for (const [i, now] of steps.entries()) {
          const before = steps[i - 1];
          if (!before) continue;
          const [a, b] = [middleOf(before.box), middleOf(now.box)];
          const way = Math.hypot(b.x - a.x, b.y - a.y);
          // How long it is along its way: boxes that are carried by more have nothing in common.
          const [dx, dy] = way > 0 ? [Math.abs(b.x - a.x) / way, Math.abs(b.y - a.y) / way] : [1, 0];
          const { minX, minY, maxX, maxY } = now.box;
          const long = Math.min(
            dx > 0 ? (maxX - minX) / dx : Number.POSITIVE_INFINITY,
            dy > 0 ? (maxY - minY) / dy : Number.POSITIVE_INFINITY,
          );
          const share = long > 0 ? way / long : 0;
          const { drawing, frame } = now.step;
          line.points.push(chartPoint(now.step, 100 * share));
          if (100 * share <= limit || before.step.frames > LONGEST) continue;
          findings.push({
            check: 'overlap',
            about: `${part.id} ${drawing.id}`,
            print: `${boxPrint(before.box)} ${boxPrint(now.box)}`,
            layer: layer.id,
            drawing: drawing.id,
            frame,
            words: `“${part.name}” goes ${percent(share)} of its own length to drawing ${nameOf(drawing)}: nothing of it overlaps.`,
            how: 'Put a drawing between the two, or stretch it along its way.',
            amount: (100 * share) / limit,
            at: b,
            mends: [{ kind: 'open', name: 'Go there', view: 'desk' }],
          });
        }
      }
    }
    return { findings, chart: { unit: '% of its length', series, base: 0, limit, bothSides: false }, paths: [] };
  },
};
