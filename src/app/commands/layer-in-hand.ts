/** What commands and tools share: the layer in hand and what the pen may do to it. */

import { exposureAt, type PlacedExposure, shownExposure } from '../../core/sheet/index.ts';
import type { Layer, Shot } from '../../core/shot/index.ts';
import type { OpenShot } from '../session/open-shot.ts';

export function layerInHand({ session, view }: Pick<OpenShot, 'session' | 'view'>): Layer | null {
  const { layerId } = view.getState();
  return session.shot.layers.find((layer) => layer.id === layerId) ?? null;
}

/** The exposure of the layer in hand under the playhead. */
export function exposureInHand(open: Pick<OpenShot, 'session' | 'view'>): PlacedExposure | null {
  const layer = layerInHand(open);
  return layer ? exposureAt(layer.exposures, open.view.getState().frame) : null;
}

/** Why the layer takes no ink or paint at this frame, in a sentence; null when it does. */
export function whyNotDraw(shot: Shot, layer: Layer | null, frame: number): string | null {
  if (!layer) return 'There is no layer to draw on. Add one beside the sheet.';
  if (layer.locked) return `“${layer.name}” is locked. Unlock it in the list of layers to draw on it.`;
  if (!layer.visible) return `“${layer.name}” is hidden. Show it in the list of layers to draw on it.`;
  if (frame >= shot.length) return 'This frame lies after the end of the shot.';
  const shown = shownExposure(layer.exposures, layer.afterLast, frame);
  if (shown?.exposure.cell?.kind === 'picture') {
    const what = layer.purpose === 'reference' ? 'footage' : 'a picture';
    return `“${layer.name}” shows ${what} here. Make a trace-over layer from it to draw over it.`;
  }
  if (shown?.exposure.cell?.kind === 'bundle') return `“${layer.name}” is a bundle. Open it to draw inside of it.`;
  return null;
}
