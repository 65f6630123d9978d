/** Moves of the layer in hand, or of the camera: places set and taken off, how the way between them is spaced and read. */

import { arcPath } from '../../core/ink/index.ts';
import { IDENTITY, inverse } from '../../core/plane/index.ts';
import {
  bendAlong,
  dropPlace,
  layerAt,
  layerBox,
  pinPlace,
  placeBefore,
  readMoves,
  setGrid,
  setPlace,
  spaceMoves,
  ticksOf,
  toOwnPegs,
} from '../../core/sheet/index.ts';
import {
  type BendGrid,
  type Layer,
  MOVE_READINGS,
  MOVE_SPACINGS,
  type MoveReading,
  type MoveSpacing,
  type Shot,
} from '../../core/shot/index.ts';
import { layerInHand } from './layer-in-hand.ts';
import { type Mover, moverInHand } from './movers.ts';
import { goToFrame } from './play.ts';
import type { Command, CommandContext } from './register.ts';

export const SPACING_WORDS: Record<MoveSpacing, string> = {
  even: 'even',
  'slow-out': 'slow out',
  'slow-in': 'slow in',
  both: 'slow out and in',
  held: 'held, then jumps',
  overshoot: 'past it and back',
  settle: 'swings and settles',
  own: 'own ticks',
};

export const READING_WORDS: Record<MoveReading, string> = {
  ones: 'on ones',
  twos: 'on twos',
  drawings: 'with its drawings',
};

const nextOf = <T>(all: readonly T[], now: T): T => all[(all.indexOf(now) + 1) % all.length];

type Moved = Mover & { moves: NonNullable<Mover['moves']> };

/** What is moved by hand, where it has places. */
function moved(context: CommandContext): Moved | null {
  const mover = moverInHand(context);
  return mover?.moves ? (mover as Moved) : null;
}

const isMoved = (context: CommandContext) => moved(context) !== null;
const canMove: Command['when'] = (context) => moverInHand(context) !== null;
const isHere: Command['when'] = (context) =>
  moved(context)?.moves.places.some(({ frame }) => frame === context.view.getState().frame) ?? false;

function toPlace(step: 1 | -1): Command['run'] {
  return (context) => {
    const { frame } = context.view.getState();
    const places = moved(context)?.moves.places ?? [];
    const next =
      step > 0 ? places.find((place) => place.frame > frame) : places.findLast((place) => place.frame < frame);
    if (next) goToFrame(context, next.frame);
  };
}

/** Spaces the way that leads on from the frame that is shown; own ticks begin as the way is spaced now. */
export function spaceWay(
  context: Pick<CommandContext, 'session' | 'view'>,
  mover: Moved,
  spacing: MoveSpacing,
  all = false,
): void {
  const { frame } = context.view.getState();
  const from = placeBefore(mover.moves, frame) ?? mover.moves.places[0];
  const next = mover.moves.places.find((place) => place.frame > from.frame);
  const ticks =
    spacing === 'own'
      ? from.spacing === 'own'
        ? from.ticks
        : ticksOf(from, (next?.frame ?? from.frame + 2) - from.frame)
      : [];
  context.session.change('spacing of a move', (draft) => spaceMoves(draft, mover.id, frame, spacing, all, ticks));
}

function space(all: boolean): Command['run'] {
  return (context) => {
    const mover = moved(context);
    if (!mover) return;
    const { frame, selection } = context.view.getState();
    const now = (placeBefore(mover.moves, frame) ?? mover.moves.places[0]).spacing;
    const spacing = all ? now : nextOf(MOVE_SPACINGS, now);
    spaceWay(context, mover, spacing, all);
    // With layers chosen on the sheet, all of those that move are spaced so.
    const others = all && selection ? selection.layers.filter((id) => id !== mover.id) : [];
    const { ticks } = placeBefore(mover.moves, frame) ?? mover.moves.places[0];
    for (const id of others)
      context.session.change('spacing of a move', (draft) => spaceMoves(draft, id, frame, spacing, true, ticks));
    context.say(`${mover.name} ${all ? 'is spaced so everywhere' : 'goes on from here'}: ${SPACING_WORDS[spacing]}.`);
  };
}

/** The grid of a layer; where it has none, one over what it shows. */
export function gridFor(shot: Shot, layer: Layer, frame: number): BendGrid | null {
  if (layer.grid) return layer.grid;
  const box = layerBox(shot, layer, frame);
  if (!box) return null;
  const { minX: x, minY: y, maxX, maxY } = box;
  return { x, y, width: Math.max(1, maxX - x), height: Math.max(1, maxY - y), across: FIRST_CELLS, down: FIRST_CELLS };
}

