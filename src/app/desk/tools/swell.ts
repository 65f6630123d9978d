import { IsIn, IsNumber, Max, Min } from 'class-validator';
import SwellIcon from 'lucide-react/icons/git-commit-horizontal';
import { swell as swollen } from '../../../core/ink/index.ts';
import type { Stroke } from '../../../core/shot/index.ts';
import { later } from '../../parts/later.tsx';
import { nextWidth, tool } from './tool.ts';

/** How much a line changes for each radius the pen travels over it. */
const STRENGTH = 0.35;

const SWELLS = ['thicker', 'thinner'] as const;

/** Brushing over lines makes them thicker, or thinner. */
class SwellSettings {
  @IsNumber() @Min(1) @Max(1200) radius = 24;
  @IsIn(SWELLS) by: (typeof SWELLS)[number] = 'thicker';
}

declare module '../../session/tool-settings.ts' {
  interface ToolSettings {
    swell: SwellSettings;
  }
}

/** Makes lines thicker, or thinner, where they are brushed over; Shift turns it round. */
export const swell = tool({
  id: 'swell',
  name: 'Swell',
  keys: ['Shift+KeyX'],
  icon: SwellIcon,
  cursor: 'none',
  settings: SwellSettings,
  strip: later(async () => ({ default: (await import('../options/ReshapeOptions.tsx')).SwellOptions })),
  ways: [{ id: 'next-swell', name: 'Swell: thicker or thinner', keys: ['Alt+Shift+KeyX'], setting: 'by', of: SWELLS }],
  widened: (settings, factor) => ({ ...settings, radius: nextWidth(settings.radius, factor, 600) }),
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
});
