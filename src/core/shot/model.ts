/**
 * What a shot is. Plain data, one tree, no classes: every view reads it, every edit goes through `history/change`.
 *
 * Units: frames are whole numbers, 0-based here and 1-based on screen; lengths are paper pixels; times are seconds;
 * opacity and pressure are 0..1; colours are `#rrggbb`.
 */
import type { Matrix } from '../plane/matrix.ts';
import type { Area, Stroke } from './drawing-model.ts';
import type { Id } from './ids.ts';

export type Role = 'key' | 'breakdown' | 'between';

/** How far a drawing has come, in the order of the work. */
export const STAGES = ['rough', 'tied down', 'clean', 'painted'] as const;
export type Stage = (typeof STAGES)[number];

/** How a line goes that only one of two drawings has: not at all, shrinking to where it hides, or along with the rest. */
export const ALONE_WAYS = ['leave', 'fade', 'keep'] as const;
export type AloneWay = (typeof ALONE_WAYS)[number];

/** What the hand has settled about the way from one drawing to another; lines are named by their ids. */
export interface Passage {
  from: Id;
  to: Id;
  /** Lines that are one and the same; a line with several others is drawn in pieces there. */
  pairs: { a: Id; b: Id }[];
  /** Lines that have no counterpart. */
  loose: Id[];
  alone: { line: Id; way: AloneWay }[];
  /** Lines of the first drawing whose points go straight instead of turning; `straight`: all do. */
  straightLines: Id[];
  straight: boolean;
  /** Points of the first drawing's lines (a share along the line) that follow an arc guide. */
  pins: { line: Id; at: number; arc: Id }[];
}

/** How a drawing came to be that was computed and not drawn. */
export interface FirstPass {
  /** The drawings it was made from, in order: keys, breakdowns. */
  chain: Id[];
  /** Ids of the only lines that were asked for; null: all. */
  only: Id[] | null;
  /** Prints of what it was made from and of what came out: as long as the second still holds, no hand has touched it. */
  of: string;
  made: string;
}

/** What is on a drawing: its ink plane over its paint plane. */
export type Planes = Pick<Drawing, 'ink' | 'paint'>;

export interface Drawing {
  id: Id;
  layerId: Id;
  /** Number in its layer, from 1. */
  number: number;
  /** A name of its own, shown instead of the number; empty for none. */
  label: string;
  role: Role;
  /** Where it lies between the keys around it, 0..1, on their timing chart; null: nobody has said. */
  spacing: number | null;
  stage: Stage;
  ink: Stroke[];
  paint: Area[];
  /** Computed; null for what the hand drew from nothing. */
  firstPass: FirstPass | null;
  /** Put down from a mouth chart; null for what was drawn by hand. */
  mouth: LaidMouth | null;
}

/** The classes of a mouth chart, in the order they lie in the tray. */
export const MOUTHS = [
  'rest',
  'closed',
  'wide-open',
  'mid',
  'wide',
  'round',
  'tight',
  'teeth-lip',
  'tongue',
  'teeth',
] as const;
export type Mouth = (typeof MOUTHS)[number];

/** Where a mouth sits: its upper lip's middle on the paper, its turn (radians, clockwise) and size (1: as on the chart). */
export interface MouthPlace {
  x: number;
  y: number;
  turn: number;
  size: number;
}

/** A mouth of a chart as it was put down. */
export interface LaidMouth {
  chart: Id;
  kind: Mouth;
  at: MouthPlace;
}

/** A set of mouths by class. Its drawings are the shot's, with the chart's id for a layer. */
export interface MouthChart {
  id: Id;
  name: string;
  /** Where the upper lip is in the chart's drawings. */
  base: MouthPlace;
  mouths: { kind: Mouth; drawing: Id }[];
}

/** What the mouths sit on: places set on drawings of the head's layer, carried between. */
export interface MouthGuide {
  /** The layer the head is drawn on; null: none chosen yet. */
  head: Id | null;
  places: Record<Id, MouthPlace>;
}

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

