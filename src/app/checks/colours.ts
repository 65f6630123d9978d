import type { NoteColour } from '../../core/shot/index.ts';

/** The colours of curves and points: those of the three pencils notes are written with. */
export const CURVES: Record<NoteColour, string> = { ochre: '#b06a12', blue: '#2f3fa8', plum: '#8a3a78' };
