import HandIcon from 'lucide-react/icons/hand';
import { later } from '../../parts/later.tsx';

import { NoSettings } from '../../session/tool-settings.ts';
import { panBy } from '../view.ts';
import { tool } from './tool.ts';

declare module '../../session/tool-settings.ts' {
  interface ToolSettings {
    move: NoSettings;
  }
}

/** Moves the paper under the pen. */
export const move = tool({
  id: 'move',
  onPaper: true,
  name: 'Move paper',
  commandName: 'Move paper',
  keys: ['KeyM'],
  icon: HandIcon,
  cursor: 'grab',
  settings: NoSettings,
  strip: later(async () => ({ default: (await import('../options/MoveOptions.tsx')).MoveOptions })),
  down({ view }, _sample, screen) {
    const { paper: start, room } = view.getState();
    return {
      move: (_samples, at) => view.setState({ paper: panBy(start, at.x - screen.x, at.y - screen.y, room) }),
      up() {},
      cancel: () => view.setState({ paper: start }),
    };
  },
});
