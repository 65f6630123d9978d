/** The doubt or hole that is looked at: the list beside the paper, the mark on it and the keys go by the same. */
import type { Doubt, Fault } from '../../core/paint/index.ts';
import { firstFrame } from '../../core/paint/index.ts';
import type { Id } from '../../core/shot/index.ts';
import { layerInHand } from '../commands/layer-in-hand.ts';
import type { OpenShot } from '../session/open-shot.ts';

type Open = Pick<OpenShot, 'session' | 'view' | 'paints'>;

export interface LookedAt {
  drawing: Id;
  frame: number;
  x: number;
  y: number;
}

export function doubtsInHand(open: Open): Doubt[] {
  const layer = layerInHand(open);
  return layer ? open.paints.doubts(layer) : [];
}

/** What was found on the layer in hand and is still there to go to. */
export function faultsInHand(open: Open): Fault[] {
  const { faults } = open.paints.state.getState();
  const { layerId } = open.view.getState();
  if (!faults || faults.layerId !== layerId) return [];
  return faults.list.filter(({ drawing }) => open.session.shot.drawings[drawing]);
}

/** The list in sight: what is unsure, or what holes were found. */
export function listInSight(open: Open): LookedAt[] {
  if (open.view.getState().paintCard !== 'holes') return doubtsInHand(open);
  const layer = layerInHand(open);
  return faultsInHand(open).map((fault) => ({ ...fault, frame: (layer && firstFrame(layer, fault.drawing)) ?? 0 }));
}

export function lookedAt(open: Open): LookedAt | null {
  return listInSight(open)[open.paints.state.getState().at] ?? null;
}
