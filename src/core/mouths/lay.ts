/** Mouths put down from a chart: by hand, from a plan, brought back onto the head. For `change()` recipes. */

import { plain } from '../history/draft.ts';
import { newDrawing, removeUnused, writeDrawing } from '../sheet/drawing-edits.ts';
import { drawingsOfLayer, exposedIn } from '../sheet/drawings.ts';
import { layerOf, onSheet, setExposures } from '../sheet/edit.ts';
import { cutAt, exposureAt, replace, startFrames } from '../sheet/exposures.ts';
import { type Id, newId } from '../shot/ids.ts';
import type { Exposure, Layer } from '../shot/layer-model.ts';
import type { Mouth, MouthChart, MouthPlace, Shot } from '../shot/model.ts';
import { chartDrawing, MOUTH_LABELS, sized } from './chart.ts';
import { headLayer, mouthPlaceAt, placeMap, samePlace } from './guide.ts';

/** The layer mouths are put on: the one given if it is for mouths, else the first that is. */
export function mouthLayer(shot: Shot, wished: Id | null): Layer | null {
  return (
    shot.layers.find(({ id, purpose }) => id === wished && purpose === 'mouth') ??
    shot.layers.find(({ purpose }) => purpose === 'mouth') ??
    null
  );
}

/** Whether lists of points are the same, but for what rounding does. */
function samePoints(a: Float32Array[], b: Float32Array[]): boolean {
  return (
    a.length === b.length &&
    a.every(
      (points, i) => points.length === b[i].length && points.every((value, k) => Math.abs(value - b[i][k]) < 0.02),
    )
  );
}

/**
 * The drawing of a mouth on a layer where it is to sit: the one that is there already, else a new one. Null when the chart has
 * no such mouth.
 */
function laidDrawing(shot: Shot, layerId: Id, chart: MouthChart, kind: Mouth, at: MouthPlace): Id | null {
  const source = chartDrawing(shot, chart, kind);
  if (!source) return null;
  const { ink, paint } = sized(source, placeMap(chart.base, at));
  // One that was changed since - there by hand, or on the chart - is another mouth now.
  const there = drawingsOfLayer(shot, layerId).find(
    (drawing) =>
      drawing.mouth?.chart === chart.id &&
      drawing.mouth.kind === kind &&
      samePlace(drawing.mouth.at, at) &&
      samePoints(
        drawing.ink.map(({ points }) => points),
        ink.map(({ points }) => points),
      ) &&
      samePoints(
        drawing.paint.flatMap(({ rings }) => rings),
        paint.flatMap(({ rings }) => rings),
      ),
  );
  if (there) return there.id;
  return newDrawing(shot, layerId, {
    // The same mouth is called the same wherever it sits: the sheet is read by sounds.
    label: MOUTH_LABELS[kind],
    stage: source.stage,
    ink: ink.map((stroke) => ({ ...stroke, id: newId() })),
    paint: paint.map((area) => ({ ...area, id: newId() })),
    mouth: { chart: chart.id, kind, at },
  }).id;
}

/** Where a mouth goes at a frame: on the guide, or as the chart has it. */
function seatAt(shot: Shot, chart: MouthChart, frame: number): MouthPlace {
  return mouthPlaceAt(shot, frame) ?? chart.base;
}

/**
 * Puts a mouth on a frame: what is there is swapped for it, inside a hold it takes over to the hold's end. False when the chart
 * has no such mouth.
 */
export function putMouth(
  shot: Shot,
  layerId: Id,
  chart: MouthChart,
  kind: Mouth,
  frame: number,
  hold: number,
): boolean {
  return onSheet(shot, (work) => {
    const layer = layerOf(work, layerId);
    const before = layer.exposures.flatMap(({ cell }) => (cell?.kind === 'drawing' ? [cell.drawing] : []));
    const laid = laidDrawing(work, layerId, plain(chart), kind, seatAt(work, plain(chart), frame));
    if (laid === null) return false;
    const end = mouthEnd(work, layer.exposures, frame);
    if (end === null) writeDrawing(work, layerId, frame, laid, hold);
    else {
      const made: Exposure = { id: newId(), cell: { kind: 'drawing', drawing: laid }, frames: end - frame };
      setExposures(work, layer.id, replace(layer.exposures, frame, end, [made]));
    }
    sitMouths(work, layerId);
    dropUnused(work, before);
    return true;
  });
}

