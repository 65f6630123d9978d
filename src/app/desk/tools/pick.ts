import { IsBoolean, IsIn } from 'class-validator';
import PickIcon from 'lucide-react/icons/mouse-pointer-2';
import { type Pick, pickInside, strokeAt } from '../../../core/ink/index.ts';
import { areaUnder } from '../../../core/paint/index.ts';
import type { Point } from '../../../core/plane/index.ts';
import { translation } from '../../../core/plane/index.ts';
import { type Drawing, POINT_SIZE } from '../../../core/shot/index.ts';
import { later } from '../../parts/later.tsx';
import { changePicked, pickedNow, setPicked } from '../picked.ts';
import { fenceLook } from './fence.ts';
import { type Gesture, type ToolDesk, tool } from './tool.ts';

/** A line is hit this near to its ink, screen pixels. */
const REACH = 5;
/** A pen that moved less than this pressed, it did not drag. Screen pixels. */
const PRESS = 3;

/** Picked with a rectangle or a loop; scaled one way the other gives way; the same done to all drawings chosen. */
class PickSettings {
  @IsIn(['rectangle', 'loop']) by: 'rectangle' | 'loop' = 'rectangle';
  @IsBoolean() keepVolume = false;
  @IsBoolean() chosenToo = false;
}

declare module '../../session/tool-settings.ts' {
  interface ToolSettings {
    pick: PickSettings;
  }
}

/** Picks lines and paint by pressing, by a rectangle or by a loop, and moves what is picked. */
export const pick = tool({
  id: 'pick',
  name: 'Pick',
  keys: ['KeyP'],
  icon: PickIcon,
  cursor: 'default',
  settings: PickSettings,
  strip: later(async () => ({ default: (await import('../options/PickOptions.tsx')).PickOptions })),
  overlay: later(async () => ({ default: (await import('../PickBox.tsx')).PickBox })),
  down(desk, sample) {
    const target = desk.drawing();
    if (target === null) return null;
    if (target === 'empty') {
      desk.view.setState({ picked: null });
      desk.say('There is no drawing here to pick from.');
      return null;
    }
    const hit = strokeAt(target.ink, sample.x, sample.y, REACH / desk.zoom);
    const now = pickedNow(desk)?.pick;
    const area = hit ? null : areaUnder(target.paint, sample.x, sample.y);
    if (area && !desk.shift && now?.areas.includes(area.id)) return drag(desk, sample);
    if (!hit) return fence(desk, target, sample, desk.shift && now ? now : { strokes: [], areas: [] });
    const was = now?.strokes.includes(hit.id);
    if (desk.shift) {
      const strokes = was ? now!.strokes.filter((id) => id !== hit.id) : [...(now?.strokes ?? []), hit.id];
      setPicked(desk, target, { strokes, areas: now?.areas ?? [] });
      return null;
    }
    if (!was) setPicked(desk, target, { strokes: [hit.id], areas: [] });
    return drag(desk, sample);
  },
});

/** What is picked follows the pen; it is moved when the pen is lifted. */
function drag(desk: ToolDesk, start: Point): Gesture {
  let by: Point = { x: 0, y: 0 };
  return {
    move(samples) {
      const last = samples.at(-1) ?? start;
      by = { x: last.x - start.x, y: last.y - start.y };
      desk.view.setState({ changing: translation(by.x, by.y) });
    },
    up() {
      desk.view.setState({ changing: null });
      if (Math.hypot(by.x, by.y) * desk.zoom >= PRESS) changePicked(desk, 'move', translation(by.x, by.y));
    },
    cancel() {
      desk.view.setState({ changing: null });
    },
  };
}

/** A rectangle or a loop; what lies inside is added to `before`. */
function fence(desk: ToolDesk, drawing: Drawing, start: Point, before: Pick): Gesture {
  const look = fenceLook(desk.zoom);
  const { by } = desk.view.getState().tools.pick;
  let path: Point[] = [start];
  const around = (to: Point): Point[] => [start, { x: to.x, y: start.y }, to, { x: start.x, y: to.y }];
  const show = () => {
    const line = new Float32Array((path.length + 1) * POINT_SIZE);
    [...path, path[0]].forEach(({ x, y }, i) => {
      line.set([x, y, 0.5], i * POINT_SIZE);
    });
    desk.showLine(null, look);
    // A rectangle's corners are corners: each side is shown as a line of its own.
    if (by === 'loop') desk.showLine(line, look);
    else desk.showLine(straightened(line), look);
  };
  return {
    move(samples) {
      if (by === 'loop') path.push(...samples);
      else path = around(samples.at(-1) ?? start);
      show();
    },
    up() {
      desk.showLine(null, look);
      const last = path[Math.floor(path.length / 2)];
      const pressed = Math.hypot(last.x - start.x, last.y - start.y) * desk.zoom < PRESS;
      const area = pressed ? areaUnder(drawing.paint, start.x, start.y) : null;
      const inside = pressed
        ? { strokes: [], areas: area ? [area.id] : [] }
        : pickInside(drawing, Float32Array.from(path.flatMap(({ x, y }) => [x, y])));
      setPicked(desk, drawing, {
        strokes: [...new Set([...before.strokes, ...inside.strokes])],
        areas: [...new Set([...before.areas, ...inside.areas])],
      });
    },
    cancel() {
      desk.showLine(null, look);
    },
  };
}

/** Every corner twice more, so that the curve through the points goes straight from one to the next. */
function straightened(line: Float32Array): Float32Array {
  const out: number[] = [];
  for (let i = 0; i < line.length; i += POINT_SIZE)
    for (let k = 0; k < 3; k++) out.push(...line.subarray(i, i + POINT_SIZE));
  return Float32Array.from(out);
}
