/** Where things stand on the sheet on screen: pixels at 100 %, which grow with words, buttons and panels. */
import type { Id, Layer } from '../../core/shot/index.ts';

export const HEAD = 36;
/** The strip at the left edge where the played range is drawn. */
const RANGE_STRIP = 9;
export const FRAME_COLUMN = 40;
/** The track reading, when there is one. */
const READING_COLUMN = 32;
const SOUND_COLUMN = 40;
/** Notes and marker names: so wide at least, wider where the layers leave room. */
const NOTES_COLUMN = 36;
const MOST_NOTES = 150;
const LEAST_COLUMN = 38;
const MOST_COLUMN = 84;
const FOLDED_COLUMN = 14;
/** The column of another timing beside that of a layer. */
const BESIDE_COLUMN = 44;
/** Rows shown after the shot's end. */
export const AFTER_END = 8;

/** Layers as columns: the top of the stack stands first. */
function columns(layers: Layer[]): Layer[] {
  return [...layers].reverse();
}

/** Ids of the columns that are open, from left to right. */
export function columnIds(layers: Layer[], folded: Id[]): Id[] {
  return columns(layers)
    .map(({ id }) => id)
    .filter((id) => !folded.includes(id));
}

export interface Column {
  id: Id;
  /** From the end of the frozen columns, unscrolled. */
  left: number;
  width: number;
  folded: boolean;
  /** How wide the column of another timing is that stands to its right; 0: there is none. */
  beside: number;
}

export interface SheetLayout {
  /** Where the track reading, the sound and the notes end; together the frozen columns. */
  readingEnd: number;
  soundEnd: number;
  frozen: number;
  columns: Column[];
  /** Everything side by side. */
  width: number;
}

/**
 * Shares `room` pixels out among the columns; the track reading, sound and notes have one when the shot has any.
 * @param twice layers whose column another timing stands beside
 */
export function layoutSheet(
  room: number,
  layers: Layer[],
  folded: Id[],
  has: { reading: boolean; sound: boolean; notes: boolean },
  twice: readonly Id[] = [],
): SheetLayout {
  const readingEnd = FRAME_COLUMN + (has.reading ? READING_COLUMN : 0);
  const soundEnd = readingEnd + (has.sound ? SOUND_COLUMN : 0);
  const order = columns(layers).map(({ id }) => {
    const own = folded.includes(id);
    return { id, folded: own, beside: !own && twice.includes(id) ? BESIDE_COLUMN : 0 };
  });
  const closed = order.filter((each) => each.folded).length;
  const open = order.length - closed;
  const besides = order.reduce((sum, each) => sum + each.beside, 0);
  const forAll = room - soundEnd - closed * FOLDED_COLUMN - besides;
  // Notes get half of what the layers do not need, for words want room more than numbers do.
  const spare = Math.max(0, forAll - NOTES_COLUMN - open * LEAST_COLUMN);
  const forNotes = has.notes ? Math.min(MOST_NOTES, NOTES_COLUMN + Math.floor(spare / 2)) : 0;
  const width = Math.floor((forAll - forNotes) / Math.max(1, open));
  const frozen = soundEnd + forNotes;
  let left = 0;
  const out = order.map((each): Column => {
    const column = {
      ...each,
      left,
      width: each.folded ? FOLDED_COLUMN : Math.max(LEAST_COLUMN, Math.min(MOST_COLUMN, width)),
    };
    left += column.width + column.beside;
    return column;
  });
  return { readingEnd, soundEnd, frozen, columns: out, width: frozen + left };
}

export interface SheetPlace {
  frame: number;
  /** 0..1 down the row. */
  within: number;
  /** The layer under the pointer, or the column before the layers; null to the right of all. */
  column:
    | { layer: Id /** CSS pixels to the right edge of its column. */; toEdge: number }
    | 'range'
    | 'frames'
    | 'reading'
    | 'sound'
    | 'notes'
    | null;
}

/** What lies under a point of the sheet's body. */
export function placeAt(
  x: number,
  y: number,
  scroll: { left: number; top: number },
  rowHeight: number,
  layout: SheetLayout,
): SheetPlace {
  const row = (y + scroll.top) / rowHeight;
  const frame = Math.floor(row);
  const place = (column: SheetPlace['column']): SheetPlace => ({ frame, within: row - frame, column });
  if (x < RANGE_STRIP) return place('range');
  if (x < FRAME_COLUMN) return place('frames');
  if (x < layout.readingEnd) return place('reading');
  if (x < layout.soundEnd) return place('sound');
  if (x < layout.frozen) return place('notes');
  const at = x - layout.frozen + scroll.left;
  const column = layout.columns.find(({ left, width }) => at >= left && at < left + width);
  return place(column ? { layer: column.id, toEdge: column.left + column.width - at } : null);
}
