/** What is picked on the paper: moved by keys, flipped, cut, copied, put into other drawings. */

import { joinLines, type Pick, pickSwatch, smoothed, withWidth } from '../../core/ink/index.ts';
import { bringSwatches } from '../../core/paint/index.ts';
import { about, scaling, translation } from '../../core/plane/index.ts';
import { drawingShown, drawingToDrawOn } from '../../core/sheet/index.ts';
import { newId, paletteAt, type Stroke } from '../../core/shot/index.ts';
import { changePicked, pickAll, pickedNow, pivotOf, setPicked } from '../desk/picked.ts';
import { clipboard } from '../session/clipboard.ts';
import { layerInHand, whyNotDraw } from './layer-in-hand.ts';
import type { Command, CommandContext } from './register.ts';
import { dropBegun, isBegun } from './tools.ts';

const picking = ({ view }: CommandContext) => view.getState().tool === 'pick';
const isPicked = (context: CommandContext) => pickedNow(context) !== null;

const WAYS = [
  ['left', 'ArrowLeft', -1, 0],
  ['right', 'ArrowRight', 1, 0],
  ['up', 'ArrowUp', 0, -1],
  ['down', 'ArrowDown', 0, 1],
] as const;

const NUDGE_PAUSE_MS = 900;

function nudge(dx: number, dy: number) {
  return (context: CommandContext) => {
    const drawing = pickedNow(context)?.drawing.id ?? '';
    const now = performance.now();
    const { nudging, paper } = context.view.getState();
    const goesOn = nudging.drawing === drawing && now - nudging.at <= NUDGE_PAUSE_MS;
    const gesture = goesOn ? nudging.gesture : `nudge ${newId()}`;
    context.view.setState({ nudging: { drawing, at: now, gesture } });
    // What is seen is what is meant: in a mirrored view left is left.
    changePicked(context, 'nudge', translation(paper.mirrored ? -dx : dx, dy), gesture);
  };
}

function flip(sx: number, sy: number) {
  return (context: CommandContext) => {
    const { x, y } = pivotOf(context);
    changePicked(context, 'flip', about(scaling(sx, sy), x, y));
  };
}

function take(context: CommandContext): void {
  const now = pickedNow(context);
  if (!now) return;
  const { drawing, pick } = now;
  clipboard.setState({
    drawn: {
      ink: drawing.ink.filter(({ id }) => pick.strokes.includes(id)),
      paint: drawing.paint.filter(({ id }) => pick.areas.includes(id)),
      swatches: paletteAt(context.session.shot, context.view.getState().frame).swatches,
    },
  });
}

function takeOff(label: string) {
  return (context: CommandContext) => {
    const now = pickedNow(context);
    if (!now) return;
    const { drawing, pick } = now;
    context.session.change(label, (shot) => {
      const own = shot.drawings[drawing.id];
      own.ink = drawing.ink.filter(({ id }) => !pick.strokes.includes(id));
      own.paint = drawing.paint.filter(({ id }) => !pick.areas.includes(id));
    });
  };
}

/** Edits each picked line by itself. */
function eachLine(label: string, edit: (stroke: Stroke, context: CommandContext) => Stroke) {
  return (context: CommandContext) => {
    const now = pickedNow(context);
    if (!now) return;
    const wanted = new Set(now.pick.strokes);
    const ink = now.drawing.ink.map((stroke) => (wanted.has(stroke.id) ? edit(stroke, context) : stroke));
    context.session.change(label, (shot) => void (shot.drawings[now.drawing.id].ink = ink));
  };
}

const SMOOTHING = 0.5;
/** Ends this near to each other are joined, paper pixels. */
const JOIN_REACH = 40;

function join(context: CommandContext): void {
  const now = pickedNow(context);
  if (!now) return;
  const done = joinLines(now.drawing.ink, now.pick.strokes, JOIN_REACH);
  if (!done) {
    context.say(`No two picked lines end within ${JOIN_REACH} px of each other.`);
    return;
  }
  context.session.change('join lines', (shot) => void (shot.drawings[now.drawing.id].ink = done.ink));
  const drawing = context.session.shot.drawings[now.drawing.id];
  const kept = now.pick.strokes.filter((id) => drawing.ink.some((stroke) => stroke.id === id));
  setPicked(context, drawing, { strokes: [...kept, ...done.made], areas: now.pick.areas });
}

/** Puts the lines in hand into the drawing shown, in their place; they are picked then. Lineages stay. */
function put(context: CommandContext): void {
  const { session, view, say } = context;
  const { frame, layerId, newHold } = view.getState();
  const why = whyNotDraw(session.shot, layerInHand(context), frame);
  if (why) {
    say(why);
    return;
  }
  const drawn = clipboard.getState().drawn;
  const made: Pick = { strokes: [], areas: [] };
  session.change('put lines in', (shot) => {
    const { ink, paint } = bringSwatches(shot, drawn, drawn.swatches);
    const own = drawingToDrawOn(shot, layerId, frame, newHold);
    for (const stroke of ink) {
      const id = newId();
      made.strokes.push(id);
      own.ink.push({ ...stroke, id });
    }
    for (const area of paint) {
      const id = newId();
      made.areas.push(id);
      own.paint.push({ ...area, id });
    }
  });
  const drawing = drawingShown(session.shot, layerInHand(context)!, frame);
  if (drawing) setPicked(context, drawing, made);
}

