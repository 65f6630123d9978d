/** Whose lines bound the regions of a drawing: its own, or those of other layers with the same timing. */

import { drawingShown, placedExposures } from '../../sheet/index.ts';
import type { Stroke } from '../../shot/drawing-model.ts';
import type { Id } from '../../shot/ids.ts';
import type { Layer } from '../../shot/layer-model.ts';
import type { Drawing, Shot } from '../../shot/model.ts';

/** Layers whose lines count beside those of the drawing itself; `own`: the drawing's own count too. */
export interface LineSource {
  layers: Id[];
  own: boolean;
}

/** All layers above this one that are seen and delivered. */
export function layersAbove(shot: Shot, layerId: Id): Id[] {
  const place = shot.layers.findIndex(({ id }) => id === layerId);
  return shot.layers.filter(({ visible, guide }, i) => i > place && visible && !guide).map(({ id }) => id);
}

/** The first frame a drawing of a layer is shown on; null while it is off the sheet. */
export function firstFrame(layer: Layer, drawing: Id): number | null {
  const run = placedExposures(layer.exposures).find(
    ({ exposure: { cell } }) => cell?.kind === 'drawing' && cell.drawing === drawing,
  );
  return run ? run.start : null;
}

/** The lines that bound a drawing's regions on a frame, as lists that stay the same while nothing is drawn. */
export function linesAround(
  shot: Shot,
  drawing: Drawing,
  frame: number | null,
  { layers, own }: LineSource,
): Stroke[][] {
  const out = own ? [drawing.ink] : [];
  for (const id of layers) {
    if (id === drawing.layerId) {
      if (!own) out.push(drawing.ink);
      continue;
    }
    const layer = shot.layers.find((each) => each.id === id);
    const shown = layer && frame !== null ? drawingShown(shot, layer, frame) : null;
    if (shown) out.push(shown.ink);
  }
  return out;
}

/** The drawings of a layer in the order of the sheet, each once, with the frame it is first shown on. */
export function drawingsAlong(shot: Shot, layer: Layer): { drawing: Drawing; frame: number }[] {
  const seen = new Set<Id>();
  return placedExposures(layer.exposures).flatMap(({ start, exposure: { cell } }) => {
    if (cell?.kind !== 'drawing' || seen.has(cell.drawing) || start >= shot.length) return [];
    seen.add(cell.drawing);
    const drawing = shot.drawings[cell.drawing];
    return drawing ? [{ drawing, frame: start }] : [];
  });
}
