/** Pieces of the sheet: cut, copied, put elsewhere, across layers. For `change()` recipes. */
import { type Id, newId } from '../shot/ids.ts';
import type { Exposure } from '../shot/layer-model.ts';
import type { Shot } from '../shot/model.ts';
import { bundlesShown, whyNotHere } from './bundles.ts';
import { copyDrawing } from './drawing-edits.ts';
import { exposedIn, forgetIndex, nextNumber } from './drawings.ts';
import { BadTiming, exposuresOf, layerOf, onSheet, retimeLayer, type Span, setExposures } from './edit.ts';
import { cutAt, empty, indexAt, piece, replace, startFrames, tidy, totalFrames, touched } from './exposures.ts';
import { pushFrom } from './holds.ts';
import { emptyFrames, removeFrames } from './retime.ts';

/** Puts exposures in at `frame`; what stands there and after is pushed later. */
export function putIn(exposures: Exposure[], frame: number, made: Exposure[]): Exposure[] {
  return replace(exposures, frame, frame, made);
}

/** Puts exposures over the frames they need; drawings that stood only there are off the sheet, not lost. */
export function putOver(exposures: Exposure[], frame: number, made: Exposure[]): Exposure[] {
  return replace(exposures, frame, frame + totalFrames(made), made);
}

/**
 * Puts exposures at `frame` so that no drawing leaves the sheet: the hold that runs there ends and the piece takes over to
 * its end, empty frames are used up, and drawings that begin where the piece needs room are pushed later.
 */
export function putAt(exposures: Exposure[], frame: number, made: Exposure[]): Exposure[] {
  const { before, after } = cutAt(exposures, frame);
  const index = indexAt(exposures, frame);
  const inside = exposures[index]?.cell && startFrames(exposures)[index] < frame;
  const held = inside ? after[0].frames : 0;
  const rest = inside ? after.slice(1) : after;
  const free = rest[0]?.cell === null ? rest[0].frames : 0;
  const need = totalFrames(made);
  const last = made.at(-1)!;
  return tidy([
    ...before,
    ...made.slice(0, -1),
    { ...last, frames: last.frames + Math.max(0, held - need) },
    ...(free > 0 ? [empty(Math.max(0, free - Math.max(0, need - held)))] : []),
    ...rest.slice(free > 0 ? 1 : 0),
  ]);
}

/** A piece cut or copied: the exposures of each layer, all of the same number of frames. */
export interface Piece {
  frames: number;
  columns: { layer: Id; exposures: Exposure[] }[];
}

/** What stands in a span. Columns come in the span's order of layers. */
export function takePiece(shot: Shot, span: Span): Piece {
  return {
    frames: span.to - span.from,
    columns: span.layers.map((layer) => ({
      layer,
      exposures: piece(exposuresOf(layerOf(shot, layer)), span.from, span.to),
    })),
  };
}

/** Takes a span off the sheet, leaving its frames empty. Drawings that stood only there are in the tray. */
export function emptySpan(shot: Shot, span: Span): void {
  onSheet(shot, (work) => {
    for (const id of span.layers) retimeLayer(work, id, (all) => emptyFrames(all, span.from, span.to));
  });
}

/** Takes the frames of a span out of its layers; what follows moves up. */
export function closeUpSpan(shot: Shot, span: Span): void {
  onSheet(shot, (work) => {
    for (const id of span.layers) retimeLayer(work, id, (all) => removeFrames(all, span.from, span.to));
  });
}

/**
 * How a piece is put in: `in` pushes what follows later; `over` takes the place of what is there; `at` takes up empty
 * frames and the hold it falls into, and pushes the drawings that would have to go.
 */
export type PutHow = 'in' | 'over' | 'at';

const PUT = { in: putIn, over: putOver, at: putAt };

/** Ids of a piece's exposures that stand on the sheet. */
function onTheSheet(shot: Shot, what: Piece): Set<Id> {
  const ids = new Set(what.columns.flatMap(({ exposures }) => exposures.map(({ id }) => id)));
  const out = new Set<Id>();
  for (const { exposures } of shot.layers) for (const { id } of exposures) if (ids.has(id)) out.add(id);
  return out;
}

/** The drawing that stands for `source` in another layer: itself when it stands nowhere any more, else a copy. */
function inLayer(shot: Shot, source: Id, layerId: Id, isExposed: (id: Id) => boolean): Id {
  const drawing = shot.drawings[source];
  const { role, label } = drawing;
  if (isExposed(source)) return copyDrawing(shot, source, layerId, { role, label });
  drawing.number = nextNumber(shot, layerId);
  drawing.layerId = layerId;
  forgetIndex(shot.drawings);
  return source;
}

