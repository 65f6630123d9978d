import { IsBoolean, IsIn } from 'class-validator';
import LassoIcon from 'lucide-react/icons/lasso';
import SweepIcon from 'lucide-react/icons/square-dashed';
import { fence as fencePaint } from '../../../core/paint/index.ts';
import type { Box } from '../../../core/plane/index.ts';
import { POINT_SIZE } from '../../../core/shot/index.ts';
import { sweepOver } from '../../paint/sweep.ts';
import { later } from '../../parts/later.tsx';
import { NoSettings } from '../../session/tool-settings.ts';
import { fenceLook } from './fence.ts';
import { lookInHand, paintingOn, withRegions } from './painting.ts';
import { type ToolDesk, tool } from './tool.ts';

/** Smallest fence, screen pixels: less is a slip of the pen. */
const SMALLEST = 8;

function shown(desk: ToolDesk, path: number[]): void {
  const points = new Float32Array((path.length / 2) * POINT_SIZE);
  for (let i = 0; i < path.length / 2; i++) points.set([path[2 * i], path[2 * i + 1], 0.5, 0, 0, i], i * POINT_SIZE);
  desk.showLine(points, fenceLook(desk.zoom));
}

const size = (path: number[], zoom: number) => {
  const xs = path.filter((_, i) => i % 2 === 0);
  const ys = path.filter((_, i) => i % 2 === 1);
  return Math.max(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)) * zoom;
};

declare module '../../session/tool-settings.ts' {
  interface ToolSettings {
    fence: NoSettings;
  }
}

/** All regions inside a drawn loop take the swatch. */
export const fence = tool({
  id: 'fence',
  name: 'Fence',
  commandName: 'Fence: all regions inside a loop',
  keys: ['KeyG'],
  inPaint: true,
  icon: LassoIcon,
  cursor: 'crosshair',
  settings: NoSettings,
  strip: later(async () => ({ default: (await import('../options/PaintOptions.tsx')).FenceOptions })),
  down(desk, sample) {
    const painting = paintingOn(desk);
    if (!painting) return null;
    const path = [sample.x, sample.y];
    const clear = () => desk.showLine(null, fenceLook(desk.zoom));
    return {
      move(samples) {
        for (const { x, y } of samples) path.push(x, y);
        shown(desk, path);
      },
      up() {
        clear();
        if (size(path, desk.zoom) < SMALLEST) return;
        withRegions(desk, painting, (map) => {
          const { swatch } = desk.view.getState();
          let found = 0;
          painting.put('fence', (paint) => {
            const next = fencePaint(paint, map, Float32Array.from(path), swatch, lookInHand(desk));
            found = next === paint ? 0 : 1;
            return next;
          });
          if (found === 0)
            desk.say('No region lies wholly inside the fence. Draw it right round what is to be painted.');
        });
      },
      cancel: clear,
    };
  },
});

const SWEEPS = ['drawing', 'chosen', 'layer'] as const;

/** Where a rectangle fills: on this drawing, on those chosen on the sheet, or on all of the layer. */
class SweepSettings {
  @IsIn(SWEEPS) over: (typeof SWEEPS)[number] = 'layer';
  @IsBoolean() unpainted = true;
  @IsBoolean() lines = false;
}

declare module '../../session/tool-settings.ts' {
  interface ToolSettings {
    sweep: SweepSettings;
  }
}

/** A rectangle over one drawing or many: what is enclosed inside it takes the swatch. */
export const sweep = tool({
  id: 'sweep',
  name: 'Sweep',
  commandName: 'Sweep: all inside a rectangle, over many drawings',
  keys: ['KeyH'],
  inPaint: true,
  icon: SweepIcon,
  cursor: 'crosshair',
  settings: SweepSettings,
  strip: later(async () => ({ default: (await import('../options/PaintOptions.tsx')).SweepOptions })),
  ways: [
    {
      id: 'next-sweep',
      name: 'Next drawings to sweep over',
      keys: ['Shift+KeyG'],
      setting: 'over',
      of: SWEEPS,
      inPaint: true,
    },
  ],
  down(desk, sample) {
    if (desk.drawing() === null) return null;
    let to = sample;
    const clear = () => desk.showLine(null, fenceLook(desk.zoom));
    return {
      move(samples) {
        to = samples.at(-1)!;
        const { x, y } = sample;
        shown(desk, [x, y, to.x, y, to.x, to.y, x, to.y, x, y]);
      },
      up() {
        clear();
        const rectangle: Box = {
          minX: Math.min(sample.x, to.x),
          minY: Math.min(sample.y, to.y),
          maxX: Math.max(sample.x, to.x),
          maxY: Math.max(sample.y, to.y),
        };
        if (Math.max(rectangle.maxX - rectangle.minX, rectangle.maxY - rectangle.minY) * desk.zoom < SMALLEST) return;
        void sweepOver(desk, rectangle);
      },
      cancel: clear,
    };
  },
});
