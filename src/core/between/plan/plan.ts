/** What is to be computed for a shot, and the result put onto its drawings. */

import { plain } from '../../history/draft.ts';
import { chartsIn, drawingName, type TimingChart } from '../../sheet/index.ts';
import type { Id } from '../../shot/ids.ts';
import { type Drawing, type Shot, STAGES, type Stage } from '../../shot/model.ts';
import { type BetweenJob, type BetweenResult, MOST_LINES } from './compute.ts';
import { fingerprintOf, isBlank, isFirstPass, linesFingerprint, textPrint } from './fingerprints.ts';

/** A job, and the drawings its results are for. */
export interface BetweenPlan {
  layerId: Id;
  job: BetweenJob;
  targets: Id[];
}

/** The drawings gone through on some charts that follow one another: keys, and breakdowns that are drawn. */
function chainOf(charts: TimingChart[]): { drawing: Drawing; at: number }[] {
  const out = [{ drawing: charts[0].from.drawing, at: 0 }];
  charts.forEach(({ ticks, to }, k) => {
    for (const { drawing, spacing } of ticks)
      if (drawing.role === 'breakdown' && !isBlank(drawing)) out.push({ drawing, at: k + spacing });
    out.push({ drawing: to.drawing, at: k + 1 });
  });
  return out;
}

/** Whether a tick's drawing is ours to draw: blank, or computed and untouched. */
export const isOurs = (drawing: Drawing): boolean =>
  drawing.role !== 'breakdown' && (isBlank(drawing) || isFirstPass(drawing));

/** Makes the plan for ticks of charts that follow one another on one layer. `wanted`: drawings of ticks. */
export function planFor(shot: Shot, charts: TimingChart[], wanted: Id[], only: Id[] | null = null): BetweenPlan {
  const chain = chainOf(charts);
  const targets: Id[] = [];
  const places: number[] = [];
  charts.forEach(({ ticks }, k) => {
    for (const { drawing, spacing } of ticks) {
      if (!wanted.includes(drawing.id)) continue;
      targets.push(drawing.id);
      places.push(k + spacing);
    }
  });
  const steps = new Set(chain.slice(1).map(({ drawing }, k) => `${chain[k].drawing.id} ${drawing.id}`));
  const passages = plain(shot.passages).filter(({ from, to }) => steps.has(`${from} ${to}`));
  const pinned = new Set(passages.flatMap(({ pins }) => pins.map(({ arc }) => arc)));
  return {
    layerId: charts[0].layerId,
    targets,
    job: {
      chain: chain.map(({ drawing: { id, ink, paint }, at }) => ({ id, at, ink: plain(ink), paint: plain(paint) })),
      passages,
      arcs: plain(shot.guides.arcs).filter(({ id }) => pinned.has(id)),
      only,
      wanted: places,
    },
  };
}

/** The plan for all ticks of a chart that are ours to draw. */
export function planForCharts(shot: Shot, charts: TimingChart[], only: Id[] | null = null): BetweenPlan {
  const wanted = charts.flatMap(({ ticks }) =>
    // A part may be drawn onto what the hand has drawn as well.
    ticks
      .filter(({ drawing }) => isOurs(drawing) || (only && drawing.role !== 'breakdown'))
      .map(({ drawing }) => drawing.id),
  );
  return planFor(shot, charts, wanted, only);
}

/** Why a plan cannot be computed, in a sentence; null when it can. */
export function whyNotCompute(shot: Shot, { layerId, job, targets }: BetweenPlan): string | null {
  const layer = shot.layers.find(({ id }) => id === layerId);
  const name = (id: Id) => drawingName(shot.drawings[id]);
  if (layer?.locked) return `“${layer.name}” is locked. Unlock it in the list of layers first.`;
  const blank = job.chain.find(({ ink }) => ink.length === 0);
  if (blank)
    return `Drawing ${name(blank.id)} on “${layer?.name}” has no lines yet: draw it first, then its in-betweens.`;
  for (const [k, { ink, id }] of job.chain.slice(1).entries())
    if (ink.length + job.chain[k].ink.length > MOST_LINES)
      return `Drawings ${name(job.chain[k].id)} and ${name(id)} have ${ink.length + job.chain[k].ink.length} lines together; at most ${MOST_LINES} are matched. Pick a part of them.`;
  if (targets.length === 0)
    return `There is nothing to draw between ${name(job.chain[0].id)} and ${name(job.chain.at(-1)!.id)}: put ticks on the chart, or blank drawings between.`;
  return null;
}

