/** Timing charts and the in-betweens that are drawn from them. */
import {
  type BetweenPlan,
  linkAt,
  partLines,
  planForCharts,
  redoPlans,
  setStraight,
} from '../../core/between/index.ts';
import {
  addTick,
  CHART_PRESETS,
  type ChartPreset,
  chartAt,
  chartsIn,
  dropTick,
  setSpacings,
  spacingInWords,
  type TimingChart,
} from '../../core/sheet/index.ts';
import type { Id, Shot } from '../../core/shot/index.ts';
import type { OpenShot } from '../session/open-shot.ts';
import { layerInHand } from './layer-in-hand.ts';
import { goToFrame } from './play.ts';
import type { Command, CommandContext } from './register.ts';
import { chosen, timed } from './timed.ts';

type Open = Pick<OpenShot, 'session' | 'view'>;

/** The chart between the keys around the playhead. */
export function chartInHand(open: Open): TimingChart | null {
  const layer = layerInHand(open);
  return layer && chartAt(open.session.shot, layer.id, open.view.getState().frame);
}

const NO_CHART = 'There are no two keys here to put a chart between. Draw two drawings and mark them as keys (K).';

/** An edit of the chart in hand. */
export function editChart(
  context: CommandContext,
  label: string,
  edit: (shot: Shot, chart: TimingChart) => void,
): boolean {
  const chart = chartInHand(context);
  if (!chart) {
    context.say(NO_CHART);
    return false;
  }
  return timed(context, [chart.layerId], label, (shot) => edit(shot, chart));
}

/** Spaces the ticks of the chart in hand; a preset for one number of ticks brings that number. */
export function space(
  context: CommandContext,
  { name, spacings, count }: Pick<ChartPreset, 'name' | 'spacings' | 'count'>,
) {
  const chart = chartInHand(context);
  const ticks = count ?? Math.max(1, chart?.ticks.length ?? 1);
  editChart(context, name, (shot, own) => setSpacings(shot, own, spacings(ticks), context.view.getState().newHold));
}

/** The next of the presets that any number of ticks can have. */
function spaceNext(context: CommandContext): void {
  const chart = chartInHand(context);
  const ways = CHART_PRESETS.filter(({ count }) => count === null);
  const now = chart ? spacingInWords(chart.ticks.map(({ spacing }) => spacing)) : '';
  const next = ways[(ways.findIndex(({ name }) => name === now) + 1) % ways.length];
  space(context, next);
}

export function takeTickOff(context: CommandContext, drawing: Id): void {
  editChart(context, 'take a tick off', (shot, chart) => dropTick(shot, chart, drawing));
}

function fewer(context: CommandContext): void {
  const chart = chartInHand(context);
  const blank = chart?.ticks.findLast(({ drawing }) => drawing.ink.length === 0 && drawing.paint.length === 0);
  if (chart && !blank) context.say('Every tick of this chart has a drawing. Press Del on the one to take off.');
  else if (blank) takeTickOff(context, blank.drawing.id);
  else context.say(NO_CHART);
}

/** Lines of the drawing in hand that are picked: only these are drawn. */
function pickedLines({ view }: Open): Id[] | null {
  const { picked } = view.getState();
  return picked && picked.strokes.length > 0 ? picked.strokes : null;
}

/** What there is to draw: on the chosen frames of the chosen layers, else on the chart in hand. */
function plansInHand(open: Open): BetweenPlan[] {
  const { shot } = open.session;
  const span = chosen(open);
  const only = pickedLines(open);
  if (span && (span.layers.length > 1 || span.to - span.from > 1)) {
    return span.layers.flatMap((id) => {
      const charts = chartsIn(shot, id, span.from, span.to);
      return charts.length > 0 ? [planForCharts(shot, charts, only)] : [];
    });
  }
  const chart = chartInHand(open);
  return chart ? [planForCharts(shot, [chart], only)] : [];
}

async function draw(context: CommandContext): Promise<void> {
  const plans = plansInHand(context);
  if (plans.length === 0) {
    context.say(NO_CHART);
    return;
  }
  // Layers without anything to draw are passed over as long as others have something.
  const some = plans.filter(({ targets }) => targets.length > 0);
  context.player.stop();
  const why = await context.betweens.propose(some.length > 0 ? some : plans);
  if (why) context.say(why);
  else context.view.setState({ picked: null });
}

