/** What moves are set for: the layer in hand, or the camera. */
import { CAMERA, layerPivot, paperMiddle } from '../../core/sheet/index.ts';
import type { Id, Moves, Shot } from '../../core/shot/index.ts';
import { layerInHand } from './layer-in-hand.ts';
import type { CommandContext } from './register.ts';

export interface Mover {
  /** The id of the layer, or `CAMERA`. */
  id: Id;
  name: string;
  moves: Moves | null;
  pivot: { x: number; y: number };
}

/** Null where there is nothing to move. */
export function moverOf(shot: Shot, mover: 'layer' | 'camera', layerId: Id, frame: number): Mover | null {
  if (mover === 'camera' && shot.camera)
    return { id: CAMERA, name: 'The camera', moves: shot.camera.moves, pivot: paperMiddle(shot) };
  const layer = shot.layers.find(({ id }) => id === layerId);
  if (!layer || layer.exposures.length === 0) return null;
  return { id: layer.id, name: `“${layer.name}”`, moves: layer.moves, pivot: layerPivot(shot, layer, frame) };
}

export function moverInHand(context: Pick<CommandContext, 'session' | 'view'>): Mover | null {
  const { mover, frame } = context.view.getState();
  return moverOf(context.session.shot, mover, layerInHand(context)?.id ?? '', frame);
}
