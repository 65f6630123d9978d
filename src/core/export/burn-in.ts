/** What is written into delivered pictures for reviewing: at their foot, on a dark band that any picture can be read through. */

import type { Shot } from '../shot/model.ts';
import { lengthInWords } from '../shot/timecode.ts';
import { drawingsInWords } from './wishes.ts';

export interface BurntIn {
  frame: boolean;
  time: boolean;
  title: boolean;
  /** As it is to be read; empty for none. */
  date: string;
  drawings: boolean;
}

/** The part of a 2D canvas context that writing needs. */
export interface WritingContext {
  fillStyle: unknown;
  globalAlpha: number;
  font: string;
  textBaseline: string;
  textAlign: string;
  setTransform(a: number, b: number, c: number, d: number, e: number, f: number): void;
  fillRect(x: number, y: number, width: number, height: number): void;
  fillText(text: string, x: number, y: number, most?: number): void;
}

/** The band's height as a share of the picture's, and at least so many pixels. */
const BAND = 0.05;
const LEAST_BAND = 14;

const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric' });

/** A day as it is burnt in: "28 Nov 2026". @param at milliseconds since 1970 */
export const dayInWords = (at: number): string => DAY.format(at);

/** What is written on a frame (0-based) of a shot: left, middle, right. */
export function burntWords({ frame, time, title, date, drawings }: BurntIn, shot: Shot, at: number): string[] {
  const left = [title ? shot.title : '', date].filter(Boolean).join('  ');
  const middle = drawings ? drawingsInWords(shot, at) : '';
  const right = [time ? lengthInWords(at, shot.fps) : '', frame ? `${at + 1}` : ''].filter(Boolean).join('  ');
  return [left, middle, right];
}

/** Writes them onto a picture of this size. */
export function burnIn(context: WritingContext, words: string[], width: number, height: number): void {
  if (words.every((each) => each === '')) return;
  const band = Math.max(LEAST_BAND, Math.round(height * BAND));
  const margin = Math.round(band * 0.4);
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.globalAlpha = 0.65;
  context.fillStyle = '#1d1b18';
  context.fillRect(0, height - band, width, band);
  context.globalAlpha = 1;
  context.fillStyle = '#fdfcf8';
  context.font = `${Math.round(band * 0.62)}px monospace`;
  context.textBaseline = 'middle';
  const third = (width - 4 * margin) / 3;
  for (const [i, align] of (['left', 'center', 'right'] as const).entries()) {
    context.textAlign = align;
    const x = [margin, width / 2, width - margin][i];
    if (words[i]) context.fillText(words[i], x, height - band / 2, third);
  }
}