export interface Swatch {
  id: Id;
  name: string;
  /** Swatches of one group stand together under its name; empty for none. */
  group: string;
  colour: string;
  opacity: number;
}

/** All palettes of a shot hold the same swatch ids with colours of their own. */
export interface Palette {
  id: Id;
  name: string;
  swatches: Swatch[];
}

/** From `frame` on, this palette colours the shot. The first cue stands at frame 0. */
interface PaletteCue {
  frame: number;
  palette: Id;
}

/** A line drawn over one picture of a clip. */
interface StudyLine {
  id: Id;
  picture: number;
  points: number[];
}

/** A file that came into the shot; its bytes are kept beside the shot, as they came. */
export interface Asset {
  id: Id;
  name: string;
  type: string;
  kind: 'sound' | 'pictures';
  bytes: number;
  /** Sound: seconds. Pictures: 0. */
  seconds: number;
  /** Pictures: how many the file holds, and their size. Sound: 0. */
  pictures: number;
  width: number;
  height: number;
  /** Lines drawn over its pictures for study: x, y pairs as shares of the picture's size. Sound: none. */
  lines: StudyLine[];
}

export interface Clip {
  id: Id;
  name: string;
  asset: Id;
  /** Frame the clip starts at. */
  frame: number;
  /** Part of the sound used, seconds from its start. */
  in: number;
  out: number;
  gain: number;
  /**
   * Pinned to an exposure: begins `offset` frames after it does, wherever that comes to stand. While the exposure is off
   * the sheet the clip stays where it is. Null: it stands on its frame.
   */
  pin: { exposure: Id; offset: number } | null;
  muted: boolean;
  /** Seconds over which it comes in and runs out. */
  fadeIn: number;
  fadeOut: number;
  /**
   * Its part is repeated without a seam: sounds for `seconds`, each time joined to the next over `join` seconds, `skip`
   * seconds of it left out at the start. Null: once.
   */
  loop: { seconds: number; join: number; skip: number } | null;
  /** Where it is heard from: -1 left .. 1 right. */
  pan: number;
  /** The layer whose figure it is heard from instead, wherever that is on the paper. */
  follows: Id | null;
  /** The words spoken in it, as typed. */
  words: string;
}

export interface Track {
  id: Id;
  name: string;
  muted: boolean;
  /** While any track is solo, only those are heard. */
  solo: boolean;
  gain: number;
  clips: Clip[];
}

/** A sound of the track reading: what is heard when. */
export interface ReadingSound {
  id: Id;
  /** The clip it was heard in, with which it moves; null: it stands by itself. */
  clip: Id | null;
  /** Seconds from the start of the clip's sound; without a clip from the start of the shot. */
  from: number;
  to: number;
  /** What is written: a sound's sign ("AA") or the hand's own words. */
  text: string;
  colour: NoteColour;
  /** Number of its word in the clip's words; -1 for none. */
  word: number;
  /** How well it fits what is heard, 0 and less; null: written by hand. */
  fit: number | null;
  /** Its beginning was set by hand and stays. */
  held: boolean;
}

/** The three pencils notes are written with. */
export const NOTE_COLOURS = ['blue', 'plum', 'ochre'] as const;
export type NoteColour = (typeof NOTE_COLOURS)[number];

/** A note beside a frame; a frame has at most one of each colour. */
export interface Note {
  id: Id;
  frame: number;
  colour: NoteColour;
  text: string;
}

/** A frame with a name; a frame has at most one. */
export interface Marker {
  id: Id;
  frame: number;
  name: string;
}

/** A way of delivering the shot that is kept under a name, to be written again: a format by its id, and wishes by key. */
export interface NamedDelivery {
  id: Id;
  name: string;
  format: string;
  wishes: Record<string, boolean | number | string>;
}

export const MIRROR_WAYS = ['upright', 'level', 'both', 'round'] as const;
export type MirrorWay = (typeof MIRROR_WAYS)[number];

