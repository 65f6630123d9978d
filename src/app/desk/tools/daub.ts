import WipeIcon from 'lucide-react/icons/brush-cleaning';
import DaubIcon from 'lucide-react/icons/paintbrush-vertical';
import type { PenSample } from '../../../core/ink/index.ts';
import { daubRings, wipe as wipePaint } from '../../../core/paint/index.ts';
import { makeArea } from '../../../core/shot/index.ts';
import { lookInHand, paintingOn } from './painting.ts';
import type { Tool } from './tool.ts';

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

/** Paint put on by hand, as a shape of its own: lights, edge lights, shadows, hatching. */
export const daub: Tool = {
  id: 'daub',
  name: 'Daub',
  icon: DaubIcon,
  cursor: 'none',
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
};

/** Rubs paint out and leaves the lines. */
export const wipe: Tool = {
  id: 'wipe',
  name: 'Wipe',
  icon: WipeIcon,
  cursor: 'none',
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
    let paint = wipePaint(was.paint, Float32Array.from(path));
    desk.showDraft(was, { ink: was.ink, paint });
    return {
      move(samples) {
        const from = path.length - 3;
        samples.forEach(add);
        // Only what is new of the way: wiping is exact, so it may be done piece by piece.
        if (path.length > from + 3) paint = wipePaint(paint, Float32Array.from(path.slice(from)));
        desk.showDraft(was, { ink: was.ink, paint });
      },
      up() {
        if (paint !== was.paint) painting.put('wipe paint', () => paint);
        desk.showDraft(was, null);
      },
      cancel: () => desk.showDraft(was, null),
    };
  },
};
