/** The shape a shot file's parts must have, checked by class-validator before anything is taken in. */
import 'reflect-metadata';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsHexColor,
  IsIn,
  IsInt,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
  MinLength,
  ValidateNested,
} from 'class-validator';
import { LIMITS } from '../shot/make.ts';
import {
  AFTER_LAST,
  type AfterLast,
  ALONE_WAYS,
  type AloneWay,
  AREA_EDGES,
  type AreaEdge,
  MIRROR_WAYS,
  type MirrorWay,
  MOUTHS,
  type Mouth,
  NOTE_COLOURS,
  type NoteColour,
  PURPOSES,
  type Purpose,
  type Role,
  STAGES,
  type Stage,
} from '../shot/model.ts';
import { BrushPart } from './brush-part.ts';

const ID = /^[\w-]{1,40}$/;
const FAR = 1_000_000;

class BackgroundPart {
  @IsHexColor() colour!: string;
  @IsBoolean() transparent!: boolean;
}

class CellPart {
  @IsIn(['drawing', 'picture']) kind!: 'drawing' | 'picture';
  @IsOptional() @Matches(ID) drawing?: string;
  @IsOptional() @Matches(ID) asset?: string;
  @IsOptional() @IsInt() @Min(0) @Max(100_000) index?: number;
}

class ExposurePart {
  @Matches(ID) id!: string;
  @IsOptional() @ValidateNested() @Type(() => CellPart) cell!: CellPart | null;
  @IsInt() @Min(1) @Max(LIMITS.maxLength) frames!: number;
}

class LayerPart {
  @Matches(ID) id!: string;
  @IsString() @MinLength(1) @MaxLength(LIMITS.maxTitle) name!: string;
  @IsIn(PURPOSES) purpose!: Purpose;
  @IsBoolean() guide!: boolean;
  @IsBoolean() visible!: boolean;
  @IsBoolean() locked!: boolean;
  @IsNumber() @Min(0) @Max(1) opacity!: number;
  @IsArray()
  @ArrayMaxSize(LIMITS.maxLength)
  @ValidateNested({ each: true })
  @Type(() => ExposurePart)
  exposures!: ExposurePart[];
  @IsIn(AFTER_LAST) afterLast!: AfterLast;
  @IsOptional() @IsArray() @ArrayMinSize(6) @ArrayMaxSize(6) @IsNumber({}, { each: true }) place?: number[] | null;
  @IsOptional() @IsBoolean() grey?: boolean;
}

class SwatchPart {
  @Matches(ID) id!: string;
  @IsString() @MaxLength(LIMITS.maxTitle) name!: string;
  @IsOptional() @IsString() @MaxLength(LIMITS.maxTitle) group?: string;
  @IsHexColor() colour!: string;
  @IsOptional() @IsNumber() @Min(0) @Max(1) opacity?: number;
}

class PalettePart {
  @Matches(ID) id!: string;
  @IsString() @MaxLength(LIMITS.maxTitle) name!: string;
  @IsArray()
  @ArrayMaxSize(LIMITS.maxSwatches)
  @ValidateNested({ each: true })
  @Type(() => SwatchPart)
  swatches!: SwatchPart[];
}

class CuePart {
  @IsInt() @Min(0) @Max(LIMITS.maxLength) frame!: number;
  @Matches(ID) palette!: string;
}

class PinPart {
  @Matches(ID) exposure!: string;
  @IsInt() @Min(-LIMITS.maxLength) @Max(LIMITS.maxLength) offset!: number;
}

class LoopPart {
  @IsNumber() @Min(0) @Max(100_000) seconds!: number;
  @IsNumber() @Min(0) @Max(60) join!: number;
  @IsNumber() @Min(0) @Max(100_000) skip!: number;
}

