/** The brushes Vignette comes with, and brushes made by rule. */
import type { Brush, BrushKind, Response } from '../shot/drawing-model.ts';
import { constant, STRAIGHT } from './response.ts';

/** A brush with the name it goes by. */
export interface NamedBrush {
  name: string;
  brush: Brush;
}

const by = (
  drive: Response['drive'],
  lowest: number,
  highest: number,
  curve: readonly number[] = STRAIGHT,
): Response => ({
  drive,
  lowest,
  highest,
  curve: [...curve],
});

const NO_TAPER = { start: 0, end: 0 };

/** A plain brush whose width swells evenly with pressure: 1 - `swell` .. 1 + `swell` times `width`. */
export function plainBrush(kind: BrushKind, width: number, swell = 0, opacity = 1): Brush {
  return {
    kind,
    width,
    widthBy: swell === 0 ? constant() : by('pressure', 1 - swell, 1 + swell),
    opacity,
    opacityBy: constant(),
    taper: NO_TAPER,
    grain: false,
    stamp: null,
  };
}

/** A pencil: pressure presses the lead into the paper's tooth. */
export function plainPencil(width: number, swell: number, opacity = 1): Brush {
  return {
    ...plainBrush('pencil', width, swell, opacity),
    opacityBy: by('pressure', 0.42, 1, [0, 0.34, 0.62, 0.84, 1]),
    grain: true,
  };
}

export const SHIPPED_BRUSHES: NamedBrush[] = [
  { name: 'Sharp pencil', brush: plainPencil(7, 0.55) },
  {
    name: 'Side of the lead',
    brush: {
      ...plainPencil(16, 0),
      widthBy: by('tilt', 0.45, 2.4),
      opacity: 0.85,
      opacityBy: by('pressure', 0.3, 0.95, [0, 0.25, 0.5, 0.75, 1]),
    },
  },
  { name: 'Clean-up pen', brush: { ...plainBrush('pen', 8, 0.35), taper: { start: 8, end: 18 } } },
  {
    name: 'Steel nib',
    brush: {
      ...plainBrush('pen', 9),
      widthBy: by('pressure', 0.22, 2.1, [0, 0.1, 0.3, 0.62, 1]),
      taper: { start: 4, end: 18 },
    },
  },
  {
    name: 'Round brush',
    brush: {
      ...plainBrush('brush', 18),
      widthBy: by('pressure', 0.12, 1.7, [0, 0.18, 0.44, 0.75, 1]),
      taper: { start: 14, end: 34 },
    },
  },
  {
    name: 'Dry brush',
    brush: {
      ...plainBrush('brush', 30),
      widthBy: by('pressure', 0.5, 1.4),
      opacityBy: by('speed', 1, 0.45, [0, 0.3, 0.55, 0.8, 1]),
      taper: { start: 0, end: 24 },
      grain: true,
      stamp: { tip: 'bristles', spacing: 0.13, scatter: 0.02, follows: true, turn: 0.02, size: 0.04, strength: 0.55 },
    },
  },
  {
    name: 'Charcoal',
    brush: {
      ...plainBrush('brush', 22),
      widthBy: by('tilt', 0.7, 1.9),
      opacityBy: by('pressure', 0.12, 0.9, [0, 0.2, 0.45, 0.75, 1]),
      grain: true,
      stamp: { tip: 'chalk', spacing: 0.2, scatter: 0.06, follows: false, turn: 1, size: 0.2, strength: 0.4 },
    },
  },
  {
    name: 'Soft wash',
    brush: {
      ...plainBrush('brush', 64),
      widthBy: by('pressure', 0.6, 1.3),
      opacity: 0.2,
      opacityBy: by('pressure', 0.25, 1),
      stamp: { tip: 'soft', spacing: 0.16, scatter: 0, follows: false, turn: 0, size: 0, strength: 0 },
    },
  },
];

/** What each of the line tools holds at first. */
export const FIRST_BRUSHES: Record<BrushKind, NamedBrush> = {
  pencil: SHIPPED_BRUSHES[0],
  pen: SHIPPED_BRUSHES[2],
  brush: SHIPPED_BRUSHES[4],
  trace: { name: 'Colour trace', brush: plainBrush('trace', 2) },
};
