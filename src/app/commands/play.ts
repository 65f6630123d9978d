import {
  neighbours,
  placedExposures,
  type Span,
  stepByDrawing,
  stepByKey,
  stepByMarker,
} from '../../core/sheet/index.ts';
import type { Layer } from '../../core/shot/index.ts';
import { layerInHand } from './layer-in-hand.ts';
import type { Command, CommandContext } from './register.ts';

const ROLL_MS = 110;

/** Goes to a frame, heard when sound is scrubbed. */
export function goToFrame(context: Pick<CommandContext, 'session' | 'view' | 'sound' | 'player'>, frame: number): void {
  const { session, view, sound, player } = context;
  const next = Math.max(0, Math.min(session.shot.length - 1, frame));
  if (player.state.getState().state !== 'rest') player.stop();
  if (next === view.getState().frame) return;
  view.setState({ frame: next });
  if (view.getState().scrubSound) sound.scrub(session.shot, next, view.getState().scrubFrames);
}

function stepFrames(by: number) {
  return (context: CommandContext) => {
    context.view.setState({ selection: null });
    goToFrame(context, context.view.getState().frame + by);
  };
}

function flip(towards: -1 | 1) {
  return (context: CommandContext) => {
    const layer = layerInHand(context);
    const frame = layer && stepByDrawing(layer, context.view.getState().frame, towards);
    if (frame !== null && frame !== undefined) goToFrame(context, frame);
  };
}

function keyBy(towards: -1 | 1) {
  return (context: CommandContext) => {
    const layer = layerInHand(context);
    const frame = layer && stepByKey(context.session.shot, layer, context.view.getState().frame, towards);
    if (frame !== null && frame !== undefined) goToFrame(context, frame);
    else context.say(`There is no key ${towards < 0 ? 'before' : 'after'} this frame on the layer in hand.`);
  };
}

function markerBy(towards: -1 | 1) {
  return (context: CommandContext) => {
    const frame = stepByMarker(context.session.shot, context.view.getState().frame, towards);
    if (frame !== null) goToFrame(context, frame);
    else context.say(`There is no marker ${towards < 0 ? 'before' : 'after'} this frame.`);
  };
}

/** Where each of the drawings chosen on the sheet begins, in the part chosen; null when fewer than two are. */
function chosenFrames(layer: Layer, chosen: Span | null): number[] | null {
  if (!chosen?.layers.includes(layer.id)) return null;
  const frames = placedExposures(layer.exposures)
    .filter(({ start, exposure }) => exposure.cell && start < chosen.to && start + exposure.frames > chosen.from)
    .map(({ start }) => Math.max(start, chosen.from));
  return frames.length < 2 ? null : frames;
}

/** The present drawing and the two before and after it. */
function framesAround(layer: Layer, home: number): number[] {
  const { before, after } = neighbours(layer, home, 2);
  return [...before.map((each) => each.frame).reverse(), home, ...after.map((each) => each.frame)];
}

function startRoll({ view, ...rest }: CommandContext): void {
  const { roll, frame: home } = view.getState();
  if (roll) return;
  const layer = layerInHand({ view, ...rest });
  if (!layer) return;
  const frames = chosenFrames(layer, view.getState().selection) ?? framesAround(layer, home);
  if (frames.length < 2) return;
  // There and back, from the drawing in hand on, as sheets fall between the fingers.
  const order = [...frames, ...frames.slice(1, -1).reverse()];
  let at = Math.max(0, order.indexOf(home));
  const next = () => {
    at = (at + 1) % order.length;
    view.setState({ frame: order[at] });
  };
  view.setState({ roll: { home, timer: setInterval(next, ROLL_MS) } });
  next();
}

function endRoll({ view }: CommandContext): void {
  const { roll } = view.getState();
  if (!roll) return;
  clearInterval(roll.timer);
  view.setState({ roll: null, frame: roll.home });
}

