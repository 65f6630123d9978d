/** What the person looks at and holds in the hand: not part of the shot, remembered beside it. */
import { createStore, type StoreApi } from 'zustand/vanilla';
import type { Id, Shot } from '../../core/shot/index.ts';
import { FITTED, type PaperView } from '../desk/view.ts';

export type ToolId = 'pencil' | 'pen' | 'eraser' | 'pour' | 'move';

export interface LineSettings {
  width: number;
  /** 0..1, how much pressure changes the width. */
  pressure: number;
  /** 0..1 */
  steady: number;
}

export interface ToolSettings {
  pencil: LineSettings;
  pen: LineSettings;
  eraser: { width: number };
  /** Openings up to `gap` paper pixels are closed; `off`: the pen takes paint off. */
  pour: { gap: number; off: boolean };
}

interface GhostSettings {
  on: boolean;
  /** Strength 0..1 of the drawings before and after, nearest first. */
  before: [number, number];
  after: [number, number];
}

export interface ViewState {
  frame: number;
  layerId: Id;
  tool: ToolId;
  tools: ToolSettings;
  swatch: Id;
  paper: PaperView;
  ghosts: GhostSettings;
  /** Neighbours are being flipped: ghosts rest. */
  rolling: boolean;
  /** Frames played, both included; null is the whole shot. */
  range: { from: number; to: number } | null;
  loop: boolean;
  /** Preview speed; 1 is the shot's rate. */
  speed: number;
  scrubSound: boolean;
  /** Frames a new drawing is held. */
  newHold: number;
  rowHeight: number;
}

export const FIRST_TOOLS: ToolSettings = {
  pencil: { width: 7, pressure: 0.7, steady: 0.25 },
  pen: { width: 8, pressure: 0.6, steady: 0.4 },
  eraser: { width: 28 },
  pour: { gap: 6, off: false },
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
    ghosts: { on: true, before: [0.5, 0.22], after: [0.45, 0.2] },
    rolling: false,
    range: null,
    loop: true,
    speed: 1,
    scrubSound: true,
    newHold: 2,
    rowHeight: 18,
  };
}

/** A view read back, brought into what the shot is now: layers and swatches may be gone, the shot shorter. */
export function mendView(kept: Partial<ViewState> | undefined, tools: ToolSettings | undefined, shot: Shot): ViewState {
  const first = firstView(shot);
  const view = { ...first, ...kept, rolling: false };
  view.tools = { ...first.tools, ...tools };
  if (!shot.layers.some((layer) => layer.id === view.layerId)) view.layerId = first.layerId;
  if (!shot.palettes[0].swatches.some((swatch) => swatch.id === view.swatch)) view.swatch = first.swatch;
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