/** Where the mouth that stands at a frame ends: one mouth goes on over all places the head takes it to. Null: no laid mouth. */
function mouthEnd(shot: Shot, list: Exposure[], frame: number): number | null {
  const mouthOf = ({ cell }: Exposure) => (cell?.kind === 'drawing' ? shot.drawings[cell.drawing]?.mouth : null);
  const placed = exposureAt(list, frame);
  const mouth = placed && mouthOf(placed.exposure);
  if (!placed || !mouth) return null;
  let end = placed.start + placed.exposure.frames;
  for (const exposure of list.slice(placed.index + 1)) {
    const next = mouthOf(exposure);
    if (next?.chart !== mouth.chart || next.kind !== mouth.kind) break;
    end += exposure.frames;
  }
  return end;
}

/** Laid mouths that no frame shows any more leave nothing behind: the chart has them. */
function dropUnused(shot: Shot, ids: Id[]): void {
  const isExposed = exposedIn(shot);
  removeUnused(
    shot,
    ids.filter((id) => shot.drawings[id]?.mouth && !isExposed(id)),
  );
}

/** One of the mouths to be laid on frames `from`..`to`. */
export interface MouthSpan {
  kind: Mouth;
  from: number;
  to: number;
}

/**
 * Lays mouths on their frames. In-betweens drawn by hand stay: where one is shown nothing is laid. Mouths the chart lacks leave
 * their frames to the mouth before. Returns the kinds that were lacking.
 */
export function layMouths(shot: Shot, layerId: Id, chart: MouthChart, spans: MouthSpan[]): Mouth[] {
  return onSheet(shot, (work) => {
    const layer = layerOf(work, layerId);
    const lacking = new Set<Mouth>();
    const before = layer.exposures.flatMap(({ cell }) => (cell?.kind === 'drawing' ? [cell.drawing] : []));
    let list = layer.exposures;
    for (const { kind, from, to } of [...spans, ...restAfter(work, list, spans)]) {
      for (const stretch of notByHand(work, list, from, to)) {
        const laid = laidDrawing(work, layerId, plain(chart), kind, seatAt(work, plain(chart), stretch.from));
        if (laid === null) {
          lacking.add(kind);
          continue;
        }
        const { before: head } = cutAt(list, stretch.from);
        const { after: tail } = cutAt(list, stretch.to);
        list = [
          ...head,
          { id: newId(), cell: { kind: 'drawing', drawing: laid }, frames: stretch.to - stretch.from },
          ...tail,
        ];
      }
    }
    setExposures(work, layer.id, list);
    sitMouths(work, layerId);
    dropUnused(work, before);
    return [...lacking];
  });
}

/** The rest of a hold that the last mouth cuts: what was there before the line does not come back after it. */
function restAfter(shot: Shot, list: Exposure[], spans: MouthSpan[]): MouthSpan[] {
  const last = spans.at(-1);
  if (!last) return [];
  const end = mouthEnd(shot, list, last.to - 1);
  return end !== null && end > last.to ? [{ kind: 'rest', from: last.to, to: end }] : [];
}

/** The parts of frames `from`..`to` that show nothing drawn by hand. */
function notByHand(shot: Shot, list: Exposure[], from: number, to: number) {
  const begin = startFrames(list);
  const out: { from: number; to: number }[] = [];
  let at = from;
  list.forEach(({ cell, frames }, i) => {
    const drawing = cell?.kind === 'drawing' ? shot.drawings[cell.drawing] : null;
    const byHand = cell && (!drawing || (!drawing.mouth && drawing.ink.length + drawing.paint.length > 0));
    if (!byHand || begin[i] + frames <= at || begin[i] >= to) return;
    if (begin[i] > at) out.push({ from: at, to: begin[i] });
    at = Math.max(at, begin[i] + frames);
  });
  if (at < to) out.push({ from: at, to });
  return out;
}

