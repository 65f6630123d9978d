/** The sheet: how it is shown, what is chosen on it, what is being written into it. */
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  Max,
  Min,
} from 'class-validator';
import { ENDS, type Ends, type Span } from '../../../core/sheet/index.ts';
import { type Id, LIMITS, NOTE_COLOURS, type NoteColour, type Shot } from '../../../core/shot/index.ts';
import { IsId, Part } from '../../../core/shot/part.ts';
import { slice } from './slice.ts';

class Cell {
  @IsInt() @Min(0) @Max(2 * LIMITS.maxLength) frame!: number;
  @IsId() layerId!: Id;
}

/** Frames of some layers chosen on the sheet, and the cell where choosing began. */
export class Selection implements Span {
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(LIMITS.maxLayers) @IsId({ each: true }) layers!: Id[];
  @IsInt() @Min(-LIMITS.maxLength) @Max(2 * LIMITS.maxLength) from!: number;
  @IsInt() @Min(-LIMITS.maxLength) @Max(2 * LIMITS.maxLength) to!: number;
  @Part(() => Cell) anchor!: Cell;
}

/** What is being written into the sheet by keyboard, and what for: it stays with that, wherever one goes meanwhile. */
export interface Entry {
  kind: 'hold' | 'drawing' | 'label' | 'note' | 'marker' | 'sound';
  text: string;
  at: {
    frame: number;
    layerId: Id;
    colour: NoteColour;
    /** Holds: the frames they are for. */
    span: Span | null;
  };
}

const SHEET_CARDS = ['layers', 'timing', 'moves', 'look', 'notes', 'tray', 'parts'] as const;
export type SheetCard = (typeof SHEET_CARDS)[number];

/** What the timing card was last set to. */
export class TimingWishes {
  /** Frames to fit to. */
  @IsInt() @Min(1) @Max(LIMITS.maxLength) fit = 24;
  @IsIn(ENDS) ends: Ends = 'once';
  @IsInt() @Min(0) @Max(LIMITS.maxLength) repeat = 3;
  @IsIn(['times', 'total', 'frame', 'sound']) repeatBy: 'times' | 'total' | 'frame' | 'sound' = 'times';
  @IsInt() @Min(1) @Max(LIMITS.maxLength) shift = 1;
  @IsIn(['frames', 'drawings']) shiftBy: 'frames' | 'drawings' = 'frames';
  @IsBoolean() round = false;
  /** Frames put in or taken out at once, and where. */
  @IsInt() @Min(1) @Max(LIMITS.maxLength) frames = 1;
  @IsIn(['chosen', 'all']) framesIn: 'chosen' | 'all' = 'chosen';
}

class Sheet {
  @IsNumber() @Min(6) @Max(80) rowHeight = 18;
  @IsOptional() @Part(() => Selection) selection: Selection | null = null;
  /** Layers whose column on the sheet is folded. */
  @IsArray() @ArrayMaxSize(LIMITS.maxLayers) @IsId({ each: true }) folded: Id[] = [];
  @IsIn(SHEET_CARDS) sheetCard: SheetCard = 'layers';
  /** The pencil notes are written with. */
  @IsIn(NOTE_COLOURS) noteColour: NoteColour = 'blue';
  @Part(() => TimingWishes) timing = new TimingWishes();
}

interface PassingSheet {
  /** Where a piece that is being dragged over the sheet would come to stand. */
  landing: Span | null;
  entry: Entry | null;
}

/** A selection brought into what the shot is now; null when none of its layers is left. */
function mendSelection(selection: Selection | null, shot: Shot): Selection | null {
  if (!selection) return null;
  const there = (id: Id) => shot.layers.some((layer) => layer.id === id);
  if (selection.layers.every(there) && there(selection.anchor.layerId)) return selection;
  const layers = selection.layers.filter(there);
  return layers.length === 0 ? null : { ...selection, layers, anchor: { ...selection.anchor, layerId: layers[0] } };
}

export const sheet = slice({
  kept: Sheet,
  passing: (): PassingSheet => ({ landing: null, entry: null }),
  mend: ({ selection }, shot) => ({ selection: mendSelection(selection, shot) }),
});
