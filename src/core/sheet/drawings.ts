/** Drawings of a layer: which there are, what they are called, which stand on the sheet, how far they have come. */

import { plain } from '../history/draft.ts';
import type { Id } from '../shot/ids.ts';
import type { CellRef, Exposure, Layer } from '../shot/layer-model.ts';
import { type Clip, type Drawing, type Shot, STAGES } from '../shot/model.ts';
import { exposureOf, exposuresOf, layerOf, type Span } from './edit.ts';
import { shownExposure, touched } from './exposures.ts';

type Drawings = Shot['drawings'];

/**
 * The drawings of each layer, in the order of their numbers, remembered with the record they were found in. Whoever changes
 * a record in place - edits on their working copy - says so by `addToIndex` or `forgetIndex`.
 */
const indexes = new WeakMap<Drawings, Map<Id, Drawing[]>>();

function indexOf(drawings: Drawings): Map<Id, Drawing[]> {
  let index = indexes.get(drawings);
  if (!index) {
    index = new Map();
    for (const id in drawings) {
      const drawing = drawings[id];
      const those = index.get(drawing.layerId);
      if (those) those.push(drawing);
      else index.set(drawing.layerId, [drawing]);
    }
    for (const those of index.values()) those.sort((a, b) => a.number - b.number);
    indexes.set(drawings, index);
  }
  return index;
}

/** A drawing was put into a record. */
export function addToIndex(drawings: Drawings, drawing: Drawing): void {
  const index = indexes.get(drawings);
  if (!index) return;
  const those = index.get(drawing.layerId);
  if (!those) index.set(drawing.layerId, [drawing]);
  else if (those[those.length - 1].number <= drawing.number) those.push(drawing);
  else indexes.delete(drawings);
}

/** Drawings of a record were removed, numbered anew or given to another layer. */
export function forgetIndex(drawings: Drawings): void {
  indexes.delete(drawings);
}

/** All drawings of a layer, in the order of their numbers. */
export function drawingsOfLayer(shot: Shot, layerId: Id): readonly Drawing[] {
  return indexOf(plain(shot.drawings)).get(layerId) ?? [];
}

/** The next free drawing number of a layer, from 1. */
export function nextNumber(shot: Shot, layerId: Id): number {
  return (drawingsOfLayer(shot, layerId).at(-1)?.number ?? 0) + 1;
}

/** What the sheet writes for a drawing: its own label, or its number. */
export function drawingName(drawing: Pick<Drawing, 'label' | 'number'>): string {
  return drawing.label || String(drawing.number);
}

/** What is said of a cell: a drawing's name, the number of a picture of a clip, of a frame of a bundle. */
export function cellName(shot: Pick<Shot, 'drawings'>, cell: CellRef): string {
  switch (cell.kind) {
    case 'picture':
      return `picture ${cell.index + 1}`;
    case 'bundle':
      return `frame ${cell.frame + 1}`;
    case 'drawing': {
      const drawing = shot.drawings[cell.drawing];
      return drawing ? drawingName(drawing) : '?';
    }
  }
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
  const cell = shownExposure(exposuresOf(layer), layer.afterLast, frame)?.exposure.cell;
  return cell?.kind === 'drawing' ? (shot.drawings[cell.drawing] ?? null) : null;
}

const idsOf = new WeakMap<readonly Exposure[], Set<Id>>();

/** Ids of the drawings a list of exposures shows. */
function idsShown(exposures: readonly Exposure[]): Set<Id> {
  let out = idsOf.get(exposures);
  if (!out) {
    out = new Set();
    for (const { cell } of exposures) if (cell?.kind === 'drawing') out.add(cell.drawing);
    idsOf.set(exposures, out);
  }
  return out;
}

/** Tells of a drawing whether some layer of the shot exposes it. */
export function exposedIn(shot: Shot): (drawing: Id) => boolean {
  const lists = plain(shot.layers).map(({ exposures }) => idsShown(exposures));
  return (drawing) => lists.some((ids) => ids.has(drawing));
}

/** The drawings of a layer that stand nowhere on the sheet: its tray. */
export function unusedDrawings(shot: Shot, layerId: Id): Drawing[] {
  const isExposed = exposedIn(shot);
  return drawingsOfLayer(shot, layerId).filter(({ id }) => !isExposed(id));
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
export function progressInWords(shot: Shot, layerId: Id): string {
  const layer = progress(shot).get(layerId);
  const stage = layer ? layer.reached.findLastIndex((reached) => reached > 0) : 0;
  return layer && stage > 0 ? `${STAGES[stage]} ${layer.reached[stage]} of ${layer.count}` : '';
}

/** The name on the sheet of the drawing a clip is pinned to; null when it is not pinned, empty while that is off the sheet. */
export function pinnedTo(shot: Pick<Shot, 'layers' | 'drawings'>, clip: Clip): string | null {
  if (!clip.pin) return null;
  const cell = exposureOf(shot, clip.pin.exposure)?.exposure.cell;
  const drawing = cell?.kind === 'drawing' ? shot.drawings[cell.drawing] : undefined;
  return drawing ? drawingName(drawing) : '';
}
