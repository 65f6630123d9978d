import { paletteAt } from '../../../core/shot/index.ts';
import type { OpenShot } from '../../session/open-shot.ts';

const GRAPHITE = '#2a2924';

/** The colour of the swatch in hand on the present frame. */
export function colourInHand({ session, view }: Pick<OpenShot, 'session' | 'view'>): string {
  const { swatch, frame } = view.getState();
  return paletteAt(session.shot, frame).swatches.find(({ id }) => id === swatch)?.colour ?? GRAPHITE;
}
