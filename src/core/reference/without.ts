/** A shot to hand on without its reference. */
import type { Shot } from '../shot/model.ts';

/** Bytes of the pictures brought into a shot. */
export function referenceBytes({ assets }: Shot): number {
  return Object.values(assets).reduce((sum, { kind, bytes }) => sum + (kind === 'pictures' ? bytes : 0), 0);
}

/** The shot without any picture that was brought in: its layers stay, with their timing, and show nothing there. */
export function withoutReference(shot: Shot): Shot {
  return {
    ...shot,
    assets: Object.fromEntries(Object.entries(shot.assets).filter(([, { kind }]) => kind !== 'pictures')),
    model: shot.model?.kind === 'picture' ? null : shot.model,
    layers: shot.layers.map((layer) => ({
      ...layer,
      exposures: layer.exposures.map((each) => (each.cell?.kind === 'picture' ? { ...each, cell: null } : each)),
    })),
  };
}
