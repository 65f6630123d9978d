/** Named brushes as a file: JSON, described in docs/FORMATS.md. */

import { IsString, MaxLength, MinLength } from 'class-validator';
import type { NamedBrush } from '../ink/brushes.ts';
import type { Brush } from '../shot/drawing-model.ts';
import { LIMITS } from '../shot/make.ts';
import { checkPart, Part, Parts } from '../shot/part.ts';
import { BrushPart } from './brush-part.ts';
import { readLabelled } from './labelled-json.ts';

const FORMAT = 'vignette-brushes';
const VERSION = 1;
export const MOST_BRUSHES = 500;

export class NamedBrushPart {
  @IsString() @MinLength(1) @MaxLength(LIMITS.maxName) name!: string;
  @Part(() => BrushPart) brush!: Brush;
}

class BrushesPart {
  @Parts(() => NamedBrushPart, MOST_BRUSHES, 1)
  brushes!: NamedBrushPart[];
}

export function writeBrushFile(brushes: NamedBrush[]): string {
  return JSON.stringify({ format: FORMAT, version: VERSION, brushes }, null, 1);
}

/** @throws BadFile, one sentence for the person; nothing is half read. */
export function readBrushFile(text: string): NamedBrush[] {
  const data = readLabelled(text, {
    format: FORMAT,
    version: VERSION,
    notOurs: 'This is not a file of brushes, or it is cut short. Choose a file Vignette wrote its brushes to.',
    called: 'This file of brushes',
  });
  const { brushes } = checkPart(BrushesPart, data, 'list of brushes', 'no brush was taken in');
  return brushes.map(({ name, brush }) => ({ name, brush: { ...brush, stamp: brush.stamp ?? null } }));
}
