/** Region maps of the drawings being painted: made in a worker, kept here, so that all pours but the first are immediate. */
import { type Remote, wrap } from 'comlink';
import type { RegionMap } from '../../core/paint/index.ts';
import { revision } from '../../core/picture/index.ts';
import type { Drawing } from '../../core/shot/index.ts';
import type { PaintFace } from '../../workers/paint.worker.ts';
import type { OpenShot } from '../session/open-shot.ts';

/** Maps kept: a few drawings painted in turn, about 8 MB each. */
const MAPS = 6;
const maps = new Map<string, RegionMap | Promise<RegionMap>>();

let face: Remote<PaintFace> | null = null;

function paintWorker(): Remote<PaintFace> {
  face ??= wrap<PaintFace>(new Worker(new URL('../../workers/paint.worker.ts', import.meta.url), { type: 'module' }));
  return face;
}

/** The map of a drawing as it is now: at once when it is there, else when the worker has made it. */
export function regionsOf(
  { session, view }: Pick<OpenShot, 'session' | 'view'>,
  drawing: Drawing,
): RegionMap | Promise<RegionMap> {
  const { width, height } = session.shot;
  const { gap } = view.getState().tools.pour;
  const key = `${revision(drawing.ink)}|${width}x${height}|${gap}`;
  const known = maps.get(key);
  if (known) return known;
  const made = paintWorker()
    .map(drawing.ink, width, height, gap)
    .then((map) => {
      maps.set(key, map);
      return map;
    });
  maps.set(key, made);
  for (const old of maps.keys()) {
    if (maps.size <= MAPS) break;
    maps.delete(old);
  }
  return made;
}
