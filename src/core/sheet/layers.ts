/** Whole layers: traced over, doubled, merged, moved, removed. For `change()` recipes. */
import { type Id, newId } from '../shot/ids.ts';
import type { CellRef, Exposure, Layer } from '../shot/layer-model.ts';
import { longerName, makeDrawing, makeLayer } from '../shot/make.ts';
import { mendReferences } from '../shot/mend.ts';
import type { Drawing, Shot } from '../shot/model.ts';
import { copyDrawing, newDrawing } from './drawing-edits.ts';
import { drawingsOfLayer, forgetIndex, nextNumber } from './drawings.ts';
import { atWork, BadTiming, layerOf, onSheet, setExposures } from './edit.ts';
import { cellKey, sameCell, shownExposure, tidy, totalFrames } from './exposures.ts';
import { copiedMoves } from './moves/place-frames.ts';

/** The same timing with other cells: `cell` is asked once for each cell of the source. */
function withCells(exposures: Exposure[], cell: (source: CellRef) => CellRef): Exposure[] {
  const known = new Map<string, CellRef>();
  return exposures.map((exposure) => {
    if (!exposure.cell) return { ...exposure, id: newId() };
    const key = cellKey(exposure.cell);
    if (!known.has(key)) known.set(key, cell(exposure.cell));
    return { ...exposure, id: newId(), cell: { ...known.get(key)! } };
  });
}

/**
 * A trace-over layer: a new layer straight above `sourceId` with the same timing and an empty drawing for each cell of
 * the source; a cell used twice there is one drawing here too.
 */
export function addTraceOver(shot: Shot, sourceId: Id): Layer {
  const made = onSheet(shot, (work) => {
    const source = layerOf(work, sourceId);
    const layer = makeLayer(longerName(source.name, ', traced'), source.purpose === 'rough' ? 'clean' : 'rough', {
      guide: false,
      afterLast: source.afterLast,
    });
    layer.exposures = withCells(source.exposures, () => ({
      kind: 'drawing',
      drawing: newDrawing(work, layer.id).id,
    }));
    work.layers.splice(work.layers.indexOf(source) + 1, 0, layer);
    return layer.id;
  });
  return layerOf(atWork(shot), made);
}

/** A second layer straight above with the same timing and drawings of its own that start equal. */
export function duplicateLayer(shot: Shot, sourceId: Id): Layer {
  const made = onSheet(shot, (work) => {
    const source = layerOf(work, sourceId);
    const layer: Layer = {
      ...source,
      id: newId(),
      name: longerName(source.name, ', copy'),
      locked: false,
      moves: copiedMoves(source.moves),
      casts: source.casts.map((cast) => ({ ...cast, id: newId() })),
    };
    const copies = new Map<Id, Id>();
    const copyOf = (id: Id): Id => {
      let copy = copies.get(id);
      if (copy === undefined) {
        const { number, label, role, spacing } = work.drawings[id];
        copy = copyDrawing(work, id, layer.id, { number, label, role, spacing });
        copies.set(id, copy);
      }
      return copy;
    };
    layer.exposures = withCells(source.exposures, (cell) =>
      cell.kind === 'drawing' ? { kind: 'drawing', drawing: copyOf(cell.drawing) } : cell,
    );
    for (const { id } of [...drawingsOfLayer(work, sourceId)]) copyOf(id);
    work.layers.splice(work.layers.indexOf(source) + 1, 0, layer);
    return layer.id;
  });
  return layerOf(atWork(shot), made);
}

/** The layer under `id`, or null at the bottom. */
export function layerBelow(shot: Shot, id: Id): Layer | null {
  return shot.layers[shot.layers.findIndex((layer) => layer.id === id) - 1] ?? null;
}

/** Why a layer cannot be merged with the one below, in a sentence; null when it can. */
export function whyNotMerge(shot: Shot, upperId: Id): string | null {
  const upper = layerOf(shot, upperId);
  const lower = layerBelow(shot, upperId);
  if (!lower) return `“${upper.name}” is the lowest layer; there is none below to merge it with.`;
  for (const layer of [upper, lower]) {
    if (layer.exposures.some(({ cell }) => cell?.kind === 'picture'))
      return `“${layer.name}” shows footage, which cannot be merged with lines. Trace it first.`;
    if (layer.locked) return `“${layer.name}” is locked. Unlock it in the list of layers to merge it.`;
    if (layer.exposures.some(({ cell }) => cell?.kind === 'bundle'))
      return `“${layer.name}” is a bundle, which cannot be merged with lines. Take it apart first.`;
    if (layer.casts.length > 0 || layer.only || layer.blend !== 'normal')
      return `“${layer.name}” mixes with others, or has shadows or light of its own. Take them off to merge it.`;
    if (layer.moves) return `“${layer.name}” moves, and a drawing stays where it is. Take its places off to merge it.`;
  }
  return null;
}