class ClipPart {
  @Matches(ID) id!: string;
  @IsString() @MaxLength(LIMITS.maxTitle) name!: string;
  @Matches(ID) asset!: string;
  @IsInt() @Min(-LIMITS.maxLength) @Max(LIMITS.maxLength) frame!: number;
  @IsNumber() @Min(0) in!: number;
  @IsNumber() @Min(0) out!: number;
  @IsNumber() @Min(0) @Max(16) gain!: number;
  @IsOptional() @ValidateNested() @Type(() => PinPart) pin?: PinPart | null;
  @IsOptional() @IsBoolean() muted?: boolean;
  @IsOptional() @IsNumber() @Min(0) @Max(3600) fadeIn?: number;
  @IsOptional() @IsNumber() @Min(0) @Max(3600) fadeOut?: number;
  @IsOptional() @ValidateNested() @Type(() => LoopPart) loop?: LoopPart | null;
  @IsOptional() @IsNumber() @Min(-1) @Max(1) pan?: number;
  @IsOptional() @Matches(ID) follows?: string | null;
  @IsOptional() @IsString() @MaxLength(LIMITS.maxWords) words?: string;
}

class TrackPart {
  @Matches(ID) id!: string;
  @IsString() @MaxLength(LIMITS.maxTitle) name!: string;
  @IsBoolean() muted!: boolean;
  @IsOptional() @IsBoolean() solo?: boolean;
  @IsOptional() @IsNumber() @Min(0) @Max(16) gain?: number;
  @IsArray() @ValidateNested({ each: true }) @Type(() => ClipPart) clips!: ClipPart[];
}

class ReadingSoundPart {
  @Matches(ID) id!: string;
  @IsOptional() @Matches(ID) clip!: string | null;
  @IsNumber() @Min(0) @Max(100_000) from!: number;
  @IsNumber() @Min(0) @Max(100_000) to!: number;
  @IsString() @MinLength(1) @MaxLength(LIMITS.maxSound) text!: string;
  @IsIn(NOTE_COLOURS) colour!: NoteColour;
  @IsInt() @Min(-1) @Max(LIMITS.maxSounds) word!: number;
  @IsOptional() @IsNumber() fit!: number | null;
  @IsBoolean() held!: boolean;
}

class MouthPlacePart {
  @IsNumber() @Min(-FAR) @Max(FAR) x!: number;
  @IsNumber() @Min(-FAR) @Max(FAR) y!: number;
  @IsNumber() @Min(-1000) @Max(1000) turn!: number;
  @IsNumber() @Min(0.001) @Max(1000) size!: number;
}

class ChartMouthPart {
  @IsIn(MOUTHS) kind!: Mouth;
  @Matches(ID) drawing!: string;
}

class ChartPart {
  @Matches(ID) id!: string;
  @IsString() @MinLength(1) @MaxLength(LIMITS.maxTitle) name!: string;
  @IsObject() @ValidateNested() @Type(() => MouthPlacePart) base!: MouthPlacePart;
  @IsArray()
  @ArrayMaxSize(MOUTHS.length)
  @ValidateNested({ each: true })
  @Type(() => ChartMouthPart)
  mouths!: ChartMouthPart[];
}

class GuidePlacePart extends MouthPlacePart {
  @Matches(ID) drawing!: string;
}

/** Where mouths sit, as a list: the places carry the ids of their drawings. */
class MouthGuidePart {
  @IsOptional() @Matches(ID) head!: string | null;
  @IsArray()
  @ArrayMaxSize(LIMITS.maxLength)
  @ValidateNested({ each: true })
  @Type(() => GuidePlacePart)
  places!: GuidePlacePart[];
}

class LaidMouthPart {
  @Matches(ID) chart!: string;
  @IsIn(MOUTHS) kind!: Mouth;
  @IsObject() @ValidateNested() @Type(() => MouthPlacePart) at!: MouthPlacePart;
}

class FirstPassPart {
  @IsArray() @ArrayMaxSize(LIMITS.maxLength) @Matches(ID, { each: true }) chain!: string[];
  @IsOptional() @IsArray() @ArrayMaxSize(FAR) @Matches(ID, { each: true }) only!: string[] | null;
  @IsString() @MaxLength(80) of!: string;
  @IsString() @MaxLength(80) made!: string;
}

class LinePairPart {
  @Matches(ID) a!: string;
  @Matches(ID) b!: string;
}

class AlonePart {
  @Matches(ID) line!: string;
  @IsIn(ALONE_WAYS) way!: AloneWay;
}

class PinnedPointPart {
  @Matches(ID) line!: string;
  @IsNumber() @Min(0) @Max(1) at!: number;
  @Matches(ID) arc!: string;
}

