import { IsIn, IsNumber, Max, Min } from 'class-validator';
import KneadIcon from 'lucide-react/icons/hand-grab';
import { KNEADS, type KneadHow, knead as kneaded } from '../../../core/ink/index.ts';
import { later } from '../../parts/later.tsx';
import { nextWidth, tool } from './tool.ts';

class KneadSettings {
  /** Radius of what is moved, screen pixels at the paper's own size. */
  @IsNumber() @Min(1) @Max(1200) radius = 90;
  /** Moved along, drawn in, or pressed out. */
  @IsIn(KNEADS) how: KneadHow = 'push';
}

declare module '../../session/tool-settings.ts' {
  interface ToolSettings {
    knead: KneadSettings;
  }
}

/** Pushes, gathers or spreads lines and paint in a soft circle. */
export const knead = tool({
  id: 'knead',
  name: 'Knead',
  keys: ['Shift+KeyK'],
  icon: KneadIcon,
  cursor: 'none',
  settings: KneadSettings,
  strip: later(async () => ({ default: (await import('../options/ReshapeOptions.tsx')).KneadOptions })),
  ways: [{ id: 'next-knead', name: 'Next way to knead', keys: ['Alt+KeyK'], setting: 'how', of: KNEADS }],
  widened: (settings, factor) => ({ ...settings, radius: nextWidth(settings.radius, factor, 600) }),
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
});