const FIRST_CELLS = 3;

/** Bends the layer in hand along the arc that was drawn last. */
function bendAlongArc(context: CommandContext): void {
  const { session, view, say } = context;
  const { frame } = view.getState();
  const layer = layerInHand(context);
  const grid = layer && gridFor(session.shot, layer, frame);
  const arc = session.shot.guides.arcs.at(-1);
  if (!layer || !grid) return;
  if (!arc) {
    say('Draw the curve it is to follow with the tool Guides (an arc), then bend it along that.');
    return;
  }
  const back = inverse(layerAt(session.shot, layer, frame).place ?? IDENTITY);
  const path = arcPath(arc.points);
  const curve = Array.from({ length: path.length / 2 }, (_, i) =>
    toOwnPegs(back, { x: path[2 * i], y: path[2 * i + 1] }),
  );
  session.change('bend along', (draft) => {
    setGrid(draft, layer.id, grid);
    setPlace(
      draft,
      layer.id,
      frame,
      { bend: bendAlong(grid, curve) },
      moverInHand(context)!.pivot,
      view.getState().apart,
    );
  });
}

/** Pins the place on this frame to what another layer shows there, or lets it go. */
export function pinHere(context: Pick<CommandContext, 'session' | 'view'>, mover: Moved, to: string | null): void {
  const { frame } = context.view.getState();
  context.session.change(to === null ? 'let a place go' : 'pin a place', (draft) =>
    pinPlace(draft, mover.id, frame, to),
  );
}

export const moveCommands: Command[] = [
  {
    id: 'layer-box',
    name: 'Box of the layer on the paper, to move it',
    group: 'Moves',
    keys: ['Alt+Home'],
    when: canMove,
    run: (context) => {
      const id = moverInHand(context)?.id ?? null;
      context.view.setState(({ placing }) => ({ placing: placing === id ? null : id, bending: false }));
    },
  },
  {
    id: 'set-place',
    name: 'Set a place on this frame',
    group: 'Moves',
    keys: ['F8'],
    when: canMove,
    run: (context) => {
      const mover = moverInHand(context)!;
      const { frame } = context.view.getState();
      context.session.change('set a place', (draft) => setPlace(draft, mover.id, frame, {}, mover.pivot));
      context.view.setState({ placing: mover.id });
    },
  },
  {
    id: 'drop-place',
    name: 'Take the place on this frame off',
    group: 'Moves',
    keys: ['Shift+F8'],
    when: isHere,
    run: (context) => {
      const mover = moved(context)!;
      const { frame } = context.view.getState();
      context.session.change('take a place off', (draft) => dropPlace(draft, mover.id, frame));
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
      const mover = moved(context)!;
      const on = nextOf(MOVE_READINGS, mover.moves.on);
      context.session.change('reading of moves', (draft) => readMoves(draft, mover.id, on));
      context.say(`${mover.name} moves ${READING_WORDS[on]}.`);
    },
  },
  {
    id: 'as-it-stands',
    name: 'Draw on a moved layer as it stands, or on its own pegs',
    group: 'Moves',
    keys: ['Shift+F2'],
    run: ({ view, say }) => {
      const asItStands = !view.getState().asItStands;
      view.setState({ asItStands });
      say(asItStands ? 'A moved layer is drawn on as it stands.' : 'A moved layer is drawn on where its own pegs are.');
    },
  },
  {
    id: 'bend-layer',
    name: 'Bend the layer by a grid on this frame',
    group: 'Moves',
    keys: ['Shift+Home'],
    when: (context) => (layerInHand(context)?.exposures.length ?? 0) > 0,
    run: (context) => {
      const layer = layerInHand(context)!;
      const { frame, bending } = context.view.getState();
      const grid = gridFor(context.session.shot, layer, frame);
      if (!grid) context.say(`“${layer.name}” shows nothing here that could be bent.`);
      else context.view.setState({ bending: !bending, placing: null, mover: 'layer' });
    },
  },
  {
    id: 'bend-along',
    name: 'Bend the layer along the last arc',
    group: 'Moves',
    keys: ['$mod+Home'],
    when: (context) => (layerInHand(context)?.exposures.length ?? 0) > 0,
    run: bendAlongArc,
  },
];
