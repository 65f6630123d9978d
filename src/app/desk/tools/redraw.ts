import RedrawIcon from 'lucide-react/icons/spline';
import { PenLine, redrawTarget } from '../../../core/ink/index.ts';
import { later } from '../../parts/later.tsx';
import { steadyingOf } from '../../session/line-settings.ts';
import { NoSettings } from '../../session/tool-settings.ts';
import { colourInHand } from './colour.ts';
import { tool } from './tool.ts';

/** How near to a line its new piece has to begin and end, screen pixels. */
const REACH = 14;

declare module '../../session/tool-settings.ts' {
  interface ToolSettings {
    redraw: NoSettings;
  }
}

/** Draws a piece of a line anew: begun and ended on the line, the piece between takes the new way. */
export const redraw = tool({
  id: 'redraw',
  name: 'Redraw',
  commandName: 'Redraw a piece',
  keys: ['Shift+KeyR'],
  icon: RedrawIcon,
  cursor: 'crosshair',
  settings: NoSettings,
  strip: later(async () => ({ default: (await import('../options/ReshapeOptions.tsx')).RedrawOptions })),
  down(desk, sample) {
    const was = desk.drawing();
    if (was === null) return null;
    if (was === 'empty' || was.ink.length === 0) {
      desk.say('There is no line here yet to redraw a piece of.');
      return null;
    }
    const settings = desk.view.getState().tools.pen;
    const line = new PenLine(steadyingOf(settings), desk.zoom);
    const look = { brush: settings.brush, colour: colourInHand(desk) };
    line.add(sample);
    desk.showLine(line.points(), look);
    return {
      move(samples) {
        for (const each of samples) line.add(each);
        desk.showLine(line.points(), look);
      },
      up() {
        desk.showLine(null, look);
        const found = redrawTarget(was.ink, line.finish(), REACH / desk.zoom);
        if (!found) {
          desk.say('Begin on a line: the piece between where you begin and where you end is drawn anew.');
          return;
        }
        const place = was.ink.indexOf(found.was);
        desk.session.change('redraw a piece', (shot) => void (shot.drawings[was.id].ink[place] = found.line));
      },
      cancel: () => desk.showLine(null, look),
    };
  },
});
