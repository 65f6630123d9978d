/** What lies on a drawing: strokes with their brushes, areas of paint. */
import type { Id } from './ids.ts';

/** Floats per point of a stroke: x, y, pressure, tiltX (rad), tiltY (rad), time (s since pen down). */
export const POINT_SIZE = 6;

/** A trace line bounds paint and is never seen itself: it has the colour of what it parts. */
export const BRUSH_KINDS = ['pencil', 'pen', 'brush', 'trace'] as const;
export type BrushKind = (typeof BRUSH_KINDS)[number];

/** What the hand does that can drive a brush. */
export const DRIVES = ['nothing', 'pressure', 'tilt', 'speed'] as const;
export type Drive = (typeof DRIVES)[number];

/** How a brush answers the hand: between its lowest and highest value, along a curve. */
export interface Response {
  drive: Drive;
  /** Factors the brush's width or opacity is taken by. With nothing driving it, always the highest. */
  lowest: number;
  highest: number;
  /** Heights 0..1 of the curve at drive 0, 1/4, 1/2, 3/4 and 1. */
  curve: number[];
}

/** The shapes a textured line is stamped with. */
export const TIPS = ['soft', 'chalk', 'flakes', 'bristles'] as const;
export type Tip = (typeof TIPS)[number];

/** A texture set down again and again along the line. */
export interface Stamp {
  tip: Tip;
  /** From one stamp to the next, as a share of the brush's width. */
  spacing: number;
  /** Farthest a stamp lies off the line, as a share of the brush's width. */
  scatter: number;
  /** Stamps turn with the line. */
  follows: boolean;
  /** How far each of these varies from stamp to stamp, 0 (not at all) .. 1. */
  turn: number;
  size: number;
  strength: number;
}

/** A brush is a value: it is shared by the strokes drawn with it and never changed in place. */
export interface Brush {
  kind: BrushKind;
  /** Diameter where the width's response is 1, paper pixels. */
  width: number;
  widthBy: Response;
  opacity: number;
  opacityBy: Response;
  /** Length over which a line comes in and runs out, paper pixels. */
  taper: { start: number; end: number };
  /** The paper's tooth breaks the line. */
  grain: boolean;
  /** Null: the line is plain ink. */
  stamp: Stamp | null;
}

export interface Stroke {
  id: Id;
  /** Kept by copies, so the copies of one line know each other across drawings. */
  lineage: Id;
  /** What the line is called ("brim"); empty for most. */
  name: string;
  brush: Brush;
  swatch: Id;
  /** Control points of a uniform Catmull-Rom curve, POINT_SIZE floats each. */
  points: Float32Array;
  closed: boolean;
  seed: number;
}

export const AREA_EDGES = ['smooth', 'hard'] as const;
export type AreaEdge = (typeof AREA_EDGES)[number];

export interface Area {
  id: Id;
  swatch: Id;
  /** What it paints ("left cuff"); empty for most. */
  name: string;
  /** Even-odd rings of x, y pairs in paper pixels: outer boundary first, then holes. */
  rings: Float32Array[];
  /** Smooth: pixels at the edge are shared; hard: each is painted or not. */
  edge: AreaEdge;
  /** Width over which it runs out, inside the other paint of its drawing, paper pixels; 0: not at all. */
  soft: number;
  /** Painted by hand: null. Carried there from another drawing: how sure that is, 0..1. */
  sure: number | null;
}
