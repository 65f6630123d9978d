/** Commands of the guides, and of the order of cleaning up. */
import { firstMirror } from '../../core/ink/index.ts';
import { cleanStepInWords, drawingName, nextToClean } from '../../core/sheet/index.ts';
import { type Guides, MIRROR_WAYS, noGuides } from '../../core/shot/index.ts';
import { layerInHand } from './layer-in-hand.ts';
import { goToFrame } from './play.ts';
import type { Command, CommandContext } from './register.ts';
import { openCard } from './tools.ts';

function change(label: string, part: (guides: Guides, context: CommandContext) => Partial<Guides>) {
  return (context: CommandContext) => {
    const { guides } = context.session.shot;
    context.view.setState({ guidesShown: true });
    context.session.change(label, (shot) => void (shot.guides = { ...guides, ...part(guides, context) }));
  };
}

const hasMirror = ({ session }: CommandContext) => session.shot.guides.mirror !== null;

/** Goes to the drawing of the layer in hand that is cleaned up next, and says why it is the one. */
function cleanNext(context: CommandContext): void {
  const { session, say } = context;
  const layer = layerInHand(context);
  if (!layer) return;
  const next = nextToClean(session.shot, layer);
  if (!next) {
    say(`Every drawing of “${layer.name}” is cleaned up.`);
    return;
  }
  goToFrame(context, next.frame);
  say(`Next to clean: ${drawingName(session.shot.drawings[next.drawing])}, ${cleanStepInWords(next.step)}.`);
}

export const guideCommands: Command[] = [
  {
    id: 'guides-shown',
    name: 'Guides seen / hidden',
    group: 'Guides',
    keys: ['Shift+KeyZ'],
    run: ({ view }) => view.setState(({ guidesShown }) => ({ guidesShown: !guidesShown })),
  },
  {
    id: 'mirror-drawing',
    name: 'Draw in a mirror / no mirror',
    group: 'Guides',
    keys: ['Alt+Backslash'],
    run: change('mirror', ({ mirror }, { session: { shot } }) => ({
      mirror: mirror ? null : firstMirror(shot.width, shot.height),
    })),
  },
  {
    id: 'mirror-way',
    name: 'Next way to mirror',
    group: 'Guides',
    keys: ['Shift+Backslash'],
    run: change('mirror', ({ mirror }, { session: { shot } }) => {
      const now = mirror ?? firstMirror(shot.width, shot.height);
      const way = mirror ? MIRROR_WAYS[(MIRROR_WAYS.indexOf(mirror.way) + 1) % MIRROR_WAYS.length] : now.way;
      return { mirror: { ...now, way } };
    }),
  },
  {
    id: 'mirror-reset',
    name: 'Mirror upright in the middle again',
    group: 'Guides',
    keys: ['Alt+Shift+Backslash'],
    when: hasMirror,
    run: change('reset the mirror', ({ mirror }, { session: { shot } }) => {
      const first = firstMirror(shot.width, shot.height);
      return { mirror: mirror && { ...mirror, x: first.x, y: first.y, turn: 0 } };
    }),
  },
  {
    id: 'arc-off',
    name: 'Take the last arc off',
    group: 'Guides',
    keys: ['Alt+Backspace'],
    when: ({ session }) => session.shot.guides.arcs.length > 0,
    run: change('take an arc off', ({ arcs }) => ({ arcs: arcs.slice(0, -1) })),
  },
  {
    id: 'guides-off',
    name: 'Take all guides off',
    group: 'Guides',
    keys: ['Alt+Shift+Backspace'],
    run: change('take all guides off', noGuides),
  },
  {
    id: 'reference-tray',
    name: 'Reference beside the paper',
    group: 'Guides',
    keys: ['Alt+Shift+KeyE'],
    run: openCard('reference'),
  },
  { id: 'clean-next', name: 'To the next drawing to clean up', group: 'Playing', keys: ['Alt+KeyY'], run: cleanNext },
  {
    id: 'lines-card',
    name: 'Clean-up order and line quality',
    group: 'Drawing',
    keys: ['Shift+Quote'],
    run: openCard('lines'),
  },
];
