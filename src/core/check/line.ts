import { type DrawingQuality, findingsOf, qualityOf } from '../ink/index.ts';
import type { Stroke } from '../shot/drawing-model.ts';
import { type Check, percent } from './check.ts';
import type { ChartSeries, CheckResult, Finding } from './finding.ts';
import { nameOf } from './steps.ts';

const WORDS: Record<ReturnType<typeof findingsOf>[number]['kind'], (by: number) => string> = {
  thicker: (by) => `are ${percent(by - 1)} thicker`,
  thinner: (by) => `are ${percent(1 - by)} thinner`,
  darker: (by) => `are ${percent(by - 1)} darker`,
  lighter: (by) => `are ${percent(1 - by)} lighter`,
  'open ends': (by) => `have ${by} open ends, more`,
  overlaps: (by) => `go past one another in ${by} places, more`,
};

const known = new WeakMap<Stroke[], DrawingQuality>();

/** Measuring is most of the work: lines that are as they were are measured once. */
function measured(ink: Stroke[]): DrawingQuality {
  let quality = known.get(ink);
  if (!quality) known.set(ink, (quality = qualityOf(ink)));
  return quality;
}

/** Lines against those of the first key: width, darkness, open ends. */
export const line: Check = {
  id: 'line',
  name: 'Line',
  about: 'Lines should be as thick and as dark as on the first key, and close where they close there.',
  needs: 'nothing',
  limit: null,
  look({ layer, runs, progress }): CheckResult {
    const steps = runs.flat().filter(({ drawing }) => drawing.ink.length > 0);
    const key = steps.find(({ drawing }) => drawing.role === 'key') ?? steps[0];
    // Mouths and effects are not drawn over their key.
    if (!key || layer.purpose === 'mouth' || layer.purpose === 'effect')
      return { findings: [], chart: null, paths: [] };
    const wanted = measured(key.drawing.ink);
    const seen = new Set<string>();
    const findings: Finding[] = [];
    const widths: ChartSeries = { name: 'width', colour: 'blue', shape: 'bars', points: [], marks: [] };
    steps.forEach(({ drawing, frame, frames }, i) => {
      progress(i / steps.length);
      if (wanted.whole.width > 0)
        widths.points.push({
          frame,
          frames,
          drawing: drawing.id,
          value: (100 * measured(drawing.ink).whole.width) / wanted.whole.width,
        });
      if (drawing === key.drawing || seen.has(drawing.id)) return;
      seen.add(drawing.id);
      for (const { kind, line: name, by } of findingsOf(measured(drawing.ink), wanted))
        findings.push({
          check: 'line',
          about: `${drawing.id} ${kind} ${name}`,
          print: `${by.toFixed(3)}`,
          layer: layer.id,
          drawing: drawing.id,
          frame,
          words: `The lines ${name ? `“${name}” ` : ''}of drawing ${nameOf(drawing)} ${WORDS[kind](by)} than on ${nameOf(key.drawing)}.`,
          how: 'Pick them and give them one width, or redraw them.',
          amount: Math.abs(by - 1),
          at: null,
          mends: [{ kind: 'open', name: 'Go there', view: 'desk' }],
        });
    });
    return { findings, chart: { unit: '%', series: [widths], base: 100, limit: 15, bothSides: true }, paths: [] };
  },
};
