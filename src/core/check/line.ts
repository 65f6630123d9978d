import { group } from 'd3';
import { type DrawingQuality, findingsOf, qualityOf } from '../ink/index.ts';
import type { Stroke } from '../shot/drawing-model.ts';
import { inARow } from '../shot/in-a-row.ts';
import { type Check, chartPoint, percent } from './check.ts';
import { type ChartSeries, type CheckResult, type Finding, NOTHING_FOUND } from './finding.ts';
import { nameOf, type Step } from './steps.ts';

type Fault = ReturnType<typeof findingsOf>[number];
type Kind = Fault['kind'];

/** How far a drawing stands out, said of the one that does most. */
const WORDS: Record<Kind, (by: number) => string> = {
  thicker: (by) => `${percent(by - 1)} thicker than on`,
  thinner: (by) => `${percent(1 - by)} thinner than on`,
  darker: (by) => `${percent(by - 1)} darker than on`,
  lighter: (by) => `${percent(1 - by)} lighter than on`,
  'open ends': (by) => `open at ${by} ends, more than on`,
  overlaps: (by) => `drawn past one another in ${by} places, more than on`,
};

const isEnds = (kind: Kind) => kind === 'open ends' || kind === 'overlaps';
/** Ends are loose where a layer's hand leaves them so: a drawing stands out with this share, and so many, more than most have. */
const ENDS_SHARE = 1.5;
const ENDS_LEAST = 4;

const known = new WeakMap<Stroke[], DrawingQuality>();

/** Measuring is most of the work: lines that are as they were are measured once. */
function measured(ink: Stroke[]): DrawingQuality {
  let quality = known.get(ink);
  if (!quality) known.set(ink, (quality = qualityOf(ink)));
  return quality;
}

/** How many ends most drawings of a layer have at the most. */
function usual(steps: readonly Step[], kind: Kind): number {
  const counts = steps
    .map(({ drawing: { ink } }) => measured(ink)[kind === 'overlaps' ? 'overlaps' : 'openEnds'].length)
    .sort((a, b) => a - b);
  return counts[counts.length >> 1] ?? 0;
}

/** One fault of some drawings in words: one line of a figure drawn too thick from the tenth drawing on is one finding. */
function findingOf(kind: Kind, line: string, on: { step: Step; by: number }[], key: Step, layer: string): Finding {
  const far = ({ by }: { by: number }) => (isEnds(kind) ? by : Math.abs(by - 1));
  const worst = on.reduce((a, b) => (far(b) > far(a) ? b : a));
  const names = on.map(({ step }) => nameOf(step.drawing));
  const most = on.length > 1 ? 'up to ' : '';
  return {
    check: 'line',
    about: `${kind} ${line}`,
    print: on.map(({ step, by }) => `${step.drawing.id} ${by.toFixed(3)}`).join(' '),
    layer,
    drawing: worst.step.drawing.id,
    frame: worst.step.frame,
    words: `The lines ${line ? `“${line}” ` : ''}of ${on.length > 1 ? 'drawings' : 'drawing'} ${inARow(names)} are ${isEnds(kind) ? '' : most}${WORDS[kind](worst.by)} ${nameOf(key.drawing)}.`,
    how: isEnds(kind)
      ? 'Close the ends with Join, or draw them to where they meet.'
      : 'Pick them and give them one width, or redraw them.',
    // Loose ends are seen less than a line of another width.
    amount: isEnds(kind) ? 0.1 : far(worst),
    at: null,
    mends: [{ kind: 'open', name: 'Go there', view: 'desk' }],
  };
}

/** Lines against those of the first key: width, darkness, open ends. */
export const line: Check = {
  id: 'line',
  name: 'Line',
  about: 'Lines should be as thick and as dark as on the first key, and close where they close there.',
  needs: 'nothing',
  limit: null,
  look({ layer, runs, progress }): CheckResult {
    const all = runs.flat().filter(({ drawing }) => drawing.ink.length > 0);
    const key = all.find(({ drawing }) => drawing.role === 'key') ?? all[0];
    // Mouths and effects are not drawn over their key.
    if (!key || layer.purpose === 'mouth' || layer.purpose === 'effect') return NOTHING_FOUND;
    const wanted = measured(key.drawing.ink);
    const once = [...new Map(all.map((step) => [step.drawing.id, step])).values()];
    const ends = { 'open ends': usual(once, 'open ends'), overlaps: usual(once, 'overlaps') };
    const faults: { step: Step; fault: Fault }[] = once.flatMap((step, i) => {
      progress(i / once.length);
      if (step === key) return [];
      return findingsOf(measured(step.drawing.ink), wanted)
        .filter(({ kind, by }) => {
          if (kind !== 'open ends' && kind !== 'overlaps') return true;
          return by > ENDS_SHARE * ends[kind] && by > ends[kind] + ENDS_LEAST;
        })
        .map((fault) => ({ step, fault }));
    });
    const told = group(faults, ({ fault: { kind, line: name } }) => `${kind} ${name}`);
    const findings = [...told.values()].map((each) =>
      findingOf(
        each[0].fault.kind,
        each[0].fault.line,
        each.map(({ step, fault: { by } }) => ({ step, by })),
        key,
        layer.id,
      ),
    );
    const widths: ChartSeries = { name: 'width', colour: 'blue', shape: 'bars', points: [], marks: [] };
    if (wanted.whole.width > 0)
      widths.points = all.map((step) =>
        chartPoint(step, (100 * measured(step.drawing.ink).whole.width) / wanted.whole.width),
      );
    return { findings, chart: { unit: '%', series: [widths], base: 100, limit: 15, bothSides: true }, paths: [] };
  },
};
