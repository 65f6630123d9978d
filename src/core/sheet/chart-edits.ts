/** Timing charts written onto the sheet. For `change()` recipes. */

import { type Id, newId } from '../shot/ids.ts';
import type { Exposure } from '../shot/layer-model.ts';
import { LIMITS } from '../shot/make.ts';
import type { Drawing, Shot } from '../shot/model.ts';
import { chartAt, LEAST_SPACING, type Tick, type TimingChart } from './charts.ts';
import { newDrawing, removeUnused } from './drawing-edits.ts';
import { drawingsOfLayer } from './drawings.ts';
import { BadTiming, layerOf, onSheet, setExposures } from './edit.ts';
import { setHold, splitHold } from './holds.ts';

/** Moves a tick along its chart; it stays between its neighbours. */
export function setSpacing(shot: Shot, chart: TimingChart, drawing: Id, spacing: number): void {
  onSheet(shot, (work) => {
    const k = chart.ticks.findIndex((tick) => tick.drawing.id === drawing);
    if (k < 0) return;
    // What the chart only implied is said now, so that the others stay where they are.
    for (const tick of chart.ticks) work.drawings[tick.drawing.id].spacing = tick.spacing;
    const low = (chart.ticks[k - 1]?.spacing ?? 0) + LEAST_SPACING;
    const high = (chart.ticks[k + 1]?.spacing ?? 1) - LEAST_SPACING;
    work.drawings[drawing].spacing = Math.max(low, Math.min(high, spacing));
  });
}

/** Frames shared out over `slots` as evenly as goes: on `hold` where there are as many holds as slots, else on ones. */
function sharedFrames(total: number, slots: number, hold: number): number[] {
  const unit = Math.floor(total / hold) >= slots ? hold : 1;
  const units = Math.floor(total / unit);
  const upTo = (i: number) => Math.round((i * units) / slots);
  const out = Array.from({ length: slots }, (_, i) => (upTo(i + 1) - upTo(i)) * unit);
  out[slots - 1] += total - units * unit;
  return out;
}

/** How long each drawing of a chart stands, its first key's too. */
const heldIn = ({ from, ticks, to }: TimingChart): number[] =>
  [from, ...ticks].map(({ frame }, i) => (ticks[i] ?? to).frame - frame);

/** What the fractions of a drawing's number are written as: the share of the way to the next key. */
const FRACTIONS: readonly [share: number, sign: string][] = [
  [0.25, '¼'],
  [0.5, '½'],
  [0.75, '¾'],
];
const BY_FRACTIONS = /^\d+[¼½¾]$/;

/** Numbers the blank ticks of a chart as the layer is numbered: in the order of the sheet, or by fractions of the key's number. */
function numberTicks(shot: Shot, chart: TimingChart): void {
  const blank = chart.ticks.filter(({ drawing }) => isBlank(drawing));
  const numbers = blank.map(({ drawing }) => drawing.number).sort((a, b) => a - b);
  blank.forEach(({ drawing }, i) => {
    shot.drawings[drawing.id].number = numbers[i];
  });
  const others = [...drawingsOfLayer(shot, chart.layerId)].filter(
    ({ id }) => !blank.some((tick) => tick.drawing.id === id),
  );
  if (!others.some(({ label }) => BY_FRACTIONS.test(label))) return;
  const key = chart.from.drawing;
  for (const { drawing, spacing } of blank) {
    const [, sign] = FRACTIONS.reduce((a, b) => (Math.abs(b[0] - spacing) < Math.abs(a[0] - spacing) ? b : a));
    const label = `${key.label || key.number}${sign}`;
    const taken = Object.values(shot.drawings).some((each) => each.layerId === chart.layerId && each.label === label);
    if (!taken || drawing.label === label) shot.drawings[drawing.id].label = label;
  }
}

const isBlank = ({ ink, paint }: Drawing): boolean => ink.length + paint.length === 0;

/**
 * Puts one tick more into the widest space of a chart, its drawing blank. The frames between the keys are shared out evenly, on `hold`
 * where they go in so; where the hand has timed them otherwise, it takes half of what is held in its space. Returns it.
 */
export function addTick(shot: Shot, chart: TimingChart, hold: number): Id {
  return onSheet(shot, (work) => {
    if (chart.ticks.length >= LIMITS.maxTicks) throw new BadTiming(`A chart can have ${LIMITS.maxTicks} ticks.`);
    const all = [{ ...chart.from, spacing: 0 }, ...chart.ticks, { ...chart.to, spacing: 1 }];
    let k = 0;
    for (let i = 1; i + 1 < all.length; i++)
      if (all[i + 1].spacing - all[i].spacing > all[k + 1].spacing - all[k].spacing + 1e-6) k = i;
    for (const tick of chart.ticks) work.drawings[tick.drawing.id].spacing = tick.spacing;
    const made = newDrawing(work, chart.layerId, { spacing: (all[k].spacing + all[k + 1].spacing) / 2 });
    const layer = layerOf(work, chart.layerId);
    const slots = all.length - 1;
    const total = chart.to.frame - chart.from.frame;
    const shared = sharedFrames(total, slots, hold);
    const untimed = heldIn(chart).every((frames, i) => frames === shared[i]);
    const plain = chart.to.index - chart.from.index === slots;
    if (untimed && plain && total > slots) {
      const frames = sharedFrames(total, slots + 1, hold);
      const between = layer.exposures.slice(chart.from.index, chart.to.index);
      const cell: Exposure = { id: newId(), cell: { kind: 'drawing', drawing: made.id }, frames: 1 };
      const shares = [...between.slice(0, k + 1), cell, ...between.slice(k + 1)];
      setExposures(work, layer.id, [
        ...layer.exposures.slice(0, chart.from.index),
        ...shares.map((each, i) => ({ ...each, frames: frames[i] })),
        ...layer.exposures.slice(chart.to.index),
      ]);
      numberTicks(work, chartAt(work, chart.layerId, chart.from.frame) ?? chart);
      return made.id;
    }
    // The exposure before the next place, should the drawing be written in two.
    const index = all[k + 1].index - 1;
    const exposures = layer.exposures;
    const roomy = exposures[index].frames === 1 ? setHold(exposures, index, 2) : exposures;
    const split = splitHold(roomy, index, { kind: 'drawing', drawing: made.id });
    // An empty cell stands there: the new drawing takes it.
    const put =
      split ??
      roomy.map(
        (each, i): Exposure =>
          i === index ? { id: newId(), cell: { kind: 'drawing', drawing: made.id }, frames: each.frames } : each,
      );
    setExposures(work, layer.id, put);
    numberTicks(work, chartAt(work, chart.layerId, chart.from.frame) ?? chart);
    return made.id;
  });
}

