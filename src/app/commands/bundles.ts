/** Bundles: layers made one column, opened, left, used again, taken apart; another shot brought in as one. */
import {
  bundleAgain,
  bundleFrameAt,
  bundleLayers,
  bundleOf,
  takeApart,
  whyNotBundle,
  whyNotTakeApart,
} from '../../core/sheet/index.ts';
import type { Id } from '../../core/shot/index.ts';
import type { OpenShot } from '../session/open-shot.ts';
import { layerInHand } from './layer-in-hand.ts';
import type { Command, CommandContext } from './register.ts';

/** Layers that a command is for: those chosen on the sheet, else the one in hand. */
function chosenLayers(context: CommandContext): Id[] {
  const { selection, layerId } = context.view.getState();
  return selection?.layers ?? [layerId];
}

function bundle(context: CommandContext): void {
  const { session, view, say } = context;
  const ids = chosenLayers(context);
  const why = whyNotBundle(session.shot, ids);
  if (why) {
    say(why);
    return;
  }
  const count = Object.keys(session.whole.bundles).length;
  let column = '';
  const done = session.change('bundle layers', (shot) => {
    column = bundleLayers(shot, ids, `Bundle ${count + 1}`);
  });
  if (!done) return;
  view.setState({ layerId: column, selection: null });
  say(`${ids.length === 1 ? 'One layer is' : `${ids.length} layers are`} one column now. Open it from its menu.`);
}

/** Where one was outside of each bundle that is open: the frame and the layer in hand. */
const outside: { frame: number; layerId: Id }[] = [];

/** Leads into the bundle that the layer in hand shows. */
function openBundle(context: CommandContext): void {
  const { session, view } = context;
  const layer = layerInHand(context);
  const { frame, layerId } = view.getState();
  const at = layer && bundleFrameAt(layer, frame);
  const id = at?.bundle ?? (layer && bundleOf(session.shot, layer)?.id);
  if (!id) return;
  outside.length = session.trail.length;
  outside.push({ frame, layerId });
  view.setState({ selection: null, placing: null, bending: false, throughCamera: false, mover: 'layer', range: null });
  session.openBundles([...session.trail, id]);
  const inside = session.shot;
  view.setState({ frame: Math.min(inside.length - 1, at?.frame ?? 0), layerId: inside.layers.at(-1)?.id ?? '' });
}

/** Leads back out to a level: 0 is the shot itself. */
export function leaveTo({ session, view }: Pick<OpenShot, 'session' | 'view'>, depth: number): void {
  if (session.trail.length <= depth) return;
  const back = outside[depth];
  session.openBundles(session.trail.slice(0, depth));
  const { layers, length } = session.shot;
  const frame = Math.min(length - 1, back?.frame ?? view.getState().frame);
  const layerId = layers.some(({ id }) => id === back?.layerId) ? back.layerId : (layers.at(-1)?.id ?? '');
  view.setState({ selection: null, placing: null, bending: false, range: null, frame, layerId });
}

function apart(context: CommandContext): void {
  const { session, view, say } = context;
  const layer = layerInHand(context)!;
  const why = whyNotTakeApart(session.shot, layer.id);
  if (why) {
    say(why);
    return;
  }
  let ids: Id[] = [];
  const done = session.change('take a bundle apart', (shot) => {
    ids = takeApart(shot, layer.id);
  });
  if (done) view.setState({ layerId: ids.at(-1) ?? '', selection: null });
}

const hasBundle: Command['when'] = (context) => {
  const layer = layerInHand(context);
  return layer !== null && bundleOf(context.session.shot, layer) !== null;
};

export const bundleCommands: Command[] = [
  {
    id: 'bundle-layers',
    name: 'Bundle the chosen layers',
    group: 'Layers',
    keys: ['F4'],
    when: (context) => layerInHand(context) !== null,
    run: bundle,
  },
  {
    id: 'take-apart',
    name: 'Take the bundle apart',
    group: 'Layers',
    keys: ['Shift+F4'],
    when: hasBundle,
    run: apart,
  },
  {
    id: 'open-bundle',
    name: 'Open the bundle',
    group: 'Layers',
    keys: ['Alt+PageDown'],
    when: hasBundle,
    run: openBundle,
  },
  {
    id: 'leave-bundle',
    name: 'Leave the bundle',
    group: 'Layers',
    keys: ['Alt+PageUp'],
    when: ({ session }) => session.trail.length > 0,
    run: (context) => leaveTo(context, context.session.trail.length - 1),
  },
  {
    id: 'bundle-again',
    name: 'Use the bundle again from this frame on',
    group: 'Layers',
    keys: ['Shift+End'],
    when: hasBundle,
    run: (context) => {
      const { session, view } = context;
      const layer = layerInHand(context)!;
      const { frame } = view.getState();
      const { id } = bundleOf(session.shot, layer)!;
      let column = '';
      const done = session.change('use a bundle again', (shot) => {
        column = bundleAgain(shot, id, frame, layer.id);
      });
      if (done) view.setState({ layerId: column, selection: null });
    },
  },
  {
    id: 'bring-shot',
    name: 'Bring another shot in as a bundle',
    group: 'Layers',
    keys: ['Alt+Shift+Home'],
    run: ({ window }) => window('bring-shot'),
  },
];