/** First passes of the layer in hand whose keys or chart have changed since. */
export function stalePlans(open: Open): BetweenPlan[] {
  const layer = layerInHand(open);
  return layer ? redoPlans(open.session.shot, layer.id) : [];
}

async function redo(context: CommandContext): Promise<void> {
  const plans = stalePlans(context);
  const count = plans.reduce((sum, { targets }) => sum + targets.length, 0);
  if (count === 0) {
    context.say('No first pass of this layer is older than its keys and its chart.');
    return;
  }
  if (await context.betweens.redo(plans))
    context.say(
      `${count} ${count === 1 ? 'drawing' : 'drawings'} drawn anew; those your hand has touched are as they were.`,
    );
}

function putDown(context: CommandContext): void {
  const count = context.betweens.putDown();
  if (count > 0)
    context.say(
      `${count} ${count === 1 ? 'in-between' : 'in-betweens'} put down as a first pass. Draw on them as on any drawing.`,
    );
}

const hasProposal = ({ betweens }: Pick<OpenShot, 'betweens'>) => betweens.state.getState().proposal !== null;

/** The way from one drawing to the next that is on the table. */
export function stepOnTable({ betweens }: Pick<OpenShot, 'betweens'>): [Id, Id] | null {
  const { proposal, plan, step } = betweens.state.getState();
  const found = proposal?.results[plan]?.steps[step];
  return found ? [found.from, found.to] : null;
}

/** Parts the touched line from its partner: neither has a counterpart then. */
function part(context: CommandContext): void {
  const { touched, proposal, plan, step } = context.betweens.state.getState();
  const way = stepOnTable(context);
  if (!touched || !way || !proposal) return;
  const { pairs } = proposal.results[plan].steps[step];
  const lines = pairs.flatMap(({ a, b }) => ((touched.side === 'a' ? a : b) === touched.line ? [a, b] : []));
  if (lines.length === 0) context.say('This line has no partner to part it from.');
  else context.session.change('part two lines', (shot) => partLines(shot, way, lines));
}

/** Straight or turning: of the touched line, or of all lines. */
export function toggleStraight(context: CommandContext): void {
  const way = stepOnTable(context);
  if (!way) return;
  const { touched } = context.betweens.state.getState();
  const passage = context.session.shot.passages.find(({ from, to }) => from === way[0] && to === way[1]);
  const line = touched?.side === 'a' ? touched.line : null;
  const now = line ? passage?.straightLines.includes(line) : passage?.straight;
  context.session.change(now ? 'lines turn' : 'lines go straight', (shot) =>
    setStraight(shot, way, line ? [line] : 'all', !now),
  );
}

/** Shows one of the proposed drawings, with the two drawings it comes from. */
export function lookAt({ state }: OpenShot['betweens'], wanted: number): void {
  const { proposal, plan } = state.getState();
  const job = proposal?.plans[plan].job;
  if (!job) return;
  const drawing = Math.max(0, Math.min(job.wanted.length - 1, wanted));
  state.setState({ seen: 'drawings', drawing, step: linkAt(job.chain, job.wanted[drawing]).k, touched: null });
}

/** Goes to the drawing of a tick. */
export function toTick(context: CommandContext, frame: number): void {
  goToFrame(context, frame);
}

