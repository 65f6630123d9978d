import { IsInt, Max, Min } from 'class-validator';
import WarpIcon from 'lucide-react/icons/grid-3x3';
import { later } from '../../parts/later.tsx';

import { layGrid, moveGridPoint } from '../warping.ts';
import { type ToolDesk, tool } from './tool.ts';

/** A point of the grid is hit this near, screen pixels. */
const REACH = 14;

function pointAt({ view, zoom }: ToolDesk, x: number, y: number): number {
  const { warping } = view.getState();
  if (!warping) return -1;
  const { points } = warping.grid;
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

/** Fields of the grid across and down. */
class WarpSettings {
  @IsInt() @Min(1) @Max(24) columns = 3;
  @IsInt() @Min(1) @Max(24) rows = 3;
}

declare module '../../session/tool-settings.ts' {
  interface ToolSettings {
    warp: WarpSettings;
  }
}

/** Bends what is picked, or the whole drawing, by a grid of points; Enter keeps it, Esc gives it up. */
export const warp = tool({
  id: 'warp',
  name: 'Warp',
  keys: ['Shift+KeyG'],
  icon: WarpIcon,
  cursor: 'default',
  settings: WarpSettings,
  strip: later(async () => ({ default: (await import('../options/ReshapeOptions.tsx')).WarpOptions })),
  overlay: later(async () => ({ default: (await import('../HandOverlay.tsx')).HandOverlay })),
  down(desk, sample) {
    const drawing = desk.drawing();
    if (drawing === null) return null;
    if (drawing === 'empty') {
      desk.say('There is nothing here yet to warp.');
      return null;
    }
    if (desk.view.getState().warping?.drawing !== drawing.id) {
      layGrid(desk, drawing);
      return null;
    }
    const point = pointAt(desk, sample.x, sample.y);
    if (point < 0) return null;
    const { warping } = desk.view.getState();
    return {
      move(samples) {
        const { x, y } = samples.at(-1) ?? sample;
        moveGridPoint(desk, point, x, y);
      },
      up() {},
      cancel: () => desk.view.setState({ warping }),
    };
  },
});
