/** Where the layer in hand lies while it is drawn on. */
import { after, IDENTITY, type Matrix } from '../../core/plane/index.ts';
import { layerAt, shownExposure } from '../../core/sheet/index.ts';
import type { Layer, Shot } from '../../core/shot/index.ts';
import { type OpenShot, useShot, useView } from '../session/open-shot.ts';
import type { ViewState } from '../session/view-state.ts';
import type { Placed } from './paper-pictures.ts';
import { viewMatrix } from './view.ts';

type Looked = Pick<ViewState, 'frame' | 'layerId' | 'asItStands'>;

/** A map that cannot be undone cannot be drawn through. */
const FLAT = 1e-6;
const isFlat = ([a, b, c, d]: Matrix): boolean => Math.abs(a * d - b * c) <= FLAT;

/** What carries the drawing in hand where it is seen and drawn on; nothing does while it lies on its own pegs. */
export function handPegs(shot: Shot, { frame, layerId, asItStands }: Looked): Matrix {
  const layer: Layer | undefined = asItStands ? shot.layers.find(({ id }) => id === layerId) : undefined;
  const cell = layer && shownExposure(layer.exposures, layer.afterLast, frame)?.exposure.cell;
  if (!layer || (cell && cell.kind !== 'drawing')) return IDENTITY;
  const { place } = layerAt(shot, layer, frame);
  return place && !isFlat(place) ? place : IDENTITY;
}

/** Where the layer in hand lies while it is placed by its box; null when it is not, or lies flat. */
export function placedNow({ session: { shot }, view }: Pick<OpenShot, 'session' | 'view'>): Placed | null {
  const { frame, layerId, placing } = view.getState();
  const layer = placing === layerId ? shot.layers.find(({ id }) => id === layerId) : undefined;
  if (!layer) return null;
  const place = layerAt(shot, layer, frame).place ?? IDENTITY;
  return isFlat(place) ? null : { layer: layer.id, frame, place };
}

/** From the drawing in hand to the screen, for what is shown over it. */
export function useHandView(): Matrix {
  const paper = useView((state) => state.paper);
  const room = useView((state) => state.room);
  const frame = useView((state) => state.frame);
  const layerId = useView((state) => state.layerId);
  const asItStands = useView((state) => state.asItStands);
  const pegs = useShot((shot) => handPegs(shot, { frame, layerId, asItStands }).join());
  return after(pegs.split(',').map(Number) as unknown as Matrix, viewMatrix(paper, room, 1));
}