/** Takes a tick off its chart; its frames go to the drawing before. A blank drawing is gone, another lies in the tray. */
export function dropTick(shot: Shot, chart: TimingChart, drawing: Id): void {
  onSheet(shot, (work) => {
    const layer = layerOf(work, chart.layerId);
    const out: Exposure[] = [];
    for (const [i, exposure] of layer.exposures.entries()) {
      const own = exposure.cell?.kind === 'drawing' && exposure.cell.drawing === drawing;
      if (own && i > chart.from.index && i < chart.to.index && out.length > 0)
        out[out.length - 1] = { ...out[out.length - 1], frames: out[out.length - 1].frames + exposure.frames };
      else out.push(exposure);
    }
    setExposures(work, layer.id, out);
    forgetBlank(work, [drawing]);
  });
}

/** Blank drawings that are shown nowhere any more hold nothing: they are not kept for the tray. */
function forgetBlank(shot: Shot, ids: Id[]): void {
  removeUnused(
    shot,
    ids.filter((id) => isBlank(shot.drawings[id])),
  );
}

/** Which ticks stay when there are to be `count`: those with something on them, then the first. */
function kept(ticks: Tick[], count: number): Tick[] {
  const drawn = ticks.filter(({ drawing }) => drawing.ink.length + drawing.paint.length > 0);
  if (drawn.length > count)
    throw new BadTiming(
      `${drawn.length} drawings stand on this chart already; take the ones you do not want off it, then choose again.`,
    );
  const blank = ticks.filter((tick) => !drawn.includes(tick)).slice(0, count - drawn.length);
  return ticks.filter((tick) => drawn.includes(tick) || blank.includes(tick));
}

/**
 * Gives a chart these spacings. With as many as there are ticks only the spacing changes. With more or fewer, drawings are
 * made or taken off, and the frames between the keys are shared out anew: evenly, on `hold` or on ones, as long as there are enough, else `hold`
 * frames each, what follows pushed later.
 */
export function setSpacings(shot: Shot, chart: TimingChart, spacings: number[], hold: number): void {
  onSheet(shot, (work) => {
    if (spacings.length > LIMITS.maxTicks) throw new BadTiming(`A chart can have ${LIMITS.maxTicks} ticks.`);
    const sorted = spacings
      .map((each) => Math.max(LEAST_SPACING, Math.min(1 - LEAST_SPACING, each)))
      .sort((a, b) => a - b);
    if (sorted.length === chart.ticks.length) {
      chart.ticks.forEach(({ drawing }, i) => {
        work.drawings[drawing.id].spacing = sorted[i];
      });
      return;
    }
    const staying = kept(chart.ticks, sorted.length);
    // Those that stay are spread over the new ones in their order.
    const places: (Tick | null)[] = sorted.map(() => null);
    staying.forEach((tick, k) => {
      const wanted = Math.round(((k + 1) * (sorted.length + 1)) / (staying.length + 1)) - 1;
      const free = Math.max(wanted, places.findLastIndex((each) => each !== null) + 1);
      places[Math.min(free, sorted.length - (staying.length - k))] = tick;
    });
    const drawings = places.map((tick, i) => {
      const drawing = tick ? work.drawings[tick.drawing.id] : newDrawing(work, chart.layerId);
      drawing.spacing = sorted[i];
      return drawing.id;
    });
    const layer = layerOf(work, chart.layerId);
    const exposures = layer.exposures;
    const slots = sorted.length + 1;
    const there = chart.to.frame - chart.from.frame;
    const total = there >= slots ? there : slots * hold;
    const frames = sharedFrames(total, slots, hold);
    const first = exposures[chart.from.index];
    setExposures(work, layer.id, [
      ...exposures.slice(0, chart.from.index),
      { ...first, frames: frames[0] },
      ...drawings.map((drawing, i): Exposure => {
        const tick = places[i];
        const id = tick ? exposures[tick.index].id : newId();
        return { id, cell: { kind: 'drawing', drawing }, frames: frames[i + 1] };
      }),
      ...exposures.slice(chart.to.index),
    ]);
    forgetBlank(
      shot,
      chart.ticks.map(({ drawing }) => drawing.id),
    );
  });
}
