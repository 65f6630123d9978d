/** What the person looks at and holds in the hand: not part of the shot, remembered beside it. */

import { createStore, type StoreApi } from 'zustand/vanilla';
import type { EraseHow, KneadHow, Pick, Shape } from '../../core/ink/index.ts';
import type { MouthWishes } from '../../core/mouths/index.ts';
import { type PaintLook, PLAIN_PAINT } from '../../core/paint/index.ts';
import type { Matrix } from '../../core/plane/index.ts';
import type { Ends, Span } from '../../core/sheet/index.ts';
import { BRUSH_KINDS, type Id, type NoteColour, type Shot } from '../../core/shot/index.ts';
import { FITTED, type PaperView } from '../desk/view.ts';
import { FIRST_GHOSTS, type GhostSettings, mendGhosts } from './ghost-settings.ts';
import { FIRST_LINES, type LineSettings, mendLine } from './line-settings.ts';

export type ToolId =
  | 'pencil'
  | 'pen'
  | 'brush'
  | 'eraser'
  | 'pick'
  | 'knead'
  | 'warp'
  | 'redraw'
  | 'swell'
  | 'shapes'
  | 'guides'
  | 'pegs'
  | 'follow'
  | 'pour'
  | 'fence'
  | 'sweep'
  | 'daub'
  | 'wipe'
  | 'trace'
  | 'recolour'
  | 'take'
  | 'move';

export interface ToolSettings {
  pencil: LineSettings;
  pen: LineSettings;
  brush: LineSettings;
  trace: LineSettings;
  eraser: { width: number; how: EraseHow };
  pour: PourSettings;
  /** Where a rectangle fills: on this drawing, on those chosen on the sheet, or on all of the layer. */
  sweep: { over: SweepOver; unpainted: boolean; lines: boolean };
  /** Width in paper pixels; `inside`: only where paint or line already is. */
  daub: { width: number; inside: boolean };
  wipe: { width: number };
  /** The same line in all drawings of the layer. */
  recolour: { everywhere: boolean };
  /** What a colour is taken from. */
  take: { from: TakeFrom };
  shapes: { shape: Shape };
  /** Radius of what is pushed, screen pixels at the paper's own size; `how`: moved along, drawn in, or pressed out. */
  knead: { radius: number; how: KneadHow };
  warp: { columns: number; rows: number };
  /** Brushing over lines makes them thicker, or thinner. */
  swell: { radius: number; by: 'thicker' | 'thinner' };
  guides: { add: GuideKind };
  /** Picked with a rectangle or a loop; scaled one way the other gives way; the same done to all drawings chosen. */
  pick: { by: 'rectangle' | 'loop'; keepVolume: boolean; chosenToo: boolean };
}

export const POURS = ['swatch', 'before', 'across', 'off'] as const;
export const SWEEPS = ['drawing', 'chosen', 'layer'] as const;
export const TAKES = ['here', 'before', 'model'] as const;
type SweepOver = (typeof SWEEPS)[number];
type TakeFrom = (typeof TAKES)[number];

/** What counts as a region, and how paint is put down; Fence and Sweep go by the same. */
interface PourSettings extends PaintLook {
  /** Openings up to this many paper pixels are closed. */
  gap: number;
  /** Regions of fewer square paper pixels belong to those around them. */
  specks: number;
  /** Lines fainter than this, per cent, part nothing. */
  faint: number;
  /** The swatch in hand, the colour of the drawing before, the swatch across a range of drawings, or paint taken off. */
  as: (typeof POURS)[number];
}

type LinesFrom = 'own' | 'above' | 'chosen';

/** What stands open beside the paper while painting. */
export type PaintCard = 'palette' | 'through' | 'holes' | 'model';

/** Lines and paint of a drawing in hand, and the point they are turned and scaled about (null: their middle). */
interface Picked extends Pick {
  drawing: Id;
  pivot: { x: number; y: number } | null;
}

/** What the Guides tool puts on the paper. */
type GuideKind = 'arc' | 'vanishing';

/** Frames of some layers chosen on the sheet, and the cell where choosing began. */
export interface Selection extends Span {
  anchor: { frame: number; layerId: Id };
}

/** What is being written into the sheet by keyboard, and what for: it stays with that, wherever one goes meanwhile. */
export interface Entry {
  kind: 'hold' | 'drawing' | 'label' | 'note' | 'marker' | 'sound';
  text: string;
  at: {
    frame: number;
    layerId: Id;
    colour: NoteColour;
    /** Holds: the frames they are for. */
    span: Span | null;
  };
}

