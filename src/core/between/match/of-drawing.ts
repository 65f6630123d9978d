/** What is worked out of a drawing's lines alone is worked out once: a drawing is compared with those before and after it, and with others. */
import type { Shape } from './shape.ts';

/** The same work, its last outcome kept for as long as the lines are: they must not be changed, nor what came of them. */
export function ofDrawing<T>(work: (lines: Shape[], size: number) => T): (lines: Shape[], size: number) => T {
  const kept = new WeakMap<Shape[], { size: number; found: T }>();
  return (lines, size) => {
    let own = kept.get(lines);
    if (own?.size !== size) kept.set(lines, (own = { size, found: work(lines, size) }));
    return own.found;
  };
}
