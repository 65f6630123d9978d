import type { Area } from './drawing-model.ts';
import { type Id, newId } from './ids.ts';
import { type Cast, type CastKind, type Layer, PLACE_PARTS, type Place, type Purpose } from './layer-model.ts';
import type { CheckNotes, Clip, Drawing, Guides, MouthGuide, Palette, Shot, Swatch, Track } from './model.ts';

/** Bounds that every shot keeps; the doors (form, file) check against them. */
export const LIMITS = {
  minSide: 64,
  maxSide: 8192,
  minFps: 1,
  maxFps: 60,
  maxLength: 20_000,
  maxTitle: 120,
  maxNote: 200,
  maxLabel: 12,
  /** Letters of a line's or a brush's name. */
  maxName: 40,
  /** A brush's width, paper pixels. */
  minWidth: 0.5,
  maxWidth: 400,
  maxArcs: 64,
  maxTracks: 64,
  /** Words typed for a clip, and sounds written in a reading. */
  maxWords: 5000,
  maxSounds: 20_000,
  /** Letters of one written sound. */
  maxSound: 24,
  maxCharts: 24,
  /** Places of one layer, and how many times its size a layer can be. */
  maxPlaces: 20_000,
  maxScale: 1000,
  /** Own ticks of a way, and cells of a grid across or down. */
  maxOwnTicks: 2000,
  maxGrid: 8,
  /** What is made of one layer, bundles of a shot, and how deep one may lie in another. */
  maxCasts: 12,
  maxBundles: 2000,
  maxDepth: 12,
  /** Deliveries kept under a name, and letters of one wish of theirs. */
  maxDeliveries: 100,
  maxWish: 20_000,
  maxLayers: 500,
  maxPalettes: 64,
  maxSwatches: 4096,
  /** Clips of one track. */
  maxClips: 5000,
  maxDrawings: 50_000,
  /** Versions that go along in a shot file. */
  maxVersions: 400,
  /** Lines, and areas, of one drawing. */
  maxLines: 50_000,
  /** Points of one line, and of one ring of an area. */
  maxPoints: 1_000_000,
  /** Files brought into a shot. */
  maxAssets: 5000,
  /** Lines drawn over the pictures of one clip. */
  maxStudyLines: 5000,
  /** What one drawing is settled about with another, entries of each kind. */
  maxSettled: 1_000_000,
  /** Points and parts that are followed, frames one should stand still on, findings that are meant so. */
  maxFollowed: 500,
  maxStands: 1000,
  maxMeant: 20_000,
  /** Letters of what a finding is about, and of what that was like. */
  maxPrint: 200,
  maxVanishing: 3,
  /** Farthest a point may lie from the paper's corner, paper pixels. */
  far: 1_000_000,
  /** A shot file, packed or unpacked: more would not fit the browser's memory. */
  maxFileBytes: 1024 ** 3,
  /** Width of a soft edge, paper pixels. */
  maxSoft: 200,
  /** Ticks of a timing chart. */
  maxTicks: 40,
} as const;

/** A name with something added to its end, cut so that it stays within bounds. */
export function longerName(name: string, end: string, most: number = LIMITS.maxTitle): string {
  return `${name.slice(0, Math.max(0, most - end.length))}${end}`;
}

export interface PaperSize {
  name: string;
  width: number;
  height: number;
}

export const PAPER_SIZES: PaperSize[] = [
  { name: 'Wide, full', width: 1920, height: 1080 },
  { name: 'Wide, light', width: 1280, height: 720 },
  { name: 'Ultra wide', width: 2048, height: 858 },
  { name: 'Portrait', width: 1080, height: 1920 },
  { name: 'Square', width: 1080, height: 1080 },
  { name: 'Academy', width: 1440, height: 1080 },
  { name: 'Sprite at 4x (256 delivered)', width: 1024, height: 1024 },
];

export const RATES = [12, 24, 25, 30] as const;

/** The swatches a new shot starts with. */
const FIRST_SWATCHES: [string, string][] = [
  ['graphite', '#2a2924'],
  ['blue pencil', '#3d63c9'],
  ['red pencil', '#c4473a'],
  ['skin', '#ecb98f'],
  ['coat', '#47697a'],
  ['scarf', '#cf5c37'],
  ['light', '#ffd884'],
  ['white', '#fdfcf8'],
];

