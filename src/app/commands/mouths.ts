/** Mouths put by key, filled from the reading, brought back onto the head. */
import {
  chartOf,
  headDrawingAt,
  layMouths,
  mouthLayer,
  mouthPlaceAt,
  planMouths,
  putMouth,
  sitMouths,
} from '../../core/mouths/index.ts';
import { readingRows } from '../../core/reading/index.ts';
import { drawingShown, layerOf } from '../../core/sheet/index.ts';
import { type Layer, MOUTHS, type Mouth, type MouthChart, type MouthPlace, makeLayer } from '../../core/shot/index.ts';
import { MOUTH_SOUNDS } from '../../core/speech/index.ts';
import { layerInHand } from './layer-in-hand.ts';
import type { Command, CommandContext } from './register.ts';
import { timed } from './timed.ts';

/** The chart in hand; says so when there is none. */
function chartInHand({ session, view, say }: CommandContext): MouthChart | null {
  const { chart } = view.getState().mouths;
  const found = session.shot.charts.find(({ id }) => id === chart) ?? session.shot.charts[0] ?? null;
  if (!found) say('There is no mouth chart yet. Make one in Parts under the sheet.');
  return found;
}

/** The layer mouths go to, made when there is none; `use` is run in the same edit. */
function onMouthLayer(
  context: CommandContext,
  label: string,
  use: (shot: Parameters<typeof layerOf>[0], layer: Layer) => void,
): boolean {
  const { session, view } = context;
  const there = mouthLayer(session.shot, view.getState().layerId);
  if (there) return timed(context, [there.id], label, (shot) => use(shot, layerOf(shot, there.id)));
  const made = makeLayer('Mouth', 'mouth', { afterLast: 'holds' });
  const done = session.change(label, (shot) => {
    shot.layers.push(made);
    use(shot, layerOf(shot, made.id));
  });
  if (done) view.setState({ layerId: made.id });
  return done;
}

export function putMouthHere(context: CommandContext, kind: Mouth): void {
  const chart = chartInHand(context);
  if (!chart) return;
  const { frame, newHold } = context.view.getState();
  let put = false;
  const done = onMouthLayer(context, `mouth ${MOUTH_SOUNDS[kind]}`, (shot, layer) => {
    put = putMouth(shot, layer.id, chartOf(shot, chart.id), kind, frame, newHold);
  });
  if (done && put) sayWhereItSits(context);
  if (done && !put) context.say(`“${chart.name}” has no mouth for ${MOUTH_SOUNDS[kind]} yet. Draw it in Parts first.`);
}

/** Without a place on a head mouths lie as large and where they are drawn on the chart, which one has to know. */
function sayWhereItSits({ session, view, say }: CommandContext): void {
  if (!mouthPlaceAt(session.shot, view.getState().frame))
    say('Mouths lie as they are drawn on the chart: choose the head’s layer in Parts and set where they sit.');
}

/** Lays mouths from the reading, over the chosen frames or over all that is read. */
function fillMouths(context: CommandContext): void {
  const { session, view, say } = context;
  const chart = chartInHand(context);
  if (!chart) return;
  const { mouths, selection } = view.getState();
  const all = readingRows(session.shot);
  const rows = selection ? all.filter(({ from, to }) => to > selection.from && from < selection.to) : all;
  const spans = planMouths(rows, mouths);
  if (spans.length === 0) {
    say(
      selection && all.length > 0
        ? 'Nothing is read on the chosen frames.'
        : 'There is no track reading to fill from. Read the line in the Sound view, or write its sounds by hand.',
    );
    return;
  }
  let lacking: Mouth[] = [];
  const done = onMouthLayer(context, 'fill mouths', (shot, layer) => {
    lacking = layMouths(shot, layer.id, chartOf(shot, chart.id), spans);
  });
  if (!done) return;
  sayWhereItSits(context);
  const laid = `${spans.length} mouths from frame ${spans[0].from + 1} to ${spans.at(-1)!.to}.`;
  say(
    lacking.length > 0
      ? `${laid} “${chart.name}” lacks ${lacking.map((kind) => MOUTH_SOUNDS[kind]).join(', ')}.`
      : laid,
  );
}

