/** Commands of the ghosts, and of looking at another drawing in place of the present one. */

import { IDENTITY } from '../../core/plane/index.ts';
import { drawingShown } from '../../core/sheet/index.ts';
import { peekedCell } from '../desk/ghost-wishes.ts';
import { allOnPegs, setPegs } from '../desk/pegs.ts';
import { type GhostSettings, MOST_GHOSTS } from '../session/ghost-settings.ts';
import type { Peek } from '../session/slices/paper.ts';
import { exposureInHand, layerInHand } from './layer-in-hand.ts';
import type { Command, CommandContext } from './register.ts';
import { openCard } from './tools.ts';

function set(part: (ghosts: GhostSettings) => Partial<GhostSettings>) {
  return ({ view }: CommandContext) =>
    view.setState(({ ghosts }) => ({ ghosts: { ...ghosts, on: true, ...part(ghosts) } }));
}

const counted = (count: number) => Math.max(0, Math.min(MOST_GHOSTS, count));

function pin(context: CommandContext): void {
  const { session, view, say } = context;
  const layer = layerInHand(context);
  const drawing = layer && drawingShown(session.shot, layer, view.getState().frame);
  if (!drawing) {
    say('There is no drawing here to pin as a ghost.');
    return;
  }
  set(({ pinned }) => ({
    pinned: pinned.includes(drawing.id) ? pinned.filter((id) => id !== drawing.id) : [...pinned, drawing.id],
  }))(context);
}

const WHY_NOT: Record<Peek, string> = {
  before: 'There is no drawing before this one.',
  after: 'There is no drawing after this one.',
  rough: 'No rough layer shows anything on this frame.',
  model: 'This shot has no model sheet yet: show a drawing or a picture and choose “This is the model sheet”.',
};

function peekAt(peek: Peek) {
  return (context: CommandContext) => {
    context.view.setState({ peek });
    if (peekedCell(context)) return;
    context.view.setState({ peek: null });
    context.say(WHY_NOT[peek]);
  };
}

const letGo = ({ view }: CommandContext) => view.setState({ peek: null });

function setModel(context: CommandContext): void {
  const cell = exposureInHand(context)?.exposure.cell ?? null;
  if (!cell) {
    context.say('There is nothing here to be the model sheet.');
    return;
  }
  context.session.change('model sheet', (shot) => void (shot.model = cell));
  context.say('This is the model sheet now. Hold the key to compare with it.');
}

export const ghostCommands: Command[] = [
  {
    id: 'ghosts',
    name: 'Ghosts on / off',
    group: 'Ghosts',
    keys: ['KeyO'],
    run: ({ view }) => view.setState(({ ghosts }) => ({ ghosts: { ...ghosts, on: !ghosts.on } })),
  },
  {
    id: 'ghost-card',
    name: 'Which ghosts are seen, and how',
    group: 'Ghosts',
    keys: ['Alt+Shift+KeyG'],
    run: openCard('ghosts'),
  },
  {
    id: 'ghosts-keys',
    name: 'Ghosts of keys only',
    group: 'Ghosts',
    keys: ['Shift+KeyO'],
    run: set(({ keysOnly }) => ({ keysOnly: !keysOnly })),
  },
  {
    id: 'ghosts-layers',
    name: 'Ghosts of this layer or of all',
    group: 'Ghosts',
    keys: ['Alt+Shift+KeyL'],
    run: set(({ allLayers }) => ({ allLayers: !allLayers })),
  },
  {
    id: 'ghosts-colours',
    name: 'Ghosts in tints or in their own colours',
    group: 'Ghosts',
    keys: ['Alt+Shift+KeyT'],
    run: set(({ ownColours }) => ({ ownColours: !ownColours })),
  },
  {
    id: 'ghosts-filled',
    name: 'Ghosts as lines or filled',
    group: 'Ghosts',
    keys: ['Alt+Shift+KeyC'],
    run: set(({ filled }) => ({ filled: !filled })),
  },
  {
    id: 'ghosts-more',
    name: 'One ghost more on each side',
    group: 'Ghosts',
    keys: ['Alt+BracketRight'],
    run: set(({ countBefore, countAfter }) => ({
      countBefore: counted(countBefore + 1),
      countAfter: counted(countAfter + 1),
    })),
  },
  {
    id: 'ghosts-fewer',
    name: 'One ghost fewer on each side',
    group: 'Ghosts',
    keys: ['Alt+BracketLeft'],
    run: set(({ countBefore, countAfter }) => ({
      countBefore: counted(countBefore - 1),
      countAfter: counted(countAfter - 1),
    })),
  },
  { id: 'ghost-pin', name: 'Pin this drawing as a ghost / unpin it', group: 'Ghosts', keys: ['Shift+KeyI'], run: pin },
  {
    id: 'ghost-unpin',
    name: 'Unpin all ghosts',
    group: 'Ghosts',
    keys: ['Alt+Shift+KeyU'],
    when: ({ view }) => view.getState().ghosts.pinned.length > 0,
    run: set(() => ({ pinned: [] })),
  },
  {
    id: 'pegs-one',
    name: 'The ghost in hand back on its pegs',
    group: 'Ghosts',
    keys: ['Alt+Shift+KeyR'],
    when: ({ view }) => view.getState().ghostInHand !== null,
    run: ({ view }) => setPegs(view, view.getState().ghostInHand!, IDENTITY),
  },
  {
    id: 'pegs-all',
    name: 'All ghosts back on their pegs',
    group: 'Ghosts',
    keys: ['Alt+Shift+KeyY'],
    when: ({ view }) => Object.keys(view.getState().ghosts.offPegs).length > 0,
    run: ({ view }) => allOnPegs(view),
  },
  {
    id: 'see-before',
    name: 'See the drawing before while held',
    group: 'Ghosts',
    keys: ['Shift+KeyD'],
    run: peekAt('before'),
    release: letGo,
  },
  {
    id: 'see-after',
    name: 'See the drawing after while held',
    group: 'Ghosts',
    keys: ['Shift+KeyF'],
    run: peekAt('after'),
    release: letGo,
  },
  {
    id: 'see-rough',
    name: 'See the rough while held',
    group: 'Ghosts',
    keys: ['Alt+KeyT'],
    run: peekAt('rough'),
    release: letGo,
  },
  {
    id: 'see-model',
    name: 'See the model sheet while held',
    group: 'Ghosts',
    keys: ['Alt+KeyU'],
    run: peekAt('model'),
    release: letGo,
  },
  { id: 'set-model', name: 'This is the model sheet', group: 'Ghosts', keys: ['$mod+Alt+KeyU'], run: setModel },
  {
    id: 'rough-tint',
    name: 'Roughs in a tint of their own',
    group: 'Ghosts',
    keys: ['Alt+Shift+KeyQ'],
    run: ({ view }) => view.setState(({ roughTint }) => ({ roughTint: !roughTint })),
  },
];
