import { chartsIn, type TimingChart } from '../sheet/charts.ts';
import type { FollowedPoint } from '../shot/model.ts';
import { type Check, chartPoint, percent } from './check.ts';
import type { ChartSeries, CheckResult, Finding } from './finding.ts';
import { pathOfPoint, printOf, type SeenPlace, waysOfPoint } from './points.ts';
import { alongChords, offNumber, waysOf } from './smooth.ts';
import { nameOf, onPegs, type Step, scaleOfPaper } from './steps.ts';

/** A way shorter than this between two drawings, at 1080 lines, is a hold that breathes: its share says nothing. */
const LEAST_WAY = 6;

interface Charted {
  seen: SeenPlace;
  /** Its share of the way from key to key, as drawn and as the chart says. */
  is: number;
  said: number;
  /** Pixels a frame from the drawing before, as the chart says. */
  way: number;
  from: SeenPlace | null;
  to: SeenPlace | null;
  /** The whole way from key to key, pixels. */
  long: number;
}

/** The drawings whose chart says where they lie, with where a point lies on them. */
function asCharted(point: FollowedPoint, runs: readonly Step[][], charts: readonly TimingChart[]): Charted[] {
  const out: Charted[] = [];
  for (const way of waysOfPoint(point, runs)) {
    const at = (frame: number) => way.findIndex(({ step }) => step.frame === frame);
    for (const { from, to, ticks } of charts) {
      const [first, last] = [at(from.frame), at(to.frame)];
      if (first < 0 || last <= first) continue;
      const gone = alongChords(way.slice(first, last + 1));
      const long = gone[gone.length - 1];
      if (long < 4 * LEAST_WAY) continue;
      let before = { spacing: 0, frame: from.frame };
      for (const { drawing, frame, spacing } of ticks) {
        const i = at(frame);
        if (i > first && drawing.spacing !== null)
          out.push({
            seen: way[i],
            is: gone[i - first] / long,
            said: spacing,
            way: ((spacing - before.spacing) * long) / Math.max(1, frame - before.frame),
            from: way[i - 1] ?? null,
            to: way[i + 1] ?? null,
            long,
          });
        before = { spacing, frame };
      }
    }
  }
  return out;
}

/** A way apart at its keys: how fast it comes to a key and how fast it leaves is the animator's wish, not a fault. */
function betweenKeys(way: SeenPlace[]): SeenPlace[][] {
  const out: SeenPlace[][] = [[]];
  for (const place of way) {
    out[out.length - 1].push(place);
    if (place.step.drawing.role === 'key' && out[out.length - 1].length > 1) out.push([place]);
  }
  return out;
}

/** How far a followed point goes from drawing to drawing: where that stutters, and where it is not as the timing chart says. */
export const spacing: Check = {
  id: 'spacing',
  name: 'Spacing',
  about:
    'The way a point goes in a frame should change smoothly; a drawing between two keys should lie where its chart says.',
  needs: 'points',
  limit: { name: 'of the way, off', unit: '%', first: () => 10 },
  look({ shot, layer, runs, followed, limit }): CheckResult {
    const findings: Finding[] = [];
    const series: ChartSeries[] = [];
    const scale = scaleOfPaper(shot);
    const charts = chartsIn(shot, layer.id);
    for (const point of followed) {
      const line: ChartSeries = { name: point.name, colour: point.colour, shape: 'bars', points: [], marks: [] };
      for (const seen of waysOfPoint(point, runs)) {
        for (const way of waysOf(seen, 0.5 * scale).flatMap(betweenKeys)) {
          const gone = alongChords(way);
          const ts = way.map(({ step }) => step.frame);
          for (const [i, place] of way.entries()) {
            const { drawing, frame } = place.step;
            if (i > 0)
              line.points.push(chartPoint(place.step, (gone[i] - gone[i - 1]) / Math.max(1, ts[i] - ts[i - 1])));
            const off = offNumber(ts, gone, i);
            if (off === null) continue;
            const apart = (gone[i + 1] - gone[i - 1]) / 2;
            if (apart < LEAST_WAY * scale || Math.abs(off) <= (limit / 100) * apart) continue;
            // Along the way, towards the drawing that is too far.
            const to = off > 0 ? way[i - 1] : way[i + 1];
            const long = Math.hypot(to.x - place.x, to.y - place.y) || 1;
            const by = Math.abs(off) / long;
            const carry = onPegs(place.step, { x: (to.x - place.x) * by, y: (to.y - place.y) * by });
            findings.push({
              check: 'spacing',
              about: `${point.id} ${drawing.id}`,
              print: printOf(way.slice(Math.max(0, i - 1), i + 2)),
              layer: layer.id,
              drawing: drawing.id,
              frame,
              words: `“${point.name}” stutters on drawing ${nameOf(drawing)}: it lies ${percent(Math.abs(off) / apart)} of its way too ${off > 0 ? 'far on' : 'far back'}.`,
              how: 'Nudge the drawing along its arc, or space its chart anew.',
              amount: Math.abs(off) / apart / (limit / 100),
              at: { x: place.x, y: place.y },
              mends: [
                { kind: 'carry', name: 'Nudge the drawing along its arc', drawing: drawing.id, x: carry.x, y: carry.y },
              ],
            });
          }
        }
      }
      series.push(line);
      const wished = asCharted(point, runs, charts);
      if (wished.length > 0)
        series.push({
          name: 'as the chart says',
          colour: 'plum',
          shape: 'line',
          marks: [],
          points: wished.map(({ seen: { step }, way }) => chartPoint(step, way)),
        });
      for (const { seen, is, said, from, to, long } of wished) {
        const { drawing, frame } = seen.step;
        const about = `${point.id} ${drawing.id}`;
        if (Math.abs(is - said) <= limit / 100 || findings.some((each) => each.about === about)) continue;
        const towards = (is > said ? from : to) ?? seen;
        const far = Math.hypot(towards.x - seen.x, towards.y - seen.y) || 1;
        const by = Math.min(1, (Math.abs(is - said) * long) / far);
        const carry = onPegs(seen.step, { x: (towards.x - seen.x) * by, y: (towards.y - seen.y) * by });
        findings.push({
          check: 'spacing',
          about,
          print: printOf([seen]),
          layer: layer.id,
          drawing: drawing.id,
          frame,
          words: `“${point.name}” lies at ${percent(is)} of its way on drawing ${nameOf(drawing)}; the timing chart says ${percent(said)}.`,
          how: 'Nudge the drawing along its arc, or set the chart to what is drawn.',
          amount: Math.abs(is - said) / (limit / 100),
          at: { x: seen.x, y: seen.y },
          mends: [
            { kind: 'carry', name: 'Nudge the drawing along its arc', drawing: drawing.id, x: carry.x, y: carry.y },
            { kind: 'chart', name: 'Set the chart to what is drawn', drawing: drawing.id, spacing: is },
          ],
        });
      }
    }
    const chart = { unit: 'px a frame', series, base: null, limit: null, bothSides: false };
    return { findings, chart, paths: followed.map((point) => pathOfPoint(point, runs)) };
  },
};
