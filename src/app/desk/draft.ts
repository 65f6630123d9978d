import type { Area, Drawing, Stroke } from '../../core/shot/index.ts';
import type { Draft } from '../../workers/paper-wish.ts';

/** What is new in a changed drawing; what is as it was goes by its id. */
export function draftOf(was: Drawing, { ink, paint }: { ink: Stroke[]; paint: Area[] }): Draft {
  const known = new Set<Stroke | Area>([...was.ink, ...was.paint]);
  const lean = <T extends Stroke | Area>(each: T) => (known.has(each) ? each.id : each);
  return { drawing: was.id, ink: ink.map(lean), paint: paint.map(lean) };
}
