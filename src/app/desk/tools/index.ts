import type { ToolId } from '../../session/view-state.ts';
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

/** The tools in the order they stand on the desk; null is a rule between groups. */
export const DESK_TOOLS: (Tool | null)[] = [
  pencil,
  pen,
  brush,
  eraser,
  shapes,
  null,
  pick,
  redraw,
  swell,
  knead,
  warp,
  null,
  pour,
  null,
  guides,
  followTool,
  pegs,
  move,
];

/** The tools in the order they stand beside the paper when painting. */
export const PAINT_TOOLS: (Tool | null)[] = [
  pour,
  fence,
  sweep,
  daub,
  wipe,
  null,
  trace,
  recolour,
  take,
  null,
  pen,
  eraser,
  pick,
  null,
  move,
];

const TOOLS = [...DESK_TOOLS, ...PAINT_TOOLS];

export function toolOf(id: ToolId): Tool {
  return TOOLS.find((tool) => tool?.id === id) ?? pencil;
}
