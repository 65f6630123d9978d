import type { FigurePart } from '../shot/model.ts';
import { type Check, type CheckJob, chartPoint, curveColour } from './check.ts';
import type { ChartPoint, ChartSeries, CheckResult } from './finding.ts';
import { partSteps } from './parts.ts';

/** The frames on which a curve turns: its highs and lows, ends that only begin or end it left out. */
function turnsOf(points: readonly ChartPoint[], least: number): { frame: number; value: number; high: boolean }[] {
  const out: { frame: number; value: number; high: boolean }[] = [];
  let extreme = points[0];
  let rising: boolean | null = null;
  for (const point of points.slice(1)) {
    if (rising === null) {
      if (Math.abs(point.value - extreme.value) >= least) {
        rising = point.value > extreme.value;
        extreme = point;
      }
      continue;
    }
    if (rising ? point.value >= extreme.value : point.value <= extreme.value) {
      extreme = point;
      continue;
    }
    if (Math.abs(point.value - extreme.value) >= least) {
      out.push({ frame: extreme.frame, value: extreme.value, high: rising });
      rising = !rising;
      extreme = point;
    }
  }
  return out;
}

/** How the highs of one curve lie to the lows of the next: "Head is highest 2 frames after Coat is lowest." */
function against([one, other]: readonly ChartSeries[]): string {
  if (!one || !other) return '';
  const at = ({ marks }: ChartSeries, word: string) =>
    marks.filter((mark) => mark.word === word).map(({ frame }) => frame);
  const lows = at(other, 'low');
  const offs = at(one, 'high').flatMap((frame) => {
    const near = [...lows].sort((a, b) => Math.abs(a - frame) - Math.abs(b - frame))[0];
    return near === undefined ? [] : [frame - near];
  });
  if (offs.length === 0) return '';
  const off = Math.round(offs.reduce((sum, each) => sum + each, 0) / offs.length);
  const when =
    off === 0 ? 'when' : `${Math.abs(off)} ${Math.abs(off) === 1 ? 'frame' : 'frames'} ${off > 0 ? 'after' : 'before'}`;
  return `${one.name} is highest ${when} ${other.name} is lowest.`;
}

/** How high the top of a part, or of the whole figure, stands, over the frames; highs and lows marked, one curve against another. */
export const heights: Check = {
  id: 'heights',
  name: 'Heights',
  about: 'How high the top of the figure and of its parts stands from drawing to drawing: what is highest when.',
  needs: 'nothing',
  limit: null,
  look({ shot, runs, parts }: CheckJob): CheckResult {
    const least = shot.height / 360;
    const curve = (part: FigurePart | null, k: number): ChartSeries => {
      const points = runs.flatMap((run) =>
        // Higher on the paper is higher in the chart.
        partSteps(part, run).map(({ step, box }) => chartPoint(step, shot.height - box.minY)),
      );
      const marks = turnsOf(points, least).map(({ frame, value, high }) => ({
        frame,
        value,
        word: high ? 'high' : 'low',
      }));
      return { name: part?.name ?? 'the figure', colour: curveColour(k), shape: 'line', points, marks };
    };
    const series = parts.length > 0 ? parts.map((part, k) => curve(part, k)) : [curve(null, 0)];
    const chart = { unit: 'px', series, base: null, limit: null, bothSides: false, says: against(series) };
    return { findings: [], chart, paths: [] };
  },
};
