import type { Brush } from '../../../core/shot/index.ts';
import { fitting } from '../../../core/shot/part.ts';
import { isKeptValue } from '../../session/kept.ts';
import type { ToolId, ToolSettings } from '../../session/tool-settings.ts';
import { daub, wipe } from './daub.ts';
import { eraser } from './eraser.ts';
import { fence, sweep } from './fence-paint.ts';
import { followTool } from './follow.ts';
import { guides } from './guides.ts';
import { knead } from './knead.ts';
import { brush, pen, pencil, trace } from './line.ts';
import { move } from './move.ts';
import { pegs } from './pegs.ts';
import { pick } from './pick.ts';
import { pour } from './pour.ts';
import { recolour, take } from './recolour.ts';
import { redraw } from './redraw.ts';
import { shapes } from './shapes.ts';
import { swell } from './swell.ts';
import type { Tool } from './tool.ts';
import { warp } from './warp.ts';

/** A tool among others: what it is set to is its own affair. */
const any = <Id extends ToolId>(of: Tool<Id>): Tool => of as unknown as Tool;

/** The tools in the order they stand on the desk; null is a rule between groups. */
export const DESK_TOOLS: (Tool | null)[] = [
  any(pencil),
  any(pen),
  any(brush),
  any(eraser),
  any(shapes),
  null,
  any(pick),
  any(redraw),
  any(swell),
  any(knead),
  any(warp),
  null,
  any(pour),
  null,
  any(guides),
  any(followTool),
  any(pegs),
  any(move),
];

/** The tools in the order they stand beside the paper when painting. */
export const PAINT_TOOLS: (Tool | null)[] = [
  any(pour),
  any(fence),
  any(sweep),
  any(daub),
  any(wipe),
  null,
  any(trace),
  any(recolour),
  any(take),
  null,
  any(pen),
  any(eraser),
  any(pick),
  null,
  any(move),
];

/** Every tool once. */
export const TOOLS: readonly Tool[] = [...new Set([...DESK_TOOLS, ...PAINT_TOOLS])].filter((each) => each !== null);

export function toolOf(id: ToolId): Tool {
  return TOOLS.find((each) => each.id === id) ?? (pencil as unknown as Tool);
}

/** What all tools are set to at first. */
export function firstTools(): ToolSettings {
  return Object.fromEntries(TOOLS.map(({ id, settings }) => [id, new settings()])) as unknown as ToolSettings;
}

/** Settings that were kept, fitted to the tools that there are now. */
export function keptTools(kept: unknown): ToolSettings {
  const { version, value } = isKeptValue(kept) ? kept : { version: 0, value: kept };
  const all = (typeof value === 'object' && value !== null ? value : {}) as Record<string, unknown>;
  return Object.fromEntries(
    TOOLS.map(({ id, settings }) => [id, fitting(settings, version < 1 ? withBrush(all[id], settings) : all[id])]),
  ) as unknown as ToolSettings;
}

/** Line tools once kept a width alone: it is that of their first brush. */
function withBrush(kept: unknown, settings: new () => object): unknown {
  const first = new settings();
  const { width, brush } = (kept ?? {}) as { width?: number; brush?: unknown };
  return 'brush' in first && !brush && width ? { ...first, brush: { ...(first.brush as Brush), width } } : kept;
}