export const pickedCommands: Command[] = [
  ...([1, 10] as const).flatMap((by) =>
    WAYS.map(
      ([name, key, x, y]): Command => ({
        id: `nudge-${name}-${by}`,
        name: `Nudge what is picked ${name}, ${by} px`,
        group: 'Picked',
        keys: [by === 1 ? key : `Shift+${key}`],
        borrowsKeys: 'picked',
        when: isPicked,
        run: nudge(x * by, y * by),
      }),
    ),
  ),
  {
    id: 'pick-all',
    name: 'Pick everything of the drawing',
    group: 'Picked',
    keys: ['$mod+KeyA'],
    borrowsKeys: 'picked',
    when: picking,
    run: pickAll,
  },
  {
    id: 'pick-swatch',
    name: 'Pick all of the swatch in hand',
    group: 'Picked',
    keys: ['$mod+Alt+KeyA'],
    run: (context) => {
      const { swatch, frame } = context.view.getState();
      const layer = layerInHand(context);
      const drawing = layer && drawingShown(context.session.shot, layer, frame);
      if (!drawing) return;
      context.view.setState({ tool: 'pick' });
      setPicked(context, drawing, pickSwatch(drawing, swatch));
    },
  },
  {
    id: 'pick-none',
    name: 'Let go of what is begun, else of what is picked',
    group: 'Picked',
    keys: ['Escape'],
    borrowsKeys: 'picked',
    when: (context) => isBegun(context) || isPicked(context),
    run: (context) => {
      if (isBegun(context)) dropBegun(context);
      else context.view.setState({ picked: null, changing: null });
    },
  },
  {
    id: 'flip-sideways',
    name: 'Flip what is picked sideways',
    group: 'Picked',
    keys: ['Alt+Shift+KeyH'],
    when: isPicked,
    run: flip(-1, 1),
  },
  {
    id: 'flip-over',
    name: 'Flip what is picked upside down',
    group: 'Picked',
    keys: ['Alt+Shift+KeyV'],
    when: isPicked,
    run: flip(1, -1),
  },
  {
    id: 'one-width',
    name: 'All picked lines in the width of the tool',
    group: 'Picked',
    keys: ['Alt+Shift+KeyW'],
    when: isPicked,
    run: eachLine('one width', (stroke, { view }) =>
      withWidth(stroke, view.getState().tools[stroke.brush.kind].brush.width),
    ),
  },
  {
    id: 'lines-thinner',
    name: 'Picked lines thinner',
    group: 'Picked',
    keys: ['KeyZ'],
    borrowsKeys: 'picked',
    when: isPicked,
    run: eachLine('thinner lines', (stroke) => withWidth(stroke, stroke.brush.width / 1.15)),
  },
  {
    id: 'lines-wider',
    name: 'Picked lines wider',
    group: 'Picked',
    keys: ['KeyX'],
    borrowsKeys: 'picked',
    when: isPicked,
    run: eachLine('wider lines', (stroke) => withWidth(stroke, stroke.brush.width * 1.15)),
  },
  {
    id: 'smooth-lines',
    name: 'Smooth the picked lines',
    group: 'Picked',
    keys: ['Alt+Shift+KeyS'],
    when: isPicked,
    run: eachLine('smooth lines', (stroke) => smoothed(stroke, SMOOTHING)),
  },
  {
    id: 'join-lines',
    name: 'Join the picked lines at their ends',
    group: 'Picked',
    keys: ['Alt+Shift+KeyO'],
    when: isPicked,
    run: join,
  },
  {
    id: 'lines-off',
    name: 'Take what is picked off the drawing',
    group: 'Picked',
    keys: ['Delete'],
    borrowsKeys: 'picked',
    when: isPicked,
    run: takeOff('take lines off'),
  },
  {
    id: 'copy-lines',
    name: 'Copy what is picked',
    group: 'Picked',
    keys: ['$mod+KeyC'],
    borrowsKeys: 'picked',
    when: isPicked,
    run: take,
  },
  {
    id: 'cut-lines',
    name: 'Cut what is picked',
    group: 'Picked',
    keys: ['$mod+KeyX'],
    borrowsKeys: 'picked',
    when: isPicked,
    run: (context) => {
      take(context);
      takeOff('cut lines')(context);
    },
  },
  {
    id: 'put-lines',
    name: 'Put the lines in hand in here, same place',
    group: 'Picked',
    keys: ['$mod+KeyV'],
    borrowsKeys: 'picked',
    when: (context) =>
      picking(context) && clipboard.getState().drawn.ink.length + clipboard.getState().drawn.paint.length > 0,
    run: put,
  },
];
