/** The shape the head of a drawing part must have, checked by class-validator before its points are read. */
import 'reflect-metadata';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
} from 'class-validator';
import { AREA_EDGES, type AreaEdge } from '../shot/drawing-model.ts';
import { LIMITS } from '../shot/make.ts';
import { type Role, STAGES, type Stage } from '../shot/model.ts';
import { IsId, Part, Parts } from '../shot/part.ts';
import { BrushPart } from './brush-part.ts';
import { LaidMouthPart } from './mouth-part.ts';

const FAR = LIMITS.far;

class FirstPassPart {
  @IsArray() @ArrayMaxSize(LIMITS.maxLength) @IsId({ each: true }) chain!: string[];
  @IsOptional() @IsArray() @ArrayMaxSize(LIMITS.maxSettled) @IsId({ each: true }) only!: string[] | null;
  @IsString() @MaxLength(80) of!: string;
  @IsString() @MaxLength(80) made!: string;
}

class StrokePart {
  @IsId() id!: string;
  @IsString() @MaxLength(80) lineage!: string;
  @IsOptional() @IsString() @MaxLength(LIMITS.maxName) name?: string;
  @IsInt() @Min(0) @Max(LIMITS.maxLines) brush!: number;
  @IsId() swatch!: string;
  @IsBoolean() closed!: boolean;
  @IsInt() @Min(-0xffffffff) @Max(0xffffffff) seed!: number;
  @IsInt() @Min(1) @Max(LIMITS.maxPoints) points!: number;
}

class AreaPart {
  @IsId() id!: string;
  @IsId() swatch!: string;
  @IsArray()
  @ArrayMaxSize(LIMITS.maxPoints)
  @IsInt({ each: true })
  @Min(1, { each: true })
  @Max(LIMITS.maxPoints, { each: true })
  rings!: number[];
  @IsOptional() @IsString() @MaxLength(LIMITS.maxName) name?: string;
  @IsOptional() @IsIn(AREA_EDGES) edge?: AreaEdge;
  @IsOptional() @IsNumber() @Min(0) @Max(LIMITS.maxSoft) soft?: number;
  @IsOptional() @IsNumber() @Min(0) @Max(1) sure?: number | null;
}

/** The head of a drawing part. */
export class DrawingPart {
  @IsId() id!: string;
  @IsId() layerId!: string;
  @IsInt() @Min(1) @Max(FAR) number!: number;
  @IsOptional() @IsString() @MaxLength(LIMITS.maxLabel) label?: string;
  @IsIn(['key', 'breakdown', 'between']) role!: Role;
  @IsOptional() @IsIn(STAGES) stage?: Stage;
  @IsOptional() @Part(() => LaidMouthPart) mouth?: LaidMouthPart | null;
  @IsOptional() @IsNumber() @Min(0) @Max(1) spacing?: number | null;
  @IsOptional() @Part(() => FirstPassPart) firstPass?: FirstPassPart | null;
  @Parts(() => BrushPart, LIMITS.maxLines) brushes!: BrushPart[];
  @Parts(() => StrokePart, LIMITS.maxLines) ink!: StrokePart[];
  @Parts(() => AreaPart, LIMITS.maxLines) paint!: AreaPart[];
}
