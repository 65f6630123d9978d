import EraserIcon from 'lucide-react/icons/eraser';
import { erase } from '../../../core/ink/index.ts';
import { newId } from '../../../core/shot/index.ts';
import type { Tool } from './tool.ts';

/** Cuts lines where it passes; the whole pass is one step of undo. Paint is left alone. */
export const eraser: Tool = {
  id: 'eraser',
  name: 'Eraser',
  icon: EraserIcon,
  cursor: 'none',
  ring: ({ view }) => view.getState().tools.eraser.width / 2,
  down(desk, sample) {
    const { session, view } = desk;
    const target = desk.drawing();
    if (target === null) return null;
    if (target === 'empty' || target.ink.length === 0) {
      desk.say('There is no line to erase on this layer here.');
      return null;
    }
    const radius = view.getState().tools.eraser.width / 2;
    const gesture = `erase ${newId()}`;
    let last = sample;
    const pass = (path: number[]) => {
      const left = erase(session.shot.drawings[target.id].ink, Float32Array.from(path), radius);
      if (!left) return;
      session.change('erase', (shot) => void (shot.drawings[target.id].ink = left), gesture);
    };
    pass([sample.x, sample.y]);
    return {
      move(samples) {
        pass([last.x, last.y, ...samples.flatMap(({ x, y }) => [x, y])]);
        last = samples.at(-1) ?? last;
      },
      up() {},
      cancel() {},
    };
  },
};
