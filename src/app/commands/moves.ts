/** Moves of the layer in hand: places set and taken off, how the way between them is spaced and read. */
import { dropPlace, layerPivot, placeBefore, readMoves, setPlace, spaceMoves } from '../../core/sheet/index.ts';
import { type Layer, MOVE_READINGS, MOVE_SPACINGS, type MoveReading, type MoveSpacing } from '../../core/shot/index.ts';
import { layerInHand } from './layer-in-hand.ts';
import { goToFrame } from './play.ts';
import type { Command, CommandContext } from './register.ts';

export const SPACING_WORDS: Record<MoveSpacing, string> = {
  even: 'even',
  'slow-out': 'slow out',
  'slow-in': 'slow in',
  both: 'slow out and in',
  held: 'held, then jumps',
};

export const READING_WORDS: Record<MoveReading, string> = {
  ones: 'on ones',
  twos: 'on twos',
  drawings: 'with its drawings',
};

const nextOf = <T>(all: readonly T[], now: T): T => all[(all.indexOf(now) + 1) % all.length];

/** The layer in hand where it has places. */
function movedLayer(context: CommandContext): (Layer & { moves: NonNullable<Layer['moves']> }) | null {
  const layer = layerInHand(context);
  return layer?.moves ? (layer as Layer & { moves: NonNullable<Layer['moves']> }) : null;
}

const isMoved = (context: CommandContext) => movedLayer(context) !== null;
const isHere: Command['when'] = (context) =>
  movedLayer(context)?.moves.places.some(({ frame }) => frame === context.view.getState().frame) ?? false;

function toPlace(step: 1 | -1): Command['run'] {
  return (context) => {
    const { frame } = context.view.getState();
    const places = movedLayer(context)?.moves.places ?? [];
    const next =
      step > 0 ? places.find((place) => place.frame > frame) : places.findLast((place) => place.frame < frame);
    if (next) goToFrame(context, next.frame);
  };
}

function space(all: boolean): Command['run'] {
  return (context) => {
    const layer = movedLayer(context);
    if (!layer) return;
    const { frame } = context.view.getState();
    const now = (placeBefore(layer.moves, frame) ?? layer.moves.places[0]).spacing;
    const spacing = all ? now : nextOf(MOVE_SPACINGS, now);
    context.session.change('spacing of a move', (draft) => spaceMoves(draft, layer.id, frame, spacing, all));
    context.say(`“${layer.name}” ${all ? 'is spaced so everywhere' : 'goes on from here'}: ${SPACING_WORDS[spacing]}.`);
  };
}

export const moveCommands: Command[] = [
  {
    id: 'layer-box',
    name: 'Box of the layer on the paper, to move it',
    group: 'Moves',
    keys: ['Alt+Home'],
    when: (context) => (layerInHand(context)?.exposures.length ?? 0) > 0,
    run: ({ view }) => view.setState(({ placing, layerId }) => ({ placing: placing === layerId ? null : layerId })),
  },
  {
    id: 'set-place',
    name: 'Set a place of the layer on this frame',
    group: 'Moves',
    keys: ['F8'],
    when: (context) => (layerInHand(context)?.exposures.length ?? 0) > 0,
    run: (context) => {
      const layer = layerInHand(context)!;
      const { frame } = context.view.getState();
      const pivot = layerPivot(context.session.shot, layer, frame);
      context.session.change('set a place', (draft) => setPlace(draft, layer.id, frame, {}, pivot));
      context.view.setState({ placing: layer.id });
    },
  },
  {
    id: 'drop-place',
    name: 'Take the place on this frame off',
    group: 'Moves',
    keys: ['Shift+F8'],
    when: isHere,
    run: (context) => {
      const layer = movedLayer(context)!;
      const { frame } = context.view.getState();
      context.session.change('take a place off', (draft) => dropPlace(draft, layer.id, frame));
    },
  },
  {
    id: 'place-earlier',
    name: 'To the place before',
    group: 'Moves',
    keys: ['Alt+F8'],
    when: isMoved,
    run: toPlace(-1),
  },
  { id: 'place-later', name: 'To the next place', group: 'Moves', keys: ['Alt+F9'], when: isMoved, run: toPlace(1) },
  {
    id: 'space-move',
    name: 'Space the way on from here otherwise',
    group: 'Moves',
    keys: ['F9'],
    when: isMoved,
    run: space(false),
  },
  {
    id: 'space-moves',
    name: 'Space all ways of the layer as this one',
    group: 'Moves',
    keys: ['Shift+F9'],
    when: isMoved,
    run: space(true),
  },
  {
    id: 'read-moves',
    name: 'Move on ones, on twos, with the drawings',
    group: 'Moves',
    keys: ['F2'],
    when: isMoved,
    run: (context) => {
      const layer = movedLayer(context)!;
      const on = nextOf(MOVE_READINGS, layer.moves.on);
      context.session.change('reading of moves', (draft) => readMoves(draft, layer.id, on));
      context.say(`“${layer.name}” moves ${READING_WORDS[on]}.`);
    },
  },
];
