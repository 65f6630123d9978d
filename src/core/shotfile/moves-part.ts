/** Moves of a layer or of the camera as they stand in a file. */
import { ArrayMaxSize, IsArray, IsIn, IsInt, IsNumber, IsOptional, Max, Min } from 'class-validator';
import {
  MOVE_READINGS,
  MOVE_SPACINGS,
  type MoveReading,
  type MoveSpacing,
  type Moves,
  PLACE_PARTS,
  type PlacePart as PlacePartName,
} from '../shot/layer-model.ts';
import { LIMITS } from '../shot/make.ts';
import { movesUpToDate } from '../shot/older.ts';
import { IsId, Part, Parts } from '../shot/part.ts';

const FAR = LIMITS.far;

class PointPart {
  @IsNumber() @Min(-FAR) @Max(FAR) x!: number;
  @IsNumber() @Min(-FAR) @Max(FAR) y!: number;
}

export class PinPart {
  @IsId() exposure!: string;
  @IsInt() @Min(-LIMITS.maxLength) @Max(LIMITS.maxLength) offset!: number;
}

class PlacePart {
  @IsId() id!: string;
  @IsInt() @Min(0) @Max(2 * LIMITS.maxLength) frame!: number;
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(PLACE_PARTS.length)
  @IsIn(PLACE_PARTS, { each: true })
  parts?: PlacePartName[];
  @IsNumber() @Min(-FAR) @Max(FAR) x!: number;
  @IsNumber() @Min(-FAR) @Max(FAR) y!: number;
  @IsNumber() @Min(-10_000) @Max(10_000) turn!: number;
  @IsNumber() @Min(-LIMITS.maxScale) @Max(LIMITS.maxScale) across!: number;
  @IsNumber() @Min(-LIMITS.maxScale) @Max(LIMITS.maxScale) down!: number;
  @IsNumber() @Min(0) @Max(1) fade!: number;
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(2 * (LIMITS.maxGrid + 1) ** 2)
  @IsNumber({}, { each: true })
  @Min(-FAR, { each: true })
  @Max(FAR, { each: true })
  bend?: number[] | null;
  @IsIn(MOVE_SPACINGS) spacing!: MoveSpacing;
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(LIMITS.maxOwnTicks)
  @IsNumber({}, { each: true })
  @Min(-10, { each: true })
  @Max(10, { each: true })
  ticks?: number[];
  @Part(() => PointPart) bow!: PointPart;
  @IsOptional() @Part(() => PinPart) pin?: PinPart | null;
}

export class MovesPart {
  @Part(() => PointPart) pivot!: PointPart;
  @IsIn(MOVE_READINGS) on!: MoveReading;
  @Parts(() => PlacePart, LIMITS.maxPlaces, 1) places!: PlacePart[];
}

/** Moves of a file as a shot has them: in order of frames. */
export const movesOf = (moves: MovesPart | null | undefined): Moves | null =>
  moves ? movesUpToDate({ ...moves, places: [...moves.places].sort((a, b) => a.frame - b.frame) }) : null;
