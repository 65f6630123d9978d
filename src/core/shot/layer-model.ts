/** What layers are: cells held for frames, how they lie and move, what is cast from them; bundles of layers, and the camera that sees them. */
import type { Matrix } from '../plane/matrix.ts';
import type { Id } from './ids.ts';

/** What a frame of a layer shows: a drawing, a picture of a file, or a frame of a bundle's inside. */
export type CellRef =
  | { kind: 'drawing'; drawing: Id }
  | { kind: 'picture'; asset: Id; index: number }
  | { kind: 'bundle'; bundle: Id; frame: number };

/** One cell held for `frames` frames; a null cell shows nothing. Exposures run from frame 0 on without gaps. */
export interface Exposure {
  id: Id;
  cell: CellRef | null;
  frames: number;
}

export const PURPOSES = ['rough', 'clean', 'mouth', 'effect', 'background', 'reference'] as const;
export type Purpose = (typeof PURPOSES)[number];

export const AFTER_LAST = ['holds', 'clears', 'repeats', 'back-and-forth'] as const;
export type AfterLast = (typeof AFTER_LAST)[number];

/**
 * How the way from one place to the next is spaced. `overshoot` goes past its end and comes back, `settle` does so a few
 * times, less each time; `own` goes by ticks of its own.
 */
export const MOVE_SPACINGS = ['even', 'slow-out', 'slow-in', 'both', 'held', 'overshoot', 'settle', 'own'] as const;
export type MoveSpacing = (typeof MOVE_SPACINGS)[number];

/** How often a moved layer is read: at every frame, every second one, or where it shows another drawing. */
export const MOVE_READINGS = ['ones', 'twos', 'drawings'] as const;
export type MoveReading = (typeof MOVE_READINGS)[number];

/** What a place can set; what it does not set goes on from the place before that does to the next that does. */
export const PLACE_PARTS = ['where', 'turn', 'size', 'fade', 'bend'] as const;
export type PlacePart = (typeof PLACE_PARTS)[number];

/** How a layer lies from a frame on, beside how it lies without moves. */
export interface Place {
  id: Id;
  frame: number;
  /** What it sets, at least one. */
  parts: PlacePart[];
  /** How far the pivot is carried, paper pixels. */
  x: number;
  y: number;
  /** Radians about the pivot, clockwise on the paper. */
  turn: number;
  /** Size across and down; 1: as it is, below 0: flipped. */
  across: number;
  down: number;
  /** Opacity beside the layer's own. */
  fade: number;
  /** How far each point of the layer's grid is pushed: x, y pairs in rows, paper pixels; null: not at all. */
  bend: number[] | null;
  /** The way to the next place: its spacing, and how far its middle is pushed off the straight line, paper pixels. */
  spacing: MoveSpacing;
  /** Own ticks: the share of the way gone at evenly spread times between the two places. */
  ticks: number[];
  bow: { x: number; y: number };
  /** It goes with an exposure, so many frames after it begins; null: it stands on its frame. */
  pin: { exposure: Id; offset: number } | null;
}

/** The places a layer travels between, in order of frames; at least one. */
export interface Moves {
  /** What the layer is turned and scaled about, where it lies without moves. */
  pivot: { x: number; y: number };
  on: MoveReading;
  places: Place[];
}

/** A grid of points over what a layer shows, by which it is bent. */
export interface BendGrid {
  /** The box it lies over, where the layer lies on its own pegs, paper pixels. */
  x: number;
  y: number;
  width: number;
  height: number;
  /** Cells across and down, 1..8: a point more in each row and column. */
  across: number;
  down: number;
}

/** How a layer's colours meet those under it: the names of the W3C compositing recommendation. */
export const BLENDS = [
  'normal',
  'multiply',
  'screen',
  'overlay',
  'darken',
  'lighten',
  'color-dodge',
  'color-burn',
  'hard-light',
  'soft-light',
  'difference',
  'exclusion',
  'hue',
  'saturation',
  'color',
  'luminosity',
] as const;
export type Blend = (typeof BLENDS)[number];

/** What can be made of what a layer shows: shadows, light, softness. */
export const CAST_KINDS = ['ground shadow', 'shadow behind', 'reflection', 'glow', 'blur', 'streak'] as const;
export type CastKind = (typeof CAST_KINDS)[number];

/** Something made from a layer, which follows it. A kind reads only the fields it knows (picture/casts). */
export interface Cast {
  id: Id;
  kind: CastKind;
  /** Its colour; null: black, or for a glow the layer's own colours. */
  swatch: Id | null;
  /** Which way it falls: radians, 0 to the right, clockwise. */
  way: number;
  /** How long it is: beside the height of the figure, the way of a frame, or paper pixels (shadow behind). */
  length: number;
  /** The level it lies on, paper pixels; null: the ground line, or the lowest point of what is shown. */
  level: number | null;
  /** Paper pixels. */
  soft: number;
  /** 0..1: how much of it is gone at its far end. */
  fade: number;
  /** How wide a reflection is rippled, paper pixels. */
  ripple: number;
  /** How much of it there is from a frame on, carried evenly to the next; in order of frames, at least one. */
  amounts: { frame: number; amount: number }[];
}

export interface Layer {
  id: Id;
  name: string;
  purpose: Purpose;
  /** Shown on the paper, never delivered. */
  guide: boolean;
  visible: boolean;
  locked: boolean;
  opacity: number;
  exposures: Exposure[];
  afterLast: AfterLast;
  /** How its pictures lie on the paper: a map from where they lie fitted and centred; null for just so. */
  place: Matrix | null;
  /** Its pictures are shown without their colours. */
  grey: boolean;
  /** Null: it stays where it lies. */
  moves: Moves | null;
  /** The grid its places bend; null: none of them does. */
  grid: BendGrid | null;
  /** The layer whose moves it goes along with. */
  goesWith: Id | null;
  /** How much of the camera's travel it sees: 0 goes with the camera, 1 lies on the paper, 2 is twice as near. */
  distance: number;
  blend: Blend;
  /** It shows only where another layer does, or only where that does not. */
  only: { layer: Id; outside: boolean } | null;
  casts: Cast[];
}

/** Where a bundle came from that was another shot: its id and title, and what it was like then. */
interface BundleSource {
  shot: Id;
  title: string;
  stamp: string;
}

/** Layers treated as one: a cell of a layer shows a frame of them. */
export interface Bundle {
  id: Id;
  name: string;
  /** Its paper, pixels; its first corner lies on that of the paper it is shown on. */
  width: number;
  height: number;
  /** Frames. */
  length: number;
  /** Bottom of the stack first. */
  layers: Layer[];
  from: BundleSource | null;
}

/** What is delivered of the paper: a field that may travel. */
export interface Camera {
  /** The size of the field, paper pixels, as it lies at first: in the middle of the paper. */
  width: number;
  height: number;
  /** Its places; null: it stands still. */
  moves: Moves | null;
  /** How far a shaken field strays, paper pixels. */
  shake: number;
}
