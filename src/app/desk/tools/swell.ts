import SwellIcon from 'lucide-react/icons/git-commit-horizontal';
import { swell as swollen } from '../../../core/ink/index.ts';
import type { Stroke } from '../../../core/shot/index.ts';
import type { Tool } from './tool.ts';

/** How much a line changes for each radius the pen travels over it. */
const STRENGTH = 0.35;

/** Makes lines thicker, or thinner, where they are brushed over; Shift turns it round. */
export const swell: Tool = {
  id: 'swell',
  name: 'Swell',
  icon: SwellIcon,
  cursor: 'none',
  ring: ({ view }) => view.getState().tools.swell.radius,
  down(desk, sample) {
    const was = desk.drawing();
    if (was === null) return null;
    if (was === 'empty' || was.ink.length === 0) {
      desk.say('There is no line here yet to make thicker or thinner.');
      return null;
    }
    const { radius, by } = desk.view.getState().tools.swell;
    const thicker = (by === 'thicker') !== desk.shift;
    let ink: Stroke[] = was.ink;
    let last = sample;
    const brushOver = (x: number, y: number, travelled: number, pressure: number) => {
      const strength = STRENGTH * (0.4 + 1.2 * pressure) * Math.min(1, travelled / radius);
      ink = swollen(ink, x, y, radius, thicker ? 1 + strength : 1 / (1 + strength));
    };
    brushOver(sample.x, sample.y, radius / 3, sample.pressure);
    desk.showDraft(was, { ink, paint: was.paint });
    return {
      move(samples) {
        for (const each of samples) {
          const travelled = Math.hypot(each.x - last.x, each.y - last.y);
          if (travelled < radius / 8) continue;
          brushOver(each.x, each.y, travelled, each.pressure);
          last = each;
        }
        desk.showDraft(was, { ink, paint: was.paint });
      },
      up() {
        const changed = ink.some((stroke, i) => stroke !== was.ink[i]);
        if (changed)
          desk.session.change(
            thicker ? 'thicker lines' : 'thinner lines',
            (shot) => void (shot.drawings[was.id].ink = ink),
          );
        else desk.say('No line lies under the ring.');
        desk.showDraft(was, null);
      },
      cancel: () => desk.showDraft(was, null),
    };
  },
};
