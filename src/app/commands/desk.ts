import { FITTED, panBy, turnAbout, zoomAbout } from '../desk/view.ts';
import type { Command, CommandContext } from './register.ts';

const middle = ({ view }: CommandContext) => {
  const { room } = view.getState();
  return { room, at: { x: room.width / 2, y: room.height / 2 } };
};

function zoomBy(factor: number) {
  return (context: CommandContext) => {
    const { view } = context;
    const { room, at } = middle(context);
    view.setState(({ paper }) => ({ paper: zoomAbout(paper, factor, at, room) }));
  };
}

function turnBy(angle: number) {
  return (context: CommandContext) => {
    const { view } = context;
    const { room, at } = middle(context);
    view.setState(({ paper }) => ({ paper: turnAbout(paper, angle, at, room) }));
  };
}

const TURN = Math.PI / 12;

export const deskCommands: Command[] = [
  {
    id: 'undo',
    name: 'Undo',
    group: 'Drawing',
    keys: ['$mod+KeyZ'],
    when: ({ session }) => session.can('undo'),
    run: ({ session }) => void session.step('undo'),
  },
  {
    id: 'redo',
    name: 'Redo',
    group: 'Drawing',
    keys: ['$mod+Shift+KeyZ', '$mod+KeyY'],
    when: ({ session }) => session.can('redo'),
    run: ({ session }) => void session.step('redo'),
  },
  {
    id: 'fit',
    name: 'Fit the paper',
    group: 'Paper',
    keys: ['Backquote'],
    run: ({ view }) => view.setState(({ paper }) => ({ paper: { ...FITTED, mirrored: paper.mirrored } })),
  },
  {
    id: 'full-size',
    name: 'One paper pixel to one screen pixel',
    group: 'Paper',
    keys: ['Shift+Backquote'],
    run: (context) => {
      const { view } = context;
      const { room, at } = middle(context);
      view.setState(({ paper }) => ({ paper: zoomAbout(paper, 1 / paper.zoom, at, room) }));
    },
  },
  { id: 'zoom-in', name: 'Nearer', group: 'Paper', keys: ['KeyC'], run: zoomBy(1.25) },
  { id: 'zoom-out', name: 'Farther', group: 'Paper', keys: ['Shift+KeyC'], run: zoomBy(0.8) },
  { id: 'turn-left', name: 'Turn the paper left', group: 'Paper', keys: ['Shift+KeyQ'], run: turnBy(-TURN) },
  { id: 'turn-right', name: 'Turn the paper right', group: 'Paper', keys: ['Shift+KeyE'], run: turnBy(TURN) },
  {
    id: 'upright',
    name: 'Paper upright',
    group: 'Paper',
    keys: ['Shift+KeyW'],
    run: (context) => {
      const { view } = context;
      const { room, at } = middle(context);
      view.setState(({ paper }) => ({ paper: turnAbout(paper, -paper.turn, at, room) }));
    },
  },
  {
    id: 'mirror',
    name: 'Mirrored view on / off',
    group: 'Paper',
    keys: ['KeyR'],
    run: ({ view }) => view.setState(({ paper }) => ({ paper: { ...paper, mirrored: !paper.mirrored } })),
  },
  ...(['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown'] as const).map(
    (key, i): Command => ({
      id: `pan-${i}`,
      name: `Move the paper ${['left', 'right', 'up', 'down'][i]}`,
      group: 'Paper',
      keys: [`$mod+${key}`],
      run: (context) => {
        const { view } = context;
        const { room } = middle(context);
        const [dx, dy] = [
          [-60, 0],
          [60, 0],
          [0, -60],
          [0, 60],
        ][i];
        view.setState(({ paper }) => ({ paper: panBy(paper, dx, dy, room) }));
      },
    }),
  ),
];
