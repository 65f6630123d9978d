/** Drawings on and off the sheet: made, copied, used again, made their own, numbered, removed. For `change()` recipes. */
import { type Id, newId } from '../shot/ids.ts';
import type { CellRef, Exposure, Layer } from '../shot/layer-model.ts';
import { makeDrawing } from '../shot/make.ts';
import { mendReferences } from '../shot/mend.ts';
import type { Drawing, Shot } from '../shot/model.ts';
import { addToIndex, drawingShown, drawingsOfLayer, exposedIn, forgetIndex, nextNumber } from './drawings.ts';
import { atWork, layerOf, onSheet, retimeLayer, type Span, setExposures } from './edit.ts';
import { touched, writtenOut } from './exposures.ts';
import { expose, write } from './holds.ts';

/**
 * Makes a drawing of a layer, not yet on the sheet; it gets the next free number unless `over` says another. Returns the
 * drawing as it is in `shot`: part of the draft where that is one.
 */
export function newDrawing(shot: Shot, layerId: Id, over: Partial<Drawing> = {}): Drawing {
  const id = onSheet(shot, (work) => {
    const drawing = makeDrawing(layerId, over.number ?? nextNumber(work, layerId), over);
    work.drawings[drawing.id] = drawing;
    addToIndex(work.drawings, drawing);
    return drawing.id;
  });
  return atWork(shot).drawings[id];
}

const drawingCell = (drawing: Id): CellRef => ({ kind: 'drawing', drawing });

/** Puts a new drawing on the sheet at `frame` (see `expose`) and returns it as it is in `shot`. */
export function addDrawing(shot: Shot, layerId: Id, frame: number, hold: number, over: Partial<Drawing> = {}): Drawing {
  const id = onSheet(shot, (work) => {
    const drawing = newDrawing(work, layerId, over);
    exposeAgain(work, layerId, frame, drawing.id, hold);
    return drawing.id;
  });
  return atWork(shot).drawings[id];
}

/** A layer's exposures, written out to `frame` as it shows them. */
function upTo(layer: Layer, frame: number): Exposure[] {
  return writtenOut(layer.exposures, layer.afterLast, frame);
}

/** Exposes a drawing that is there once more at `frame` (see `expose`). */
export function exposeAgain(shot: Shot, layerId: Id, frame: number, drawing: Id, hold: number): void {
  onSheet(shot, (work) =>
    setExposures(work, layerId, expose(upTo(layerOf(work, layerId), frame), frame, drawingCell(drawing), hold)),
  );
}

/** Writes a drawing into the cell at `frame` (see `write`). */
export function writeDrawing(shot: Shot, layerId: Id, frame: number, drawing: Id, hold: number): void {
  onSheet(shot, (work) =>
    setExposures(work, layerId, write(upTo(layerOf(work, layerId), frame), frame, drawingCell(drawing), hold)),
  );
}

/** The drawing under the pen at `frame`, made first when the frame is empty; as it is in `shot`. */
export function drawingToDrawOn(shot: Shot, layerId: Id, frame: number, hold: number): Drawing {
  return drawingShown(shot, layerOf(shot, layerId), frame) ?? addDrawing(shot, layerId, frame, hold);
}

/** What a copy starts with: ids of its own; lineages stay, so the lines still know each other. */
function copied(source: Drawing): Pick<Drawing, 'ink' | 'paint' | 'stage'> {
  return {
    ink: source.ink.map((stroke) => ({ ...stroke, id: newId() })),
    paint: source.paint.map((area) => ({ ...area, id: newId() })),
    stage: source.stage,
  };
}

/** A copy of a drawing in a layer, not yet on the sheet. Returns its id. */
export function copyDrawing(shot: Shot, source: Id, layerId: Id, over: Partial<Drawing> = {}): Id {
  return onSheet(shot, (work) => newDrawing(work, layerId, { ...copied(work.drawings[source]), ...over }).id);
}

/** A new drawing that starts equal to the one shown at `frame`, put in after it. Returns null on an empty frame. */
export function copyAsNew(shot: Shot, layerId: Id, frame: number, hold: number): Drawing | null {
  const id = onSheet(shot, (work) => {
    const source = drawingShown(work, layerOf(work, layerId), frame);
    return source && addDrawing(work, layerId, frame, hold, copied(source)).id;
  });
  return id === null ? null : atWork(shot).drawings[id];
}

/** How often each drawing is exposed on a layer. */
function exposedCounts({ exposures }: Layer): Map<Id, number> {
  const counts = new Map<Id, number>();
  for (const { cell } of exposures)
    if (cell?.kind === 'drawing') counts.set(cell.drawing, (counts.get(cell.drawing) ?? 0) + 1);
  return counts;
}

/**
 * Makes the drawings of a span their own: an exposure whose drawing is exposed elsewhere on its layer too gets a copy of
 * it. Returns how many copies were made.
 */
export function makeOwn(shot: Shot, span: Span): number {
  let made = 0;
  onSheet(shot, (work) => {
    for (const id of span.layers) {
      const counts = exposedCounts(layerOf(work, id));
      retimeLayer(work, id, (exposures) => {
        const { from, to } = touched(exposures, span.from, span.to);
        return exposures.map((exposure, i): Exposure => {
          const { cell } = exposure;
          if (i < from || i >= to || cell?.kind !== 'drawing' || counts.get(cell.drawing)! < 2) return exposure;
          counts.set(cell.drawing, counts.get(cell.drawing)! - 1);
          made++;
          const own = copyDrawing(work, cell.drawing, id, { role: work.drawings[cell.drawing].role });
          return { ...exposure, cell: drawingCell(own) };
        });
      });
    }
  });
  return made;
}

/** Removes drawings from the shot for good, and whatever named them (undo brings all back). Those on the sheet are left. */
export function removeUnused(shot: Shot, ids: Id[]): void {
  if (ids.length === 0) return;
  onSheet(shot, (work) => {
    const isExposed = exposedIn(work);
    const gone = ids.filter((id) => !isExposed(id) && Object.hasOwn(work.drawings, id));
    for (const id of gone) delete work.drawings[id];
    if (gone.length === 0) return;
    forgetIndex(work.drawings);
    mendReferences(work);
  });
}

/** Numbers a layer's drawings from 1 in the order in which the sheet first shows them; unused ones come after. */
export function renumber(shot: Shot, layerId: Id): void {
  onSheet(shot, (work) => {
    const order: Id[] = [];
    const seen = new Set<Id>();
    const take = (id: Id) => {
      if (!seen.has(id) && work.drawings[id]?.layerId === layerId) order.push(id);
      seen.add(id);
    };
    for (const { cell } of layerOf(work, layerId).exposures) if (cell?.kind === 'drawing') take(cell.drawing);
    for (const { id } of drawingsOfLayer(work, layerId)) take(id);
    order.forEach((id, i) => {
      work.drawings[id].number = i + 1;
    });
    forgetIndex(work.drawings);
  });
}