/**
 * Merges a layer into the one below: ink over ink, paint over paint, a drawing at each change of either; where the same
 * two meet again it is the same drawing again. The timing is written out to the shot's end as both layers show it.
 * Drawings that stood alone move over as they are; the unused ones of both layers stay in the tray.
 * @throws BadTiming with `whyNotMerge`.
 */
export function mergeDown(shot: Shot, upperId: Id): Layer {
  const why = whyNotMerge(shot, upperId);
  if (why) throw new BadTiming(why);
  const lower = onSheet(shot, (work) => merge(work, upperId));
  return layerOf(atWork(shot), lower);
}

/** Merges a layer into the one below; returns that one's id. */
function merge(shot: Shot, upperId: Id): Id {
  const upper = layerOf(shot, upperId);
  const lower = layerBelow(shot, upperId)!;
  const frames = Math.max(shot.length, totalFrames(upper.exposures), totalFrames(lower.exposures));
  const ofUpper = [...drawingsOfLayer(shot, upperId)];
  const drawingAt = (layer: Layer, frame: number): Drawing | null => {
    const cell = shownExposure(layer.exposures, layer.afterLast, frame)?.exposure.cell;
    return cell?.kind === 'drawing' ? shot.drawings[cell.drawing] : null;
  };
  const merged = new Map<string, CellRef | null>();
  const exposures: Exposure[] = [];
  let before = '';
  // Numbers are given anew as the merged drawings turn up; they follow all that are there.
  let number = nextNumber(shot, lower.id);
  const own = (drawing: Drawing): Drawing => {
    if (drawing.layerId === upperId) {
      drawing.layerId = lower.id;
      drawing.number = number++;
    }
    return drawing;
  };
  for (let frame = 0; frame < frames; frame++) {
    const a = drawingAt(lower, frame);
    const b = drawingAt(upper, frame);
    const key = `${a?.id ?? ''}+${b?.id ?? ''}`;
    if (!merged.has(key)) {
      let made: Drawing | null = null;
      if (a && b) {
        made = makeDrawing(lower.id, number++, {
          role: a.role === 'key' || b.role === 'key' ? 'key' : a.role,
          stage: a.stage,
          ink: [...a.ink, ...b.ink].map((stroke) => ({ ...stroke, id: newId() })),
          paint: [...a.paint, ...b.paint].map((area) => ({ ...area, id: newId() })),
        });
        shot.drawings[made.id] = made;
      } else if (a ?? b) made = own((a ?? b)!);
      merged.set(key, made && { kind: 'drawing', drawing: made.id });
    }
    const cell = merged.get(key)!;
    if (key === before) exposures[exposures.length - 1].frames++;
    else exposures.push({ id: newId(), cell, frames: 1 });
    before = key;
  }
  for (const drawing of ofUpper) own(drawing);
  forgetIndex(shot.drawings);
  const changes = exposures.filter(({ cell }, i) => i === 0 || !sameCell(cell, exposures[i - 1].cell)).length;
  if (upper.afterLast !== 'clears' || lower.afterLast !== 'clears') lower.afterLast = changes > 0 ? 'holds' : 'clears';
  setExposures(shot, lower.id, tidy(exposures));
  // Whatever named the upper layer names the merged one now.
  if (shot.mouthGuide.head === upperId) shot.mouthGuide.head = lower.id;
  for (const { clips } of shot.tracks) for (const clip of clips) if (clip.follows === upperId) clip.follows = lower.id;
  for (const { stands } of shot.checks.followed)
    for (const stand of stands) if (stand.on === upperId) stand.on = lower.id;
  for (const own of [...shot.checks.followed, ...shot.checks.parts]) if (own.layer === upperId) own.layer = lower.id;
  for (const layer of shot.layers) {
    if (layer.goesWith === upperId) layer.goesWith = layer === lower ? null : lower.id;
    if (layer.only?.layer === upperId) layer.only = layer === lower ? null : { ...layer.only, layer: lower.id };
  }
  shot.layers = shot.layers.filter(({ id }) => id !== upperId);
  return lower.id;
}

/** Removes a layer with its drawings, and whatever named them. Undo brings all back. */
export function removeLayer(shot: Shot, id: Id): void {
  onSheet(shot, (work) => {
    work.layers = work.layers.filter((layer) => layer.id !== id);
    mendReferences(work);
    forgetIndex(work.drawings);
  });
}

/** Moves a layer to another place in the stack (0 = bottom). */
export function moveLayer(shot: Shot, id: Id, to: number): void {
  onSheet(shot, (work) => {
    const layer = layerOf(work, id);
    work.layers = work.layers.filter((each) => each !== layer);
    work.layers.splice(Math.max(0, Math.min(to, work.layers.length)), 0, layer);
  });
}
