import type { ToolId } from '../../session/view-state.ts';
import { eraser } from './eraser.ts';
import { pen, pencil } from './line.ts';
import { move } from './move.ts';
import { pick } from './pick.ts';
import { pour } from './pour.ts';
import { shapes } from './shapes.ts';
import type { Tool } from './tool.ts';

/** The register of tools, in the order they stand on the desk; null is a rule between groups. */
export const TOOLS: (Tool | null)[] = [pencil, pen, eraser, null, pick, shapes, null, pour, null, move];

export function toolOf(id: ToolId): Tool {
  return TOOLS.find((tool) => tool?.id === id) ?? pencil;
}
