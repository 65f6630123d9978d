import { IsIn, IsNumber, Max, Min } from 'class-validator';
import EraserIcon from 'lucide-react/icons/eraser';
import { ERASES, type EraseHow, erase, eraseInside, eraseLines, eraseToCrossings } from '../../../core/ink/index.ts';
import type { Point } from '../../../core/plane/index.ts';
import { newId, POINT_SIZE } from '../../../core/shot/index.ts';
import { later } from '../../parts/later.tsx';
import { fenceLook } from './fence.ts';
import { type Gesture, nextWidth, type ToolDesk, tool } from './tool.ts';

const PASSES = { part: erase, line: eraseLines, crossings: eraseToCrossings };

class EraserSettings {
  /** Paper pixels. */
  @IsNumber() @Min(1) @Max(400) width = 28;
  @IsIn(ERASES) how: EraseHow = 'part';
}

declare module '../../session/tool-settings.ts' {
  interface ToolSettings {
    eraser: EraserSettings;
  }
}

/** Takes lines off: parts of them, whole, up to their crossings, or what lies inside a loop. Paint is left alone. */
export const eraser = tool({
  id: 'eraser',
  name: 'Eraser',
  keys: ['KeyE'],
  icon: EraserIcon,
  cursor: 'none',
  settings: EraserSettings,
  strip: later(async () => ({ default: (await import('../options/EraserOptions.tsx')).EraserOptions })),
  ways: [{ id: 'next-erase', name: 'Next way to erase', keys: ['Alt+KeyQ'], setting: 'how', of: ERASES }],
  widened: (settings, factor) => ({ ...settings, width: nextWidth(settings.width, factor, 200) }),
  ring: ({ view }) => {
    const { width, how } = view.getState().tools.eraser;
    return how === 'loop' ? 0 : width / 2;
  },
  down(desk, sample) {
    const target = desk.drawing();
    if (target === null) return null;
    if (target === 'empty' || target.ink.length === 0) {
      desk.say('There is no line to erase on this layer here.');
      return null;
    }
    const { how } = desk.view.getState().tools.eraser;
    return how === 'loop' ? loop(desk, target.id, sample) : pass(desk, target.id, sample, how);
  },
});

/** Erases while passing; the whole pass is one step of undo. */
function pass({ session, view }: ToolDesk, id: string, start: Point, how: Exclude<EraseHow, 'loop'>): Gesture {
  const radius = view.getState().tools.eraser.width / 2;
  const gesture = `erase ${newId()}`;
  let last = start;
  const over = (path: number[]) => {
    const left = PASSES[how](session.shot.drawings[id].ink, Float32Array.from(path), radius);
    if (left) session.change('erase', (shot) => void (shot.drawings[id].ink = left), gesture);
  };
  over([start.x, start.y]);
  return {
    move(samples) {
      over([last.x, last.y, ...samples.flatMap(({ x, y }) => [x, y])]);
      last = samples.at(-1) ?? last;
    },
    up() {},
    cancel() {},
  };
}

/** Draws a loop and erases what lies inside when the pen is lifted. */
function loop(desk: ToolDesk, id: string, start: Point): Gesture {
  const points: Point[] = [start];
  const look = fenceLook(desk.zoom);
  const show = () => {
    // Closed as it will be, so that what is meant is seen.
    const line = new Float32Array((points.length + 1) * POINT_SIZE);
    [...points, start].forEach(({ x, y }, i) => {
      line.set([x, y, 0.5], i * POINT_SIZE);
    });
    desk.showLine(null, look);
    desk.showLine(line, look);
  };
  return {
    move(samples) {
      points.push(...samples);
      show();
    },
    up() {
      desk.showLine(null, look);
      const left = eraseInside(
        desk.session.shot.drawings[id].ink,
        Float32Array.from(points.flatMap(({ x, y }) => [x, y])),
      );
      if (left) desk.session.change('erase inside', (shot) => void (shot.drawings[id].ink = left));
      else desk.say('No line lies inside the loop.');
    },
    cancel() {
      desk.showLine(null, look);
    },
  };
}
