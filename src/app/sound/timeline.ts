/** Where time stands across the Sound view: pixels, and sizes at 100 % that grow with words, buttons and panels. */

import type { Shot } from '../../core/shot/index.ts';
import { soundEnd } from '../../core/shot/index.ts';
import type { ViewState } from '../session/view-state.ts';

/** The heads of tracks on the left. */
export const HEAD = 176;
export const TRACK = 62;
export const RULER = 26;
export const LANE = 40;

export interface Timeline {
  /** First frame in sight (fractions allowed) and pixels a frame. */
  from: number;
  scale: number;
  /** Width of the part where time runs. */
  width: number;
  x(frame: number): number;
  frame(x: number): number;
}

/** Frames the view has to show: the shot, and sound that goes on after it. */
export function framesOf(shot: Pick<Shot, 'length' | 'tracks' | 'fps'>): number {
  return Math.max(shot.length, soundEnd(shot)) + 2;
}

export function timelineOf(view: ViewState['soundView'], frames: number, width: number): Timeline {
  const whole = Math.max(1e-3, width / frames);
  const scale = view ? Math.max(whole, view.scale) : whole;
  const from = view ? Math.max(0, Math.min(view.from, frames - width / scale)) : 0;
  return { from, scale, width, x: (frame) => (frame - from) * scale, frame: (x) => from + x / scale };
}
