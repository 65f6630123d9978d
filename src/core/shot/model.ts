/**
 * What a shot is. Plain data, one tree, no classes: every view reads it, every edit goes through `history/change`.
 *
 * Units: frames are whole numbers, 0-based here and 1-based on screen; lengths are paper pixels; times are seconds;
 * opacity and pressure are 0..1; colours are `#rrggbb`.
 */
import type { Area, Stroke } from './drawing-model.ts';
import type { Id } from './ids.ts';
import type { Bundle, Camera, CellRef, Layer } from './layer-model.ts';

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
