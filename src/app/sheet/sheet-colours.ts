/**
 * The sheet's own colours and type on canvas; the tokens of the look, and shades between them. They change with the look: what reads
 * them is painted anew then.
 */
import type { NoteColour } from '../../core/shot/index.ts';
import { page } from '../session/looks.ts';

const DAY = {
  panel: '#f6f4ee',
  lower: '#e9e6dd',
  rule: '#dedbd2',
  rule6: '#b9b5aa',
  rule12: '#77746b',
  ink: '#2a2924',
  second: '#5c5a52',
  reused: '#87847a',
  /** What a layer shows after its last drawing: there, but not written. */
  shown: '#b3afa4',
  accent: '#2f3fa8',
  wash: '#dfe2f6',
  /** Where another timing shows something else. */
  differs: '#f0dfc4',
  sound: '#66788c',
  muted: '#c3c0b8',
  notes: { blue: '#2d57b5', plum: '#a8327e', ochre: '#a05c08' } as Record<NoteColour, string>,
};

const LAMP: typeof DAY = {
  panel: '#2a2a28',
  lower: '#232321',
  rule: '#3d3d39',
  rule6: '#5f5e57',
  rule12: '#8e8c82',
  ink: '#efeee8',
  second: '#b9b7ad',
  reused: '#99968b',
  shown: '#6b6961',
  accent: '#a9b4ff',
  wash: '#3b4168',
  differs: '#5a4526',
  sound: '#8ea3ba',
  muted: '#55534d',
  notes: { blue: '#8fb0ff', plum: '#e584c2', ochre: '#e0a45a' },
};

/** The colours the sheet is painted with now. */
export const sheetColours = (): typeof DAY => (page.getState().lamp ? LAMP : DAY);

export const MONO = '"Spline Sans Mono Variable", monospace';
export const SANS = '"Instrument Sans Variable", sans-serif';

/** The three pencils outside of the canvas. */
export const NOTE: Record<NoteColour, string> = {
  blue: 'var(--color-note-blue)',
  plum: 'var(--color-note-plum)',
  ochre: 'var(--color-note-ochre)',
};