export const betweenCommands: Command[] = [
  {
    id: 'between-draw',
    name: 'Draw the in-betweens of the chart',
    group: 'In-betweens',
    keys: ['$mod+KeyB'],
    run: (context) => void draw(context),
  },
  {
    id: 'between-redo',
    name: 'Draw first passes anew whose keys have changed',
    group: 'In-betweens',
    keys: ['$mod+Shift+KeyB'],
    run: (context) => void redo(context),
  },
  {
    id: 'between-stop',
    name: 'Stop drawing in-betweens',
    group: 'In-betweens',
    keys: ['$mod+Shift+KeyE'],
    when: ({ betweens }) => betweens.state.getState().busy !== null,
    run: ({ betweens }) => betweens.stop(),
  },
  {
    id: 'chart-card',
    name: 'Drawing / timing chart beside the Roll',
    group: 'In-betweens',
    keys: ['$mod+KeyE'],
    run: ({ view }) => view.setState(({ rollCard }) => ({ rollCard: rollCard === 'chart' ? 'drawing' : 'chart' })),
  },
  {
    id: 'tick-more',
    name: 'One tick more on the timing chart',
    group: 'In-betweens',
    keys: ['$mod+KeyI'],
    run: (context) =>
      void editChart(context, 'a tick more', (shot, chart) => addTick(shot, chart, context.view.getState().newHold)),
  },
  {
    id: 'tick-fewer',
    name: 'One blank tick fewer on the timing chart',
    group: 'In-betweens',
    keys: ['$mod+Shift+KeyI'],
    run: fewer,
  },
  {
    id: 'chart-next',
    name: 'Next way of spacing the timing chart',
    group: 'In-betweens',
    keys: ['$mod+KeyU'],
    run: spaceNext,
  },
  {
    id: 'half-ghost',
    name: 'Half-way ghost on / off',
    group: 'In-betweens',
    keys: ['$mod+KeyH'],
    run: ({ view, say }) => {
      const halfGhost = !view.getState().halfGhost;
      view.setState({ halfGhost });
      say(
        halfGhost
          ? 'On a blank or drawn in-between, what belongs there is seen as a faint ghost. Nothing is drawn for you.'
          : 'The half-way ghost is off.',
      );
    },
  },
  {
    id: 'follow-off',
    name: 'Let all followed points go',
    group: 'In-betweens',
    keys: ['$mod+Shift+KeyD'],
    run: ({ session, view }) =>
      void session.change('let points go', (draft) => {
        const { layerId } = view.getState();
        draft.checks.followed = draft.checks.followed.filter(({ layer }) => layer !== layerId);
      }),
  },
  {
    id: 'between-down',
    name: 'Put the proposed in-betweens down',
    group: 'In-betweens',
    keys: ['Enter', 'NumpadEnter'],
    borrowsKeys: 'proposal',
    when: hasProposal,
    run: putDown,
  },
  {
    id: 'between-leave',
    name: 'Leave the proposed in-betweens',
    group: 'In-betweens',
    keys: ['Escape'],
    borrowsKeys: 'proposal',
    when: hasProposal,
    run: ({ betweens }) => {
      if (betweens.state.getState().touched) betweens.state.setState({ touched: null });
      else betweens.leave();
    },
  },
  {
    id: 'between-part',
    name: 'Part the touched line from its partner',
    group: 'In-betweens',
    keys: ['Delete'],
    borrowsKeys: 'proposal',
    when: hasProposal,
    run: part,
  },
  {
    id: 'between-straight',
    name: 'Straight / turning',
    group: 'In-betweens',
    keys: ['KeyT'],
    borrowsKeys: 'proposal',
    when: hasProposal,
    run: toggleStraight,
  },
  {
    id: 'between-pieces',
    name: 'The next pair is made beside those there are',
    group: 'In-betweens',
    keys: ['KeyJ'],
    borrowsKeys: 'proposal',
    when: hasProposal,
    run: ({ betweens }) => betweens.state.setState(({ inPieces }) => ({ inPieces: !inPieces })),
  },
  {
    id: 'between-seen',
    name: 'Pairs / drawings of the proposal',
    group: 'In-betweens',
    keys: ['KeyV'],
    borrowsKeys: 'proposal',
    when: hasProposal,
    run: ({ betweens }) => {
      const { seen, drawing } = betweens.state.getState();
      if (seen === 'pairs') lookAt(betweens, drawing);
      else betweens.state.setState({ seen: 'pairs' });
    },
  },
  {
    id: 'between-earlier',
    name: 'The proposed drawing before',
    group: 'In-betweens',
    keys: ['ArrowUp'],
    borrowsKeys: 'proposal',
    when: hasProposal,
    run: ({ betweens }) => lookAt(betweens, betweens.state.getState().drawing - 1),
  },
  {
    id: 'between-later',
    name: 'The next proposed drawing',
    group: 'In-betweens',
    keys: ['ArrowDown'],
    borrowsKeys: 'proposal',
    when: hasProposal,
    run: ({ betweens }) => lookAt(betweens, betweens.state.getState().drawing + 1),
  },
];