/** Lines drawn on one side are drawn on the other too: over an upright axis, a level one, both, or round a point. */
export interface Mirror {
  way: MirrorWay;
  /** Parts of a round one, 2..24. */
  parts: number;
  x: number;
  y: number;
  /** Radians the axes are turned by, clockwise on the paper. */
  turn: number;
}

/** A path something is to follow, drawn once and seen over every drawing. */
export interface ArcGuide {
  id: Id;
  /** x, y pairs of a uniform Catmull-Rom curve. */
  points: number[];
}

interface VanishingPoint {
  id: Id;
  x: number;
  y: number;
}

/** Help lines over the paper; never delivered. */
export interface Guides {
  mirror: Mirror | null;
  vanishing: VanishingPoint[];
  /** Heights on the paper, paper pixels; null for none. */
  horizon: number | null;
  ground: number | null;
  arcs: ArcGuide[];
  /** The field chart, and the frames action and titles are safe in. */
  field: boolean;
  safe: boolean;
}

/** Where a followed point is on a drawing, on that drawing's own pegs. */
export interface Spot {
  drawing: Id;
  x: number;
  y: number;
  /** 0..1; 1 where the hand set it. */
  sure: number;
  /** Set by hand: it is not looked for again, and its neighbours are found from it. */
  held: boolean;
}

/** Frames on which a point should stand still. */
export interface Stand {
  id: Id;
  from: number;
  /** The last of them. */
  to: number;
  /** The layer whose moves it stands on, as a figure on ground that scrolls; null: the paper. */
  on: Id | null;
}

/** A point of the figure, followed through the drawings of its layer. */
export interface FollowedPoint {
  id: Id;
  name: string;
  colour: NoteColour;
  layer: Id;
  /** One a drawing at most. */
  spots: Spot[];
  /** Drawings it is not seen on, as the hand said. */
  hidden: Id[];
  stands: Stand[];
  /** The point its distance is measured to: an upper arm, say; null: none is. */
  measuredTo: Id | null;
}

/** Lines and painted areas of one drawing that belong to a part of the figure. */
export interface PartOnDrawing {
  drawing: Id;
  lines: Id[];
  areas: Id[];
  /** Chosen by hand: it is not looked for again. */
  held: boolean;
}

/** A part of the figure - head, cap, coat - on the drawings of its layer. */
export interface FigurePart {
  id: Id;
  name: string;
  layer: Id;
  drawings: PartOnDrawing[];
}

/** A finding that is meant so: told no more as long as what it is about stays as it is. */
interface Meant {
  /** Of which check, and what it is about. */
  check: string;
  about: string;
  /** What that was like (`Finding.print`). */
  print: string;
}

/** What the checks know of a shot: what is followed, what is meant so, limits that were changed by hand (by check). */
export interface CheckNotes {
  followed: FollowedPoint[];
  parts: FigurePart[];
  meant: Meant[];
  limits: Record<string, number>;
}

export interface Shot {
  id: Id;
  title: string;
  width: number;
  height: number;
  fps: number;
  /** Frames. */
  length: number;
  background: { colour: string; transparent: boolean };
  /** Bottom of the stack first. */
  layers: Layer[];
  drawings: Record<Id, Drawing>;
  palettes: Palette[];
  paletteCues: PaletteCue[];
  tracks: Track[];
  /** In order of frames. */
  markers: Marker[];
  /** In order of frames. */
  notes: Note[];
  guides: Guides;
  passages: Passage[];
  /** What figures are compared with: a drawing or a picture of this shot; null for none. */
  model: CellRef | null;
  /** The track reading, in no order. */
  reading: ReadingSound[];
  charts: MouthChart[];
  mouthGuide: MouthGuide;
  deliveries: NamedDelivery[];
  bundles: Record<Id, Bundle>;
  /** Null: the whole paper is delivered. */
  camera: Camera | null;
  checks: CheckNotes;
  /** Only while a shot is looked at from within a bundle (`levelOf`): which one, and the shot's own layers. Never kept. */
  within?: { bundle: Id; outer: Layer[] };
  assets: Record<Id, Asset>;
}