/**
 * Puts a piece in at `frame`, its first column on `layers[0]` and so on. In their own layer drawings are used again
 * (`reuse`) or copied (`new`); in another layer they are copies, unless they stand nowhere any more: then they move there.
 * @throws BadTiming when there are fewer layers than columns.
 */
export function putPiece(
  shot: Shot,
  what: Piece,
  layers: Id[],
  frame: number,
  how: PutHow,
  as: 'reuse' | 'new' = 'reuse',
): Span {
  if (layers.length < what.columns.length) {
    throw new BadTiming(
      `The piece has ${what.columns.length} layers and only ${layers.length} stand from here on. Go to a layer further left.`,
    );
  }
  const used = layers.slice(0, what.columns.length);
  onSheet(shot, (work) => {
    const why = whyNotHere(
      work,
      what.columns.flatMap(({ exposures }) => bundlesShown(exposures)),
    );
    if (why) throw new BadTiming(why);
    const there = onTheSheet(work, what);
    const stands = exposedIn(work);
    const moved = new Set<Id>();
    const isExposed = (id: Id) => moved.has(id) || stands(id);
    what.columns.forEach((column, i) => {
      const layer = layerOf(work, used[i]);
      const known = new Map<Id, Id>();
      const drawingFor = (source: Id): Id => {
        const { role, layerId } = work.drawings[source];
        if (as === 'new') return copyDrawing(work, source, layer.id, { role });
        if (layerId === layer.id) return source;
        const drawing = inLayer(work, source, layer.id, isExposed);
        moved.add(source);
        return drawing;
      };
      // A piece that was cut comes back as it was, pinned sounds and all; put in again it is made of new exposures.
      const itself = !column.exposures.some(({ id }) => there.has(id));
      const made = column.exposures.map((exposure): Exposure => {
        const id = itself ? exposure.id : newId();
        const { cell, frames } = exposure;
        // Taken apart, or merged away, since it was copied.
        if (cell?.kind === 'bundle' && !work.bundles[cell.bundle]) return { id, cell: null, frames };
        if (cell?.kind !== 'drawing') return { ...exposure, id };
        // Its layer was removed since it was copied.
        if (!work.drawings[cell.drawing]) return { id, cell: null, frames };
        let drawing = known.get(cell.drawing);
        if (drawing === undefined) {
          drawing = drawingFor(cell.drawing);
          known.set(cell.drawing, drawing);
        }
        return { id, cell: { kind: 'drawing', drawing }, frames };
      });
      setExposures(work, layer.id, PUT[how](layer.exposures, frame, made));
    });
  });
  return { layers: used, from: frame, to: frame + what.frames };
}

/**
 * Moves a span by frames on its own layers: what stands before is held longer or shorter (a drawing stops at one frame),
 * and all that follows moves too. Returns by how much it moved.
 */
export function pushSpan(shot: Shot, span: Span, by: number): number {
  let moved = 0;
  onSheet(shot, (work) => {
    for (const id of span.layers) {
      retimeLayer(work, id, (exposures) => {
        const { from, to } = touched(exposures, span.from, span.to);
        // A hold that only reaches into the span stays; the first drawing that begins in it is moved.
        const first = startFrames(exposures)[from] < span.from && from + 1 < to ? from + 1 : from;
        if (to === from) return exposures;
        const self = exposures[first].id;
        const after = pushFrom(exposures, first, by);
        const at = after.findIndex((each) => each.id === self);
        const reached = startFrames(after)[at] - startFrames(exposures)[first];
        if (Math.abs(reached) > Math.abs(moved)) moved = reached;
        return after;
      });
    }
  });
  return moved;
}

/** Moves what stands in a span to other layers, and there to `frame`; where it stood the frames are left empty. */
export function movePiece(shot: Shot, span: Span, layers: Id[], frame: number): Span {
  return onSheet(shot, (work) => {
    const what = takePiece(work, span);
    emptySpan(work, span);
    return putPiece(work, what, layers, frame, 'at');
  });
}

/** Runs what a selection is used again or copied for: the same stretch once more, straight after it. */
export function repeatSpan(shot: Shot, span: Span, as: 'reuse' | 'new'): Span {
  return onSheet(shot, (work) => putPiece(work, takePiece(work, span), span.layers, span.to, 'in', as));
}
