/** Choosing on the sheet, and what is cut, copied and put elsewhere. */
import { closeUpSpan, emptySpan, putPiece, takePiece, totalFrames, wholeLayers } from '../../core/sheet/index.ts';
import type { Id } from '../../core/shot/index.ts';
import { clipboard } from '../session/clipboard.ts';
import type { Selection } from '../session/slices/sheet.ts';
import { columnIds } from '../sheet/geometry.ts';
import { layerInHand } from './layer-in-hand.ts';
import { goToFrame } from './play.ts';
import type { Command, CommandContext } from './register.ts';
import { chosen, chosenOrExposure, timed } from './timed.ts';

/** All cells between two, whichever comes first. */
export function between(
  columns: Id[],
  anchor: { frame: number; layerId: Id },
  head: { frame: number; layerId: Id },
): Selection {
  const a = columns.indexOf(anchor.layerId);
  const b = columns.indexOf(head.layerId);
  return {
    layers: columns.slice(Math.min(a, b), Math.max(a, b) + 1),
    from: Math.min(anchor.frame, head.frame),
    to: Math.max(anchor.frame, head.frame) + 1,
    anchor,
  };
}

/** The cell opposite the anchor: the one that choosing moves. */
function headOf({ layers, from, to, anchor }: Selection): { frame: number; layerId: Id } {
  return {
    frame: anchor.frame === from ? to - 1 : from,
    layerId: anchor.layerId === layers[0] ? layers.at(-1)! : layers[0],
  };
}

/** Makes the selection larger or smaller by keys, from the cell in hand on. */
function extend(frames: number, columns: number) {
  return (context: CommandContext) => {
    const { session, view } = context;
    const { frame, layerId, selection, folded } = view.getState();
    const order = columnIds(session.shot.layers, folded);
    const here = { frame, layerId };
    const head = selection ? headOf(selection) : here;
    const at = order.indexOf(head.layerId);
    const next = {
      frame: Math.max(0, Math.min(session.shot.length - 1, head.frame + frames)),
      layerId: order[Math.max(0, Math.min(order.length - 1, at + columns))] ?? head.layerId,
    };
    view.setState({ selection: between(order, selection?.anchor ?? here, next), layerId: next.layerId });
    goToFrame(context, next.frame);
  };
}

function chooseLayers(ids: (context: CommandContext) => Id[]) {
  return (context: CommandContext) => {
    const { session, view } = context;
    const layers = ids(context);
    const all = wholeLayers(session.shot, layers);
    if (all.to > 0) view.setState({ selection: { ...all, anchor: { frame: 0, layerId: layers[0] } } });
  };
}

function take(context: CommandContext): boolean {
  const span = chosenOrExposure(context);
  if (!span) return false;
  const { shot } = context.session;
  clipboard.setState({ piece: { piece: takePiece(shot, span), shotId: shot.id } });
  return true;
}

function cut(label: string, off: typeof emptySpan) {
  return (context: CommandContext) => {
    const span = chosenOrExposure(context);
    if (span && take(context)) timed(context, span.layers, label, (shot) => off(shot, span));
  };
}

function put(label: string, how: 'in' | 'over', as: 'reuse' | 'new') {
  return (context: CommandContext) => {
    const { session, view, say } = context;
    const { piece: copied } = clipboard.getState();
    const { frame, layerId, folded } = view.getState();
    if (!copied) return;
    const { piece, shotId } = copied;
    if (shotId !== session.shot.id) {
      say('What is in hand comes from another shot, and drawings live in their shot. Copy something here.');
      return;
    }
    const order = columnIds(session.shot.layers, folded);
    const first = chosen(context)?.layers[0] ?? layerId;
    const targets = order.slice(order.indexOf(first)).slice(0, piece.columns.length);
    const at = chosen(context)?.from ?? frame;
    const done = timed(context, targets, label, (shot) => void putPiece(shot, piece, targets, at, how, as));
    if (done)
      view.setState({
        selection: { layers: targets, from: at, to: at + piece.frames, anchor: { frame: at, layerId: targets[0] } },
      });
  };
}

const somethingInHand = () => clipboard.getState().piece !== null;
const hasSpan = (context: CommandContext) => chosenOrExposure(context) !== null;

export const choosingCommands: Command[] = [
  { id: 'choose-up', name: 'Choose a frame up', group: 'Choosing', keys: ['Shift+ArrowUp'], run: extend(-1, 0) },
  { id: 'choose-down', name: 'Choose a frame down', group: 'Choosing', keys: ['Shift+ArrowDown'], run: extend(1, 0) },
  {
    id: 'choose-left',
    name: 'Choose a layer to the left',
    group: 'Choosing',
    keys: ['Shift+ArrowLeft'],
    run: extend(0, -1),
  },
  {
    id: 'choose-right',
    name: 'Choose a layer to the right',
    group: 'Choosing',
    keys: ['Shift+ArrowRight'],
    run: extend(0, 1),
  },
  {
    id: 'choose-layer',
    name: 'Choose the whole layer',
    group: 'Choosing',
    keys: ['$mod+KeyA'],
    when: (context) => totalFrames(layerInHand(context)?.exposures ?? []) > 0,
    run: chooseLayers(({ view }) => [view.getState().layerId]),
  },
  {
    id: 'choose-all',
    name: 'Choose all layers',
    group: 'Choosing',
    keys: ['$mod+Shift+KeyA'],
    run: chooseLayers(({ session, view }) => columnIds(session.shot.layers, view.getState().folded)),
  },
  {
    id: 'choose-none',
    name: 'Choose nothing',
    group: 'Choosing',
    keys: ['Escape'],
    run: ({ view }) => view.setState({ selection: null, entry: null }),
  },
  {
    id: 'cut',
    name: 'Cut, leave empty',
    group: 'Choosing',
    keys: ['$mod+KeyX'],
    when: hasSpan,
    run: cut('cut', emptySpan),
  },
  {
    id: 'cut-close',
    name: 'Cut, close up',
    group: 'Choosing',
    keys: ['$mod+Shift+KeyX'],
    when: hasSpan,
    run: cut('cut', closeUpSpan),
  },
  {
    id: 'copy',
    name: 'Copy',
    group: 'Choosing',
    keys: ['$mod+KeyC'],
    when: hasSpan,
    run: (context) => void take(context),
  },
  {
    id: 'put-in',
    name: 'Put in here, push what follows',
    group: 'Choosing',
    keys: ['$mod+KeyV'],
    when: somethingInHand,
    run: put('put in', 'in', 'reuse'),
  },
  {
    id: 'put-over',
    name: 'Put over what is here',
    group: 'Choosing',
    keys: ['$mod+Shift+KeyV'],
    when: somethingInHand,
    run: put('put over', 'over', 'reuse'),
  },
  {
    id: 'put-new',
    name: 'Put in as new drawings',
    group: 'Choosing',
    keys: ['$mod+Alt+KeyV'],
    when: somethingInHand,
    run: put('put in as new', 'in', 'new'),
  },
];
