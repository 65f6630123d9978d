/** What a line tool is set to: its brush, and how the line follows the hand. */
import { IsIn, IsNumber, IsString, Max, MaxLength, Min } from 'class-validator';
import { FIRST_BRUSHES, type Steadying } from '../../core/ink/index.ts';
import { type Brush, type BrushKind, LIMITS } from '../../core/shot/index.ts';
import { Part } from '../../core/shot/part.ts';
import { BrushPart } from '../../core/shotfile/index.ts';

export class LineSettings {
  @Part(() => BrushPart) brush: Brush = FIRST_BRUSHES.pencil.brush;
  /** The named brush it was taken from. */
  @IsString() @MaxLength(LIMITS.maxName) named: string = FIRST_BRUSHES.pencil.name;
  @IsIn(['smooth', 'string']) steady: 'smooth' | 'string' = 'smooth';
  /** 0..1 */
  @IsNumber() @Min(0) @Max(1) smooth = 0.25;
  /** Screen pixels. */
  @IsNumber() @Min(0) @Max(400) string = 32;
}

/** The settings of one line tool, as they are at first. */
export function lineSettings(kind: BrushKind, smooth: number): new () => LineSettings {
  const { name, brush } = FIRST_BRUSHES[kind];
  return class extends LineSettings {
    override brush = brush;
    override named = name;
    override smooth = smooth;
  };
}

export function steadyingOf({ steady, smooth, string }: LineSettings): Steadying {
  return steady === 'smooth' ? { smooth, string: 0 } : { smooth: 0.1, string };
}
