/**
 * The pen on the sheet: going there, choosing, carrying a drawing, longer and shorter holds, slid changes, stretched and
 * dragged pieces, the played range. Each drag is one step of undo.
 */

import { moveBound, type ReadingRow, readingRows } from '../../core/reading/index.ts';
import {
  exposureAt,
  exposuresOf,
  fitInProportion,
  layerOf,
  movePiece,
  moveStart,
  pushSpan,
  putPiece,
  type Span,
  setExposures,
  setHold,
  shiftPlace,
  slideChange,
  startFrames,
  takePiece,
  touched,
} from '../../core/sheet/index.ts';
import { type Exposure, findClip, type Id, type Layer, newId, type Place, type Shot } from '../../core/shot/index.ts';
import { between } from '../commands/choosing.ts';
import { goToFrame } from '../commands/play.ts';
import { readAround } from '../commands/reading.ts';
import type { CommandContext } from '../commands/register.ts';
import { refusedByLock, timed } from '../commands/timed.ts';
import type { Selection } from '../session/slices/sheet.ts';
import type { ViewState } from '../session/view-state.ts';
import { columnIds, type SheetPlace } from './geometry.ts';

/** A place of a moved layer is taken hold of this near the right edge of its column, CSS pixels. */
const PLACE_REACH = 10;

/** The end of a hold is taken hold of this near its lower edge, as a part of a row. */
const EDGE = 0.34;

export interface Held {
  shift: boolean;
  alt: boolean;
}

export interface SheetDrag {
  move(place: SheetPlace, held: Held): void;
  /** The pen is lifted; nothing happens when the drag was broken off. */
  end?(place: SheetPlace, held: Held): void;
}

export type Grip = 'scrub' | 'bound' | 'range' | 'choose' | 'carry' | 'length' | 'stretch' | 'move' | 'place';

type Looked = Pick<ViewState, 'frame' | 'layerId' | 'selection' | 'folded'>;

function layerAt(shot: Shot, { column }: SheetPlace): Layer | null {
  if (column === null || typeof column === 'string') return null;
  return shot.layers.find(({ id }) => id === column.layer) ?? null;
}

function isChosen(selection: Selection | null, layer: Layer, frame: number): boolean {
  return !!selection?.layers.includes(layer.id) && frame >= selection.from && frame < selection.to;
}

/** The place of a moved layer under the pen; null for none. */
function placeTickAt(layer: Layer, { frame, column }: SheetPlace): Place | null {
  if (layer.locked || column === null || typeof column === 'string' || column.toEdge > PLACE_REACH) return null;
  return layer.moves?.places.find((each) => each.frame === frame) ?? null;
}

/** What a pen coming down here would take hold of. */
export function gripAt(shot: Shot, view: Looked, place: SheetPlace): Grip {
  if (place.column === 'range') return 'range';
  if (place.column === 'reading') return boundAt(shot, place) ? 'bound' : 'scrub';
  const layer = layerAt(shot, place);
  if (!layer) return 'scrub';
  const { frame, within } = place;
  const { selection } = view;
  if (placeTickAt(layer, place)) return 'place';
  if (isChosen(selection, layer, frame)) return frame === selection!.to - 1 && within > 1 - EDGE ? 'stretch' : 'move';
  const placed = exposureAt(layer.exposures, frame);
  if (layer.locked || !placed?.exposure.cell || view.folded.includes(layer.id)) return 'choose';
  const last = placed.start + placed.exposure.frames - 1;
  if (frame === last && within > 1 - EDGE) return 'length';
  const inHand = layer.id === view.layerId && view.frame >= placed.start && view.frame <= last;
  return frame === placed.start && inHand && !selection ? 'carry' : 'choose';
}

/** The pen comes down on the sheet: what dragging and lifting it do. */
export function startDrag(context: CommandContext, place: SheetPlace, held: Held): SheetDrag {
  const { session, view } = context;
  const grip = gripAt(session.shot, view.getState(), place);
  const layer = layerAt(session.shot, place);
  if (grip === 'range') return dragRange(context, place);
  if (grip === 'bound') return dragBound(context, place);
  if (!layer) {
    goToFrame(context, place.frame);
    return { move: ({ frame }) => goToFrame(context, frame) };
  }
  if (grip === 'place') return dragPlace(context, layer, placeTickAt(layer, place)!);
  const { selection } = view.getState();
  if (held.shift && grip !== 'length') return choose(context, selection?.anchor ?? inHand(context), place);
  if (grip === 'stretch' && !refusedByLock(context, selection!.layers)) return dragStretch(context, selection!);
  if (grip === 'move') return dragPiece(context, selection!, layer, place);
  view.setState({ layerId: layer.id, selection: null });
  if (grip === 'carry') return carry(context, layer, place);
  if (grip === 'length') return dragLength(context, layer, place);
  return choose(context, { frame: clamped(context, place.frame), layerId: layer.id }, place);
}

