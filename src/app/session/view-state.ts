/**
 * What the person looks at and holds in the hand: not part of the shot. It is made of slices, each with what is kept beside
 * the shot and what passes; what the tools are set to is kept for the browser, for all shots.
 */
import { createStore, type StoreApi } from 'zustand/vanilla';
import type { Shot } from '../../core/shot/index.ts';
import { isKeptValue, type KeptValue, restored } from './kept.ts';
import { checking } from './slices/checking.ts';
import { comparing } from './slices/comparing.ts';
import { exporting } from './slices/exporting.ts';
import { hand } from './slices/hand.ts';
import { mouths } from './slices/mouths.ts';
import { moving } from './slices/moving.ts';
import { painting } from './slices/painting.ts';
import { paper } from './slices/paper.ts';
import { place } from './slices/place.ts';
import { playing } from './slices/playing.ts';
import { sheet } from './slices/sheet.ts';
import type { Slice, StateOf } from './slices/slice.ts';
import { sound } from './slices/sound.ts';
import type { ToolId, ToolSettings } from './tool-settings.ts';

interface ToolsInHand {
  tool: ToolId;
  tools: ToolSettings;
}

export type ViewState = ToolsInHand &
  StateOf<typeof place> &
  StateOf<typeof paper> &
  StateOf<typeof moving> &
  StateOf<typeof hand> &
  StateOf<typeof playing> &
  StateOf<typeof sheet> &
  StateOf<typeof sound> &
  StateOf<typeof mouths> &
  StateOf<typeof painting> &
  StateOf<typeof checking> &
  StateOf<typeof comparing> &
  StateOf<typeof exporting>;

const SLICES = [
  place,
  paper,
  moving,
  hand,
  playing,
  sheet,
  sound,
  mouths,
  painting,
  checking,
  comparing,
  exporting,
] as unknown as Slice<object, object>[];

/** The version of what is kept. Before the first one all of the state was written, what passes too. */
const VERSION = 1;

/** Brings a view into what the shot is now. Gives back the very view when nothing had to change. */
export function mendView(view: ViewState, shot: Shot): ViewState {
  let out = view;
  for (const { mend } of SLICES) {
    for (const [field, value] of Object.entries(mend?.(out, shot) ?? {}))
      if (!Object.is(out[field as keyof ViewState], value)) out = { ...out, [field]: value };
  }
  return out;
}

/** What was kept of a view, fitted slice by slice, field by field; as at first where nothing was. */
export function restoredView(kept: unknown, tools: ToolSettings, shot: Shot): ViewState {
  const state = { tools } as Record<string, unknown>;
  for (const { kept: shape, passing } of SLICES)
    Object.assign(state, restored({ version: VERSION, shape }, kept), passing());
  const { tool } = ((isKeptValue(kept) ? kept.value : kept) ?? {}) as { tool?: unknown };
  state.tool = typeof tool === 'string' && tool in tools ? tool : 'pencil';
  return mendView(state as unknown as ViewState, shot);
}

/** The view of a shot that was never looked at. */
export function firstView(shot: Shot, tools: ToolSettings): ViewState {
  return restoredView(undefined, tools, shot);
}

const KEPT_FIELDS = ['tool', ...SLICES.flatMap(({ kept }) => Object.keys(new kept()))];

/** The part of a view that is kept beside the shot. */
export function keptOf(view: ViewState): KeptValue {
  return {
    version: VERSION,
    value: Object.fromEntries(KEPT_FIELDS.map((field) => [field, view[field as keyof ViewState]])),
  };
}

export type ViewStore = StoreApi<ViewState>;

export function createViewStore(state: ViewState): ViewStore {
  return createStore<ViewState>(() => state);
}
