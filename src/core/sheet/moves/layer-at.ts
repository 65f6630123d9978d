/** A layer as it lies at a frame: its own moves, those of what it goes along with, and its distance from the camera. */
import { pushedGrid, type WarpGrid } from '../../ink/warp.ts';
import { after, IDENTITY, inverse, type Matrix, translation } from '../../plane/matrix.ts';
import type { Layer } from '../../shot/layer-model.ts';
import { LIMITS } from '../../shot/make.ts';
import type { Shot } from '../../shot/model.ts';
import { cameraLie } from './camera.ts';
import { AT_REST, type Lie, lieAt, lieMatrix } from './lie.ts';

type Level = Pick<Shot, 'layers' | 'camera' | 'mouthGuide'>;

/** The layer whose moves a layer goes along with; mouths go with their head unless they go with another. */
export function leaderOf({ layers, mouthGuide }: Level, layer: Layer): Layer | null {
  const id = layer.goesWith ?? (layer.purpose === 'mouth' && mouthGuide.head !== layer.id ? mouthGuide.head : null);
  return id === null ? null : (layers.find((each) => each.id === id) ?? null);
}

/** Whether a layer could go along with another: that one does not go along with it, directly or not. */
export function goAlongable(level: Level, layer: Layer, other: Layer): boolean {
  let at: Layer | null = other;
  for (let k = 0; at && k < LIMITS.maxLayers; k++) {
    if (at.id === layer.id) return false;
    at = leaderOf(level, at);
  }
  return true;
}

/** How the moves of a layer and of those it goes along with carry the paper's points at a frame; null: they stay. */
export function motionAt(level: Level, layer: Layer, frame: number): Matrix | null {
  let out: Matrix | null = null;
  let at: Layer | null = layer;
  for (let k = 0; at && k < LIMITS.maxLayers; k++) {
    if (at.moves) {
      const own = lieMatrix(lieAt(at, at.moves, frame), at.moves.pivot);
      out = out ? after(out, own) : own;
    }
    at = leaderOf(level, at);
    // In a circle each would go along with itself.
    if (at === layer) break;
  }
  const { camera } = level;
  if (camera && layer.distance !== 1) {
    const { x, y } = cameraLie(camera, frame);
    const shift = translation((1 - layer.distance) * x, (1 - layer.distance) * y);
    out = out ? after(out, shift) : shift;
  }
  return out;
}

/** A layer's grid as it is bent at a frame; null where it is not. */
export function bendAt({ grid, exposures, moves }: Layer, frame: number): WarpGrid | null {
  if (!grid || !moves) return null;
  const { bend } = lieAt({ exposures }, moves, frame);
  return bend?.some((value) => value !== 0) ? pushedGrid(grid, bend) : null;
}

/** A layer as it lies at a frame: its place and opacity with its moves in them. Without any it is the very layer. */
export function layerAt(level: Level, layer: Layer, frame: number): Layer {
  const motion = motionAt(level, layer, frame);
  if (!motion) return layer;
  const fade = layer.moves ? lieAt(layer, layer.moves, frame).fade : 1;
  return {
    ...layer,
    place: layer.place ? after(layer.place, motion) : motion,
    opacity: layer.opacity * fade,
  };
}

/** How a layer lies by its own moves at a frame. */
export const ownLie = (layer: Layer, frame: number): Lie => (layer.moves ? lieAt(layer, layer.moves, frame) : AT_REST);

/** What its leader and the camera do to a layer after its own moves, at a frame. */
export function carriedBy(level: Level, layer: Layer, frame: number): Matrix {
  const all = motionAt(level, layer, frame);
  if (!all) return IDENTITY;
  return layer.moves ? after(inverse(lieMatrix(ownLie(layer, frame), layer.moves.pivot)), all) : all;
}
