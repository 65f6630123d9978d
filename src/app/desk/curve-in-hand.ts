/** The curve that is being laid through points on the paper. */
import { curvePoints, makeStroke, withImages } from '../../core/ink/index.ts';
import { drawingToDrawOn } from '../../core/sheet/index.ts';
import type { OpenShot } from '../session/open-shot.ts';
import { imagesInHand } from './mirror-in-hand.ts';

type Open = Pick<OpenShot, 'session' | 'view'>;

export function dropCurve({ view }: Pick<Open, 'view'>): void {
  if (view.getState().curve.length > 0) view.setState({ curve: [] });
}

/** Makes the curve an ordinary line in the Pen's brush; fewer than two points are none. */
export function keepCurve(open: Open, closed: boolean): void {
  const { session, view } = open;
  const { curve: places } = view.getState();
  dropCurve(open);
  if (places.length < 2) return;
  const { swatch, frame, layerId, newHold, tools } = view.getState();
  const shape = curvePoints(places, closed && places.length > 2);
  const line = { ...makeStroke(shape.points, tools.pen.brush, swatch), closed: shape.closed };
  const strokes = withImages(line, imagesInHand(open));
  session.change('curve', (shot) => void drawingToDrawOn(shot, layerId, frame, newHold).ink.push(...strokes));
}
