/** Commands of painting: tools, painting through, what is unsure, holes. Their keys are theirs in the Paint view. */

import { accept, alike, type Doubt, pourAt, proposedAt } from '../../core/paint/index.ts';
import { after, mapPoint } from '../../core/plane/index.ts';
import { drawingShown } from '../../core/sheet/index.ts';
import { type Area, type Drawing, type Id, type Layer, newId, paletteAt } from '../../core/shot/index.ts';
import { handPegs } from '../desk/hand-pegs.ts';
import { panBy, viewMatrix } from '../desk/view.ts';
import { inView } from '../frame/view.ts';
import { doubtsInHand, faultsInHand, listInSight } from '../paint/looked-at.ts';
import { leftInWords } from '../session/paint-desk.ts';
import { keepBefore } from '../versions/versions.ts';
import { layerInHand } from './layer-in-hand.ts';
import { goToFrame } from './play.ts';
import type { Command, CommandContext } from './register.ts';

const painting = () => inView('paint');
/** A place this share of the room from its middle is brought there. */
const MIDDLE = 0.3;

function drawingInHand(context: CommandContext): { layer: Layer; drawing: Drawing } | null {
  const layer = layerInHand(context);
  const drawing = layer && drawingShown(context.session.shot, layer, context.view.getState().frame);
  return layer && drawing ? { layer, drawing } : null;
}

async function through(context: CommandContext, alone: boolean): Promise<void> {
  const layer = layerInHand(context);
  const now = drawingInHand(context);
  if (!layer) return;
  if (alone && !now?.drawing.paint.length) {
    context.say('The drawing in hand has no paint for the others to take after.');
    return;
  }
  context.player.stop();
  context.view.setState({ paintCard: 'through' });
  if (Object.values(context.session.shot.drawings).some((each) => each.layerId === layer.id && each.paint.length > 0))
    keepBefore(context, `paint was carried through “${layer.name}”`);
  const words = await context.paints.through(layer, alone ? now!.drawing : null);
  if (words) context.say(words);
}

/** Goes to a place of the list in sight: its frame, and the paper moved so that it lies in the middle. */
export function lookAtPlace(context: CommandContext, i: number): void {
  const list = listInSight(context);
  if (list.length === 0) return;
  const at = ((i % list.length) + list.length) % list.length;
  const { frame, x, y } = list[at];
  context.player.stop();
  context.paints.state.setState({ at });
  goToFrame(context, frame);
  const state = context.view.getState();
  const { paper, room } = state;
  const onScreen = after(handPegs(context.session.shot, state), viewMatrix(paper, room, 1));
  const [px, py] = mapPoint(onScreen, x, y);
  // What lies near the middle is left there: the paper does not jump about for every place.
  const over = (value: number, most: number) => (Math.abs(value - most / 2) > MIDDLE * most ? most / 2 - value : 0);
  const [dx, dy] = [over(px, room.width), over(py, room.height)];
  if (dx !== 0 || dy !== 0) context.view.setState({ paper: panBy(paper, dx, dy, room) });
}

function step(by: 1 | -1) {
  return (context: CommandContext) => {
    if (listInSight(context).length === 0)
      context.say(
        context.view.getState().paintCard === 'holes'
          ? 'No holes are listed. Look for holes first.'
          : 'Nothing is unsure on this layer.',
      );
    else lookAtPlace(context, context.paints.state.getState().at + by);
  };
}

const doubtLookedAt = (context: CommandContext): Doubt | null =>
  context.view.getState().paintCard === 'through'
    ? (doubtsInHand(context)[context.paints.state.getState().at] ?? null)
    : null;

/** The next doubt takes the place of the one that is settled. */
function lookOn(context: CommandContext): void {
  const { at } = context.paints.state.getState();
  const left = doubtsInHand(context).length;
  if (left > 0) lookAtPlace(context, Math.min(at, left - 1));
  else context.say('Nothing is unsure any more.');
}

/** Says that the paint of doubts is right as it is. */
function acceptDoubts({ session, paints }: CommandContext, doubts: Doubt[], what: string): void {
  const areas = doubts.filter(({ area }) => area !== null);
  if (areas.length > 0)
    session.change(what, (shot) => {
      for (const { drawing, area } of areas) accept(shot, drawing, [area!]);
    });
  for (const doubt of doubts) if (!doubt.area) paints.settle(doubt);
}

function agree(context: CommandContext): void {
  const doubt = doubtLookedAt(context);
  if (!doubt) return;
  acceptDoubts(context, [doubt], 'right as it is');
  lookOn(context);
}

/** The doubt looked at with all doubts about the same part in other drawings. */
export const alikeInHand = (context: Pick<CommandContext, 'session' | 'view' | 'paints'>, doubt: Doubt): Doubt[] =>
  alike(doubtsInHand(context), doubt);

function agreeAlike(context: CommandContext): void {
  const doubt = doubtLookedAt(context);
  if (!doubt) return;
  const all = alikeInHand(context, doubt);
  acceptDoubts(context, all, 'all like this are right');
  lookOn(context);
  if (all.length > 1) context.say(`${all.length} regions like it are right as they are.`);
}

