/** Layers: added, traced over, doubled, merged, ordered, folded, removed. */
import {
  addTraceOver,
  duplicateLayer,
  layerBelow,
  layerOf,
  mergeDown,
  moveLayer,
  pictureOf,
  removeLayer,
} from '../../core/sheet/index.ts';
import { makeLayer, type Purpose } from '../../core/shot/index.ts';
import { keepBefore } from '../versions/versions.ts';
import { layerInHand } from './layer-in-hand.ts';
import type { Command, CommandContext } from './register.ts';
import { timed } from './timed.ts';

/** Columns stand as the stack does, top layer first. */
function layerBy(by: number) {
  return ({ session, view }: CommandContext) => {
    const { layers } = session.shot;
    const at = layers.findIndex((layer) => layer.id === view.getState().layerId);
    const next = layers[Math.max(0, Math.min(layers.length - 1, at + by))];
    if (next) view.setState({ layerId: next.id, selection: null });
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

/** Makes a layer from the one in hand, takes it in hand and says what was made. */
function makeFrom(label: string, make: typeof addTraceOver, says: (name: string) => string) {
  return (context: CommandContext) => {
    const source = layerInHand(context);
    if (!source) return;
    let made = '';
    const done = context.session.change(label, (shot) => {
      made = make(shot, source.id).id;
    });
    if (!done) return;
    context.view.setState({ layerId: made });
    context.say(says(source.name));
  };
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

function merge(context: CommandContext): void {
  const upper = layerInHand(context);
  if (!upper) return;
  const lower = layerBelow(context.session.shot, upper.id);
  if (lower) keepBefore(context, `“${upper.name}” was merged into “${lower.name}”`);
  const done = timed(context, [], 'merge layers', (shot) => void mergeDown(shot, upper.id));
  if (!done || !lower) return;
  context.view.setState({ layerId: lower.id });
  const painted = Object.values(context.session.shot.drawings).some(
    ({ layerId, paint }) => layerId === lower.id && paint.length > 0,
  );
  context.say(
    `“${upper.name}” is merged into “${lower.name}”, a drawing at each change of either.${painted ? ' All paint lies under all lines now.' : ''}`,
  );
}

/** The layer in hand shows a picture that is part of the shot. */
const hasPicture: Command['when'] = (context) => {
  const layer = layerInHand(context);
  return layer !== null && layer !== undefined && layer.purpose !== 'reference' && pictureOf(layer) !== null;
};

/** Lifts the layer in hand off the desk, or puts all back; it is said at the foot of the window for as long as it lasts. */
function liftOne({ view }: CommandContext): void {
  view.setState(({ alone, layerId }) => ({ alone: alone.length > 0 ? [] : [layerId] }));
}

/** One layer more, or fewer, among those looked at alone. */
function liftMore({ view }: CommandContext): void {
  view.setState(({ alone, layerId }) => ({
    alone: alone.includes(layerId) ? alone.filter((id) => id !== layerId) : [...alone, layerId],
  }));
}

export const layerCommands: Command[] = [
  {
    id: 'layer-alone',
    name: 'Look at the layer in hand alone / all layers again',
    group: 'Layers',
    keys: ['Alt+Digit9'],
    run: liftOne,
  },
  {
    id: 'layer-alone-too',
    name: 'The layer in hand among those looked at alone, on / off',
    group: 'Layers',
    keys: ['Alt+Digit0'],
    run: liftMore,
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
    id: 'bring-picture',
    name: 'Bring pictures in, part of the shot',
    group: 'Layers',
    keys: ['Alt+Shift+Insert'],
    run: ({ view, go, session }) => {
      go(`/shot/${session.shot.id}/desk`);
      view.setState({ choosing: { layer: null } });
    },
  },
  {
    id: 'newer-picture',
    name: 'Show a newer file on the layer',
    group: 'Layers',
    keys: ['Alt+End'],
    when: hasPicture,
    run: ({ view }) => view.setState(({ layerId }) => ({ choosing: { layer: layerId } })),
  },
  {
    id: 'trace-over',
    name: 'Trace-over layer from this one',
    group: 'Layers',
    keys: ['KeyT'],
    when: (context) => (layerInHand(context)?.exposures.length ?? 0) > 0,
    run: makeFrom(
      'trace-over layer',
      addTraceOver,
      (name) => `Made a trace-over layer from “${name}”: same timing, empty drawings.`,
    ),
  },
  {
    id: 'duplicate-layer',
    name: 'Duplicate the layer',
    group: 'Layers',
    keys: ['Alt+KeyD'],
    run: makeFrom(
      'duplicate layer',
      duplicateLayer,
      (name) => `Made a second “${name}”: same timing, drawings of its own.`,
    ),
  },
  {
    id: 'merge-down',
    name: 'Merge into the layer below',
    group: 'Layers',
    keys: ['Alt+KeyM'],
    when: ({ session }) => session.shot.layers.length > 1,
    run: merge,
  },
  {
    id: 'fold-column',
    name: 'Fold or open the column',
    group: 'Layers',
    keys: ['Shift+KeyV'],
    run: ({ view }) =>
      view.setState(({ folded, layerId }) => ({
        folded: folded.includes(layerId) ? folded.filter((id) => id !== layerId) : [...folded, layerId],
      })),
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
