/** The shape a shot file's parts must have, checked by class-validator before anything is taken in. */
import 'reflect-metadata';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsHexColor,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsString,
  Length,
  Max,
  MaxLength,
  Min,
  MinLength,
} from 'class-validator';
import { LIMITS } from '../shot/make.ts';
import {
  ALONE_WAYS,
  type AloneWay,
  MIRROR_WAYS,
  type MirrorWay,
  MOUTHS,
  type Mouth,
  NOTE_COLOURS,
  type NoteColour,
} from '../shot/model.ts';
import { IsId, IsRecord, Part, Parts } from '../shot/part.ts';
import { BundlePart, CameraPart, CellPart, LayerPart, MOST_PICTURES } from './layer-part.ts';
import { MouthPlacePart } from './mouth-part.ts';
import { PinPart } from './moves-part.ts';

const FAR = LIMITS.far;
/** Seconds of a sound, and of where something stands in it: more than a day. */
const LONG = 100_000;
const WIDEST_PICTURE = 65_536;

class BackgroundPart {
  @IsHexColor() @Length(7, 7) colour!: string;
  @IsBoolean() transparent!: boolean;
}

class SwatchPart {
  @IsId() id!: string;
  @IsString() @MaxLength(LIMITS.maxTitle) name!: string;
  @IsOptional() @IsString() @MaxLength(LIMITS.maxTitle) group?: string;
  @IsHexColor() @Length(7, 7) colour!: string;
  @IsOptional() @IsNumber() @Min(0) @Max(1) opacity?: number;
}

class PalettePart {
  @IsId() id!: string;
  @IsString() @MaxLength(LIMITS.maxTitle) name!: string;
  @Parts(() => SwatchPart, LIMITS.maxSwatches, 1)
  swatches!: SwatchPart[];
}

class CuePart {
  @IsInt() @Min(0) @Max(LIMITS.maxLength) frame!: number;
  @IsId() palette!: string;
}

class LoopPart {
  @IsNumber() @Min(0) @Max(LONG) seconds!: number;
  @IsNumber() @Min(0) @Max(60) join!: number;
  @IsNumber() @Min(0) @Max(LONG) skip!: number;
}

class ClipPart {
  @IsId() id!: string;
  @IsString() @MaxLength(LIMITS.maxTitle) name!: string;
  @IsId() asset!: string;
  @IsInt() @Min(-LIMITS.maxLength) @Max(LIMITS.maxLength) frame!: number;
  @IsNumber() @Min(0) @Max(LONG) in!: number;
  @IsNumber() @Min(0) @Max(LONG) out!: number;
  @IsNumber() @Min(0) @Max(16) gain!: number;
  @IsOptional() @Part(() => PinPart) pin?: PinPart | null;
  @IsOptional() @IsBoolean() muted?: boolean;
  @IsOptional() @IsNumber() @Min(0) @Max(3600) fadeIn?: number;
  @IsOptional() @IsNumber() @Min(0) @Max(3600) fadeOut?: number;
  @IsOptional() @Part(() => LoopPart) loop?: LoopPart | null;
  @IsOptional() @IsNumber() @Min(-1) @Max(1) pan?: number;
  @IsOptional() @IsId() follows?: string | null;
  @IsOptional() @IsString() @MaxLength(LIMITS.maxWords) words?: string;
}

class TrackPart {
  @IsId() id!: string;
  @IsString() @MaxLength(LIMITS.maxTitle) name!: string;
  @IsBoolean() muted!: boolean;
  @IsOptional() @IsBoolean() solo?: boolean;
  @IsOptional() @IsNumber() @Min(0) @Max(16) gain?: number;
  @Parts(() => ClipPart, LIMITS.maxClips) clips!: ClipPart[];
}

class ReadingSoundPart {
  @IsId() id!: string;
  @IsOptional() @IsId() clip!: string | null;
  @IsNumber() @Min(0) @Max(LONG) from!: number;
  @IsNumber() @Min(0) @Max(LONG) to!: number;
  @IsString() @MinLength(1) @MaxLength(LIMITS.maxSound) text!: string;
  @IsIn(NOTE_COLOURS) colour!: NoteColour;
  @IsInt() @Min(-1) @Max(LIMITS.maxSounds) word!: number;
  @IsOptional() @IsNumber() @Min(-FAR) @Max(FAR) fit!: number | null;
  @IsBoolean() held!: boolean;
}

class ChartMouthPart {
  @IsIn(MOUTHS) kind!: Mouth;
  @IsId() drawing!: string;
}

class ChartPart {
  @IsId() id!: string;
  @IsString() @MinLength(1) @MaxLength(LIMITS.maxTitle) name!: string;
  @Part(() => MouthPlacePart) base!: MouthPlacePart;
  @Parts(() => ChartMouthPart, MOUTHS.length)
  mouths!: ChartMouthPart[];
}

class GuidePlacePart extends MouthPlacePart {
  @IsId() drawing!: string;
}

