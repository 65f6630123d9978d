/** Drawings: made, copied, used again, put between, marked, named, kept in the tray. */
import {
  addDrawing,
  copyAsNew,
  drawingShown,
  drawingsIn,
  exposeAgain,
  exposureAt,
  exposuresOf,
  layerOf,
  makeOwn,
  newDrawing,
  removeUnused,
  renumber,
  repeatSpan,
  setExposures,
  splitHold,
  stepByDrawing,
  unusedDrawings,
  withRoom,
} from '../../core/sheet/index.ts';
import { type Id, type Role, type Shot, STAGES, type Stage } from '../../core/shot/index.ts';
import { beginEntry } from './begin-entry.ts';
import { exposureInHand, layerInHand, whyNotDraw } from './layer-in-hand.ts';
import { goToFrame } from './play.ts';
import type { Command, CommandContext } from './register.ts';
import { chosen, chosenOrExposure, hasAny, hasCell, timed } from './timed.ts';

/** Puts a new drawing on the sheet and goes to it. */
function addNew(label: string, make: (shot: Shot, layerId: Id, frame: number, hold: number) => unknown) {
  return (context: CommandContext) => {
    const { session, view } = context;
    const { frame, newHold } = view.getState();
    const layer = layerInHand(context);
    const why = whyNotDraw(session.shot, layer, frame);
    if (why || !layer) {
      if (why) context.say(why);
      return;
    }
    const placed = exposureAt(layer.exposures, frame);
    const onFirst = placed?.exposure.cell && placed.start === frame;
    const done = timed(context, [layer.id], label, (shot) => void make(shot, layer.id, frame, newHold));
    // On the first frame of a hold the new drawing stands after it; elsewhere it begins right here.
    if (done && onFirst) goToFrame(context, frame + placed.exposure.frames);
  };
}

/** What is chosen once more, straight after it. */
function repeatChosen(context: CommandContext, as: 'reuse' | 'new'): boolean {
  const span = chosen(context);
  if (!span) return false;
  const done = timed(
    context,
    span.layers,
    as === 'new' ? 'copy as new' : 'use again',
    (shot) => void repeatSpan(shot, span, as),
  );
  if (done) {
    const by = span.to - span.from;
    context.view.setState(({ selection }) => ({
      selection: selection && {
        ...selection,
        from: span.to,
        to: span.to + by,
        anchor: { ...selection.anchor, frame: span.to },
      },
    }));
    goToFrame(context, span.to);
  }
  return true;
}

/** Exposes the drawing before the playhead once more: a change to it shows in both places. */
function reuse(context: CommandContext): void {
  if (repeatChosen(context, 'reuse')) return;
  const { session, view } = context;
  const { frame, newHold } = view.getState();
  const layer = layerInHand(context);
  if (!layer) return;
  const shown = drawingShown(session.shot, layer, frame);
  const before = shown ? null : stepByDrawing(layer, frame, -1);
  const drawing = shown ?? (before === null ? null : drawingShown(session.shot, layer, before));
  if (!drawing) {
    context.say('There is no drawing before this frame to use again.');
    return;
  }
  const placed = exposureAt(layer.exposures, frame);
  const done = timed(context, [layer.id], `use drawing ${drawing.number} again`, (shot) =>
    exposeAgain(shot, layer.id, shown && placed ? placed.start : frame, drawing.id, newHold),
  );
  if (done && shown && placed) goToFrame(context, placed.start + placed.exposure.frames);
}

function separate(context: CommandContext): void {
  const span = chosenOrExposure(context);
  if (!span) return;
  let made = 0;
  timed(context, span.layers, 'make its own', (shot) => {
    made = makeOwn(shot, span);
  });
  if (made === 0) context.say('Nothing here is used twice: each drawing is its own already.');
  else
    context.say(made === 1 ? 'This one is its own drawing now.' : `${made} exposures are drawings of their own now.`);
}

/** An empty drawing in the middle of a hold, the next thing to be drawn. */
function split(room: boolean) {
  return (context: CommandContext) => {
    const layer = layerInHand(context);
    const placed = exposureInHand(context);
    if (!layer || !placed?.exposure.cell) return;
    if (placed.exposure.frames < 2 && !room) {
      context.say('This drawing is held one frame. Split with room (Shift H) makes it two.');
      return;
    }
    let at = 0;
    const done = timed(context, [layer.id], 'split hold', (shot) => {
      const target = layerOf(shot, layer.id);
      const roomy = withRoom(exposuresOf(target), placed.index);
      const made = newDrawing(shot, layer.id);
      setExposures(shot, target.id, splitHold(roomy, placed.index, { kind: 'drawing', drawing: made.id })!);
      at = placed.start + Math.ceil(roomy[placed.index].frames / 2);
    });
    if (done) goToFrame(context, at);
  };
}

/** The drawings the marks go to: those chosen, or the one shown. */
function drawingsInHand(context: CommandContext) {
  const { session, view } = context;
  const span = chosen(context);
  if (span) return drawingsIn(session.shot, span);
  const layer = layerInHand(context);
  const drawing = layer && drawingShown(session.shot, layer, view.getState().frame);
  return drawing ? [drawing] : [];
}

