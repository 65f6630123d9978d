import WarpIcon from 'lucide-react/icons/grid-3x3';
import { layGrid, moveGridPoint, warping } from '../warping.ts';
import type { Tool, ToolDesk } from './tool.ts';

/** A point of the grid is hit this near, screen pixels. */
const REACH = 14;

function pointAt({ zoom }: ToolDesk, x: number, y: number): number {
  const { now } = warping.getState();
  if (!now) return -1;
  const { points } = now.grid;
  let best = -1;
  let nearest = REACH / zoom;
  for (let i = 0; i < points.length; i += 2) {
    const away = Math.hypot(points[i] - x, points[i + 1] - y);
    if (away <= nearest) {
      nearest = away;
      best = i / 2;
    }
  }
  return best;
}

/** Bends what is picked, or the whole drawing, by a grid of points; Enter keeps it, Esc gives it up. */
export const warp: Tool = {
  id: 'warp',
  name: 'Warp',
  icon: WarpIcon,
  cursor: 'default',
  ring: () => 0,
  down(desk, sample) {
    const drawing = desk.drawing();
    if (drawing === null) return null;
    if (drawing === 'empty') {
      desk.say('There is nothing here yet to warp.');
      return null;
    }
    if (warping.getState().now?.drawing !== drawing.id) {
      layGrid(desk, drawing);
      return null;
    }
    const point = pointAt(desk, sample.x, sample.y);
    if (point < 0) return null;
    const before = warping.getState();
    return {
      move(samples) {
        const { x, y } = samples.at(-1) ?? sample;
        moveGridPoint(point, x, y);
      },
      up() {},
      cancel: () => warping.setState(before),
    };
  },
};