/** Where mouths sit, as a list: the places carry the ids of their drawings. */
class MouthGuidePart {
  @IsOptional() @IsId() head!: string | null;
  @Parts(() => GuidePlacePart, LIMITS.maxLength)
  places!: GuidePlacePart[];
}

class LinePairPart {
  @IsId() a!: string;
  @IsId() b!: string;
}

class AlonePart {
  @IsId() line!: string;
  @IsIn(ALONE_WAYS) way!: AloneWay;
}

class PinnedPointPart {
  @IsId() line!: string;
  @IsNumber() @Min(0) @Max(1) at!: number;
  @IsId() arc!: string;
}

class PassagePart {
  @IsId() from!: string;
  @IsId() to!: string;
  @Parts(() => LinePairPart, LIMITS.maxSettled) pairs!: LinePairPart[];
  @IsArray() @ArrayMaxSize(LIMITS.maxSettled) @IsId({ each: true }) loose!: string[];
  @Parts(() => AlonePart, LIMITS.maxSettled) alone!: AlonePart[];
  @IsArray() @ArrayMaxSize(LIMITS.maxSettled) @IsId({ each: true }) straightLines!: string[];
  @IsBoolean() straight!: boolean;
  @Parts(() => PinnedPointPart, LIMITS.maxSettled) pins!: PinnedPointPart[];
}

class MarkerPart {
  @IsId() id!: string;
  @IsInt() @Min(0) @Max(2 * LIMITS.maxLength) frame!: number;
  @IsString() @MinLength(1) @MaxLength(LIMITS.maxTitle) name!: string;
}

class NotePart {
  @IsId() id!: string;
  @IsInt() @Min(0) @Max(2 * LIMITS.maxLength) frame!: number;
  @IsIn(NOTE_COLOURS) colour!: NoteColour;
  @IsString() @MinLength(1) @MaxLength(LIMITS.maxNote) text!: string;
}

class StudyLinePart {
  @IsId() id!: string;
  @IsInt() @Min(0) @Max(MOST_PICTURES) picture!: number;
  @IsArray()
  @ArrayMinSize(2)
  @ArrayMaxSize(2 * LIMITS.maxPoints)
  @IsNumber({}, { each: true })
  @Min(-FAR, { each: true })
  @Max(FAR, { each: true })
  points!: number[];
}

export class AssetPart {
  @IsId() id!: string;
  @IsString() @MaxLength(255) name!: string;
  @IsString() @MaxLength(127) type!: string;
  @IsIn(['sound', 'pictures']) kind!: 'sound' | 'pictures';
  @IsInt() @Min(0) @Max(LIMITS.maxFileBytes) bytes!: number;
  @IsNumber() @Min(0) @Max(LONG) seconds!: number;
  @IsInt() @Min(0) @Max(MOST_PICTURES) pictures!: number;
  @IsInt() @Min(0) @Max(WIDEST_PICTURE) width!: number;
  @IsInt() @Min(0) @Max(WIDEST_PICTURE) height!: number;
  @IsOptional()
  @Parts(() => StudyLinePart, LIMITS.maxStudyLines)
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
  @IsId() id!: string;
  @IsNumber() @Min(-FAR) @Max(FAR) x!: number;
  @IsNumber() @Min(-FAR) @Max(FAR) y!: number;
}

class ArcPart {
  @IsId() id!: string;
  @IsArray()
  @ArrayMinSize(2)
  @ArrayMaxSize(2 * LIMITS.maxPoints)
  @IsNumber({}, { each: true })
  @Min(-FAR, { each: true })
  @Max(FAR, { each: true })
  points!: number[];
}

class GuidesPart {
  @IsOptional() @Part(() => MirrorPart) mirror?: MirrorPart | null;
  @Parts(() => VanishingPart, LIMITS.maxVanishing) vanishing!: VanishingPart[];
  @IsOptional() @IsNumber() @Min(-FAR) @Max(FAR) horizon?: number | null;
  @IsOptional() @IsNumber() @Min(-FAR) @Max(FAR) ground?: number | null;
  @Parts(() => ArcPart, LIMITS.maxArcs) arcs!: ArcPart[];
  @IsBoolean() field!: boolean;
  @IsBoolean() safe!: boolean;
}

class SpotPart {
  @IsId() drawing!: string;
  @IsNumber() @Min(-FAR) @Max(FAR) x!: number;
  @IsNumber() @Min(-FAR) @Max(FAR) y!: number;
  @IsNumber() @Min(0) @Max(1) sure!: number;
  @IsBoolean() held!: boolean;
}

class StandPart {
  @IsId() id!: string;
  @IsInt() @Min(0) @Max(LIMITS.maxLength) from!: number;
  @IsInt() @Min(0) @Max(LIMITS.maxLength) to!: number;
  @IsOptional() @IsId() on?: string | null;
}

