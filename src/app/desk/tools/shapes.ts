import { IsIn } from 'class-validator';
import ShapesIcon from 'lucide-react/icons/shapes';
import { makeStroke, SHAPES, type Shape, shapePoints, withImages } from '../../../core/ink/index.ts';
import type { XY } from '../../../core/plane/index.ts';
import { drawingToDrawOn } from '../../../core/sheet/index.ts';
import { later } from '../../parts/later.tsx';
import { keepCurve } from '../curve-in-hand.ts';
import { imagesInHand } from '../mirror-in-hand.ts';
import { colourInHand } from './colour.ts';
import { type Gesture, type ToolDesk, tool } from './tool.ts';

/** Smaller than this it is a press and no shape, screen pixels. */
const LEAST = 3;

const NAMES: Record<Exclude<Shape, 'curve'>, string> = {
  line: 'straight line',
  ellipse: 'ellipse',
  rectangle: 'rectangle',
};

class ShapeSettings {
  @IsIn(SHAPES) shape: Shape = 'line';
}

declare module '../../session/tool-settings.ts' {
  interface ToolSettings {
    shapes: ShapeSettings;
  }
}

/**
 * Straight lines, ellipses and rectangles, dragged from one end or corner to the other; Shift makes them even. A curve is
 * laid through points pressed one after the other.
 */
export const shapes = tool({
  id: 'shapes',
  name: 'Shapes',
  keys: ['Shift+KeyP'],
  icon: ShapesIcon,
  cursor: 'crosshair',
  settings: ShapeSettings,
  strip: later(async () => ({ default: (await import('../options/ShapeOptions.tsx')).ShapeOptions })),
  ways: [{ id: 'next-shape', name: 'Next shape', keys: ['Alt+Shift+KeyP'], setting: 'shape', of: SHAPES }],
  down(desk, sample) {
    const { session, view } = desk;
    if (desk.drawing() === null) return null;
    const { swatch, frame, layerId, newHold, tools } = view.getState();
    const { shape } = tools.shapes;
    if (shape === 'curve') return curve(desk, [sample.x, sample.y]);
    // Shapes are drawn in the Pen's line.
    const { brush } = tools.pen;
    const images = imagesInHand(desk);
    const look = { brush, colour: colourInHand(desk), images };
    const from: [number, number] = [sample.x, sample.y];
    let made: ReturnType<typeof shapePoints> | null = null;
    return {
      move(samples, _screen, shift) {
        const last = samples.at(-1) ?? sample;
        const big = Math.hypot(last.x - from[0], last.y - from[1]) * desk.zoom >= LEAST;
        made = big ? shapePoints(shape, from, [last.x, last.y], shift) : null;
        desk.showLine(null, look);
        if (!made) return;
        // The line under the pen is open: a closed one is shown up to its first point again.
        const { points, closed } = made;
        desk.showLine(closed ? Float32Array.from([...points, ...points.subarray(0, 6)]) : points, look);
      },
      up() {
        desk.showLine(null, look);
        if (!made) return;
        const strokes = withImages({ ...makeStroke(made.points, brush, swatch), closed: made.closed }, images);
        session.changeUnderPen(NAMES[shape], (shot) => {
          drawingToDrawOn(shot, layerId, frame, newHold).ink.push(...strokes);
        });
      },
      cancel() {
        desk.showLine(null, look);
      },
    };
  },
});

/** A point of the curve is hit this near, screen pixels. */
const REACH = 9;

/** Puts the next point of a curve; on the first one it closes, on the last one it ends. A point can be dragged. */
function curve(desk: ToolDesk, at: XY): Gesture | null {
  const { view } = desk;
  const { curve: places } = view.getState();
  const hit = places.findIndex(([x, y]) => Math.hypot(x - at[0], y - at[1]) * desk.zoom <= REACH);
  const ends = hit >= 0 && (hit === places.length - 1 || hit === 0) && places.length > 1;
  const moving = hit >= 0 ? hit : places.length;
  let dragged = false;
  if (hit < 0) view.setState({ curve: [...places, at] });
  return {
    move(samples) {
      const last = samples.at(-1);
      if (!last || (!dragged && Math.hypot(last.x - at[0], last.y - at[1]) * desk.zoom < LEAST)) return;
      dragged = true;
      const next = view.getState().curve.slice();
      next[moving] = [last.x, last.y];
      view.setState({ curve: next });
    },
    up() {
      if (ends && !dragged) keepCurve(desk, hit === 0);
    },
    cancel: () => view.setState({ curve: places }),
  };
}
