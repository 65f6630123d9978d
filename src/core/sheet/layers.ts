/** Whole layers: traced over, doubled, merged, moved, removed. For `change()` recipes. */
import { plain } from '../history/draft.ts';
import { newId } from '../shot/ids.ts';
import { longerName, makeDrawing, makeLayer } from '../shot/make.ts';
import { mendReferences } from '../shot/mend.ts';
import type { CellRef, Drawing, Exposure, Id, Layer, Shot } from '../shot/model.ts';
import { BadTiming } from './bad-timing.ts';
import { copyDrawing, nextNumber } from './drawings.ts';
import { cellKey, sameCell, shownRun, tidy, totalFrames } from './exposures.ts';
import { exposuresOf, layerOf, setExposures } from './timing.ts';

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
  const source = layerOf(shot, sourceId);
  const layer = makeLayer(longerName(source.name, ', traced'), source.purpose === 'rough' ? 'clean' : 'rough', {
    guide: false,
    afterLast: source.afterLast,
  });
  let number = 0;
  layer.exposures = withCells(exposuresOf(source), () => {
    const drawing = makeDrawing(layer.id, ++number);
    shot.drawings[drawing.id] = drawing;
    return { kind: 'drawing', drawing: drawing.id };
  });
  shot.layers.splice(shot.layers.indexOf(source) + 1, 0, layer);
  return layer;
}

/** A second layer straight above with the same timing and drawings of its own that start equal. */
export function duplicateLayer(shot: Shot, sourceId: Id): Layer {
  const source = layerOf(shot, sourceId);
  const plainSource = plain(source);
  const layer: Layer = { ...plainSource, id: newId(), name: longerName(source.name, ', copy'), locked: false };
  const copies = new Map<Id, Id>();
  const copyOf = (id: Id): Id => {
    if (!copies.has(id)) {
      const { number, label, role, spacing } = shot.drawings[id];
      copies.set(id, copyDrawing(shot, shot.drawings[id], layer.id, { number, label, role, spacing }).id);
    }
    return copies.get(id)!;
  };
  layer.exposures = withCells(plainSource.exposures, (cell) =>
    cell.kind === 'drawing' ? { kind: 'drawing', drawing: copyOf(cell.drawing) } : cell,
  );
  for (const drawing of Object.values(plain(shot.drawings))) if (drawing.layerId === sourceId) copyOf(drawing.id);
  shot.layers.splice(shot.layers.findIndex(({ id }) => id === sourceId) + 1, 0, layer);
  return layer;
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
  const upper = plain(layerOf(shot, upperId));
  const lower = layerBelow(shot, upperId)!;
  const under = plain(lower);
  const frames = Math.max(shot.length, totalFrames(upper.exposures), totalFrames(under.exposures));
  const drawings = plain(shot.drawings);
  const drawingAt = (layer: Layer, frame: number): Drawing | null => {
    const cell = shownRun(layer.exposures, layer.afterLast, frame)?.exposure.cell;
    return cell?.kind === 'drawing' ? drawings[cell.drawing] : null;
  };
  const merged = new Map<string, CellRef | null>();
  const exposures: Exposure[] = [];
  let before = '';
  // Numbers are given anew as the merged drawings turn up; they follow all that are there.
  let number = nextNumber(shot, lower.id);
  const moved = new Set<Id>();
  const own = (drawing: Drawing): Drawing => {
    if (drawing.layerId === upperId) {
      moved.add(drawing.id);
      shot.drawings[drawing.id].layerId = lower.id;
      shot.drawings[drawing.id].number = number++;
    }
    return drawing;
  };
  for (let frame = 0; frame < frames; frame++) {
    const a = drawingAt(under, frame);
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
  const changes = exposures.filter(({ cell }, i) => i === 0 || !sameCell(cell, exposures[i - 1].cell)).length;
  if (upper.afterLast !== 'clears' || under.afterLast !== 'clears') lower.afterLast = changes > 0 ? 'holds' : 'clears';
  setExposures(shot, lower, tidy(exposures));
  for (const drawing of Object.values(drawings))
    if (drawing.layerId === upperId && !moved.has(drawing.id)) own(drawing);
  // Whatever named the upper layer names the merged one now.
  if (shot.mouthGuide.head === upperId) shot.mouthGuide.head = lower.id;
  for (const { clips } of shot.tracks) for (const clip of clips) if (clip.follows === upperId) clip.follows = lower.id;
  shot.layers = shot.layers.filter(({ id }) => id !== upperId);
  return lower;
}

/** Removes a layer with its drawings, and whatever named them. Undo brings all back. */
export function removeLayer(shot: Shot, id: Id): void {
  shot.layers = shot.layers.filter((layer) => layer.id !== id);
  mendReferences(shot, plain);
}

/** Moves a layer to another place in the stack (0 = bottom). */
export function moveLayer(shot: Shot, id: Id, to: number): void {
  const layer = layerOf(shot, id);
  shot.layers = shot.layers.filter((each) => each.id !== id);
  shot.layers.splice(Math.max(0, Math.min(to, shot.layers.length)), 0, layer);
}