/** Looked at for as long as a key is held. */
export type Peek = 'before' | 'after' | 'rough' | 'model';

export type DeskCard = 'brush' | 'ghosts' | 'lines' | 'reference';

export type SheetCard = 'layers' | 'timing' | 'notes' | 'tray' | 'parts';

/** What the timing card was last set to. */
export interface TimingWishes {
  /** Frames to fit to. */
  fit: number;
  ends: Ends;
  repeat: number;
  repeatBy: 'times' | 'total' | 'frame' | 'sound';
  shift: number;
  shiftBy: 'frames' | 'drawings';
  round: boolean;
  /** Frames put in or taken out at once, and where. */
  frames: number;
  framesIn: 'chosen' | 'all';
}

export interface ViewState {
  frame: number;
  layerId: Id;
  tool: ToolId;
  tools: ToolSettings;
  swatch: Id;
  paper: PaperView;
  ghosts: GhostSettings;
  /** What is shown in place of the present drawing while a key is held. */
  peek: Peek | null;
  /** The drawing whose ghost is off its pegs and has the handles. */
  ghostInHand: Id | null;
  /** The reference layer whose pictures are being placed. */
  placing: Id | null;
  /** Heads high the figure is to be: a ladder of heads is laid over the drawing. Null for none. */
  heads: number | null;
  guidesShown: boolean;
  /** The card that stands open beside the paper. */
  deskCard: DeskCard | null;
  /** Rough layers are shown in a tint of their own under the layer in hand. */
  roughTint: boolean;
  /** Neighbours are being flipped: ghosts rest. */
  rolling: boolean;
  /** Frames played, both included; null is the whole shot. */
  range: { from: number; to: number } | null;
  loop: boolean;
  /** Preview speed; 1 is the shot's rate. */
  speed: number;
  scrubSound: boolean;
  /** Frames that are heard when scrubbing. */
  scrubFrames: number;
  /** Frames a new drawing is held. */
  newHold: number;
  rowHeight: number;
  picked: Picked | null;
  /** What the hand is doing to what is picked; done when it lets go. */
  changing: Matrix | null;
  selection: Selection | null;
  /** Where a piece that is being dragged over the sheet would come to stand. */
  landing: Span | null;
  entry: Entry | null;
  /** Layers whose column on the sheet is folded. */
  folded: Id[];
  sheetCard: SheetCard;
  /** The pencil notes are written with. */
  noteColour: NoteColour;
  timing: TimingWishes;
  /** The clip in hand in the Sound view; null elsewhere, and while none is. */
  clip: Id | null;
  /** Frames across the Sound view: the first in sight, and pixels a frame; null: the whole shot. */
  soundView: { from: number; scale: number } | null;
  soundCard: SoundCard;
  /** The mouth chart in hand, and how mouths are laid from the reading. */
  mouths: MouthSettings;
  /** The place mouths sit on is shown with handles. */
  mouthGuideShown: boolean;
  /** What stands beside the Roll. */
  rollCard: 'drawing' | 'chart';
  /** The computed drawing that belongs here is seen as a faint ghost. */
  halfGhost: boolean;
  /** Points followed through the drawings. */
  followed: FollowedPoint[];
  paintCard: PaintCard;
  /** The regions of the drawing in hand are shown, openings marked. */
  regionsShown: boolean;
  /** Whose lines bound the regions: the layer's own, all above it too, or those of chosen layers. */
  linesFrom: LinesFrom;
  linesOf: Id[];
  /** A region touched on one drawing, waiting for its place on another: all between take the swatch. */
  across: { drawing: Id; x: number; y: number } | null;
}

/** A point of a line, followed through the drawings of its layer. */
export interface FollowedPoint {
  id: Id;
  layerId: Id;
  drawing: Id;
  line: Id;
  /** How far along the line. */
  share: number;
}

/** What stands open under the tracks. */
export type SoundCard = 'clip' | 'reading' | 'foley' | 'record';

interface MouthSettings extends MouthWishes {
  chart: Id | null;
}

export const FIRST_TOOLS: ToolSettings = {
  ...FIRST_LINES,
  eraser: { width: 28, how: 'part' },
  pour: { ...PLAIN_PAINT, gap: 6, specks: 6, faint: 0, as: 'swatch' },
  sweep: { over: 'layer', unpainted: true, lines: false },
  daub: { width: 24, inside: true },
  wipe: { width: 40 },
  recolour: { everywhere: false },
  take: { from: 'here' },
  shapes: { shape: 'line' },
  knead: { radius: 90, how: 'push' },
  warp: { columns: 3, rows: 3 },
  swell: { radius: 24, by: 'thicker' },
  guides: { add: 'arc' },
  pick: { by: 'rectangle', keepVolume: false, chosenToo: false },
};

