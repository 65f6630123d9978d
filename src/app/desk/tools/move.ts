import HandIcon from 'lucide-react/icons/hand';
import { paperRoom } from '../room.ts';
import { panBy } from '../view.ts';
import type { Tool } from './tool.ts';

/** Moves the paper under the pen. */
export const move: Tool = {
  id: 'move',
  name: 'Move paper',
  icon: HandIcon,
  cursor: 'grab',
  ring: () => 0,
  down({ view }, _sample, screen) {
    const start = view.getState().paper;
    return {
      move: (_samples, at) => view.setState({ paper: panBy(start, at.x - screen.x, at.y - screen.y, paperRoom()) }),
      up() {},
      cancel: () => view.setState({ paper: start }),
    };
  },
};
