/** Pieces of the sheet: cut, copied, put elsewhere, across layers. For `change()` recipes. */
import { plain } from '../history/draft.ts';
import { newId } from '../shot/ids.ts';
import type { Drawing, Exposure, Id, Layer, Shot } from '../shot/model.ts';
import { BadTiming } from './bad-timing.ts';
import { copyDrawing, exposedDrawings, nextNumber } from './drawings.ts';
import { piece, starts, touched } from './exposures.ts';
import { emptyFrames, putAt, putIn, putOver, removeFrames } from './frames.ts';
import { pushFrom } from './holds.ts';
import { exposuresOf, layerOf, retimeLayer, type Span, setExposures } from './timing.ts';

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
  for (const id of span.layers) retimeLayer(shot, id, (all) => emptyFrames(all, span.from, span.to));
}

/** Takes the frames of a span out of its layers; what follows moves up. */
export function closeUpSpan(shot: Shot, span: Span): void {
  for (const id of span.layers) retimeLayer(shot, id, (all) => removeFrames(all, span.from, span.to));
}

/**
 * How a piece is put in: `in` pushes what follows later; `over` takes the place of what is there; `at` takes up empty
 * frames and the hold it falls into, and pushes the drawings that would have to go.
 */
export type PutHow = 'in' | 'over' | 'at';

const PUT = { in: putIn, over: putOver, at: putAt };

/** The drawing that stands for `source` in another layer: itself when it stands nowhere any more, else a copy. */
function inLayer(shot: Shot, source: Drawing, layer: Layer, exposed: Set<Id>): Id {
  if (exposed.has(source.id)) return copyDrawing(shot, source, layer.id, { role: source.role, label: source.label }).id;
  const moved = shot.drawings[source.id];
  moved.number = nextNumber(shot, layer.id);
  moved.layerId = layer.id;
  exposed.add(source.id);
  return source.id;
}

/** Ids of a piece's exposures that stand on the sheet. */
function onSheet(shot: Shot, what: Piece): Set<Id> {
  const ids = new Set(what.columns.flatMap(({ exposures }) => exposures.map(({ id }) => id)));
  const out = new Set<Id>();
  for (const { exposures } of plain(shot.layers)) for (const { id } of exposures) if (ids.has(id)) out.add(id);
  return out;
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
  const drawings = plain(shot.drawings);
  const there = onSheet(shot, what);
  let exposed: Set<Id> | null = null;
  const used: Id[] = [];
  what.columns.forEach((column, i) => {
    const layer = layerOf(shot, layers[i]);
    used.push(layer.id);
    const known = new Map<Id, Id>();
    // A piece that was cut comes back as it was, pinned sounds and all; put in again it is made of new exposures.
    const itself = !column.exposures.some(({ id }) => there.has(id));
    const made = column.exposures.map((exposure): Exposure => {
      const id = itself ? exposure.id : newId();
      const { cell } = exposure;
      if (cell?.kind !== 'drawing') return { ...exposure, id };
      const source = drawings[cell.drawing];
      // Its layer was removed since it was copied.
      if (!source) return { ...exposure, id, cell: null };
      let drawing = known.get(source.id);
      if (!drawing) {
        if (as === 'new') drawing = copyDrawing(shot, source, layer.id, { role: source.role }).id;
        else if (source.layerId === layer.id) drawing = source.id;
        else {
          exposed ??= exposedDrawings(shot);
          drawing = inLayer(shot, source, layer, exposed);
        }
        known.set(source.id, drawing);
      }
      return { id, cell: { kind: 'drawing', drawing }, frames: exposure.frames };
    });
    setExposures(shot, layer, PUT[how](exposuresOf(layer), frame, made));
  });
  return { layers: used, from: frame, to: frame + what.frames };
}

/**
 * Moves a span by frames on its own layers: what stands before is held longer or shorter (a drawing stops at one frame),
 * and all that follows moves too. Returns by how much it moved.
 */
export function pushSpan(shot: Shot, span: Span, by: number): number {
  let moved = 0;
  for (const id of span.layers) {
    retimeLayer(shot, id, (exposures) => {
      const { from, to } = touched(exposures, span.from, span.to);
      // A hold that only reaches into the span stays; the first drawing that begins in it is moved.
      const first = starts(exposures)[from] < span.from && from + 1 < to ? from + 1 : from;
      if (to === from) return exposures;
      const self = exposures[first].id;
      const after = pushFrom(exposures, first, by);
      const at = after.findIndex((each) => each.id === self);
      const reached = starts(after)[at] - starts(exposures)[first];
      if (Math.abs(reached) > Math.abs(moved)) moved = reached;
      return after;
    });
  }
  return moved;
}

/** Moves what stands in a span to other layers, and there to `frame`; where it stood the frames are left empty. */
export function movePiece(shot: Shot, span: Span, layers: Id[], frame: number): Span {
  const what = takePiece(shot, span);
  emptySpan(shot, span);
  return putPiece(shot, what, layers, frame, 'at');
}

/** Runs what a selection is used again or copied for: the same stretch once more, straight after it. */
export function repeatSpan(shot: Shot, span: Span, as: 'reuse' | 'new'): Span {
  return putPiece(shot, takePiece(shot, span), span.layers, span.to, 'in', as);
}
