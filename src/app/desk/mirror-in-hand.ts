import { mirrorMaps } from '../../core/ink/index.ts';
import type { Matrix } from '../../core/plane/index.ts';
import type { OpenShot } from '../session/open-shot.ts';

/** The maps to a line's images in the guides' mirror; none while there is no mirror, or guides are hidden. */
export function imagesInHand({ session, view }: Pick<OpenShot, 'session' | 'view'>): Matrix[] {
  const { mirror } = session.shot.guides;
  return mirror && view.getState().guidesShown ? mirrorMaps(mirror) : [];
}
