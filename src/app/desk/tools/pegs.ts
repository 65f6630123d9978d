import PegsIcon from 'lucide-react/icons/scaling';
import { strokeAt } from '../../../core/ink/index.ts';
import { after, inverse, type Matrix, mapPoint, translation } from '../../../core/plane/index.ts';
import type { Id } from '../../../core/shot/index.ts';
import { later } from '../../parts/later.tsx';
import { pegsOf } from '../../session/ghost-settings.ts';
import { NoSettings } from '../../session/tool-settings.ts';
import { ghostDrawings } from '../ghost-wishes.ts';
import { setPegs } from '../pegs.ts';
import { type ToolDesk, tool } from './tool.ts';

const REACH = 8;

/** The ghost whose line is under the pen, the nearest first. */
function ghostAt(desk: ToolDesk, x: number, y: number): Id | null {
  const { ghosts } = desk.view.getState();
  for (const id of ghostDrawings(desk)) {
    const drawing = desk.session.shot.drawings[id];
    const [px, py] = mapPoint(inverse(pegsOf(ghosts, id)), x, y);
    if (drawing && strokeAt(drawing.ink, px, py, REACH / desk.zoom)) return id;
  }
  return null;
}

declare module '../../session/tool-settings.ts' {
  interface ToolSettings {
    pegs: NoSettings;
  }
}

/** Takes a ghost off its pegs: moved by itself under the drawing, to trace from it. */
export const pegs = tool({
  id: 'pegs',
  name: 'Off pegs',
  commandName: 'Ghosts off their pegs',
  keys: ['Alt+KeyG'],
  icon: PegsIcon,
  cursor: 'grab',
  settings: NoSettings,
  strip: later(async () => ({ default: (await import('../options/PegsOptions.tsx')).PegsOptions })),
  overlay: later(async () => ({ default: (await import('../PegsBox.tsx')).PegsBox })),
  down(desk, sample) {
    const { view } = desk;
    const seen = ghostDrawings(desk);
    const inHand = view.getState().ghostInHand;
    const id = ghostAt(desk, sample.x, sample.y) ?? (inHand && seen.includes(inHand) ? inHand : seen[0]);
    if (!id) {
      desk.say('No ghost is in sight: turn ghosts on, or go to a drawing that has neighbours.');
      return null;
    }
    const was: Matrix = pegsOf(view.getState().ghosts, id);
    view.setState({ ghostInHand: id });
    return {
      move(samples) {
        const { x, y } = samples.at(-1) ?? sample;
        setPegs(view, id, after(was, translation(x - sample.x, y - sample.y)));
      },
      up() {},
      cancel: () => setPegs(view, id, was),
    };
  },
});