export function acceptAll(context: CommandContext): void {
  const doubts = doubtsInHand(context);
  if (doubts.length === 0) return;
  acceptDoubts(context, doubts, 'all right as it is');
  context.say(`${doubts.length} regions are yours now: painting through leaves them.`);
}

/** Gives doubtful regions the swatch in hand, then carries all that is not sure anew: one undo takes it all back. */
export async function correct(context: CommandContext, doubts: Doubt[]): Promise<void> {
  const { session, view, paints, say } = context;
  const { swatch, tools } = view.getState();
  const gesture = newId();
  const layer = layerInHand(context);
  if (!layer || doubts.length === 0) return;
  const byDrawing = new Map<Id, Doubt[]>();
  for (const doubt of doubts) byDrawing.set(doubt.drawing, [...(byDrawing.get(doubt.drawing) ?? []), doubt]);
  const repainted: { drawing: Drawing; paint: Area[] }[] = [];
  for (const [id, own] of byDrawing) {
    const drawing = session.shot.drawings[id];
    if (!drawing) continue;
    const areas = new Set(own.map(({ area }) => area));
    let paint = drawing.paint.map((area) => (areas.has(area.id) ? { ...area, swatch, sure: null, name: '' } : area));
    const open = own.filter(({ area }) => area === null);
    const map = open.length > 0 ? await paints.regions(drawing) : null;
    if (open.length > 0 && !map) return;
    const { edge, soft, under } = tools.pour;
    for (const { x, y } of open) paint = pourAt(paint, map!, x, y, swatch, { edge, soft, under }) ?? paint;
    repainted.push({ drawing, paint });
  }
  const { left } = session.changeWhereSame(
    'correct paint',
    repainted,
    (own, { paint }) => {
      own.paint = paint;
    },
    gesture,
  );
  if (left.length > 0) {
    say(leftInWords(left).trim());
    return;
  }
  for (const doubt of doubts) if (!doubt.area) paints.settle(doubt);
  const { at } = paints.state.getState();
  const words = await paints.through(layer, null, gesture);
  if (words) say(words);
  paints.state.setState({ at });
  if (words) lookOn(context);
}

/** Paints the drawing in hand as the one before it; what is painted already stays. */
async function asBefore(context: CommandContext): Promise<void> {
  const now = drawingInHand(context);
  if (!now) return;
  const { layer, drawing } = now;
  const proposed = await context.paints.proposalFor(layer, drawing);
  if (!proposed) {
    context.say('No drawing before this one is painted.');
    return;
  }
  const fresh = proposed
    .filter(({ rings }) => {
      const [x, y] = [rings[0][0], rings[0][1]];
      return !proposedAt(drawing.paint, x, y);
    })
    .map((area) => ({ ...area, id: newId() }));
  if (fresh.length === 0) {
    context.say('This drawing has all the paint of the one before.');
    return;
  }
  const { left } = context.session.changeWhereSame('paint as before', [{ drawing }], (own) => {
    own.paint.unshift(...fresh);
  });
  context.say(leftInWords(left).trim() || `${fresh.length} regions painted as on the drawing before.`);
}

async function lookForHoles(context: CommandContext): Promise<void> {
  const layer = layerInHand(context);
  if (!layer) return;
  context.player.stop();
  context.view.setState({ paintCard: 'holes' });
  if (!(await context.paints.lookForHoles(layer))) return;
  const count = faultsInHand(context).length;
  if (count === 0) context.say(`“${layer.name}” has no holes, specks or leaks.`);
}

/** Fills the specks of all drawings of the layer, as one edit. */
async function fillSpecks(context: CommandContext): Promise<void> {
  const { paints, session, say } = context;
  const layer = layerInHand(context);
  if (!layer) return;
  const painted = paints.drawings(layer).all.filter(({ drawing }) => drawing.paint.length > 0);
  const done = await paints.each(
    'Filling specks',
    painted.map(({ drawing }) => drawing),
    (face, drawing) => face.fillSpecks(paints.bounded(drawing)),
  );
  if (!done) return;
  const changed = done.filter(({ drawing, result }) => result.length !== drawing.paint.length);
  if (changed.length === 0) {
    say(`“${layer.name}” has no specks beside paint.`);
    return;
  }
  const { left } = session.changeWhereSame('fill specks', changed, (own, { result }) => {
    own.paint = result;
  });
  const put = changed.filter(({ drawing }) => !left.includes(drawing));
  const specks = put.reduce((sum, { drawing, result }) => sum + result.length - drawing.paint.length, 0);
  say(`${specks} ${specks === 1 ? 'speck' : 'specks'} filled on ${put.length} drawings.${leftInWords(left)}`);
  if (paints.state.getState().faults) await paints.lookForHoles(layer);
}

