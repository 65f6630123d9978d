import { IsBoolean, IsNumber, Max, Min } from 'class-validator';
import WipeIcon from 'lucide-react/icons/brush-cleaning';
import DaubIcon from 'lucide-react/icons/paintbrush-vertical';
import type { PenSample } from '../../../core/ink/index.ts';
import type { wipe as Wipe } from '../../../core/paint/areas/wipe.ts';
import { daubRings } from '../../../core/paint/index.ts';
import { makeArea } from '../../../core/shot/index.ts';
import { later } from '../../parts/later.tsx';
import { lookInHand, paintingOn } from './painting.ts';
import { nextWidth, tool } from './tool.ts';

/** Points of the pen nearer together than this share of the width add nothing. */
const CLOSE = 0.08;

/** Where the brush went: x, y, radius triples; heavier is wider. */
function pathFrom(first: PenSample, width: number) {
  const path: number[] = [];
  const add = ({ x, y, pressure }: PenSample) => {
    const n = path.length;
    if (n > 0 && Math.hypot(x - path[n - 3], y - path[n - 2]) < CLOSE * width) return;
    path.push(x, y, width * (0.3 + 0.4 * pressure));
  };
  add(first);
  return { path, add };
}

class DaubSettings {
  /** Paper pixels. */
  @IsNumber() @Min(1) @Max(400) width = 24;
  /** Only where paint or line already is. */
  @IsBoolean() inside = true;
}

declare module '../../session/tool-settings.ts' {
  interface ToolSettings {
    daub: DaubSettings;
  }
}

/** Paint put on by hand, as a shape of its own: lights, edge lights, shadows, hatching. */
export const daub = tool({
  id: 'daub',
  name: 'Daub',
  commandName: 'Daub: paint by hand',
  keys: ['KeyB'],
  inPaint: true,
  icon: DaubIcon,
  cursor: 'none',
  settings: DaubSettings,
  strip: later(async () => ({ default: (await import('../options/PaintOptions.tsx')).DaubOptions })),
  widened: (settings, factor) => ({ ...settings, width: nextWidth(settings.width, factor, 200) }),
  ring: ({ view }) => view.getState().tools.daub.width / 2,
  down(desk, sample) {
    const painting = paintingOn(desk, false);
    if (!painting) return null;
    const { tools, swatch, frame } = desk.view.getState();
    const { width, inside } = tools.daub;
    const was = painting.drawing;
    if (inside && was.paint.length === 0 && desk.paints.bounded(was, frame).lines.length === 0) {
      desk.say('There is neither paint nor line to stay inside here. Pour first, or untick “Stay inside”.');
      return null;
    }
    const { path, add } = pathFrom(sample, width);
    const area = () => {
      const bounds = inside ? { ink: desk.paints.bounded(was, frame).lines, paint: was.paint } : null;
      const { edge, soft } = lookInHand(desk);
      return makeArea(swatch, daubRings(Float32Array.from(path), bounds), { edge, soft });
    };
    const show = () => {
      const fresh = area();
      desk.showDraft(was, { ink: was.ink, paint: fresh.rings.length > 0 ? [...was.paint, fresh] : was.paint });
    };
    show();
    return {
      move(samples) {
        samples.forEach(add);
        show();
      },
      up() {
        const fresh = area();
        if (fresh.rings.length > 0) painting.put('daub', (paint) => [...paint, fresh]);
        else desk.say('That lies outside of all paint and line: with “Stay inside” nothing was put on.');
        desk.showDraft(was, null);
      },
      cancel: () => desk.showDraft(was, null),
    };
  },
});

class WipeSettings {
  /** Paper pixels. */
  @IsNumber() @Min(1) @Max(400) width = 40;
}

declare module '../../session/tool-settings.ts' {
  interface ToolSettings {
    wipe: WipeSettings;
  }
}

/** Clipping is a large piece of code that only this tool needs: it comes when the tool is taken in hand. */
let wipePaint: typeof Wipe | null = null;

async function readyToWipe(): Promise<void> {
  wipePaint = (await import('../../../core/paint/areas/wipe.ts')).wipe;
}

/** Rubs paint out and leaves the lines. */
export const wipe = tool({
  id: 'wipe',
  name: 'Wipe',
  commandName: 'Wipe paint off',
  keys: ['KeyY'],
  inPaint: true,
  icon: WipeIcon,
  cursor: 'none',
  settings: WipeSettings,
  strip: later(async () => ({ default: (await import('../options/PaintOptions.tsx')).WipeOptions })),
  widened: (settings, factor) => ({ ...settings, width: nextWidth(settings.width, factor, 200) }),
  prepare: readyToWipe,
  ring: ({ view }) => view.getState().tools.wipe.width / 2,
  down(desk, sample) {
    const painting = paintingOn(desk, false);
    if (!painting) return null;
    const was = painting.drawing;
    if (was.paint.length === 0) {
      desk.say('There is no paint on this drawing to wipe off.');
      return null;
    }
    const { path, add } = pathFrom(sample, desk.view.getState().tools.wipe.width);
    let { paint } = was;
    // Wiping is exact, so it is done piece by piece: from the last point that was wiped on. While its code is still on its
    // way - a moment after the tool was first taken - the way is kept and wiped at once.
    let done = 0;
    const wipeOn = () => {
      if (!wipePaint || (done > 0 && path.length <= done + 3)) return;
      paint = wipePaint(paint, Float32Array.from(path.slice(done)));
      done = path.length - 3;
      desk.showDraft(was, { ink: was.ink, paint });
    };
    const finish = () => {
      wipeOn();
      if (paint !== was.paint) painting.put('wipe paint', () => paint);
      desk.showDraft(was, null);
    };
    wipeOn();
    return {
      move(samples) {
        samples.forEach(add);
        wipeOn();
      },
      up() {
        if (wipePaint) finish();
        else void readyToWipe().then(finish);
      },
      cancel: () => desk.showDraft(was, null),
    };
  },
});
