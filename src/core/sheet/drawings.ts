/** Drawings on and off the sheet: made, copied, used again, made their own, numbered, kept unused. For `change()` recipes. */
import { plain } from '../history/draft.ts';
import { newId } from '../shot/ids.ts';
import { makeDrawing } from '../shot/make.ts';
import { mendReferences } from '../shot/mend.ts';
import { type Drawing, type Exposure, type Id, type Layer, type Shot, STAGES } from '../shot/model.ts';
import { shownRun, touched, writtenOut } from './exposures.ts';
import { expose, write } from './holds.ts';
import { exposuresOf, layerOf, retimeLayer, type Span, setExposures } from './timing.ts';

const byLayerOf = new WeakMap<object, Map<Id, Drawing[]>>();

/** All drawings of a layer, in the order of their numbers; sorted out once for each state of the drawings. */
function drawingsOfLayer(shot: Shot, layerId: Id): Drawing[] {
  const drawings = plain(shot.drawings);
  let byLayer = byLayerOf.get(drawings);
  if (!byLayer) {
    byLayer = new Map();
    for (const drawing of Object.values(drawings)) {
      const those = byLayer.get(drawing.layerId);
      if (those) those.push(drawing);
      else byLayer.set(drawing.layerId, [drawing]);
    }
    for (const those of byLayer.values()) those.sort((a, b) => a.number - b.number);
    byLayerOf.set(drawings, byLayer);
  }
  return byLayer.get(layerId) ?? [];
}

/** The next free drawing number of a layer, from 1. */
export function nextNumber(shot: Shot, layerId: Id): number {
  let highest = 0;
  for (const drawing of Object.values(plain(shot.drawings))) {
    if (drawing.layerId === layerId && drawing.number > highest) highest = drawing.number;
  }
  return highest + 1;
}

/** What the sheet writes for a drawing: its own label, or its number. */
export function drawingName(drawing: Pick<Drawing, 'label' | 'number'>): string {
  return drawing.label || String(drawing.number);
}

/** The drawing of a layer that is written so on the sheet: by label first, then by number. */
export function drawingNamed(shot: Shot, layerId: Id, name: string): Drawing | null {
  const all = drawingsOfLayer(shot, layerId);
  const wanted = name.trim();
  return (
    all.find(({ label }) => label !== '' && label === wanted) ??
    all.find(({ number }) => String(number) === wanted) ??
    null
  );
}

/**
 * The drawing that a pen at `frame` draws on: what the paper shows. Null when the frame is empty or shows a picture.
 */
export function drawingShown(shot: Shot, layer: Layer, frame: number): Drawing | null {
  const cell = shownRun(exposuresOf(layer), layer.afterLast, frame)?.exposure.cell;
  return cell?.kind === 'drawing' ? (shot.drawings[cell.drawing] ?? null) : null;
}

/** Makes an empty drawing of a layer, not yet on the sheet; `over` may give the number when the next is known. */
export function newDrawing(shot: Shot, layerId: Id, over: Partial<Drawing> = {}): Drawing {
  const drawing = makeDrawing(layerId, over.number ?? nextNumber(shot, layerId), over);
  shot.drawings[drawing.id] = drawing;
  return drawing;
}

/** Puts a new drawing on the sheet at `frame` (see `expose`) and returns it. */
export function addDrawing(shot: Shot, layerId: Id, frame: number, hold: number, over: Partial<Drawing> = {}): Drawing {
  const layer = layerOf(shot, layerId);
  const drawing = newDrawing(shot, layerId, over);
  setExposures(shot, layer, expose(upTo(layer, frame), frame, { kind: 'drawing', drawing: drawing.id }, hold));
  return drawing;
}

/** A layer's exposures, written out to `frame` as it shows them. */
function upTo(layer: Layer, frame: number): Exposure[] {
  return writtenOut(exposuresOf(layer), layer.afterLast, frame);
}

/** Exposes a drawing that is there once more at `frame` (see `expose`). */
export function exposeAgain(shot: Shot, layerId: Id, frame: number, drawing: Id, hold: number): void {
  const layer = layerOf(shot, layerId);
  setExposures(shot, layer, expose(upTo(layer, frame), frame, { kind: 'drawing', drawing }, hold));
}

/** Writes a drawing into the cell at `frame` (see `write`). */
export function writeDrawing(shot: Shot, layerId: Id, frame: number, drawing: Id, hold: number): void {
  const layer = layerOf(shot, layerId);
  setExposures(shot, layer, write(upTo(layer, frame), frame, { kind: 'drawing', drawing }, hold));
}

/** The drawing under the pen at `frame`, made first when the frame is empty. */
export function drawingToDrawOn(shot: Shot, layerId: Id, frame: number, hold: number): Drawing {
  const layer = layerOf(shot, layerId);
  return drawingShown(shot, layer, frame) ?? addDrawing(shot, layerId, frame, hold);
}

/** What a copy starts with: ids of its own; lineages stay, so the lines still know each other. */
function copied(source: Drawing): Pick<Drawing, 'ink' | 'paint' | 'stage'> {
  return {
    ink: source.ink.map((stroke) => ({ ...stroke, id: newId() })),
    paint: source.paint.map((area) => ({ ...area, id: newId() })),
    stage: source.stage,
  };
}

/** A copy of a drawing in a layer, not yet on the sheet. */
export function copyDrawing(shot: Shot, source: Drawing, layerId: Id, over: Partial<Drawing> = {}): Drawing {
  return newDrawing(shot, layerId, { ...copied(plain(source)), ...over });
}

