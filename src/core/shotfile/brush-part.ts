/** The shape a brush must have where it comes in: in a drawing, in a file of brushes. */
import { BRUSH_KINDS, type BrushKind, DRIVES, type Drive, TIPS, type Tip } from '../shot/drawing-model.ts';
import 'reflect-metadata';
import { ArrayMaxSize, ArrayMinSize, IsArray, IsBoolean, IsIn, IsNumber, IsOptional, Max, Min } from 'class-validator';
import { LIMITS } from '../shot/make.ts';
import { Part } from '../shot/part.ts';

const MOST_SHARE = 4;

class ResponsePart {
  @IsIn(DRIVES) drive!: Drive;
  @IsNumber() @Min(0) @Max(MOST_SHARE) lowest!: number;
  @IsNumber() @Min(0) @Max(MOST_SHARE) highest!: number;
  @IsArray()
  @ArrayMinSize(5)
  @ArrayMaxSize(5)
  @IsNumber({}, { each: true })
  @Min(0, { each: true })
  @Max(1, { each: true })
  curve!: number[];
}

class TaperPart {
  @IsNumber() @Min(0) @Max(2000) start!: number;
  @IsNumber() @Min(0) @Max(2000) end!: number;
}

class StampPart {
  @IsIn(TIPS) tip!: Tip;
  @IsNumber() @Min(0.02) @Max(10) spacing!: number;
  @IsNumber() @Min(0) @Max(10) scatter!: number;
  @IsBoolean() follows!: boolean;
  @IsNumber() @Min(0) @Max(1) turn!: number;
  @IsNumber() @Min(0) @Max(1) size!: number;
  @IsNumber() @Min(0) @Max(1) strength!: number;
}

export class BrushPart {
  @IsIn(BRUSH_KINDS) kind!: BrushKind;
  @IsNumber() @Min(0.1) @Max(5 * LIMITS.maxWidth) width!: number;
  @Part(() => ResponsePart) widthBy!: ResponsePart;
  @IsNumber() @Min(0) @Max(1) opacity!: number;
  @Part(() => ResponsePart) opacityBy!: ResponsePart;
  @Part(() => TaperPart) taper!: TaperPart;
  @IsBoolean() grain!: boolean;
  @IsOptional() @Part(() => StampPart) stamp!: StampPart | null;
}
