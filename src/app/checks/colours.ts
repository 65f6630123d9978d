import type { NoteColour } from '../../core/shot/index.ts';

/** The colours of curves and points on the paper: those of the three pencils notes are written with. */
export const CURVES: Record<NoteColour, string> = { ochre: '#b06a12', blue: '#2f3fa8', plum: '#8a3a78' };

/** The same on the ground of charts, which is dark by lamp. */
export const CHART_CURVES: Record<NoteColour, string> = {
  ochre: 'var(--color-curve-ochre)',
  blue: 'var(--color-curve-blue)',
  plum: 'var(--color-curve-plum)',
};
