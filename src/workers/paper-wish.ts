/** What the desk asks to be painted, and which cells that means. */
import { type ShownCell, shownOn } from '../core/picture/index.ts';
import { IDENTITY, type Matrix } from '../core/plane/index.ts';
import type { Area, CellRef, Id, Layer, Shot, Stroke } from '../core/shot/index.ts';

/** Lines that are on no drawing: computed, and handed over under a name. */
interface ComputedLines {
  kind: 'computed';
  key: string;
}

export interface GhostWish {
  cell: CellRef | ComputedLines;
  /** Null: in its own colours. */
  tint: string | null;
  strength: number;
  /** With its paint. */
  filled: boolean;
  /** How it is moved, turned and scaled off its pegs. */
  pegs: Matrix;
}

/** A drawing as the hand is changing it: lines and paint that are as they were stand as their ids. */
export interface Draft {
  drawing: Id;
  ink: (Stroke | Id)[];
  paint: (Area | Id)[];
}

export interface PaperWish {
  /** The bundle whose inside is shown; null: the shot itself. */
  bundle: Id | null;
  frame: number;
  /** The only layers that are seen; none: all that are visible. */
  alone: Id[];
  /** The layer in hand: what lies below goes to `under`, it itself to `own`, the rest to `over`. */
  layerId: Id;
  view: Matrix;
  width: number;
  height: number;
  ghosts: GhostWish[];
  /** What carries the drawings of the layer in hand while they are drawn on, and their ghosts. */
  pegs: Matrix;
  /** Drawings of the layer in hand are shown as it is moved and bent, not as they are drawn on. */
  asMoved: boolean;
  /** Shown in place of what the sheet has on this layer: the cell looked at while a key is held. */
  instead: CellRef | null;
  draft: Draft | null;
  /** The tint of rough layers below the layer in hand; null: in their own colours. */
  roughTint: string | null;
  /** Keys of the parts the asker still has; equal parts are not painted again. */
  have: { under: string; own: string; over: string };
}

/** What the layer in hand shows: drawings lie on their own pegs, where the pen draws them, unless it is shown as it is moved. */
export function ownCells(shot: Shot, hand: Layer | undefined, all: ShownCell[], wish: PaperWish): ShownCell[] {
  if (!hand) return [];
  if (wish.instead) {
    const peeked = { ...hand, exposures: [{ id: hand.id, cell: wish.instead, frames: wish.frame + 1 }] };
    const shown = shownOn(shot, peeked, wish.frame, 'paper');
    return shown ? [onPegs(shown, hand, wish.pegs)] : [];
  }
  return all
    .filter(({ layer }) => layer.id === hand.id)
    .map((shown) => {
      const lies = !shown.bend && (shown.layer === hand || samePlace(shown.layer.place, wish.pegs));
      return shown.cell.kind !== 'drawing' || wish.asMoved || lies ? shown : onPegs(shown, hand, wish.pegs);
    });
}

const samePlace = (place: Matrix | null, pegs: Matrix) => (place ?? IDENTITY).every((value, i) => value === pegs[i]);

/** A drawing as it is drawn on: not bent, without what is made of it. */
const onPegs = (shown: ShownCell, layer: Layer, pegs: Matrix): ShownCell => ({
  ...shown,
  layer: { ...layer, place: pegs },
  bend: null,
  only: null,
  casts: [],
  earlier: null,
});

/** The cells of a bundle that is nothing but them, where one of them mixes with what lies under the bundle. */
export function unpacked(shown: ShownCell): ShownCell[] {
  const { inside, layer, only, casts, bend } = shown;
  const alone = layer.opacity < 1 || layer.blend !== 'normal' || only || casts.length > 0 || bend || layer.place;
  if (!inside || alone || !inside.some((each) => each.layer.blend !== 'normal')) return [shown];
  return inside.flatMap(unpacked);
}

/** The shot with a drawing as the hand is changing it. */
export function withDraft(shot: Shot, draft: Draft | null): Shot {
  const drawing = draft && shot.drawings[draft.drawing];
  if (!drawing) return shot;
  const lines = new Map(drawing.ink.map((stroke) => [stroke.id, stroke]));
  const areas = new Map(drawing.paint.map((area) => [area.id, area]));
  const ink = draft.ink.flatMap((each) => (typeof each === 'string' ? (lines.get(each) ?? []) : each));
  const paint = draft.paint.flatMap((each) => (typeof each === 'string' ? (areas.get(each) ?? []) : each));
  return { ...shot, drawings: { ...shot.drawings, [drawing.id]: { ...drawing, ink, paint } } };
}
