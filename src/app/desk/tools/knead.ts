import KneadIcon from 'lucide-react/icons/hand-grab';
import { knead as kneaded } from '../../../core/ink/index.ts';
import type { Tool } from './tool.ts';

/** Pushes, gathers or spreads lines and paint in a soft circle. */
export const knead: Tool = {
  id: 'knead',
  name: 'Knead',
  icon: KneadIcon,
  cursor: 'none',
  ring: ({ view }) => view.getState().tools.knead.radius,
  down(desk, sample) {
    const was = desk.drawing();
    if (was === null) return null;
    if (was === 'empty') {
      desk.say('There is nothing here yet to knead.');
      return null;
    }
    const { radius, how } = desk.view.getState().tools.knead;
    let now: Pick<typeof was, 'ink' | 'paint'> = was;
    let last = sample;
    return {
      move(samples) {
        for (const { x, y } of samples) {
          const step = { x: last.x, y: last.y, dx: x - last.x, dy: y - last.y, radius };
          now = kneaded(now, how, step);
          last = { ...last, x, y };
        }
        desk.showDraft(was, now);
      },
      up() {
        if (now !== was) {
          const { ink, paint } = now;
          desk.session.change('knead', (shot) => void Object.assign(shot.drawings[was.id], { ink, paint }));
        }
        desk.showDraft(was, null);
      },
      cancel: () => desk.showDraft(was, null),
    };
  },
};
