import ShapesIcon from 'lucide-react/icons/shapes';
import { makeStroke, type Shape, shapePoints } from '../../../core/ink/index.ts';
import { drawingToDrawOn } from '../../../core/sheet/index.ts';
import { type Brush, colourMap, paletteAt } from '../../../core/shot/index.ts';
import type { OpenShot } from '../../session/open-shot.ts';
import type { Tool } from './tool.ts';

/** Smaller than this it is a press and no shape, screen pixels. */
const LEAST = 3;

/** Shapes are drawn in the Pen's line. */
function brushOf({ view }: OpenShot): Brush {
  const { width, pressure } = view.getState().tools.pen;
  return { kind: 'pen', width, thinning: pressure, opacity: 1 };
}

const NAMES: Record<Shape, string> = { line: 'straight line', ellipse: 'ellipse', rectangle: 'rectangle' };

/** Straight lines, ellipses and rectangles, dragged from one end or corner to the other; Shift makes them even. */
export const shapes: Tool = {
  id: 'shapes',
  name: 'Shapes',
  icon: ShapesIcon,
  cursor: 'crosshair',
  ring: () => 0,
  down(desk, sample) {
    const { session, view } = desk;
    if (desk.drawing() === null) return null;
    const { swatch, frame, layerId, newHold, tools } = view.getState();
    const { shape } = tools.shapes;
    const brush = brushOf(desk);
    const colour = colourMap(paletteAt(session.shot, frame)).get(swatch) ?? '#2a2924';
    const from: [number, number] = [sample.x, sample.y];
    let made: ReturnType<typeof shapePoints> | null = null;
    return {
      move(samples, _screen, shift) {
        const last = samples.at(-1) ?? sample;
        const big = Math.hypot(last.x - from[0], last.y - from[1]) * desk.zoom >= LEAST;
        made = big ? shapePoints(shape, from, [last.x, last.y], shift) : null;
        desk.showLine(null, brush, colour);
        if (!made) return;
        // The line under the pen is open: a closed one is shown up to its first point again.
        const { points, closed } = made;
        desk.showLine(closed ? Float32Array.from([...points, ...points.subarray(0, 6)]) : points, brush, colour);
      },
      up() {
        desk.showLine(null, brush, colour);
        if (!made) return;
        const stroke = { ...makeStroke(made.points, brush, swatch), closed: made.closed };
        session.changeUnderPen(NAMES[shape], (shot) => {
          drawingToDrawOn(shot, layerId, frame, newHold).ink.push(stroke);
        });
      },
      cancel() {
        desk.showLine(null, brush, colour);
      },
    };
  },
};