export function makeLayer(name: string, purpose: Purpose, over: Partial<Layer> = {}): Layer {
  return {
    id: newId(),
    name,
    purpose,
    guide: purpose === 'rough' || purpose === 'reference',
    visible: true,
    locked: false,
    opacity: 1,
    exposures: [],
    afterLast: purpose === 'background' ? 'holds' : 'clears',
    place: null,
    moves: null,
    grey: false,
    grid: null,
    goesWith: null,
    distance: 1,
    blend: 'normal',
    only: null,
    casts: [],
    ...over,
  };
}

export function makeDrawing(layerId: Id, number: number, over: Partial<Drawing> = {}): Drawing {
  return {
    id: newId(),
    layerId,
    number,
    label: '',
    role: 'between',
    spacing: null,
    stage: 'rough',
    ink: [],
    paint: [],
    firstPass: null,
    mouth: null,
    ...over,
  };
}

/** A place that changes nothing, on a frame. */
export function makePlace(frame: number, over: Partial<Place> = {}): Place {
  return {
    id: newId(),
    frame,
    parts: [...PLACE_PARTS],
    x: 0,
    y: 0,
    turn: 0,
    across: 1,
    down: 1,
    fade: 1,
    bend: null,
    spacing: 'even',
    ticks: [],
    bow: { x: 0, y: 0 },
    pin: null,
    ...over,
  };
}

export function makeCast(kind: CastKind, over: Partial<Cast> = {}): Cast {
  return {
    id: newId(),
    kind,
    swatch: null,
    way: Math.PI / 3,
    length: 0.5,
    level: null,
    soft: 6,
    fade: 0.5,
    ripple: 0,
    amounts: [{ frame: 0, amount: 0.5 }],
    ...over,
  };
}

export function makeArea(swatch: Id, rings: Float32Array[], over: Partial<Area> = {}): Area {
  return { id: newId(), swatch, name: '', rings, edge: 'smooth', soft: 0, sure: null, ...over };
}

export function makeSwatch(name: string, colour: string, over: Partial<Swatch> = {}): Swatch {
  return { id: newId(), name, group: '', colour, opacity: 1, ...over };
}

export interface ShotWishes {
  title: string;
  width: number;
  height: number;
  fps: number;
  length: number;
}

export function noGuides(): Guides {
  return { mirror: null, vanishing: [], horizon: null, ground: null, arcs: [], field: false, safe: false };
}

export function noMouthGuide(): MouthGuide {
  return { head: null, places: {} };
}

export function makeTrack(name: string, over: Partial<Track> = {}): Track {
  return { id: newId(), name, muted: false, solo: false, gain: 1, clips: [], ...over };
}

/** A clip of a whole sound, `seconds` long, from `frame` on. */
export function makeClip(name: string, asset: Id, seconds: number, frame: number, over: Partial<Clip> = {}): Clip {
  return {
    id: newId(),
    name,
    asset,
    frame,
    in: 0,
    out: seconds,
    gain: 1,
    pin: null,
    muted: false,
    fadeIn: 0,
    fadeOut: 0,
    loop: null,
    pan: 0,
    follows: null,
    words: '',
    ...over,
  };
}

export const noCheckNotes = (): CheckNotes => ({ followed: [], parts: [], meant: [], limits: {} });

/** An empty shot: one clean layer to draw on over one rough guide layer. */
export function makeShot(wishes: ShotWishes): Shot {
  const swatches: Swatch[] = FIRST_SWATCHES.map(([name, colour]) => makeSwatch(name, colour));
  const palette: Palette = { id: newId(), name: 'day', swatches };
  return {
    id: newId(),
    ...wishes,
    background: { colour: '#fdfcf8', transparent: false },
    layers: [makeLayer('Rough', 'rough'), makeLayer('Clean', 'clean')],
    drawings: {},
    palettes: [palette],
    paletteCues: [{ frame: 0, palette: palette.id }],
    tracks: [],
    markers: [],
    notes: [],
    guides: noGuides(),
    passages: [],
    model: null,
    reading: [],
    charts: [],
    mouthGuide: noMouthGuide(),
    deliveries: [],
    bundles: {},
    camera: null,
    checks: noCheckNotes(),
    assets: {},
  };
}
