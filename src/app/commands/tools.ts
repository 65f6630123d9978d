/** Commands of the tools: taking one in hand, and what each can be switched to without leaving the paper. */
import { ERASES, KNEADS, SHAPES } from '../../core/ink/index.ts';
import { BRUSH_KINDS, type BrushKind } from '../../core/shot/index.ts';
import { curveInHand, dropCurve, keepCurve } from '../desk/curve-in-hand.ts';
import { dropWarp, keepWarp, warping } from '../desk/warping.ts';
import { allBrushes, ownBrushes } from '../session/brushes.ts';
import type { DeskCard, ToolId, ToolSettings } from '../session/view-state.ts';
import type { Command, CommandContext } from './register.ts';

const WIDEST_LINE = 120;
const WIDEST_ERASER = 200;
const WIDEST_RING = 600;

function takeTool(tool: ToolId) {
  return ({ view, go }: CommandContext) => {
    view.setState({ tool });
    const path = location.pathname.split('/').at(-1);
    if (path !== 'desk' && path !== 'paint') go(tool === 'pour' ? 'paint' : 'desk');
  };
}

function widthBy(factor: number) {
  return ({ view }: CommandContext) =>
    view.setState(({ tool, tools }) => {
      const next = (width: number, most: number) =>
        Math.max(1, Math.min(most, Math.round(width * factor + Math.sign(factor - 1) * 0.5)));
      if (tool === 'pencil' || tool === 'pen' || tool === 'brush' || tool === 'trace') {
        const { brush } = tools[tool];
        const width = next(brush.width, WIDEST_LINE);
        return { tools: { ...tools, [tool]: { ...tools[tool], brush: { ...brush, width } } } };
      }
      if (tool === 'eraser')
        return { tools: { ...tools, eraser: { ...tools.eraser, width: next(tools.eraser.width, WIDEST_ERASER) } } };
      if (tool === 'daub' || tool === 'wipe')
        return { tools: { ...tools, [tool]: { ...tools[tool], width: next(tools[tool].width, WIDEST_ERASER) } } };
      if (tool === 'knead' || tool === 'swell')
        return { tools: { ...tools, [tool]: { ...tools[tool], radius: next(tools[tool].radius, WIDEST_RING) } } };
      return {};
    });
}

/** The next of a few ways a tool works; takes the tool in hand too. */
function nextOf<K extends 'eraser' | 'shapes' | 'knead' | 'swell' | 'guides', F extends keyof ToolSettings[K]>(
  tool: K,
  field: F,
  ways: readonly ToolSettings[K][F][],
) {
  return ({ view }: CommandContext) =>
    view.setState(({ tools }) => {
      const way = ways[(ways.indexOf(tools[tool][field]) + 1) % ways.length];
      return { tool, tools: { ...tools, [tool]: { ...tools[tool], [field]: way } } };
    });
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

const laying = () => curveInHand.getState().places.length > 0;

/** Something on the paper waits to be kept or given up. */
export function isBegun(): boolean {
  return laying() || warping.getState().now !== null;
}

export function dropBegun(): void {
  dropCurve();
  dropWarp();
}

export const toolCommands: Command[] = [
  { id: 'tool-pencil', name: 'Pencil', group: 'Tools', keys: ['KeyQ'], run: takeTool('pencil') },
  { id: 'tool-pen', name: 'Pen', group: 'Tools', keys: ['KeyW'], run: takeTool('pen') },
  { id: 'tool-brush', name: 'Brush', group: 'Tools', keys: ['Shift+KeyB'], run: takeTool('brush') },
  { id: 'tool-eraser', name: 'Eraser', group: 'Tools', keys: ['KeyE'], run: takeTool('eraser') },
  { id: 'tool-pick', name: 'Pick', group: 'Tools', keys: ['KeyP'], run: takeTool('pick') },
  { id: 'tool-shapes', name: 'Shapes', group: 'Tools', keys: ['Shift+KeyP'], run: takeTool('shapes') },
  { id: 'tool-redraw', name: 'Redraw a piece', group: 'Tools', keys: ['Shift+KeyR'], run: takeTool('redraw') },
  { id: 'tool-swell', name: 'Swell', group: 'Tools', keys: ['Shift+KeyX'], run: takeTool('swell') },
  { id: 'tool-knead', name: 'Knead', group: 'Tools', keys: ['Shift+KeyK'], run: takeTool('knead') },
  { id: 'tool-warp', name: 'Warp', group: 'Tools', keys: ['Shift+KeyG'], run: takeTool('warp') },
  { id: 'tool-guides', name: 'Guides', group: 'Tools', keys: ['Shift+KeyM'], run: takeTool('guides') },
  { id: 'tool-pegs', name: 'Ghosts off their pegs', group: 'Tools', keys: ['Alt+KeyG'], run: takeTool('pegs') },
  {
    id: 'tool-follow',
    name: 'Follow a point through the drawings',
    group: 'Tools',
    keys: ['$mod+KeyD'],
    run: takeTool('follow'),
  },
  { id: 'tool-pour', name: 'Pour', group: 'Tools', keys: ['KeyF'], run: takeTool('pour') },
  { id: 'tool-move', name: 'Move paper', group: 'Tools', keys: ['KeyM'], run: takeTool('move') },
  { id: 'thinner', name: 'Thinner line', group: 'Tools', keys: ['KeyZ'], run: widthBy(1 / 1.15) },
  { id: 'wider', name: 'Wider line', group: 'Tools', keys: ['KeyX'], run: widthBy(1.15) },
  {
    id: 'next-erase',
    name: 'Next way to erase',
    group: 'Tools',
    keys: ['Alt+KeyQ'],
    run: nextOf('eraser', 'how', ERASES),
  },
  {
    id: 'next-shape',
    name: 'Next shape',
    group: 'Tools',
    keys: ['Alt+Shift+KeyP'],
    run: nextOf('shapes', 'shape', SHAPES),
  },
  {
    id: 'next-knead',
    name: 'Next way to knead',
    group: 'Tools',
    keys: ['Alt+KeyK'],
    run: nextOf('knead', 'how', KNEADS),
  },
  {
    id: 'next-swell',
    name: 'Swell: thicker or thinner',
    group: 'Tools',
    keys: ['Alt+Shift+KeyX'],
    run: nextOf('swell', 'by', ['thicker', 'thinner']),
  },
  {
    id: 'next-guide',
    name: 'Guides: arc or perspective point',
    group: 'Tools',
    keys: ['Alt+Shift+KeyM'],
    run: nextOf('guides', 'add', ['arc', 'vanishing']),
  },
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
    run: (context) => (laying() ? keepCurve(context, false) : keepWarp(context)),
  },
  {
    id: 'curve-back',
    name: 'Take the last point of the curve back',
    group: 'Tools',
    keys: ['Backspace', '$mod+KeyZ'],
    borrowsKeys: 'picked',
    when: laying,
    run: () => curveInHand.setState(({ places }) => ({ places: places.slice(0, -1) })),
  },
];
