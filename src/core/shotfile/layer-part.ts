/** Layers, bundles and the camera as they stand in a file, and what a shot makes of them. */
import 'reflect-metadata';
import {
  ArrayMaxSize,
  ArrayMinSize,
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
  MinLength,
} from 'class-validator';
import type { Matrix } from '../plane/matrix.ts';
import { BadFile } from '../shot/bad-file.ts';
import {
  AFTER_LAST,
  type AfterLast,
  BLENDS,
  type Blend,
  CAST_KINDS,
  type Camera,
  type CastKind,
  type CellRef,
  PURPOSES,
  type Purpose,
} from '../shot/layer-model.ts';
import { LIMITS } from '../shot/make.ts';
import { IsId, Part, Parts } from '../shot/part.ts';
import { MovesPart, movesOf } from './moves-part.ts';

const FAR = LIMITS.far;
/** Pictures of one file. */
export const MOST_PICTURES = 100_000;

export class CellPart {
  @IsIn(['drawing', 'picture', 'bundle']) kind!: CellRef['kind'];
  @IsOptional() @IsId() drawing?: string;
  @IsOptional() @IsId() asset?: string;
  @IsOptional() @IsInt() @Min(0) @Max(MOST_PICTURES) index?: number;
  @IsOptional() @IsId() bundle?: string;
  @IsOptional() @IsInt() @Min(0) @Max(LIMITS.maxLength) frame?: number;
}

class ExposurePart {
  @IsId() id!: string;
  @IsOptional() @Part(() => CellPart) cell!: CellPart | null;
  @IsInt() @Min(1) @Max(LIMITS.maxLength) frames!: number;
}

class GridPart {
  @IsNumber() @Min(-FAR) @Max(FAR) x!: number;
  @IsNumber() @Min(-FAR) @Max(FAR) y!: number;
  @IsNumber() @Min(LIMITS.minWidth) @Max(FAR) width!: number;
  @IsNumber() @Min(LIMITS.minWidth) @Max(FAR) height!: number;
  @IsInt() @Min(1) @Max(LIMITS.maxGrid) across!: number;
  @IsInt() @Min(1) @Max(LIMITS.maxGrid) down!: number;
}

class OnlyPart {
  @IsId() layer!: string;
  @IsBoolean() outside!: boolean;
}

class AmountPart {
  @IsInt() @Min(0) @Max(2 * LIMITS.maxLength) frame!: number;
  @IsNumber() @Min(0) @Max(1) amount!: number;
}

class CastPart {
  @IsId() id!: string;
  @IsIn(CAST_KINDS) kind!: CastKind;
  @IsOptional() @IsId() swatch?: string | null;
  @IsNumber() @Min(-100) @Max(100) way!: number;
  @IsNumber() @Min(0) @Max(FAR) length!: number;
  @IsOptional() @IsNumber() @Min(-FAR) @Max(FAR) level?: number | null;
  @IsNumber() @Min(0) @Max(LIMITS.maxSoft) soft!: number;
  @IsNumber() @Min(0) @Max(1) fade!: number;
  @IsNumber() @Min(0) @Max(LIMITS.maxSoft) ripple!: number;
  @Parts(() => AmountPart, LIMITS.maxLength, 1) amounts!: AmountPart[];
}

export class LayerPart {
  @IsId() id!: string;
  @IsString() @MinLength(1) @MaxLength(LIMITS.maxTitle) name!: string;
  @IsIn(PURPOSES) purpose!: Purpose;
  @IsBoolean() guide!: boolean;
  @IsBoolean() visible!: boolean;
  @IsBoolean() locked!: boolean;
  @IsNumber() @Min(0) @Max(1) opacity!: number;
  @Parts(() => ExposurePart, LIMITS.maxLength)
  exposures!: ExposurePart[];
  @IsIn(AFTER_LAST) afterLast!: AfterLast;
  @IsOptional()
  @IsArray()
  @ArrayMinSize(6)
  @ArrayMaxSize(6)
  @IsNumber({}, { each: true })
  @Min(-FAR, { each: true })
  @Max(FAR, { each: true })
  place?: number[] | null;
  @IsOptional() @Part(() => MovesPart) moves?: MovesPart | null;
  @IsOptional() @IsBoolean() grey?: boolean;
  @IsOptional() @Part(() => GridPart) grid?: GridPart | null;
  @IsOptional() @IsId() goesWith?: string | null;
  @IsOptional() @IsNumber() @Min(0) @Max(2) distance?: number;
  @IsOptional() @IsIn(BLENDS) blend?: Blend;
  @IsOptional() @Part(() => OnlyPart) only?: OnlyPart | null;
  @IsOptional() @Parts(() => CastPart, LIMITS.maxCasts) casts?: CastPart[];
}

class SourcePart {
  @IsId() shot!: string;
  @IsString() @MaxLength(LIMITS.maxTitle) title!: string;
  @IsString() @MaxLength(80) stamp!: string;
}

export class BundlePart {
  @IsId() id!: string;
  @IsString() @MinLength(1) @MaxLength(LIMITS.maxTitle) name!: string;
  @IsInt() @Min(LIMITS.minSide) @Max(LIMITS.maxSide) width!: number;
  @IsInt() @Min(LIMITS.minSide) @Max(LIMITS.maxSide) height!: number;
  @IsInt() @Min(1) @Max(LIMITS.maxLength) length!: number;
  @Parts(() => LayerPart, LIMITS.maxLayers) layers!: LayerPart[];
  @IsOptional() @Part(() => SourcePart) from?: SourcePart | null;
}

export class CameraPart {
  @IsNumber() @Min(1) @Max(FAR) width!: number;
  @IsNumber() @Min(1) @Max(FAR) height!: number;
  @IsOptional() @Part(() => MovesPart) moves?: MovesPart | null;
  @IsNumber() @Min(0) @Max(FAR) shake!: number;
}

/** What a cell of a file shows. @param where the place in words, for the sentence. @throws BadFile */
export function cellOf(cell: CellPart | null | undefined, where: string): CellRef | null {
  if (!cell) return null;
  const { kind, drawing, asset, index, bundle, frame } = cell;
  if (kind === 'drawing' && drawing !== undefined) return { kind, drawing };
  if (kind === 'picture' && asset !== undefined && index !== undefined) return { kind, asset, index };
  if (kind === 'bundle' && bundle !== undefined && frame !== undefined) return { kind, bundle, frame };
  throw new BadFile(`A cell on "${where}" in this shot file names nothing to show, so the shot was not opened.`);
}

/** A layer of a file as a shot has it; what it lacks is filled in by `bringUpToDate`. */
export const layerOfPart = (layer: LayerPart) => ({
  ...layer,
  place: layer.place ? (layer.place as unknown as Matrix) : null,
  moves: movesOf(layer.moves),
  exposures: layer.exposures.map(({ id, cell, frames }) => ({ id, cell: cellOf(cell, layer.name), frames })),
  goesWith: layer.goesWith ?? null,
  grid: layer.grid ?? null,
  only: layer.only ?? null,
  casts: layer.casts?.map((cast) => ({ ...cast, swatch: cast.swatch ?? null, level: cast.level ?? null })),
});

export const bundleOfPart = ({ from, ...bundle }: BundlePart) => ({
  ...bundle,
  layers: bundle.layers.map(layerOfPart),
  from: from ?? null,
});

export const cameraOfPart = (camera: CameraPart | null | undefined): Camera | null =>
  camera ? { ...camera, moves: movesOf(camera.moves) } : null;
