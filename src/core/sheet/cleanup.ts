/** The order of cleaning up: keys first, then the drawing midway between two finished ones, then the halves. */
import type { Id } from '../shot/ids.ts';
import type { Layer } from '../shot/layer-model.ts';
import { type Drawing, type Shot, STAGES } from '../shot/model.ts';
import { placedExposures } from './exposures.ts';

/** Why a drawing is next. */
type CleanStep = 'key' | 'breakdown' | 'midway' | 'open end';

const STEP_WORDS: Record<CleanStep, string> = {
  key: 'a key',
  breakdown: 'a breakdown',
  midway: 'midway between two finished ones',
  'open end': 'at the open end',
};

export function cleanStepInWords(step: CleanStep): string {
  return STEP_WORDS[step];
}

export interface NextToClean {
  drawing: Id;
  /** The first frame it is shown on. */
  frame: number;
  step: CleanStep;
  /** The finished drawings on both sides, where there are any. */
  between: [Id | null, Id | null];
}

const CLEAN = STAGES.indexOf('clean');

/** Whether a drawing is cleaned up: it says so, and there is something on it. */
function isFinished({ stage, ink }: Drawing): boolean {
  return STAGES.indexOf(stage) >= CLEAN && ink.length > 0;
}

interface ShownDrawing {
  drawing: Drawing;
  frame: number;
  role: Drawing['role'];
}

/** The drawings of a layer in the order they are first shown. A drawing counts as a key where the rough below has one. */
function placesOf(shot: Shot, layer: Layer): ShownDrawing[] {
  const seen = new Set<Id>();
  const rough = shot.layers.find(({ id, purpose }) => purpose === 'rough' && id !== layer.id);
  const roughRuns = rough ? placedExposures(rough.exposures) : [];
  const roleBelow = (frame: number): Drawing['role'] | null => {
    const cell = roughRuns.find(({ start }) => start === frame)?.exposure.cell;
    return cell?.kind === 'drawing' ? (shot.drawings[cell.drawing]?.role ?? null) : null;
  };
  return placedExposures(layer.exposures).flatMap(({ start, exposure: { cell } }) => {
    const drawing = cell?.kind === 'drawing' ? shot.drawings[cell.drawing] : undefined;
    if (!drawing || seen.has(drawing.id)) return [];
    seen.add(drawing.id);
    const role = drawing.role === 'between' ? (roleBelow(start) ?? 'between') : drawing.role;
    return [{ drawing, frame: start, role }];
  });
}

/** The drawing of a layer to clean up next; null when all are finished, or there is none. */
export function nextToClean(shot: Shot, layer: Layer): NextToClean | null {
  const places = placesOf(shot, layer);
  const done = places.map(({ drawing }) => isFinished(drawing));
  const around = (i: number): [Id | null, Id | null] => {
    const before = done.lastIndexOf(true, i);
    const after = done.indexOf(true, i);
    return [places[before]?.drawing.id ?? null, places[after]?.drawing.id ?? null];
  };
  const give = (i: number, step: CleanStep): NextToClean => ({
    drawing: places[i].drawing.id,
    frame: places[i].frame,
    step,
    between: around(i),
  });
  for (const [role, step] of [
    ['key', 'key'],
    ['breakdown', 'breakdown'],
  ] as const) {
    const i = places.findIndex((place, k) => !done[k] && place.role === role);
    if (i >= 0) return give(i, step);
  }
  // The widest gap between two finished drawings is halved first.
  let best: { from: number; count: number } | null = null;
  let from = -1;
  for (let i = 0; i <= places.length; i++) {
    if (i < places.length && !done[i]) continue;
    const count = i - from - 1;
    const closed = from >= 0 && i < places.length;
    if (closed && count > 0 && (!best || count > best.count)) best = { from, count };
    from = i;
  }
  if (best) return give(best.from + Math.ceil(best.count / 2), 'midway');
  const open = done.indexOf(false);
  return open < 0 ? null : give(open, 'open end');
}
