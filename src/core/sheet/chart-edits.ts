/** Timing charts written onto the sheet. For `change()` recipes. */

import { type Id, newId } from '../shot/ids.ts';
import { LIMITS } from '../shot/make.ts';
import type { Exposure, Shot } from '../shot/model.ts';
import { LEAST_SPACING, type Tick, type TimingChart } from './charts.ts';
import { newDrawing, removeUnused } from './drawing-edits.ts';
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

/** Puts one tick more into the widest space of a chart, its drawing blank, half-way through what is held there. Returns it. */
export function addTick(shot: Shot, chart: TimingChart): Id {
  return onSheet(shot, (work) => {
    if (chart.ticks.length >= LIMITS.maxTicks) throw new BadTiming(`A chart can have ${LIMITS.maxTicks} ticks.`);
    const all = [{ ...chart.from, spacing: 0 }, ...chart.ticks, { ...chart.to, spacing: 1 }];
    let k = 0;
    for (let i = 1; i + 1 < all.length; i++)
      if (all[i + 1].spacing - all[i].spacing > all[k + 1].spacing - all[k].spacing + 1e-6) k = i;
    for (const tick of chart.ticks) work.drawings[tick.drawing.id].spacing = tick.spacing;
    const made = newDrawing(work, chart.layerId, { spacing: (all[k].spacing + all[k + 1].spacing) / 2 });
    const layer = layerOf(work, chart.layerId);
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
    ids.filter((id) => shot.drawings[id].ink.length === 0 && shot.drawings[id].paint.length === 0),
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
 * made or taken off, and the frames between the keys are shared out anew: evenly as long as there are enough, else `hold`
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
    const frames = (i: number) => Math.round(((i + 1) * total) / slots) - Math.round((i * total) / slots);
    const first = exposures[chart.from.index];
    setExposures(work, layer.id, [
      ...exposures.slice(0, chart.from.index),
      { ...first, frames: frames(0) },
      ...drawings.map((drawing, i): Exposure => {
        const tick = places[i];
        const id = tick ? exposures[tick.index].id : newId();
        return { id, cell: { kind: 'drawing', drawing }, frames: frames(i + 1) };
      }),
      ...exposures.slice(chart.to.index),
    ]);
    forgetBlank(
      shot,
      chart.ticks.map(({ drawing }) => drawing.id),
    );
  });
}