/** A new drawing that starts equal to the one shown at `frame`, put in after it. Returns null on an empty frame. */
export function copyAsNew(shot: Shot, layerId: Id, frame: number, hold: number): Drawing | null {
  const source = drawingShown(shot, layerOf(shot, layerId), frame);
  return source && addDrawing(shot, layerId, frame, hold, copied(plain(source)));
}

/** How often each drawing is exposed on a layer. */
function exposedCounts(layer: Layer): Map<Id, number> {
  const counts = new Map<Id, number>();
  for (const { cell } of exposuresOf(layer))
    if (cell?.kind === 'drawing') counts.set(cell.drawing, (counts.get(cell.drawing) ?? 0) + 1);
  return counts;
}

/**
 * Makes the drawings of a span their own: an exposure whose drawing is exposed elsewhere on its layer too gets a copy of
 * it. Returns how many copies were made.
 */
export function makeOwn(shot: Shot, span: Span): number {
  let made = 0;
  for (const id of span.layers) {
    const layer = layerOf(shot, id);
    const counts = exposedCounts(layer);
    let number = nextNumber(shot, id);
    retimeLayer(shot, id, (exposures) => {
      const { from, to } = touched(exposures, span.from, span.to);
      return exposures.map((exposure, i): Exposure => {
        const { cell } = exposure;
        if (i < from || i >= to || cell?.kind !== 'drawing' || counts.get(cell.drawing)! < 2) return exposure;
        counts.set(cell.drawing, counts.get(cell.drawing)! - 1);
        const source = shot.drawings[cell.drawing];
        const own = copyDrawing(shot, source, id, { role: source.role, number: number++ });
        made++;
        return { ...exposure, cell: { kind: 'drawing', drawing: own.id } };
      });
    });
  }
  return made;
}

const idsOf = new WeakMap<Exposure[], Set<Id>>();

/** Ids of the drawings a list of exposures shows. */
function idsIn(exposures: Exposure[]): Set<Id> {
  let out = idsOf.get(exposures);
  if (!out) {
    out = new Set();
    for (const { cell } of exposures) if (cell?.kind === 'drawing') out.add(cell.drawing);
    idsOf.set(exposures, out);
  }
  return out;
}

/** Ids of the drawings that some layer of the shot exposes. */
export function exposedDrawings(shot: Shot): Set<Id> {
  const out = new Set<Id>();
  for (const { exposures } of plain(shot.layers)) for (const id of idsIn(exposures)) out.add(id);
  return out;
}

/** The drawings of a layer that stand nowhere on the sheet: its tray. */
export function unusedDrawings(shot: Shot, layerId: Id): Drawing[] {
  const exposed = exposedDrawings(shot);
  return drawingsOfLayer(shot, layerId).filter(({ id }) => !exposed.has(id));
}

/** Removes drawings from the shot for good, and whatever named them (undo brings all back). Those on the sheet are left. */
export function removeUnused(shot: Shot, ids: Id[]): void {
  const exposed = exposedDrawings(shot);
  const gone = ids.filter((id) => !exposed.has(id) && Object.hasOwn(plain(shot.drawings), id));
  for (const id of gone) delete shot.drawings[id];
  if (gone.length > 0) mendReferences(shot, plain);
}

/** Numbers a layer's drawings from 1 in the order in which the sheet first shows them; unused ones come after. */
export function renumber(shot: Shot, layerId: Id): void {
  const order: Id[] = [];
  const seen = new Set<Id>();
  const take = (id: Id) => {
    if (!seen.has(id) && shot.drawings[id]?.layerId === layerId) order.push(id);
    seen.add(id);
  };
  for (const { cell } of exposuresOf(layerOf(shot, layerId))) if (cell?.kind === 'drawing') take(cell.drawing);
  for (const { id } of drawingsOfLayer(shot, layerId)) take(id);
  order.forEach((id, i) => {
    if (shot.drawings[id].number !== i + 1) shot.drawings[id].number = i + 1;
  });
}

/** The drawings a span touches, each once. */
export function drawingsIn(shot: Shot, span: Span): Drawing[] {
  const out = new Set<Id>();
  for (const id of span.layers) {
    const exposures = exposuresOf(layerOf(shot, id));
    const { from, to } = touched(exposures, span.from, span.to);
    for (const { cell } of exposures.slice(from, to))
      if (cell?.kind === 'drawing' && shot.drawings[cell.drawing]) out.add(cell.drawing);
  }
  return [...out].map((id) => shot.drawings[id]);
}

/** How far the drawings of each layer have come: how many there are, and how many reached each stage or a later one. */
export interface Progress {
  count: number;
  reached: number[];
}

const progressOf = new WeakMap<object, Map<Id, Progress>>();

/** The progress of every layer that has drawings; counted once for each state of the drawings. */
export function progress(shot: Shot): Map<Id, Progress> {
  const known = progressOf.get(shot.drawings);
  if (known) return known;
  const out = new Map<Id, Progress>();
  for (const { layerId, stage } of Object.values(shot.drawings)) {
    let layer = out.get(layerId);
    if (!layer) {
      layer = { count: 0, reached: STAGES.map(() => 0) };
      out.set(layerId, layer);
    }
    layer.count++;
    for (let i = 0; i <= STAGES.indexOf(stage); i++) layer.reached[i]++;
  }
  progressOf.set(shot.drawings, out);
  return out;
}

/** A layer's progress in words: "clean 6 of 14"; empty while all is rough. */
export function progressSays(shot: Shot, layerId: Id): string {
  const layer = progress(shot).get(layerId);
  const stage = layer ? layer.reached.findLastIndex((reached) => reached > 0) : 0;
  return layer && stage > 0 ? `${STAGES[stage]} ${layer.reached[stage]} of ${layer.count}` : '';
}
