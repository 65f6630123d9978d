/** What of its pegs a drawing takes up. */
import { type Box, joinedBox } from '../plane/box.ts';
import { ringsBox } from '../plane/rings.ts';
import type { Area, Stroke } from '../shot/drawing-model.ts';
import { strokeBox } from './outline.ts';

/** The box of lines, as thick as they are, and paint; null where there is nothing. */
export function drawnBox({ ink, paint }: { ink: readonly Stroke[]; paint: readonly Area[] }): Box | null {
  const boxes = [...ink.map(strokeBox), ...paint.map(({ rings }) => ringsBox(rings))];
  return boxes.length === 0 ? null : boxes.reduce(joinedBox);
}