function mark(label: string, over: { role: Role } | { stage: Stage }) {
  return (context: CommandContext) => {
    const ids = drawingsInHand(context).map(({ id }) => id);
    context.session.change(label, (shot) => {
      for (const id of ids) Object.assign(shot.drawings[id], over);
    });
  };
}

const STAGE_KEYS = ['Alt+KeyZ', 'Alt+KeyX', 'Alt+KeyC', 'Alt+KeyV'];

/** Puts an unused drawing of the layer in hand back on the sheet at the playhead. */
export function putBack(context: CommandContext, id: Id): void {
  const layer = layerInHand(context);
  if (!layer) return;
  const { frame, newHold } = context.view.getState();
  timed(context, [layer.id], 'put back on the sheet', (shot) => exposeAgain(shot, layer.id, frame, id, newHold));
}

/** Removes unused drawings of the layer in hand, and says which. */
export function removeFromTray(context: CommandContext, ids: Id[]): void {
  const layer = layerInHand(context);
  if (!layer || ids.length === 0) return;
  const done = context.session.change('remove unused drawings', (shot) => removeUnused(shot, ids));
  if (done)
    context.say(
      `Removed ${ids.length === 1 ? 'one unused drawing' : `${ids.length} unused drawings`} of “${layer.name}”. Undo brings ${ids.length === 1 ? 'it' : 'them'} back.`,
    );
}

const trayOf = (context: CommandContext) => {
  const layer = layerInHand(context);
  return layer ? unusedDrawings(context.session.shot, layer.id) : [];
};

function opens(kind: 'drawing' | 'label') {
  return (context: CommandContext) => {
    const layer = layerInHand(context);
    if (!layer) return;
    const shown = drawingShown(context.session.shot, layer, context.view.getState().frame);
    if (kind === 'label' && !shown) context.say('There is no drawing here to name.');
    else beginEntry(context, kind, kind === 'label' ? shown!.label : '');
  };
}

export const drawingCommands: Command[] = [
  { id: 'new-drawing', name: 'New drawing', group: 'Drawing', keys: ['KeyN'], run: addNew('new drawing', addDrawing) },
  {
    id: 'copy-as-new',
    name: 'Copy as new drawing',
    group: 'Drawing',
    keys: ['Shift+KeyN'],
    when: hasAny,
    run: (context) => {
      if (!repeatChosen(context, 'new')) addNew('copy as new', copyAsNew)(context);
    },
  },
  { id: 'reuse', name: 'Use this drawing again', group: 'Drawing', keys: ['KeyU'], run: reuse },
  {
    id: 'make-own',
    name: 'Make this one its own',
    group: 'Drawing',
    keys: ['Shift+KeyU'],
    when: hasAny,
    run: separate,
  },
  { id: 'split-hold', name: 'Split hold', group: 'Drawing', keys: ['KeyH'], when: hasCell, run: split(false) },
  {
    id: 'split-with-room',
    name: 'Split hold, one frame longer if need be',
    group: 'Drawing',
    keys: ['Shift+KeyH'],
    when: hasCell,
    run: split(true),
  },
  {
    id: 'type-drawing',
    name: 'Write a drawing’s number here',
    group: 'Drawing',
    keys: ['Enter', 'NumpadEnter'],
    run: opens('drawing'),
  },
  {
    id: 'mark-key',
    name: 'Mark as key',
    group: 'Drawing',
    keys: ['KeyK'],
    when: hasAny,
    run: mark('mark', { role: 'key' }),
  },
  {
    id: 'mark-breakdown',
    name: 'Mark as breakdown',
    group: 'Drawing',
    keys: ['KeyB'],
    when: hasAny,
    run: mark('mark', { role: 'breakdown' }),
  },
  {
    id: 'mark-between',
    name: 'Mark as in-between',
    group: 'Drawing',
    keys: ['KeyI'],
    when: hasAny,
    run: mark('mark', { role: 'between' }),
  },
  ...STAGES.map(
    (stage, i): Command => ({
      id: `stage-${i}`,
      name: `This drawing is ${stage}`,
      group: 'Drawing',
      keys: [STAGE_KEYS[i]],
      when: hasAny,
      run: mark('stage', { stage }),
    }),
  ),
  { id: 'label', name: 'A label of its own', group: 'Drawing', keys: ['Alt+KeyB'], when: hasCell, run: opens('label') },
  {
    id: 'renumber',
    name: 'Number the layer’s drawings in sheet order',
    group: 'Drawing',
    keys: ['Alt+KeyO'],
    run: (context) => {
      const layer = layerInHand(context);
      if (layer && context.session.change('renumber', (shot) => renumber(shot, layer.id)))
        context.say(`The drawings of “${layer.name}” are numbered in the order of the sheet.`);
    },
  },
  {
    id: 'put-back',
    name: 'Put an unused drawing back',
    group: 'Drawing',
    keys: ['Shift+KeyT'],
    when: (context) => trayOf(context).length > 0,
    run: (context) => putBack(context, trayOf(context)[0].id),
  },
  {
    id: 'remove-unused',
    name: 'Remove the layer’s unused drawings',
    group: 'Drawing',
    keys: ['Alt+Shift+Delete'],
    when: (context) => trayOf(context).length > 0,
    run: (context) =>
      removeFromTray(
        context,
        trayOf(context).map(({ id }) => id),
      ),
  },
];
