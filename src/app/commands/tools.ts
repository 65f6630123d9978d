/** Commands of the tools: taking one in hand, and what each can be switched to without leaving the paper. */
import { BRUSH_KINDS, type BrushKind } from '../../core/shot/index.ts';
import { dropCurve, keepCurve } from '../desk/curve-in-hand.ts';
import { TOOLS, toolOf } from '../desk/tools/index.ts';
import type { Tool } from '../desk/tools/tool.ts';
import { dropWarp, keepWarp } from '../desk/warping.ts';
import { inView } from '../frame/view.ts';
import { VIEWS } from '../frame/views.ts';
import { allBrushes, ownBrushes } from '../session/brushes.ts';
import type { DeskCard } from '../session/slices/paper.ts';
import type { ToolId } from '../session/tool-settings.ts';
import type { Command, CommandContext } from './register.ts';

/** Keys that are their commands' own in the Paint view. */
const PAINT_KEYS = {
  group: 'Paint',
  borrowsKeys: 'paint',
  when: () => inView('paint'),
} as const;

function takeTool(tool: ToolId) {
  return ({ view, go }: CommandContext) => {
    view.setState({ tool });
    if (!VIEWS.some(({ path, hasPaper }) => hasPaper && inView(path))) go(tool === 'pour' ? 'paint' : 'desk');
  };
}

function widthBy(factor: number) {
  return ({ view }: CommandContext) =>
    view.setState(({ tool, tools }) => {
      const { widened } = toolOf(tool);
      return widened ? { tools: { ...tools, [tool]: widened(tools[tool], factor) } } : {};
    });
}

/** The commands of one tool: taking it in hand, and what it can be switched to. */
function commandsOf({ id, name, commandName, keys, inPaint, ways = [] }: Tool): Command[] {
  const taking = { id: `tool-${id}`, name: commandName ?? name, keys };
  const own: Command[] = inPaint
    ? [{ ...taking, ...PAINT_KEYS, run: ({ view }) => view.setState({ tool: id }) }]
    : [{ ...taking, group: 'Tools', run: takeTool(id) }];
  return [
    ...own,
    ...ways.map((way): Command => {
      const run = ({ view }: CommandContext) =>
        view.setState(({ tools }) => {
          const now = tools[id][way.setting];
          const next = way.of[(way.of.indexOf(now) + 1) % way.of.length];
          return { tool: id, tools: { ...tools, [id]: { ...tools[id], [way.setting]: next } } };
        });
      return { id: way.id, name: way.name, keys: way.keys, ...(way.inPaint ? PAINT_KEYS : { group: 'Tools' }), run };
    }),
  ];
}

/** The line tool in hand, or the Pencil. */
function lineInHand({ view }: CommandContext): BrushKind {
  const { tool } = view.getState();
  return BRUSH_KINDS.find((kind) => kind === tool) ?? 'pencil';
}

function brushBy(step: 1 | -1) {
  return (context: CommandContext) => {
    const kind = lineInHand(context);
    const all = allBrushes(ownBrushes.get().list);
    context.view.setState(({ tools }) => {
      const at = all.findIndex(({ name }) => name === tools[kind].named);
      const { name, brush } = all[(at + step + all.length) % all.length];
      return { tool: kind, tools: { ...tools, [kind]: { ...tools[kind], named: name, brush: { ...brush, kind } } } };
    });
  };
}

function nextSteady(context: CommandContext): void {
  const kind = lineInHand(context);
  context.view.setState(({ tools }) => {
    const steady = tools[kind].steady === 'smooth' ? 'string' : 'smooth';
    return { tools: { ...tools, [kind]: { ...tools[kind], steady } } };
  });
}

/** Opens a card beside the paper, or closes it. */
export function openCard(card: DeskCard) {
  return ({ view }: CommandContext) => view.setState(({ deskCard }) => ({ deskCard: deskCard === card ? null : card }));
}

type Begun = Pick<CommandContext, 'session' | 'view'>;

const laying = ({ view }: Begun) => view.getState().curve.length > 0;

/** Something on the paper waits to be kept or given up. */
export function isBegun(open: Begun): boolean {
  return laying(open) || open.view.getState().warping !== null;
}

export function dropBegun(open: Begun): void {
  dropCurve(open);
  dropWarp(open);
}

export const toolCommands: Command[] = [
  ...TOOLS.flatMap(commandsOf),
  { id: 'thinner', name: 'Thinner line', group: 'Tools', keys: ['KeyZ'], run: widthBy(1 / 1.15) },
  { id: 'wider', name: 'Wider line', group: 'Tools', keys: ['KeyX'], run: widthBy(1.15) },
  { id: 'next-steady', name: 'Next way to steady the line', group: 'Tools', keys: ['Alt+KeyH'], run: nextSteady },
  { id: 'brush-next', name: 'Next named brush', group: 'Tools', keys: ['Alt+KeyJ'], run: brushBy(1) },
  { id: 'brush-before', name: 'Named brush before', group: 'Tools', keys: ['Alt+Shift+KeyB'], run: brushBy(-1) },
  {
    id: 'brush-card',
    name: 'The brush and all named brushes',
    group: 'Tools',
    keys: ['Alt+KeyW'],
    run: openCard('brush'),
  },
  {
    id: 'begun-keep',
    name: 'Keep what is begun on the paper: the curve, the warp',
    group: 'Tools',
    keys: ['Enter', 'NumpadEnter'],
    borrowsKeys: 'picked',
    when: isBegun,
    run: (context) => (laying(context) ? keepCurve(context, false) : keepWarp(context)),
  },
  {
    id: 'curve-back',
    name: 'Take the last point of the curve back',
    group: 'Tools',
    keys: ['Backspace', '$mod+KeyZ'],
    borrowsKeys: 'picked',
    when: laying,
    run: ({ view }) => view.setState(({ curve }) => ({ curve: curve.slice(0, -1) })),
  },
];