/** Brings all laid mouths of a layer to where the guide has them now, what was changed on them by hand included. */
export function sitMouths(shot: Shot, layerId: Id): void {
  onSheet(shot, (work) => {
    const head = headLayer(work);
    if (!head) return;
    const layer = layerOf(work, layerId);
    const turns = startFrames(head.exposures);
    let list = layer.exposures;
    const moved = new Map<string, Id>();
    const old: Id[] = [];
    // A mouth held over a change of the head is two: one for each place.
    for (const start of turns)
      if (start > 0 && start < startFrames(list)[list.length]) list = cutMouthAt(work, list, start);
    const begin = startFrames(list);
    const next = list.map((exposure, i) => {
      const { cell } = exposure;
      const drawing = cell?.kind === 'drawing' ? work.drawings[cell.drawing] : null;
      const at = drawing?.mouth && mouthPlaceAt(work, begin[i]);
      if (!drawing?.mouth || !at || samePlace(drawing.mouth.at, at)) return exposure;
      const key = `${drawing.id} ${at.x} ${at.y} ${at.turn} ${at.size}`;
      let id = moved.get(key);
      if (!id) {
        const drawn = sized(drawing, placeMap(drawing.mouth.at, at));
        id = newDrawing(work, layerId, {
          label: drawing.label,
          role: drawing.role,
          stage: drawing.stage,
          ink: drawn.ink.map((stroke) => ({ ...stroke, id: newId() })),
          paint: drawn.paint.map((area) => ({ ...area, id: newId() })),
          mouth: { ...drawing.mouth, at },
        }).id;
        moved.set(key, id);
        old.push(drawing.id);
      }
      return { ...exposure, cell: { kind: 'drawing' as const, drawing: id } };
    });
    setExposures(work, layer.id, joined(next));
    dropUnused(work, old);
  });
}

/** Cuts a hold of a laid mouth where the head changes, if the mouth has to sit elsewhere from there on. */
function cutMouthAt(shot: Shot, list: Exposure[], frame: number) {
  const { before, after } = cutAt(list, frame);
  const cut = before.length + after.length > list.length;
  if (!cut) return list;
  const cell = before.at(-1)!.cell;
  const laid = cell?.kind === 'drawing' && shot.drawings[cell.drawing]?.mouth;
  const [a, b] = [mouthPlaceAt(shot, frame - 1), mouthPlaceAt(shot, frame)];
  return laid && a && b && !samePlace(a, b) ? [...before, ...after] : list;
}

/** Neighbouring exposures of the same laid drawing are one hold. */
function joined(list: Exposure[]) {
  const out: Exposure[] = [];
  for (const exposure of list) {
    const last = out.at(-1);
    const same =
      last?.cell?.kind === 'drawing' &&
      exposure.cell?.kind === 'drawing' &&
      last.cell.drawing === exposure.cell.drawing;
    if (same) out[out.length - 1] = { ...last, frames: last.frames + exposure.frames };
    else out.push(exposure);
  }
  return out;
}

/** A laid mouth that is not where the guide has it. */
export interface Drift {
  frame: number;
  label: string;
  /** Paper pixels, degrees, and how many times too large. */
  off: number;
  turned: number;
  larger: number;
}

/** Laid mouths of a layer that do not sit on the guide, in order of frames. */
export function mouthDrift(shot: Shot, layerId: Id): Drift[] {
  const list = layerOf(shot, layerId).exposures;
  const begin = startFrames(list);
  const headStarts = headLayer(shot) ? [...startFrames(headLayer(shot)!.exposures)] : [];
  const out: Drift[] = [];
  list.forEach(({ cell, frames }, i) => {
    const drawing = cell?.kind === 'drawing' ? shot.drawings[cell.drawing] : null;
    if (!drawing?.mouth) return;
    // Once where the hold begins, and where the head changes under it.
    const looks = [begin[i], ...headStarts.filter((at) => at > begin[i] && at < begin[i] + frames)];
    for (const frame of looks) {
      const at = mouthPlaceAt(shot, frame);
      if (!at || samePlace(at, drawing.mouth.at)) continue;
      const { x, y, turn, size } = drawing.mouth.at;
      out.push({
        frame,
        label: drawing.label || String(drawing.number),
        off: Math.hypot(x - at.x, y - at.y),
        turned: ((turn - at.turn) * 180) / Math.PI,
        larger: size / at.size,
      });
    }
  });
  return out;
}