class FollowedPart {
  @IsId() id!: string;
  @IsString() @MinLength(1) @MaxLength(LIMITS.maxTitle) name!: string;
  @IsIn(NOTE_COLOURS) colour!: NoteColour;
  @IsId() layer!: string;
  @Parts(() => SpotPart, LIMITS.maxDrawings) spots!: SpotPart[];
  @IsArray() @ArrayMaxSize(LIMITS.maxDrawings) @IsId({ each: true }) hidden!: string[];
  @Parts(() => StandPart, LIMITS.maxStands) stands!: StandPart[];
  @IsOptional() @IsId() measuredTo?: string | null;
}

class PartOnDrawingPart {
  @IsId() drawing!: string;
  @IsArray() @ArrayMaxSize(LIMITS.maxStudyLines) @IsId({ each: true }) lines!: string[];
  @IsArray() @ArrayMaxSize(LIMITS.maxStudyLines) @IsId({ each: true }) areas!: string[];
  @IsBoolean() held!: boolean;
}

class FigurePartPart {
  @IsId() id!: string;
  @IsString() @MinLength(1) @MaxLength(LIMITS.maxTitle) name!: string;
  @IsId() layer!: string;
  @Parts(() => PartOnDrawingPart, LIMITS.maxDrawings) drawings!: PartOnDrawingPart[];
}

class MeantPart {
  @IsString() @MaxLength(LIMITS.maxName) check!: string;
  @IsString() @MaxLength(LIMITS.maxPrint) about!: string;
  @IsString() @MaxLength(LIMITS.maxPrint) print!: string;
}

class CheckNotesPart {
  @Parts(() => FollowedPart, LIMITS.maxFollowed) followed!: FollowedPart[];
  @Parts(() => FigurePartPart, LIMITS.maxFollowed) parts!: FigurePartPart[];
  @Parts(() => MeantPart, LIMITS.maxMeant) meant!: MeantPart[];
  @IsRecord((value) => typeof value === 'number' && Number.isFinite(value)) limits!: Record<string, number>;
}

/** An answer kept with a named delivery; which answers mean something its format says when it is written. */
export const isWish = (value: unknown): boolean =>
  typeof value === 'boolean' ||
  (typeof value === 'number' && Number.isFinite(value)) ||
  (typeof value === 'string' && value.length <= LIMITS.maxWish);

class NamedDeliveryPart {
  @IsId() id!: string;
  @IsString() @MinLength(1) @MaxLength(LIMITS.maxTitle) name!: string;
  @IsString() @MinLength(1) @MaxLength(LIMITS.maxName) format!: string;
  @IsRecord(isWish) wishes!: Record<string, boolean | number | string>;
}

/** `shot.json`: the shot without its drawings, which stand in parts of their own. */
export class ShotPart {
  @IsId() id!: string;
  @IsString() @MinLength(1) @MaxLength(LIMITS.maxTitle) title!: string;
  @IsInt() @Min(LIMITS.minSide) @Max(LIMITS.maxSide) width!: number;
  @IsInt() @Min(LIMITS.minSide) @Max(LIMITS.maxSide) height!: number;
  @IsInt() @Min(LIMITS.minFps) @Max(LIMITS.maxFps) fps!: number;
  @IsInt() @Min(1) @Max(LIMITS.maxLength) length!: number;
  @Part(() => BackgroundPart) background!: BackgroundPart;
  @Parts(() => LayerPart, LIMITS.maxLayers) layers!: LayerPart[];
  @Parts(() => PalettePart, LIMITS.maxPalettes, 1) palettes!: PalettePart[];
  @Parts(() => CuePart, LIMITS.maxLength, 1) paletteCues!: CuePart[];
  @Parts(() => TrackPart, LIMITS.maxTracks)
  tracks!: TrackPart[];
  @IsOptional()
  @Parts(() => MarkerPart, LIMITS.maxLength)
  markers?: MarkerPart[];
  @IsOptional()
  @Parts(() => NotePart, 3 * LIMITS.maxLength)
  notes?: NotePart[];
  @IsOptional() @Part(() => GuidesPart) guides?: GuidesPart;
  @IsOptional()
  @Parts(() => PassagePart, LIMITS.maxLength)
  passages?: PassagePart[];
  @IsOptional() @Part(() => CellPart) model?: CellPart | null;
  @IsOptional()
  @Parts(() => ReadingSoundPart, LIMITS.maxSounds)
  reading?: ReadingSoundPart[];
  @IsOptional()
  @Parts(() => ChartPart, LIMITS.maxCharts)
  charts?: ChartPart[];
  @IsOptional() @Part(() => MouthGuidePart) mouthGuide?: MouthGuidePart;
  @IsOptional()
  @Parts(() => NamedDeliveryPart, LIMITS.maxDeliveries)
  deliveries?: NamedDeliveryPart[];
  @IsOptional() @Parts(() => BundlePart, LIMITS.maxBundles) bundles?: BundlePart[];
  @IsOptional() @Part(() => CameraPart) camera?: CameraPart | null;
  @IsOptional() @Part(() => CheckNotesPart) checks?: CheckNotesPart;
  @Parts(() => AssetPart, LIMITS.maxAssets) assets!: AssetPart[];
  @IsArray() @ArrayMaxSize(LIMITS.maxDrawings) @IsId({ each: true }) drawings!: string[];
}
