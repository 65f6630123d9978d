/** What is drawn on the frames of a delivery, layer by layer. */
import { shownExposure } from '../../sheet/exposures.ts';
import type { Layer } from '../../shot/layer-model.ts';
import type { Drawing, Shot } from '../../shot/model.ts';

export interface DrawnLayer {
  layer: Layer;
  /** Its drawings with the first frame each is shown on, in that order. */
  drawings: { drawing: Drawing; frame: number }[];
}

/** Layers with the drawings they show from `from` to `to` (inclusive). */
export function drawnLayers(shot: Shot, from: number, to: number, counts: (layer: Layer) => boolean): DrawnLayer[] {
  return shot.layers.filter(counts).map((layer) => {
    const seen = new Map<string, { drawing: Drawing; frame: number }>();
    for (let frame = from; frame <= to; frame++) {
      const placed = shownExposure(layer.exposures, layer.afterLast, frame);
      const cell = placed?.exposure.cell;
      if (cell?.kind !== 'drawing' || seen.has(cell.drawing)) continue;
      const drawing = shot.drawings[cell.drawing];
      if (drawing) seen.set(cell.drawing, { drawing, frame });
    }
    return { layer, drawings: [...seen.values()] };
  });
}

export const isDelivered = ({ visible, guide }: Layer): boolean => visible && !guide;
