import {
  addDrawing,
  addTraceOver,
  closeUp,
  copyAsNew,
  drawingShown,
  emptyCell,
  expose,
  fitLength,
  layerOf,
  moveLayer,
  removeLayer,
  runAt,
  setHold,
  stepByDrawing,
  swapWithNeighbour,
  totalFrames,
} from '../../core/sheet/index.ts';
import { type Exposure, type Layer, makeLayer, type Purpose, type Role, type Shot } from '../../core/shot/index.ts';
import { layerInHand, runInHand, whyNotDraw } from './layer-in-hand.ts';
import { goToFrame } from './play.ts';
import type { Command, CommandContext } from './register.ts';

/** Runs an edit of the exposures of the layer in hand; says why when it is locked. */
function editExposures(
  context: CommandContext,
  label: string,
  edit: (exposures: Exposure[], layer: Layer) => Exposure[],
): boolean {
  const layer = layerInHand(context);
  if (!layer) return false;
  if (layer.locked) {
    context.say(`“${layer.name}” is locked. Unlock it in the list of layers to time it.`);
    return false;
  }
  return context.session.change(label, (shot) => {
    const target = layerOf(shot, layer.id);
    target.exposures = edit(target.exposures, target);
    fitLength(shot, target);
  });
}

/** Puts a new drawing on the sheet and goes to it. */
function newDrawing(label: string, make: (shot: Shot, layerId: string, frame: number, hold: number) => unknown) {
  return (context: CommandContext) => {
    const { session, view } = context;
    const { frame, newHold } = view.getState();
    const layer = layerInHand(context);
    const why = whyNotDraw(session.shot, layer, frame);
    if (why || !layer) {
      if (why) context.say(why);
      return;
    }
    const run = runAt(layer.exposures, frame);
    const onFirst = run?.exposure.cell && run.start === frame;
    session.change(label, (shot) => void make(shot, layer.id, frame, newHold));
    // On the first frame of a hold the new drawing stands after it; elsewhere it begins right here.
    if (onFirst) goToFrame(context, frame + run.exposure.frames);
  };
}

/** Exposes the drawing before the playhead once more: a change to it shows in both places. */
function reuse(context: CommandContext): void {
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
  const run = runAt(layer.exposures, frame);
  editExposures(context, `use drawing ${drawing.number} again`, (exposures) =>
    expose(exposures, shown && run ? run.start : frame, { kind: 'drawing', drawing: drawing.id }, newHold),
  );
  if (shown && run) goToFrame(context, run.start + run.exposure.frames);
}

function holdBy(by: number) {
  return (context: CommandContext) => {
    const run = runInHand(context);
    if (run)
      editExposures(context, by > 0 ? 'hold longer' : 'hold shorter', (all) =>
        setHold(all, run.index, run.exposure.frames + by),
      );
  };
}

function swap(towards: -1 | 1) {
  return (context: CommandContext) => {
    const run = runInHand(context);
    if (!run) return;
    editExposures(context, towards < 0 ? 'move earlier' : 'move later', (all) =>
      swapWithNeighbour(all, run.index, towards),
    );
  };
}

function mark(role: Role) {
  return (context: CommandContext) => {
    const { session, view } = context;
    const layer = layerInHand(context);
    const drawing = layer && drawingShown(session.shot, layer, view.getState().frame);
    if (!drawing) return;
    session.change(`mark drawing ${drawing.number}`, (shot) => {
      shot.drawings[drawing.id].role = role;
    });
  };
}

const hasCell = (context: CommandContext) => runInHand(context)?.exposure.cell != null;

/** Columns stand as the stack does, top layer first. */
function layerBy(by: number) {
  return ({ session, view }: CommandContext) => {
    const { layers } = session.shot;
    const at = layers.findIndex((layer) => layer.id === view.getState().layerId);
    const next = layers[Math.max(0, Math.min(layers.length - 1, at + by))];
    if (next) view.setState({ layerId: next.id });
  };
}

export function addLayer(
  { session, view }: Pick<CommandContext, 'session' | 'view'>,
  name: string,
  purpose: Purpose,
): void {
  const layer = makeLayer(name, purpose);
  const above = session.shot.layers.findIndex((each) => each.id === view.getState().layerId);
  const done = session.change(`add layer ${name}`, (shot) => {
    shot.layers.splice(above < 0 ? shot.layers.length : above + 1, 0, layer);
  });
  if (done) view.setState({ layerId: layer.id });
}

function toggleLayer(field: 'visible' | 'locked' | 'guide', label: string) {
  return (context: CommandContext) => {
    const layer = layerInHand(context);
    if (layer) context.session.change(label, (shot) => void (layerOf(shot, layer.id)[field] = !layer[field]));
  };
}

function shiftLayer(by: -1 | 1) {
  return (context: CommandContext) => {
    const layer = layerInHand(context);
    if (!layer) return;
    const at = context.session.shot.layers.indexOf(layer);
    context.session.change(by > 0 ? 'layer up' : 'layer down', (shot) => moveLayer(shot, layer.id, at + by));
  };
}