/** What a drawing's lines are made from, in a word. Paint laid on a key later is carried by painting through, not by drawing anew. */
function madeFrom({ job }: BetweenPlan, at: number): string {
  const chain = job.chain.map((each) => `${each.id} ${each.at.toFixed(4)} ${linesFingerprint(each)}`);
  return textPrint(JSON.stringify([chain, job.passages, job.arcs, job.only, at.toFixed(4)]));
}

/** What a plan would give, in a word: another word, another result. */
export function planFingerprint(plan: BetweenPlan): string {
  const { chain, wanted } = plan.job;
  return [...chain.map(fingerprintOf), ...wanted.map((at) => madeFrom(plan, at))].join(' ');
}

/** Whether drawings of a plan are not what would be computed now: those of the second list may be drawn anew. */
function staleOf(shot: Shot, plan: BetweenPlan): Id[] {
  return plan.targets.filter((id, i) => {
    const drawing = shot.drawings[id];
    return isFirstPass(drawing) && drawing.firstPass!.of !== madeFrom(plan, plan.job.wanted[i]);
  });
}

/** Charts from the one that begins with a first pass's first drawing to the one that ends with its last; else its own. */
function chartsOfPass(charts: TimingChart[], own: number, chain: Id[]): TimingChart[] {
  const from = charts.findLastIndex((chart, i) => i <= own && chart.from.drawing.id === chain[0]);
  const to = charts.findIndex((chart, i) => i >= own && chart.to.drawing.id === chain.at(-1));
  return from >= 0 && to >= 0 ? charts.slice(from, to + 1) : [charts[own]];
}

/** Plans to draw anew what is computed, untouched and no longer what its keys and its chart would give. */
export function redoPlans(shot: Shot, layerId: Id): BetweenPlan[] {
  const charts = chartsIn(shot, layerId);
  const plans = new Map<string, { charts: TimingChart[]; only: Id[] | null; wanted: Id[] }>();
  charts.forEach(({ ticks }, k) => {
    for (const { drawing } of ticks) {
      if (!drawing.firstPass || !isOurs(drawing) || !isFirstPass(drawing)) continue;
      const { chain, only } = drawing.firstPass;
      const own = chartsOfPass(charts, k, chain);
      const key = `${own[0].from.frame} ${own.at(-1)!.to.frame} ${only?.join() ?? ''}`;
      const plan = plans.get(key) ?? { charts: own, only, wanted: [] };
      plan.wanted.push(drawing.id);
      plans.set(key, plan);
    }
  });
  return [...plans.values()].flatMap((each) => {
    const plan = planFor(shot, each.charts, each.wanted, each.only);
    const stale = staleOf(shot, plan);
    return stale.length > 0 ? [planFor(shot, each.charts, stale, each.only)] : [];
  });
}

/** As far as the drawings it comes from. */
function stageBetween(shot: Shot, chain: Id[]): Stage {
  return STAGES[Math.min(...chain.map((id) => STAGES.indexOf(shot.drawings[id].stage)))];
}

/**
 * Puts computed drawings down. What the hand has drawn or touched since they were planned is left as it is, unless only some
 * lines were asked for: they are put beside what is there. For `change()` recipes.
 */
export function putDown(shot: Shot, plan: BetweenPlan, result: BetweenResult): void {
  const { job, targets } = plan;
  const chain = job.chain.map(({ id }) => id);
  // A key was taken away while they were computed.
  if (chain.some((id) => !shot.drawings[id])) return;
  targets.forEach((id, i) => {
    const drawing = shot.drawings[id];
    if (!drawing) return;
    const was = plain(drawing);
    const ours = isBlank(was) || isFirstPass(was);
    if (!ours && !job.only) return;
    const { ink, paint } = result.drawings[i];
    const lineages = new Set(ink.map(({ lineage }) => lineage));
    drawing.ink = job.only ? [...was.ink.filter(({ lineage }) => !lineages.has(lineage)), ...ink] : ink;
    if (!job.only) drawing.paint = paint;
    drawing.spacing = job.wanted[i] - Math.floor(job.wanted[i]);
    drawing.stage = stageBetween(shot, chain);
    // What the hand had drawn stays the hand's.
    if (ours)
      drawing.firstPass = { chain, only: job.only, of: madeFrom(plan, job.wanted[i]), made: fingerprintOf(drawing) };
  });
}
