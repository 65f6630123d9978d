/** The sheet's own colours and type on canvas; the tokens of the look, and shades between them. */
import type { NoteColour } from '../../core/shot/index.ts';

export const PANEL = '#f6f4ee';
export const LOWER = '#e9e6dd';
export const RULE = '#dedbd2';
export const RULE_6 = '#b9b5aa';
export const RULE_12 = '#77746b';
export const INK = '#2a2924';
export const SECOND = '#5c5a52';
export const REUSED = '#87847a';
/** What a layer shows after its last drawing: there, but not written. */
export const SHOWN = '#b3afa4';
export const ACCENT = '#2f3fa8';
export const WASH = '#dfe2f6';
/** Where another timing shows something else. */
export const DIFFERS = '#f0dfc4';
export const SOUND = '#66788c';
export const MUTED = '#c3c0b8';
export const NOTE: Record<NoteColour, string> = { blue: '#2d57b5', plum: '#a8327e', ochre: '#a05c08' };
export const MONO = '"Spline Sans Mono Variable", monospace';
export const SANS = '"Instrument Sans Variable", sans-serif';