const SPEEDS = [0.25, 0.5, 1, 1.5, 2];

function changeSpeed(by: -1 | 1) {
  return ({ view }: CommandContext) => {
    const at = SPEEDS.indexOf(view.getState().speed);
    view.setState({ speed: SPEEDS[Math.max(0, Math.min(SPEEDS.length - 1, (at < 0 ? 2 : at) + by))] });
  };
}

export const playCommands: Command[] = [
  { id: 'play', name: 'Play / stop', group: 'Playing', keys: ['Space'], run: ({ player }) => player.toggle() },
  {
    id: 'loop',
    name: 'Loop on / off',
    group: 'Playing',
    keys: ['KeyL'],
    run: ({ view }) => view.setState(({ loop }) => ({ loop: !loop })),
  },
  {
    id: 'first-frame',
    name: 'To the first frame',
    group: 'Playing',
    keys: ['Home'],
    run: (context) => goToFrame(context, context.view.getState().range?.from ?? 0),
  },
  {
    id: 'last-frame',
    name: 'To the last frame',
    group: 'Playing',
    keys: ['End'],
    run: (context) => goToFrame(context, context.view.getState().range?.to ?? context.session.shot.length - 1),
  },
  { id: 'frame-back', name: 'One frame back', group: 'Playing', keys: ['ArrowUp', 'Comma'], run: stepFrames(-1) },
  { id: 'frame-on', name: 'One frame on', group: 'Playing', keys: ['ArrowDown', 'Period'], run: stepFrames(1) },
  {
    id: 'flip-back',
    name: 'Flip to the drawing before',
    group: 'Playing',
    keys: ['KeyA'],
    run: flip(-1),
  },
  {
    id: 'flip-on',
    name: 'Flip to the drawing after',
    group: 'Playing',
    keys: ['KeyS'],
    run: flip(1),
  },
  { id: 'key-back', name: 'To the key before', group: 'Playing', keys: ['Shift+KeyA'], run: keyBy(-1) },
  { id: 'key-on', name: 'To the key after', group: 'Playing', keys: ['Shift+KeyS'], run: keyBy(1) },
  { id: 'marker-back', name: 'To the marker before', group: 'Playing', keys: ['Alt+KeyA'], run: markerBy(-1) },
  { id: 'marker-on', name: 'To the marker after', group: 'Playing', keys: ['Alt+KeyS'], run: markerBy(1) },
  { id: 'roll', name: 'Roll while held', group: 'Playing', keys: ['KeyD'], run: startRoll, release: endRoll },
  {
    id: 'range-from',
    name: 'Range begins here',
    group: 'Playing',
    keys: ['BracketLeft'],
    run: ({ view, session }) =>
      view.setState(({ frame, range }) => ({
        range: { from: frame, to: Math.max(frame, range?.to ?? session.shot.length - 1) },
      })),
  },
  {
    id: 'range-to',
    name: 'Range ends here',
    group: 'Playing',
    keys: ['BracketRight'],
    run: ({ view }) =>
      view.setState(({ frame, range }) => ({ range: { from: Math.min(frame, range?.from ?? 0), to: frame } })),
  },
  {
    id: 'range-all',
    name: 'Range is the whole shot',
    group: 'Playing',
    keys: ['Shift+BracketLeft'],
    when: ({ view }) => view.getState().range !== null,
    run: ({ view }) => view.setState({ range: null }),
  },
  { id: 'slower', name: 'Preview slower', group: 'Playing', keys: ['Shift+Comma'], run: changeSpeed(-1) },
  { id: 'faster', name: 'Preview faster', group: 'Playing', keys: ['Shift+Period'], run: changeSpeed(1) },
  {
    id: 'scrub-sound',
    name: 'Scrub with sound on / off',
    group: 'Playing',
    keys: ['Shift+KeyL'],
    run: ({ view }) => view.setState(({ scrubSound }) => ({ scrubSound: !scrubSound })),
  },
];
