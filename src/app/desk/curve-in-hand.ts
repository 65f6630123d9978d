/** The curve that is being laid through points on the paper. */
import { createStore } from 'zustand/vanilla';
import { type At, curvePoints, makeStroke, withImages } from '../../core/ink/index.ts';
import { drawingToDrawOn } from '../../core/sheet/index.ts';
import type { OpenShot } from '../session/open-shot.ts';
import { imagesInHand } from './mirror-in-hand.ts';

export const curveInHand = createStore<{ places: At[] }>(() => ({ places: [] }));

export function dropCurve(): void {
  if (curveInHand.getState().places.length > 0) curveInHand.setState({ places: [] });
}

/** Makes the curve an ordinary line in the Pen's brush; fewer than two points are none. */
export function keepCurve(open: Pick<OpenShot, 'session' | 'view'>, closed: boolean): void {
  const { session, view } = open;
  const { places } = curveInHand.getState();
  dropCurve();
  if (places.length < 2) return;
  const { swatch, frame, layerId, newHold, tools } = view.getState();
  const shape = curvePoints(places, closed && places.length > 2);
  const line = { ...makeStroke(shape.points, tools.pen.brush, swatch), closed: shape.closed };
  const strokes = withImages(line, imagesInHand(open));
  session.change('curve', (shot) => void drawingToDrawOn(shot, layerId, frame, newHold).ink.push(...strokes));
}
