import { IsIn } from 'class-validator';
import GuidesIcon from 'lucide-react/icons/drafting-compass';
import {
  arcFrom,
  guideAt,
  guidesMoved,
  guidesWithout,
  PenLine,
  type PenSample,
  plainBrush,
} from '../../../core/ink/index.ts';
import { type Guides, LIMITS, newId } from '../../../core/shot/index.ts';
import { later } from '../../parts/later.tsx';
import { type Gesture, type ToolDesk, tool } from './tool.ts';

const REACH = 10;
/** Shorter than this it is a press and no arc, screen pixels. */
const LEAST_ARC = 12;
const MOST_VANISHING = 3;
const ARC_COLOUR = '#b06a12';

function set({ session }: ToolDesk, label: string, guides: Guides, gesture = ''): void {
  session.change(label, (shot) => void (shot.guides = guides), gesture);
}

const GUIDE_KINDS = ['arc', 'vanishing'] as const;

class GuideSettings {
  /** What it puts on the paper. */
  @IsIn(GUIDE_KINDS) add: (typeof GUIDE_KINDS)[number] = 'arc';
}

declare module '../../session/tool-settings.ts' {
  interface ToolSettings {
    guides: GuideSettings;
  }
}

/** Takes hold of guides and moves or turns them; on bare paper it puts down what the strip says. Shift takes one off. */
export const guides = tool({
  id: 'guides',
  onPaper: true,
  name: 'Guides',
  keys: ['Shift+KeyM'],
  icon: GuidesIcon,
  cursor: 'crosshair',
  settings: GuideSettings,
  strip: later(async () => ({ default: (await import('../options/GuideOptions.tsx')).GuideOptions })),
  ways: [
    {
      id: 'next-guide',
      name: 'Guides: arc or perspective point',
      keys: ['Alt+Shift+KeyM'],
      setting: 'add',
      of: GUIDE_KINDS,
    },
  ],
  down(desk, sample) {
    const { session, view } = desk;
    const was = session.shot.guides;
    const part = guideAt(was, sample.x, sample.y, REACH / desk.zoom, session.shot.height);
    view.setState({ guidesShown: true });
    if (part && desk.shift && part.kind !== 'axis') {
      set(desk, 'take a guide off', guidesWithout(was, part));
      return null;
    }
    if (part) {
      const gesture = newId();
      return {
        move(samples, _screen, shift) {
          set(desk, 'move a guide', guidesMoved(was, part, sample, samples.at(-1) ?? sample, shift), gesture);
        },
        up() {},
        cancel: () => set(desk, 'move a guide', was, gesture),
      };
    }
    if (view.getState().tools.guides.add === 'arc') return arc(desk, sample);
    if (was.vanishing.length >= MOST_VANISHING) {
      desk.say('There are three perspective points already: move one, or take one off with Shift.');
      return null;
    }
    set(desk, 'perspective point', {
      ...was,
      vanishing: [...was.vanishing, { id: newId(), x: sample.x, y: sample.y }],
    });
    return null;
  },
});

/** Draws an arc that stays over every drawing. */
function arc(desk: ToolDesk, sample: PenSample): Gesture | null {
  if (desk.session.shot.guides.arcs.length >= LIMITS.maxArcs) {
    desk.say(`There are ${LIMITS.maxArcs} arcs already: take one off with Shift.`);
    return null;
  }
  const line = new PenLine({ smooth: 0.6, string: 0 }, desk.zoom);
  const look = { brush: plainBrush('pen', 2.5 / desk.zoom), colour: ARC_COLOUR };
  line.add(sample);
  return {
    move(samples) {
      for (const each of samples) line.add(each);
      desk.showLine(line.points(), look);
    },
    up() {
      desk.showLine(null, look);
      const points = arcFrom(line.finish());
      let length = 0;
      for (let i = 2; i < points.length; i += 2)
        length += Math.hypot(points[i] - points[i - 2], points[i + 1] - points[i - 1]);
      if (length * desk.zoom < LEAST_ARC) return;
      const { guides: now } = desk.session.shot;
      set(desk, 'arc', { ...now, arcs: [...now.arcs, { id: newId(), points }] });
    },
    cancel: () => desk.showLine(null, look),
  };
}
