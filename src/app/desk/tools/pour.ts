import { type Remote, wrap } from 'comlink';
import BucketIcon from 'lucide-react/icons/paint-bucket';
import { pour as pourInto, takeOff } from '../../../core/paint/index.ts';
import { revision } from '../../../core/picture/index.ts';
import type { Drawing } from '../../../core/shot/index.ts';
import type { PaintFace } from '../../../workers/paint.worker.ts';
import type { OpenShot } from '../../session/open-shot.ts';
import type { Tool } from './tool.ts';

let face: Remote<PaintFace> | null = null;

function paintWorker(): Remote<PaintFace> {
  face ??= wrap<PaintFace>(
    new Worker(new URL('../../../workers/paint.worker.ts', import.meta.url), { type: 'module' }),
  );
  return face;
}

/** Stands for a drawing's lines, the paper and the opening size. */
function regionsKey({ session, view }: Pick<OpenShot, 'session' | 'view'>, drawing: Drawing): string {
  const { width, height } = session.shot;
  return `${revision(drawing.ink)}|${width}x${height}|${view.getState().tools.pour.gap}`;
}

/** Has the region map of a drawing made ahead, so that the first pour need not wait. */
export async function prepareRegions(open: Pick<OpenShot, 'session' | 'view'>, drawing: Drawing): Promise<void> {
  const { width, height } = open.session.shot;
  await paintWorker().prepare(
    regionsKey(open, drawing),
    drawing.ink,
    width,
    height,
    open.view.getState().tools.pour.gap,
  );
}

async function regionAt(
  open: Pick<OpenShot, 'session' | 'view'>,
  drawing: Drawing,
  x: number,
  y: number,
): Promise<Float32Array[]> {
  const key = regionsKey(open, drawing);
  const rings = await paintWorker().region(key, x, y);
  if (rings) return rings;
  await prepareRegions(open, drawing);
  return (await paintWorker().region(key, x, y)) ?? [];
}

/** Fills the enclosed region under the pen, under the line to its middle. */
export const pour: Tool = {
  id: 'pour',
  name: 'Pour',
  icon: BucketIcon,
  cursor: 'crosshair',
  ring: () => 0,
  down(desk, sample) {
    const { session, view } = desk;
    const drawing = desk.drawing();
    if (drawing === null) return null;
    if (drawing === 'empty' || drawing.ink.length === 0) {
      desk.say('There are no lines here yet: draw first, then pour.');
      return null;
    }
    const { swatch, tools } = view.getState();
    if (tools.pour.off) {
      session.change('take paint off', (shot) => {
        const own = shot.drawings[drawing.id];
        own.paint = takeOff(own.paint, sample.x, sample.y);
      });
      return null;
    }
    const { width, height } = session.shot;
    if (sample.x < 0 || sample.y < 0 || sample.x >= width || sample.y >= height) return null;
    void regionAt(desk, drawing, sample.x, sample.y).then((rings) => {
      if (rings.length === 0) return;
      session.change('pour', (shot) => {
        const own = shot.drawings[drawing.id];
        if (own) own.paint = pourInto(own.paint, rings, swatch, sample.x, sample.y);
      });
    });
    return null;
  },
};
