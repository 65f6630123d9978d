/** Moves of a layer as they stand in a file. */
import { IsIn, IsInt, IsNumber, Max, Min } from 'class-validator';
import { LIMITS } from '../shot/make.ts';
import { MOVE_READINGS, MOVE_SPACINGS, type MoveReading, type MoveSpacing } from '../shot/model.ts';
import { IsId, Part, Parts } from '../shot/part.ts';

const FAR = LIMITS.far;

class PointPart {
  @IsNumber() @Min(-FAR) @Max(FAR) x!: number;
  @IsNumber() @Min(-FAR) @Max(FAR) y!: number;
}

class PlacePart {
  @IsId() id!: string;
  @IsInt() @Min(0) @Max(2 * LIMITS.maxLength) frame!: number;
  @IsNumber() @Min(-FAR) @Max(FAR) x!: number;
  @IsNumber() @Min(-FAR) @Max(FAR) y!: number;
  @IsNumber() @Min(-10_000) @Max(10_000) turn!: number;
  @IsNumber() @Min(-LIMITS.maxScale) @Max(LIMITS.maxScale) across!: number;
  @IsNumber() @Min(-LIMITS.maxScale) @Max(LIMITS.maxScale) down!: number;
  @IsNumber() @Min(0) @Max(1) fade!: number;
  @IsIn(MOVE_SPACINGS) spacing!: MoveSpacing;
  @Part(() => PointPart) bow!: PointPart;
}

export class MovesPart {
  @Part(() => PointPart) pivot!: PointPart;
  @IsIn(MOVE_READINGS) on!: MoveReading;
  @Parts(() => PlacePart, LIMITS.maxPlaces, 1) places!: PlacePart[];
}
