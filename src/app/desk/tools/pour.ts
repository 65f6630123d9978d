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

/** Has the region map of a drawing made, unless it is there; returns its key. */
export async function prepareRegions(
  { session, view }: Pick<OpenShot, 'session' | 'view'>,
  drawing: Drawing,
): Promise<string> {
  const { width, height } = session.shot;
  const { gap } = view.getState().tools.pour;
  const key = `${revision(drawing.ink)}|${width}x${height}|${gap}`;
  const worker = paintWorker();
  if (!(await worker.has(key))) await worker.prepare(key, drawing.ink, width, height, gap);
  return key;
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
    void prepareRegions(desk, drawing)
      .then((key) => paintWorker().region(key, sample.x, sample.y))
      .then((rings) => {
        if (rings.length === 0) return;
        session.change('pour', (shot) => {
          const own = shot.drawings[drawing.id];
          if (own) own.paint = pourInto(own.paint, rings, swatch, sample.x, sample.y);
        });
      });
    return null;
  },
};