export function firstView(shot: Shot): ViewState {
  const drawn = shot.layers.find((layer) => layer.purpose === 'clean') ?? shot.layers.at(-1);
  return {
    frame: 0,
    layerId: drawn?.id ?? '',
    tool: 'pencil',
    tools: FIRST_TOOLS,
    swatch: shot.palettes[0].swatches[0]?.id ?? '',
    paper: FITTED,
    ghosts: FIRST_GHOSTS,
    peek: null,
    ghostInHand: null,
    placing: null,
    heads: null,
    guidesShown: true,
    deskCard: null,
    roughTint: true,
    rolling: false,
    range: null,
    loop: true,
    speed: 1,
    scrubSound: true,
    scrubFrames: 2,
    newHold: 2,
    rowHeight: 18,
    picked: null,
    changing: null,
    selection: null,
    landing: null,
    entry: null,
    folded: [],
    sheetCard: 'layers',
    noteColour: 'blue',
    timing: {
      fit: 24,
      ends: 'once',
      repeat: 3,
      repeatBy: 'times',
      shift: 1,
      shiftBy: 'frames',
      round: false,
      frames: 1,
      framesIn: 'chosen',
    },
    clip: null,
    soundView: null,
    soundCard: 'clip',
    mouths: { chart: null, lead: 1, ones: false },
    mouthGuideShown: false,
    rollCard: 'drawing',
    halfGhost: false,
    followed: [],
    paintCard: 'palette',
    regionsShown: false,
    linesFrom: 'own',
    linesOf: [],
    across: null,
  };
}

/** A selection brought into what the shot is now; null when none of its layers is left. */
function mendSelection(selection: Selection | null, shot: Shot): Selection | null {
  if (!selection) return null;
  const there = (id: Id) => shot.layers.some((layer) => layer.id === id);
  if (selection.layers.every(there) && there(selection.anchor.layerId)) return selection;
  const layers = selection.layers.filter(there);
  return layers.length === 0 ? null : { ...selection, layers, anchor: { ...selection.anchor, layerId: layers[0] } };
}

/** A view read back, brought into what the shot is now: layers and swatches may be gone, the shot shorter. */
export function mendView(kept: Partial<ViewState> | undefined, tools: ToolSettings | undefined, shot: Shot): ViewState {
  const first = firstView(shot);
  const view = {
    ...first,
    ...kept,
    rolling: false,
    entry: null,
    landing: null,
    picked: null,
    changing: null,
    peek: null,
    ghostInHand: null,
    placing: null,
    across: null,
  };
  view.ghosts = mendGhosts(view.ghosts, shot);
  view.tools = { ...first.tools, ...tools };
  // Tools kept before erasers had ways, and pours.
  view.tools.pour = { ...first.tools.pour, ...view.tools.pour };
  view.tools.eraser = { ...first.tools.eraser, ...view.tools.eraser };
  for (const kind of BRUSH_KINDS) view.tools[kind] = mendLine(view.tools[kind], first.tools[kind]);
  if (!shot.layers.some((layer) => layer.id === view.layerId)) view.layerId = first.layerId;
  if (!shot.palettes[0].swatches.some((swatch) => swatch.id === view.swatch)) view.swatch = first.swatch;
  view.timing = { ...first.timing, ...view.timing };
  if (!shot.tracks.some(({ clips }) => clips.some(({ id }) => id === view.clip))) view.clip = null;
  view.mouths = { ...first.mouths, ...view.mouths };
  if (!shot.charts.some(({ id }) => id === view.mouths.chart))
    view.mouths = { ...view.mouths, chart: shot.charts[0]?.id ?? null };
  view.followed = view.followed.filter(({ drawing }) => shot.drawings[drawing]);
  view.linesOf = view.linesOf.filter((id) => shot.layers.some((layer) => layer.id === id));
  view.selection = mendSelection(view.selection, shot);
  view.frame = Math.max(0, Math.min(shot.length - 1, view.frame));
  if (view.range) {
    const to = Math.min(view.range.to, shot.length - 1);
    view.range = view.range.from <= to ? { from: view.range.from, to } : null;
  }
  return view;
}

export type ViewStore = StoreApi<ViewState>;

export function createViewStore(state: ViewState): ViewStore {
  return createStore<ViewState>(() => state);
}