const inHand = ({ view }: CommandContext) => {
  const { frame, layerId } = view.getState();
  return { frame, layerId };
};

const clamped = ({ session }: CommandContext, frame: number) => Math.max(0, Math.min(session.shot.length - 1, frame));

/** Going to a cell, and choosing from an anchor on. */
function choose(context: CommandContext, anchor: { frame: number; layerId: Id }, place: SheetPlace): SheetDrag {
  const { session, view } = context;
  const to = (at: SheetPlace) => {
    const order = columnIds(session.shot.layers, view.getState().folded);
    const layerId = layerAt(session.shot, at)?.id ?? view.getState().layerId;
    if (!order.includes(layerId) || !order.includes(anchor.layerId)) return;
    const head = { frame: clamped(context, at.frame), layerId };
    goToFrame(context, head.frame);
    const one = head.frame === anchor.frame && head.layerId === anchor.layerId;
    view.setState({ layerId, selection: one ? null : between(order, anchor, head) });
  };
  to(place);
  return { move: to };
}

/** How near a sound's beginning or end the pen takes hold of it, in rows. */
const NEAR_BOUND = 0.3;

/** The bound of a sound of the track reading under the pen; null when there is none. */
function boundAt(shot: Shot, { frame, within }: SheetPlace): { row: ReadingRow; which: 'from' | 'to' } | null {
  const at = frame + within;
  let best: { row: ReadingRow; which: 'from' | 'to' } | null = null;
  let least = NEAR_BOUND;
  for (const row of readingRows(shot)) {
    for (const which of ['from', 'to'] as const) {
      const off = Math.abs(row[which] - at);
      if (off < least) {
        least = off;
        best = { row, which };
      }
    }
  }
  return best;
}

/** A bound of a sound, dragged by whole frames; when it is let go its computed neighbours are laid anew around it. */
function dragBound(context: CommandContext, place: SheetPlace): SheetDrag {
  const { session } = context;
  const { row, which } = boundAt(session.shot, place)!;
  const gesture = `bound ${newId()}`;
  const from = place.frame + place.within;
  let moved = false;
  goToFrame(context, Math.max(0, Math.floor(row[which])));
  return {
    move({ frame, within }) {
      const by = frame + within - from;
      if (!moved && Math.abs(by) < NEAR_BOUND) return;
      moved = true;
      const to = Math.round(row[which] + by);
      session.change('set a bound', (shot) => moveBound(shot, row.sound.id, which, to), gesture);
    },
    end() {
      const clip = moved && row.sound.clip !== null ? findClip(session.shot, row.sound.clip)?.clip : null;
      if (clip) void readAround(context, clip, gesture);
    },
  };
}

function dragRange({ session, view }: CommandContext, { frame: from }: SheetPlace): SheetDrag {
  let moved = false;
  const last = session.shot.length - 1;
  return {
    move({ frame }) {
      moved = moved || frame !== from;
      if (moved)
        view.setState({
          range: { from: Math.max(0, Math.min(from, frame)), to: Math.min(last, Math.max(from, frame)) },
        });
    },
    end() {
      if (!moved) view.setState({ range: null });
    },
  };
}

/** Edits of one layer while dragging: each is made from how the layer stood when the pen came down. */
function layerEdit(context: CommandContext, layer: Layer) {
  const gesture = `sheet ${newId()}`;
  return (label: string, exposures: Exposure[]) =>
    timed(context, [layer.id], label, (shot) => setExposures(shot, layer.id, exposures), gesture);
}

function carry(context: CommandContext, layer: Layer, place: SheetPlace): SheetDrag {
  const before = layer.exposures;
  const placed = exposureAt(before, place.frame)!;
  const edit = layerEdit(context, layer);
  goToFrame(context, place.frame);
  return {
    move({ frame }) {
      edit('move drawing', moveStart(before, placed.index, Math.max(0, frame)));
      const now = exposuresOf(layerOf(context.session.shot, layer.id));
      const at = now.findIndex(({ id }) => id === placed.exposure.id);
      context.view.setState({ frame: clamped(context, startFrames(now)[at]) });
    },
  };
}