class PassagePart {
  @Matches(ID) from!: string;
  @Matches(ID) to!: string;
  @IsArray() @ArrayMaxSize(FAR) @ValidateNested({ each: true }) @Type(() => LinePairPart) pairs!: LinePairPart[];
  @IsArray() @ArrayMaxSize(FAR) @Matches(ID, { each: true }) loose!: string[];
  @IsArray() @ArrayMaxSize(FAR) @ValidateNested({ each: true }) @Type(() => AlonePart) alone!: AlonePart[];
  @IsArray() @ArrayMaxSize(FAR) @Matches(ID, { each: true }) straightLines!: string[];
  @IsBoolean() straight!: boolean;
  @IsArray() @ArrayMaxSize(FAR) @ValidateNested({ each: true }) @Type(() => PinnedPointPart) pins!: PinnedPointPart[];
}

class MarkerPart {
  @Matches(ID) id!: string;
  @IsInt() @Min(0) @Max(2 * LIMITS.maxLength) frame!: number;
  @IsString() @MinLength(1) @MaxLength(LIMITS.maxTitle) name!: string;
}

class NotePart {
  @Matches(ID) id!: string;
  @IsInt() @Min(0) @Max(2 * LIMITS.maxLength) frame!: number;
  @IsIn(NOTE_COLOURS) colour!: NoteColour;
  @IsString() @MinLength(1) @MaxLength(LIMITS.maxNote) text!: string;
}

class StudyLinePart {
  @Matches(ID) id!: string;
  @IsInt() @Min(0) @Max(100_000) picture!: number;
  @IsArray() @ArrayMinSize(2) @ArrayMaxSize(FAR) @IsNumber({}, { each: true }) points!: number[];
}

export class AssetPart {
  @Matches(ID) id!: string;
  @IsString() @MaxLength(255) name!: string;
  @IsString() @MaxLength(127) type!: string;
  @IsIn(['sound', 'pictures']) kind!: 'sound' | 'pictures';
  @IsInt() @Min(0) bytes!: number;
  @IsNumber() @Min(0) seconds!: number;
  @IsInt() @Min(0) pictures!: number;
  @IsInt() @Min(0) width!: number;
  @IsInt() @Min(0) height!: number;
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(5000)
  @ValidateNested({ each: true })
  @Type(() => StudyLinePart)
  lines?: StudyLinePart[];
}

class MirrorPart {
  @IsIn(MIRROR_WAYS) way!: MirrorWay;
  @IsInt() @Min(2) @Max(24) parts!: number;
  @IsNumber() @Min(-FAR) @Max(FAR) x!: number;
  @IsNumber() @Min(-FAR) @Max(FAR) y!: number;
  @IsNumber() @Min(-100) @Max(100) turn!: number;
}

class VanishingPart {
  @Matches(ID) id!: string;
  @IsNumber() @Min(-FAR) @Max(FAR) x!: number;
  @IsNumber() @Min(-FAR) @Max(FAR) y!: number;
}

class ArcPart {
  @Matches(ID) id!: string;
  @IsArray() @ArrayMinSize(2) @ArrayMaxSize(FAR) @IsNumber({}, { each: true }) points!: number[];
}

class GuidesPart {
  @IsOptional() @ValidateNested() @Type(() => MirrorPart) mirror?: MirrorPart | null;
  @IsArray() @ArrayMaxSize(3) @ValidateNested({ each: true }) @Type(() => VanishingPart) vanishing!: VanishingPart[];
  @IsOptional() @IsNumber() @Min(-FAR) @Max(FAR) horizon?: number | null;
  @IsOptional() @IsNumber() @Min(-FAR) @Max(FAR) ground?: number | null;
  @IsArray() @ArrayMaxSize(LIMITS.maxArcs) @ValidateNested({ each: true }) @Type(() => ArcPart) arcs!: ArcPart[];
  @IsBoolean() field!: boolean;
  @IsBoolean() safe!: boolean;
}

