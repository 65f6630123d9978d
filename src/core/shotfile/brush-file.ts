/** Named brushes as a file: JSON, described in docs/FORMATS.md. */
import { Type } from 'class-transformer';
import { ArrayMaxSize, ArrayMinSize, IsArray, IsString, MaxLength, MinLength, ValidateNested } from 'class-validator';
import type { NamedBrush } from '../ink/brushes.ts';
import { BadFile } from '../shot/bad-file.ts';
import { LIMITS } from '../shot/make.ts';
import { BrushPart } from './brush-part.ts';
import { checkPart } from './check.ts';

const FORMAT = 'vignette-brushes';
const VERSION = 1;
const MOST_BRUSHES = 500;

class NamedBrushPart {
  @IsString() @MinLength(1) @MaxLength(LIMITS.maxName) name!: string;
  @ValidateNested() @Type(() => BrushPart) brush!: BrushPart;
}

class BrushesPart {
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(MOST_BRUSHES)
  @ValidateNested({ each: true })
  @Type(() => NamedBrushPart)
  brushes!: NamedBrushPart[];
}

export function writeBrushFile(brushes: NamedBrush[]): string {
  return JSON.stringify({ format: FORMAT, version: VERSION, brushes }, null, 1);
}

/** @throws BadFile, one sentence for the person; nothing is half read. */
export function readBrushFile(text: string): NamedBrush[] {
  let data: { format?: unknown; version?: unknown };
  try {
    data = JSON.parse(text);
  } catch {
    throw new BadFile(
      'This is not a file of brushes, or it is cut short. Choose a file Vignette wrote its brushes to.',
    );
  }
  if (data?.format !== FORMAT)
    throw new BadFile('This is not a file of brushes. Choose a file Vignette wrote its brushes to.');
  if (typeof data.version !== 'number' || data.version > VERSION)
    throw new BadFile('This file of brushes was made by a later version of Vignette. Update Vignette to read it.');
  const { brushes } = checkPart(BrushesPart, data, 'list of brushes', 'no brush was taken in');
  return brushes.map(({ name, brush }) => ({
    name,
    brush: {
      ...brush,
      widthBy: { ...brush.widthBy },
      opacityBy: { ...brush.opacityBy },
      taper: { ...brush.taper },
      stamp: brush.stamp ? { ...brush.stamp } : null,
    },
  }));
}
