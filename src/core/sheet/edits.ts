/** Edits of a shot's sheet, written for use inside a `change()` recipe: they alter the draft they are given. */
import { newId } from '../shot/ids.ts';
import { makeDrawing, makeLayer } from '../shot/make.ts';
import type { CellRef, Drawing, Id, Layer, Shot, Stroke } from '../shot/model.ts';
import { cellKey, expose, shownRun, totalFrames } from './exposures.ts';

export function layerOf(shot: Shot, id: Id): Layer {
  const layer = shot.layers.find((each) => each.id === id);
  if (!layer) throw new Error(`There is no layer ${id} in this shot.`);
  return layer;
}

/** The next free drawing number of a layer, from 1. */
function nextNumber(shot: Shot, layerId: Id): number {
  let highest = 0;
  for (const drawing of Object.values(shot.drawings)) {
    if (drawing.layerId === layerId && drawing.number > highest) highest = drawing.number;
  }
  return highest + 1;
}

/** Lengthens the shot so that what the layer exposes fits; never shortens it. */
export function fitLength(shot: Shot, layer: Layer): void {
  shot.length = Math.max(shot.length, totalFrames(layer.exposures));
}

/**
 * The drawing that a pen at `frame` draws on: what the paper shows. Null when the frame is empty or shows a picture.
 */
export function drawingShown(shot: Shot, layer: Layer, frame: number): Drawing | null {
  const cell = shownRun(layer.exposures, layer.afterLast, frame)?.exposure.cell;
  return cell?.kind === 'drawing' ? (shot.drawings[cell.drawing] ?? null) : null;
}

/** Puts a new drawing on the sheet at `frame` (see `expose`) and returns it. */
export function addDrawing(shot: Shot, layerId: Id, frame: number, hold: number, over: Partial<Drawing> = {}): Drawing {
  const layer = layerOf(shot, layerId);
  const drawing = makeDrawing(layerId, nextNumber(shot, layerId), over);
  shot.drawings[drawing.id] = drawing;
  layer.exposures = expose(layer.exposures, frame, { kind: 'drawing', drawing: drawing.id }, hold);
  fitLength(shot, layer);
  return drawing;
}

/** The drawing under the pen at `frame`, made first when the frame is empty. */
export function drawingToDrawOn(shot: Shot, layerId: Id, frame: number, hold: number): Drawing {
  const layer = layerOf(shot, layerId);
  return drawingShown(shot, layer, frame) ?? addDrawing(shot, layerId, frame, hold);
}

/** A copy with ids of its own; lineages stay, so the lines still know each other. */
function copyInk(ink: Stroke[]): Stroke[] {
  return ink.map((stroke) => ({ ...stroke, id: newId() }));
}

/** A new drawing that starts equal to the one shown at `frame`, put in after it. Returns null on an empty frame. */
export function copyAsNew(shot: Shot, layerId: Id, frame: number, hold: number): Drawing | null {
  const layer = layerOf(shot, layerId);
  const source = drawingShown(shot, layer, frame);
  if (!source) return null;
  return addDrawing(shot, layerId, frame, hold, {
    ink: copyInk(source.ink),
    paint: source.paint.map((area) => ({ ...area, id: newId() })),
  });
}

/**
 * A trace-over layer: a new layer straight above `sourceId` with the same timing and an empty drawing for each cell of
 * the source; a cell used twice there is one drawing here too.
 */
export function addTraceOver(shot: Shot, sourceId: Id): Layer {
  const source = layerOf(shot, sourceId);
  const layer = makeLayer(`${source.name}, traced`, 'rough', { guide: false, afterLast: source.afterLast });
  const traced = new Map<string, CellRef>();
  layer.exposures = source.exposures.map(({ cell, frames }) => {
    if (!cell) return { id: newId(), cell: null, frames };
    let ref = traced.get(cellKey(cell));
    if (!ref) {
      const drawing = makeDrawing(layer.id, traced.size + 1);
      shot.drawings[drawing.id] = drawing;
      ref = { kind: 'drawing', drawing: drawing.id };
      traced.set(cellKey(cell), ref);
    }
    return { id: newId(), cell: { ...ref }, frames };
  });
  shot.layers.splice(shot.layers.indexOf(source) + 1, 0, layer);
  return layer;
}

/** Removes a layer with its drawings. Undo brings both back. */
export function removeLayer(shot: Shot, id: Id): void {
  shot.layers = shot.layers.filter((layer) => layer.id !== id);
  for (const drawing of Object.values(shot.drawings)) if (drawing.layerId === id) delete shot.drawings[drawing.id];
}

/** Moves a layer to another place in the stack (0 = bottom). */
export function moveLayer(shot: Shot, id: Id, to: number): void {
  const layer = layerOf(shot, id);
  shot.layers = shot.layers.filter((each) => each.id !== id);
  shot.layers.splice(Math.max(0, Math.min(to, shot.layers.length)), 0, layer);
}
