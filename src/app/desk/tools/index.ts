import type { ToolId } from '../../session/view-state.ts';
import { eraser } from './eraser.ts';
import { followTool } from './follow.ts';
import { guides } from './guides.ts';
import { knead } from './knead.ts';
import { brush, pen, pencil } from './line.ts';
import { move } from './move.ts';
import { pegs } from './pegs.ts';
import { pick } from './pick.ts';
import { pour } from './pour.ts';
import { redraw } from './redraw.ts';
import { shapes } from './shapes.ts';
import { swell } from './swell.ts';
import type { Tool } from './tool.ts';
import { warp } from './warp.ts';

/** The register of tools, in the order they stand on the desk; null is a rule between groups. */
export const TOOLS: (Tool | null)[] = [
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

export function toolOf(id: ToolId): Tool {
  return TOOLS.find((tool) => tool?.id === id) ?? pencil;
}
