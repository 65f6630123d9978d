/** Where a mouth sits, and which one, checked by class-validator. */
import 'reflect-metadata';
import { IsIn, IsNumber, Max, Min } from 'class-validator';
import { LIMITS } from '../shot/make.ts';
import { MOUTHS, type Mouth } from '../shot/model.ts';
import { IsId, Part } from '../shot/part.ts';

const FAR = LIMITS.far;

export class MouthPlacePart {
  @IsNumber() @Min(-FAR) @Max(FAR) x!: number;
  @IsNumber() @Min(-FAR) @Max(FAR) y!: number;
  @IsNumber() @Min(-1000) @Max(1000) turn!: number;
  @IsNumber() @Min(0.001) @Max(1000) size!: number;
}

export class LaidMouthPart {
  @IsId() chart!: string;
  @IsIn(MOUTHS) kind!: Mouth;
  @Part(() => MouthPlacePart) at!: MouthPlacePart;
}