export const sheetCommands: Command[] = [
  {
    id: 'new-drawing',
    name: 'New drawing',
    group: 'Drawing',
    keys: ['KeyN'],
    run: newDrawing('new drawing', addDrawing),
  },
  {
    id: 'copy-as-new',
    name: 'Copy as new drawing',
    group: 'Drawing',
    keys: ['Shift+KeyN'],
    when: hasCell,
    run: newDrawing('copy as new', copyAsNew),
  },
  { id: 'reuse', name: 'Use this drawing again', group: 'Drawing', keys: ['KeyU'], run: reuse },
  { id: 'mark-key', name: 'Mark as key', group: 'Drawing', keys: ['KeyK'], when: hasCell, run: mark('key') },
  {
    id: 'mark-breakdown',
    name: 'Mark as breakdown',
    group: 'Drawing',
    keys: ['KeyB'],
    when: hasCell,
    run: mark('breakdown'),
  },
  {
    id: 'mark-between',
    name: 'Mark as in-between',
    group: 'Drawing',
    keys: ['KeyI'],
    when: hasCell,
    run: mark('between'),
  },
  { id: 'hold-longer', name: 'Hold one frame longer', group: 'Sheet', keys: ['Equal'], when: hasCell, run: holdBy(1) },
  {
    id: 'hold-shorter',
    name: 'Hold one frame shorter',
    group: 'Sheet',
    keys: ['Minus'],
    when: hasCell,
    run: holdBy(-1),
  },
  {
    id: 'move-earlier',
    name: 'Move before its neighbour',
    group: 'Sheet',
    keys: ['Alt+ArrowUp'],
    when: hasCell,
    run: swap(-1),
  },
  {
    id: 'move-later',
    name: 'Move after its neighbour',
    group: 'Sheet',
    keys: ['Alt+ArrowDown'],
    when: hasCell,
    run: swap(1),
  },
  {
    id: 'empty-cell',
    name: 'Take off the sheet, leave empty',
    group: 'Sheet',
    keys: ['Delete'],
    when: hasCell,
    run: (context) => {
      const run = runInHand(context);
      if (run) editExposures(context, 'take off the sheet', (all) => emptyCell(all, run.index));
    },
  },
  {
    id: 'close-up',
    name: 'Take off the sheet, close up',
    group: 'Sheet',
    keys: ['Shift+Delete'],
    when: hasCell,
    run: (context) => {
      const run = runInHand(context);
      if (run) editExposures(context, 'close up', (all) => closeUp(all, run.index));
    },
  },
  {
    id: 'trim-length',
    name: 'Shot ends with its last drawing',
    group: 'Sheet',
    keys: ['Alt+KeyE'],
    run: ({ session, say }) => {
      const last = Math.max(1, ...session.shot.layers.map((layer) => totalFrames(layer.exposures)));
      const from = session.shot.length;
      if (session.change('shot length', (shot) => void (shot.length = last)))
        say(`The shot is now ${last} frames long (it was ${from}).`);
    },
  },
  { id: 'layer-left', name: 'To the layer above', group: 'Layers', keys: ['ArrowLeft'], run: layerBy(1) },
  { id: 'layer-right', name: 'To the layer below', group: 'Layers', keys: ['ArrowRight'], run: layerBy(-1) },
  {
    id: 'add-layer',
    name: 'Add a layer',
    group: 'Layers',
    keys: ['Alt+KeyN'],
    run: (context) => addLayer(context, 'New layer', 'clean'),
  },
  {
    id: 'trace-over',
    name: 'Trace-over layer from this one',
    group: 'Layers',
    keys: ['KeyT'],
    when: (context) => (layerInHand(context)?.exposures.length ?? 0) > 0,
    run: (context) => {
      const source = layerInHand(context);
      if (!source) return;
      let made = '';
      const done = context.session.change('trace-over layer', (shot) => {
        made = addTraceOver(shot, source.id).id;
      });
      if (!done) return;
      context.view.setState({ layerId: made });
      context.say(`Made a trace-over layer from “${source.name}”: same timing, empty drawings.`);
    },
  },
  {
    id: 'show-layer',
    name: 'Show / hide the layer',
    group: 'Layers',
    keys: ['KeyV'],
    run: toggleLayer('visible', 'show or hide layer'),
  },
  {
    id: 'lock-layer',
    name: 'Lock / unlock the layer',
    group: 'Layers',
    keys: ['Alt+KeyL'],
    run: toggleLayer('locked', 'lock layer'),
  },
  {
    id: 'guide-layer',
    name: 'Guide layer on / off',
    group: 'Layers',
    keys: ['KeyG'],
    run: toggleLayer('guide', 'guide layer'),
  },
  { id: 'layer-up', name: 'Layer up in the stack', group: 'Layers', keys: ['Alt+ArrowLeft'], run: shiftLayer(1) },
  { id: 'layer-down', name: 'Layer down in the stack', group: 'Layers', keys: ['Alt+ArrowRight'], run: shiftLayer(-1) },
  {
    id: 'remove-layer',
    name: 'Remove the layer and its drawings',
    group: 'Layers',
    keys: ['Alt+Delete'],
    when: ({ session }) => session.shot.layers.length > 1,
    run: (context) => {
      const layer = layerInHand(context);
      if (!layer || !context.session.change(`remove layer ${layer.name}`, (shot) => removeLayer(shot, layer.id)))
        return;
      context.say(`Removed “${layer.name}” with its drawings. Undo brings it back.`);
    },
  },
];