/** `shot.json`: the shot without its drawings, which stand in parts of their own. */
export class ShotPart {
  @Matches(ID) id!: string;
  @IsString() @MinLength(1) @MaxLength(LIMITS.maxTitle) title!: string;
  @IsInt() @Min(LIMITS.minSide) @Max(LIMITS.maxSide) width!: number;
  @IsInt() @Min(LIMITS.minSide) @Max(LIMITS.maxSide) height!: number;
  @IsInt() @Min(LIMITS.minFps) @Max(LIMITS.maxFps) fps!: number;
  @IsInt() @Min(1) @Max(LIMITS.maxLength) length!: number;
  @IsObject() @ValidateNested() @Type(() => BackgroundPart) background!: BackgroundPart;
  @IsArray() @ArrayMaxSize(500) @ValidateNested({ each: true }) @Type(() => LayerPart) layers!: LayerPart[];
  @IsArray() @ArrayMinSize(1) @ValidateNested({ each: true }) @Type(() => PalettePart) palettes!: PalettePart[];
  @IsArray() @ArrayMinSize(1) @ValidateNested({ each: true }) @Type(() => CuePart) paletteCues!: CuePart[];
  @IsArray()
  @ArrayMaxSize(LIMITS.maxTracks)
  @ValidateNested({ each: true })
  @Type(() => TrackPart)
  tracks!: TrackPart[];
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(LIMITS.maxLength)
  @ValidateNested({ each: true })
  @Type(() => MarkerPart)
  markers?: MarkerPart[];
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(3 * LIMITS.maxLength)
  @ValidateNested({ each: true })
  @Type(() => NotePart)
  notes?: NotePart[];
  @IsOptional() @ValidateNested() @Type(() => GuidesPart) guides?: GuidesPart;
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(LIMITS.maxLength)
  @ValidateNested({ each: true })
  @Type(() => PassagePart)
  passages?: PassagePart[];
  @IsOptional() @ValidateNested() @Type(() => CellPart) model?: CellPart | null;
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(LIMITS.maxSounds)
  @ValidateNested({ each: true })
  @Type(() => ReadingSoundPart)
  reading?: ReadingSoundPart[];
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(LIMITS.maxCharts)
  @ValidateNested({ each: true })
  @Type(() => ChartPart)
  charts?: ChartPart[];
  @IsOptional() @ValidateNested() @Type(() => MouthGuidePart) mouthGuide?: MouthGuidePart;
  @IsArray() @ValidateNested({ each: true }) @Type(() => AssetPart) assets!: AssetPart[];
  @IsArray() @Matches(ID, { each: true }) drawings!: string[];
}

class StrokePart {
  @Matches(ID) id!: string;
  @IsString() @MaxLength(80) lineage!: string;
  @IsOptional() @IsString() @MaxLength(LIMITS.maxName) name?: string;
  @IsInt() @Min(0) brush!: number;
  @Matches(ID) swatch!: string;
  @IsBoolean() closed!: boolean;
  @IsInt() seed!: number;
  @IsInt() @Min(1) @Max(FAR) points!: number;
}

class AreaPart {
  @Matches(ID) id!: string;
  @Matches(ID) swatch!: string;
  @IsArray() @IsInt({ each: true }) @Min(1, { each: true }) @Max(FAR, { each: true }) rings!: number[];
  @IsOptional() @IsString() @MaxLength(LIMITS.maxName) name?: string;
  @IsOptional() @IsIn(AREA_EDGES) edge?: AreaEdge;
  @IsOptional() @IsNumber() @Min(0) @Max(LIMITS.maxSoft) soft?: number;
  @IsOptional() @IsNumber() @Min(0) @Max(1) sure?: number | null;
}

/** The head of a drawing part. */
export class DrawingPart {
  @Matches(ID) id!: string;
  @Matches(ID) layerId!: string;
  @IsInt() @Min(1) number!: number;
  @IsOptional() @IsString() @MaxLength(LIMITS.maxLabel) label?: string;
  @IsIn(['key', 'breakdown', 'between']) role!: Role;
  @IsOptional() @IsIn(STAGES) stage?: Stage;
  @IsOptional() @ValidateNested() @Type(() => LaidMouthPart) mouth?: LaidMouthPart | null;
  @IsOptional() @IsNumber() @Min(0) @Max(1) spacing?: number | null;
  @IsOptional() @ValidateNested() @Type(() => FirstPassPart) firstPass?: FirstPassPart | null;
  @IsArray() @ValidateNested({ each: true }) @Type(() => BrushPart) brushes!: BrushPart[];
  @IsArray() @ValidateNested({ each: true }) @Type(() => StrokePart) ink!: StrokePart[];
  @IsArray() @ValidateNested({ each: true }) @Type(() => AreaPart) paint!: AreaPart[];
}
