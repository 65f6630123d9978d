import { drawingName } from '../../core/sheet/index.ts';
import type { Drawing, Id } from '../../core/shot/index.ts';

/** A line of a drawing in words: its name, else which of its lines it is. */
export function lineName(drawing: Drawing | undefined, line: Id): string {
  const place = drawing?.ink.findIndex(({ id }) => id === line) ?? -1;
  return `${drawing?.ink[place]?.name || `line ${place + 1}`} in ${drawing ? drawingName(drawing) : '?'}`;
}
