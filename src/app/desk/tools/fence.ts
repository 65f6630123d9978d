/** The line of loops and rectangles drawn to choose something, thin at any zoom. */
import { plainBrush } from '../../../core/ink/index.ts';
import type { LineLook } from '../live-line.ts';

const WIDTH = 2;
const COLOUR = '#5566ee';

/** @param zoom screen pixels per paper pixel */
export function fenceLook(zoom: number): LineLook {
  return { brush: plainBrush('pen', WIDTH / zoom), colour: COLOUR };
}