/** The end of a hold: what follows is pushed; with Shift the change is slid and the next drawing gives or takes. */
function dragLength(context: CommandContext, layer: Layer, place: SheetPlace): SheetDrag {
  const before = layer.exposures;
  const placed = exposureAt(before, place.frame)!;
  const end = placed.start + placed.exposure.frames;
  const edit = layerEdit(context, layer);
  goToFrame(context, placed.start);
  return {
    move({ frame }, { shift }) {
      if (shift && before[placed.index + 1])
        edit('slide the change', slideChange(before, placed.index + 1, frame + 1 - end));
      else edit('hold', setHold(before, placed.index, frame + 1 - placed.start));
    },
  };
}

/** A place of a moved layer is carried to another frame; with Alt it is set there too. */
function dragPlace(context: CommandContext, layer: Layer, place: Place): SheetDrag {
  const { session, view } = context;
  view.setState({ layerId: layer.id, selection: null, mover: 'layer' });
  goToFrame(context, place.frame);
  let gesture = '';
  let shown = place.frame;
  return {
    move({ frame }, { alt }) {
      const to = clamped(context, frame);
      if (to === shown) return;
      shown = to;
      // The drag is done anew each time, from where it began: what it passes over is not lost.
      gesture ||= `place ${newId()}`;
      session.change(
        alt ? 'copy a place' : 'carry a place',
        (draft) => {
          layerOf(draft, layer.id).moves = layer.moves;
          shiftPlace(draft, layer.id, place.id, to, alt);
        },
        gesture,
      );
      goToFrame(context, to);
    },
  };
}

/** The lower edge of what is chosen: its holds stretch in proportion. */
function dragStretch(context: CommandContext, selection: Selection): SheetDrag {
  const { session, view } = context;
  const gesture = `sheet ${newId()}`;
  const parts = selection.layers.map((id) => {
    const { exposures } = layerOf(session.shot, id);
    return { id, exposures, ...touched(exposures, selection.from, selection.to) };
  });
  return {
    move({ frame }) {
      let last = selection.from + 1;
      timed(
        context,
        selection.layers,
        'stretch',
        (shot) => {
          for (const { id, exposures, from, to } of parts) {
            if (to === from) continue;
            const start = startFrames(exposures)[from];
            const after = fitInProportion(exposures, from, to, Math.max(1, frame + 1 - start));
            last = Math.max(last, startFrames(after)[to]);
            setExposures(shot, id, after);
          }
        },
        gesture,
      );
      view.setState({ selection: { ...selection, to: last, anchor: { ...selection.anchor, frame: selection.from } } });
    },
  };
}

/** What is chosen, dragged: along its layers it is shifted, to others it moves there; with Alt it is used again. */
function dragPiece(context: CommandContext, selection: Selection, layer: Layer, place: SheetPlace): SheetDrag {
  const { session, view } = context;
  const order = columnIds(session.shot.layers, view.getState().folded);
  const span: Span = { layers: selection.layers, from: selection.from, to: selection.to };
  const landingAt = (at: SheetPlace): Span | null => {
    const over = layerAt(session.shot, at);
    const by = over ? order.indexOf(over.id) - order.indexOf(layer.id) : 0;
    const first = Math.max(0, Math.min(order.length - span.layers.length, order.indexOf(span.layers[0]) + by));
    const from = Math.max(0, span.from + at.frame - place.frame);
    return { layers: order.slice(first, first + span.layers.length), from, to: from + span.to - span.from };
  };
  return {
    move(at) {
      const landing = landingAt(at);
      const moved = landing && (landing.from !== span.from || landing.layers[0] !== span.layers[0]);
      view.setState({ landing: moved ? landing : null });
    },
    end(at, { alt }) {
      const landing = view.getState().landing;
      view.setState({ landing: null });
      if (!landing) {
        // A press without a drag takes the cell and lets the choice go.
        view.setState({ selection: null, layerId: layer.id });
        goToFrame(context, at.frame);
        return;
      }
      const same = landing.layers[0] === span.layers[0];
      let stands = landing;
      const done = timed(context, [...span.layers, ...landing.layers], alt ? 'use again' : 'move', (shot) => {
        if (alt) stands = putPiece(shot, takePiece(shot, span), landing.layers, landing.from, 'at');
        else if (same) {
          const by = pushSpan(shot, span, landing.from - span.from);
          stands = { ...span, from: span.from + by, to: span.to + by };
        } else stands = movePiece(shot, span, landing.layers, landing.from);
      });
      if (!done) return;
      const anchor = { frame: stands.from, layerId: stands.layers[0] };
      view.setState({ selection: { ...stands, anchor }, layerId: anchor.layerId });
      goToFrame(context, stands.from);
    },
  };
}