/** Brings laid mouths to where the guide has them. */
function sitAll(context: CommandContext): void {
  const { session, view } = context;
  const layer = mouthLayer(session.shot, view.getState().layerId);
  if (layer) timed(context, [layer.id], 'mouths onto the head', (shot) => sitMouths(shot, layer.id));
}

/** Sets where mouths sit on the head's drawing at the present frame; what is laid comes along. */
export function setMouthPlace(context: CommandContext, place: MouthPlace, gesture = ''): void {
  const { session, view, say } = context;
  const drawing = headDrawingAt(session.shot, view.getState().frame);
  if (drawing === null) {
    say('There is no drawing of the head on this frame. Choose the head’s layer in Parts under the sheet.');
    return;
  }
  const layer = mouthLayer(session.shot, view.getState().layerId);
  session.change(
    'set where mouths sit',
    (shot) => {
      shot.mouthGuide.places[drawing] = place;
      if (layer && !layer.locked) sitMouths(shot, layer.id);
    },
    gesture,
  );
}

/** Forgets the place set on the head's drawing here. */
export function dropMouthPlace({ session, view }: CommandContext): void {
  const drawing = headDrawingAt(session.shot, view.getState().frame);
  if (drawing !== null && session.shot.mouthGuide.places[drawing])
    session.change('let the place of mouths go', (shot) => {
      delete shot.mouthGuide.places[drawing];
    });
}

/** Where a mouth sits here, or would to begin with: on the mouth that is shown, else the middle of the paper. */
export function mouthPlaceHere({ session, view }: Pick<CommandContext, 'session' | 'view'>): MouthPlace {
  const { shot } = session;
  const { frame, layerId } = view.getState();
  const layer = mouthLayer(shot, layerId);
  const laid = layer && drawingShown(shot, layer, frame)?.mouth;
  return mouthPlaceAt(shot, frame) ?? laid?.at ?? { x: shot.width / 2, y: shot.height / 2, turn: 0, size: 1 };
}

/** The layer in hand is for mouths and there is a chart to put them from: digits are mouths then, not holds. */
function onMouths(open: CommandContext): boolean {
  return layerInHand(open)?.purpose === 'mouth' && open.session.shot.charts.length > 0;
}

export const mouthCommands: Command[] = [
  ...MOUTHS.map(
    (kind, i): Command => ({
      id: `mouth-${kind}`,
      name: `Mouth: ${MOUTH_SOUNDS[kind]}`,
      group: 'Mouths',
      keys: [`Digit${(i + 1) % 10}`],
      borrowsKeys: 'mouths',
      when: onMouths,
      run: (context) => putMouthHere(context, kind),
    }),
  ),
  { id: 'mouths-fill', name: 'Fill mouths from the reading', group: 'Mouths', keys: ['$mod+KeyM'], run: fillMouths },
  { id: 'mouths-sit', name: 'Bring the mouths onto the head', group: 'Mouths', keys: ['$mod+Shift+KeyM'], run: sitAll },
  {
    id: 'mouth-guide',
    name: 'Show where mouths sit on / off',
    group: 'Mouths',
    keys: ['$mod+KeyG'],
    run: ({ view }) => view.setState(({ mouthGuideShown }) => ({ mouthGuideShown: !mouthGuideShown })),
  },
  {
    id: 'mouth-lead',
    name: 'Mouths lead their sounds by one frame more',
    group: 'Mouths',
    keys: ['$mod+KeyL'],
    run: ({ view, say }) => {
      const { mouths } = view.getState();
      const lead = (mouths.lead + 1) % 3;
      view.setState({ mouths: { ...mouths, lead } });
      say(
        lead === 0
          ? 'Mouths come with their sounds.'
          : `Mouths come ${lead === 1 ? 'one frame' : 'two frames'} before their sounds.`,
      );
    },
  },
];