/** Fits the paint of the drawing in hand (of the one that is said to need it) to its lines. */
async function refit(context: CommandContext): Promise<void> {
  const { paints, session, say } = context;
  const { unfit } = paints.state.getState();
  const drawing = (unfit && session.shot.drawings[unfit]) || drawingInHand(context)?.drawing;
  if (!drawing || drawing.paint.length === 0) {
    say('There is no paint here to fit to the lines.');
    return;
  }
  const done = await paints.each('Refitting', [drawing], (face, each) => face.refit(paints.bounded(each)));
  if (!done) return;
  const { left } = session.changeWhereSame('refit paint', done, (own, { result }) => {
    own.paint = result;
  });
  if (left.length > 0) say(leftInWords(left).trim());
  else paints.state.setState({ unfit: null });
}

function swatchBy(by: 1 | -1) {
  return ({ session, view }: CommandContext) => {
    const { frame, swatch } = view.getState();
    const { swatches } = paletteAt(session.shot, frame);
    const at = swatches.findIndex(({ id }) => id === swatch);
    view.setState({ swatch: swatches[(at + by + swatches.length) % swatches.length].id });
  };
}

/** A command whose keys are its own in the Paint view. */
const inPaint = (command: Omit<Command, 'group' | 'borrowsKeys'>): Command => ({
  ...command,
  group: 'Paint',
  borrowsKeys: 'paint',
  when: (context) => painting() && (command.when?.(context) ?? true),
});

export const paintCommands: Command[] = [
  inPaint({ id: 'swatch-next', name: 'Next swatch', keys: ['Shift+KeyX'], run: swatchBy(1) }),
  inPaint({ id: 'swatch-before', name: 'Swatch before', keys: ['Shift+KeyZ'], run: swatchBy(-1) }),
  inPaint({
    id: 'regions-shown',
    name: 'Show the regions and their openings',
    keys: ['Shift+KeyO'],
    run: ({ view }) => view.setState(({ regionsShown }) => ({ regionsShown: !regionsShown })),
  }),
  inPaint({
    id: 'paint-through',
    name: 'Paint through the layer',
    keys: ['Shift+KeyF'],
    run: (context) => void through(context, false),
  }),
  inPaint({
    id: 'paint-through-over',
    name: 'Paint all others after this drawing, over hand paint too',
    keys: ['$mod+Shift+KeyF'],
    run: (context) => void through(context, true),
  }),
  inPaint({
    id: 'paint-as-before',
    name: 'Paint this drawing as the one before',
    keys: ['Shift+KeyB'],
    run: (context) => void asBefore(context),
  }),
  inPaint({ id: 'unsure-next', name: 'Next place to look at', keys: ['KeyJ'], run: step(1) }),
  inPaint({ id: 'unsure-before', name: 'Place to look at before', keys: ['Shift+KeyJ'], run: step(-1) }),
  inPaint({
    id: 'unsure-accept',
    name: 'The paint looked at is right',
    keys: ['Enter', 'NumpadEnter'],
    when: (context) => doubtLookedAt(context) !== null,
    run: agree,
  }),
  inPaint({
    id: 'unsure-correct',
    name: 'The region looked at takes the swatch in hand',
    keys: ['Shift+Enter'],
    when: (context) => doubtLookedAt(context) !== null,
    run: (context) => {
      const doubt = doubtLookedAt(context);
      if (doubt) void correct(context, [doubt]);
    },
  }),
  inPaint({
    id: 'unsure-accept-alike',
    name: 'All like the one looked at are right',
    keys: ['Alt+Enter'],
    when: (context) => doubtLookedAt(context) !== null,
    run: agreeAlike,
  }),
  inPaint({
    id: 'unsure-correct-alike',
    name: 'All like the one looked at take the swatch in hand',
    keys: ['Alt+Shift+Enter'],
    when: (context) => doubtLookedAt(context) !== null,
    run: (context) => {
      const doubt = doubtLookedAt(context);
      if (doubt) void correct(context, alikeInHand(context, doubt));
    },
  }),
  inPaint({
    id: 'unsure-accept-all',
    name: 'All unsure paint of the layer is right',
    keys: ['$mod+Shift+Enter'],
    run: acceptAll,
  }),
  inPaint({
    id: 'look-for-holes',
    name: 'Look for holes',
    keys: ['Shift+KeyH'],
    run: (context) => void lookForHoles(context),
  }),
  inPaint({
    id: 'fill-specks',
    name: 'Fill all specks of the layer',
    keys: ['Shift+KeyY'],
    run: (context) => void fillSpecks(context),
  }),
  inPaint({
    id: 'refit',
    name: 'Refit the paint to the lines',
    keys: ['Shift+KeyT'],
    run: (context) => void refit(context),
  }),
  inPaint({
    id: 'paint-stop',
    name: 'Stop the work on paint, let the first touch go',
    keys: ['Escape'],
    when: ({ paints, view }) => paints.state.getState().busy !== null || view.getState().across !== null,
    run: ({ paints, view }) => {
      paints.stop();
      view.setState({ across: null });
    },
  }),
];
