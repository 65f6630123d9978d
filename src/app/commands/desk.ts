import { ERASES, SHAPES } from '../../core/ink/index.ts';
import { paperRoom } from '../desk/room.ts';
import { FITTED, panBy, turnAbout, zoomAbout } from '../desk/view.ts';
import type { ToolId } from '../session/view-state.ts';
import type { Command, CommandContext } from './register.ts';

function takeTool(tool: ToolId) {
  return ({ view, go }: CommandContext) => {
    view.setState({ tool });
    const path = location.pathname.split('/').at(-1);
    if (path !== 'desk' && path !== 'paint') go(tool === 'pour' ? 'paint' : 'desk');
  };
}

const middle = () => {
  const room = paperRoom();
  return { room, at: { x: room.width / 2, y: room.height / 2 } };
};

function zoomBy(factor: number) {
  return ({ view }: CommandContext) => {
    const { room, at } = middle();
    view.setState(({ paper }) => ({ paper: zoomAbout(paper, factor, at, room) }));
  };
}

function turnBy(angle: number) {
  return ({ view }: CommandContext) => {
    const { room, at } = middle();
    view.setState(({ paper }) => ({ paper: turnAbout(paper, angle, at, room) }));
  };
}

function widthBy(factor: number) {
  return ({ view }: CommandContext) =>
    view.setState(({ tool, tools }) => {
      if (tool !== 'pencil' && tool !== 'pen' && tool !== 'eraser') return {};
      const wider = Math.round(tools[tool].width * factor + Math.sign(factor - 1) * 0.5);
      const width = Math.max(1, Math.min(tool === 'eraser' ? 200 : 120, wider));
      return { tools: { ...tools, [tool]: { ...tools[tool], width } } };
    });
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
  { id: 'tool-pencil', name: 'Pencil', group: 'Tools', keys: ['KeyQ'], run: takeTool('pencil') },
  { id: 'tool-pen', name: 'Pen', group: 'Tools', keys: ['KeyW'], run: takeTool('pen') },
  { id: 'tool-eraser', name: 'Eraser', group: 'Tools', keys: ['KeyE'], run: takeTool('eraser') },
  { id: 'tool-pick', name: 'Pick', group: 'Tools', keys: ['KeyP'], run: takeTool('pick') },
  { id: 'tool-shapes', name: 'Shapes', group: 'Tools', keys: ['Shift+KeyP'], run: takeTool('shapes') },
  { id: 'tool-pour', name: 'Pour', group: 'Tools', keys: ['KeyF'], run: takeTool('pour') },
  { id: 'tool-move', name: 'Move paper', group: 'Tools', keys: ['KeyM'], run: takeTool('move') },
  { id: 'thinner', name: 'Thinner line', group: 'Tools', keys: ['KeyZ'], run: widthBy(1 / 1.15) },
  { id: 'wider', name: 'Wider line', group: 'Tools', keys: ['KeyX'], run: widthBy(1.15) },
  {
    id: 'next-erase',
    name: 'Next way to erase',
    group: 'Tools',
    keys: ['Alt+KeyQ'],
    run: ({ view }) =>
      view.setState(({ tools }) => {
        const how = ERASES[(ERASES.indexOf(tools.eraser.how) + 1) % ERASES.length];
        return { tool: 'eraser', tools: { ...tools, eraser: { ...tools.eraser, how } } };
      }),
  },
  {
    id: 'next-shape',
    name: 'Next shape',
    group: 'Tools',
    keys: ['Alt+Shift+KeyP'],
    run: ({ view }) =>
      view.setState(({ tools }) => {
        const shape = SHAPES[(SHAPES.indexOf(tools.shapes.shape) + 1) % SHAPES.length];
        return { tool: 'shapes', tools: { ...tools, shapes: { shape } } };
      }),
  },
  {
    id: 'ghosts',
    name: 'Ghosts on / off',
    group: 'Paper',
    keys: ['KeyO'],
    run: ({ view }) => view.setState(({ ghosts }) => ({ ghosts: { ...ghosts, on: !ghosts.on } })),
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
    run: ({ view }) => {
      const { room, at } = middle();
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
    run: ({ view }) => {
      const { room, at } = middle();
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
      run: ({ view }) => {
        const { room } = middle();
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
