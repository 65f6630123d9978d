/** What earlier versions kept, brought into what is kept now. */
import type { Area, Brush, Response, Stroke } from './drawing-model.ts';
import type { Bundle, Layer, Moves, Place } from './layer-model.ts';
import {
  makeArea,
  makeClip,
  makeLayer,
  makePlace,
  makeSwatch,
  makeTrack,
  noCheckNotes,
  noGuides,
  noMouthGuide,
} from './make.ts';
import type { Asset, Clip, Drawing, Palette, Shot, Swatch, Track } from './model.ts';

/** What has come since the first version. */
type Since =
  | 'markers'
  | 'notes'
  | 'guides'
  | 'passages'
  | 'model'
  | 'reading'
  | 'charts'
  | 'mouthGuide'
  | 'deliveries'
  | 'camera'
  | 'checks';
type PlaceSince = 'parts' | 'bend' | 'ticks' | 'pin';
type OlderPlace = Omit<Place, PlaceSince> & Partial<Pick<Place, PlaceSince>>;
type OlderMoves = Omit<Moves, 'places'> & { places: OlderPlace[] };
type LayerSince = 'place' | 'grey' | 'grid' | 'goesWith' | 'distance' | 'blend' | 'only' | 'casts';
type OlderLayer = Omit<Layer, LayerSince | 'moves'> & Partial<Pick<Layer, LayerSince>> & { moves?: OlderMoves | null };
type OlderBundle = Omit<Bundle, 'layers'> & { layers: OlderLayer[] };
type OlderClip = Pick<Clip, 'id' | 'name' | 'asset' | 'frame' | 'in' | 'out' | 'gain'> & Partial<Clip>;
type OlderSwatch = Pick<Swatch, 'id' | 'name' | 'colour'> & Partial<Swatch>;
type OlderPalette = Omit<Palette, 'swatches'> & { swatches: OlderSwatch[] };
type OlderTrack = Pick<Track, 'id' | 'name' | 'muted'> & Partial<Omit<Track, 'clips'>> & { clips: OlderClip[] };

/** A shot as earlier versions kept it: what has come since may be missing. */
export type OlderShot = Omit<Shot, Since | 'tracks' | 'layers' | 'bundles' | 'assets' | 'palettes'> &
  Partial<Pick<Shot, Since>> & {
    assets: Record<string, Omit<Asset, 'lines'> & Partial<Pick<Asset, 'lines'>>>;
    layers: OlderLayer[];
    bundles?: Record<string, OlderBundle>;
    tracks: OlderTrack[];
    palettes: OlderPalette[];
  };

/** What is given, and the rest as it is at first; fields that are there without a value count as missing. */
function filledIn<T extends object>(first: T, given: Partial<T>): T {
  return { ...first, ...Object.fromEntries(Object.entries(given).filter(([, value]) => value !== undefined)) };
}

function clipUpToDate(clip: OlderClip): Clip {
  return filledIn(makeClip(clip.name, clip.asset, clip.out, clip.frame), clip);
}

function trackUpToDate(track: OlderTrack): Track {
  return filledIn(makeTrack(track.name), { ...track, clips: track.clips.map(clipUpToDate) });
}

function swatchUpToDate(swatch: OlderSwatch): Swatch {
  return filledIn(makeSwatch(swatch.name, swatch.colour), swatch);
}

/** Places set everything before they could set some of it. */
const placeUpToDate = (place: OlderPlace): Place => filledIn(makePlace(place.frame), place);

export const movesUpToDate = (moves: OlderMoves): Moves => ({ ...moves, places: moves.places.map(placeUpToDate) });

function layerUpToDate(layer: OlderLayer): Layer {
  const { moves, ...rest } = layer;
  const first = makeLayer(layer.name, layer.purpose);
  return { ...filledIn(first, rest), moves: moves ? movesUpToDate(moves) : null };
}

/** Fills in what has come since a shot was kept. */
export function bringUpToDate(shot: OlderShot): Shot {
  return {
    ...shot,
    markers: shot.markers ?? [],
    notes: shot.notes ?? [],
    guides: shot.guides ?? noGuides(),
    passages: shot.passages ?? [],
    model: shot.model ?? null,
    assets: Object.fromEntries(
      Object.entries(shot.assets).map(([id, asset]) => [id, { ...asset, lines: asset.lines ?? [] }]),
    ),
    layers: shot.layers.map(layerUpToDate),
    bundles: Object.fromEntries(
      Object.entries(shot.bundles ?? {}).map(([id, each]) => [id, { ...each, layers: each.layers.map(layerUpToDate) }]),
    ),
    camera: shot.camera ?? null,
    tracks: shot.tracks.map(trackUpToDate),
    palettes: shot.palettes.map((palette) => ({ ...palette, swatches: palette.swatches.map(swatchUpToDate) })),
    reading: shot.reading ?? [],
    charts: shot.charts ?? [],
    mouthGuide: shot.mouthGuide ?? noMouthGuide(),
    deliveries: shot.deliveries ?? [],
    checks: shot.checks ?? noCheckNotes(),
  };
}

/** A brush before brushes answered the hand along curves: diameter = width * (1 + 2 thinning (pressure - 0.5)). */
interface OlderBrush {
  kind: 'pencil' | 'pen';
  width: number;
  thinning: number;
  opacity: number;
}

function isOlder(brush: Brush | OlderBrush): brush is OlderBrush {
  return 'thinning' in brush;
}

const straight = (drive: Response['drive'], lowest: number, highest: number): Response => ({
  drive,
  lowest,
  highest,
  curve: [0, 0.25, 0.5, 0.75, 1],
});

export function brushUpToDate(brush: Brush | OlderBrush): Brush {
  if (!isOlder(brush)) return brush;
  const { kind, width, thinning, opacity } = brush;
  return {
    kind,
    width,
    widthBy: straight('pressure', 1 - thinning, 1 + thinning),
    opacity,
    opacityBy: kind === 'pencil' ? straight('pressure', 0.5, 1) : straight('nothing', 0, 1),
    taper: { start: 0, end: 0 },
    grain: kind === 'pencil',
    stamp: null,
  };
}

type OlderStroke = Omit<Stroke, 'brush' | 'name'> & { brush: Brush | OlderBrush; name?: string };

/** Strokes without a name, or with a brush of an earlier kind. */
function strokeUpToDate(stroke: OlderStroke): Stroke {
  if (stroke.name !== undefined && !isOlder(stroke.brush)) return stroke as Stroke;
  return { ...stroke, name: stroke.name ?? '', brush: brushUpToDate(stroke.brush) };
}

type OlderArea = Pick<Area, 'id' | 'swatch' | 'rings'> & Partial<Area>;

/** Paint before it had edges and names. */
export function areaUpToDate(area: OlderArea): Area {
  return area.sure !== undefined ? (area as Area) : filledIn(makeArea(area.swatch, area.rings), area);
}

type DrawingSince = 'label' | 'stage' | 'mouth' | 'spacing' | 'firstPass';
type OlderDrawing = Omit<Drawing, DrawingSince | 'ink' | 'paint'> &
  Partial<Pick<Drawing, DrawingSince>> & { ink: OlderStroke[]; paint: OlderArea[] };

/** The same for a drawing. */
export function drawingUpToDate(drawing: OlderDrawing): Drawing {
  return {
    ...drawing,
    label: drawing.label ?? '',
    stage: drawing.stage ?? 'rough',
    mouth: drawing.mouth ?? null,
    spacing: drawing.spacing ?? null,
    firstPass: drawing.firstPass ?? null,
    ink: drawing.ink.map(strokeUpToDate),
    paint: drawing.paint.map(areaUpToDate),
  };
}

/** Whether a plain object lacks what the others of its kind have: its fields are `has` and not `lacks`. */
function lacks(value: object, has: string[], missing: string): boolean {
  return !(missing in value) && has.every((key) => key in value);
}

/**
 * Strokes, areas, swatches, drawings, clips, tracks, layers and their places anywhere in a plain value - a kept edit - brought up to date; values without any are
 * given back as they are.
 */
export function keptUpToDate<T>(value: T): T {
  if (Array.isArray(value)) {
    const mended = value.map(keptUpToDate);
    return mended.some((each, i) => each !== value[i]) ? (mended as T) : value;
  }
  if (typeof value !== 'object' || value === null || Object.getPrototypeOf(value) !== Object.prototype) return value;
  if ('brush' in value && 'points' in value) return strokeUpToDate(value as unknown as OlderStroke) as T;
  if (lacks(value, ['swatch', 'rings'], 'sure')) return areaUpToDate(value as unknown as OlderArea) as T;
  if (lacks(value, ['id', 'name', 'colour'], 'opacity')) return swatchUpToDate(value as unknown as OlderSwatch) as T;
  const entries = Object.entries(value).map(([key, each]) => [key, keptUpToDate(each)] as const);
  const whole = entries.some(([key, each]) => each !== (value as Record<string, unknown>)[key])
    ? (Object.fromEntries(entries) as T & object)
    : value;
  if (lacks(whole, ['ink', 'paint', 'layerId'], 'firstPass'))
    return drawingUpToDate(whole as unknown as OlderDrawing) as T;
  if (lacks(whole, ['asset', 'in', 'out', 'gain'], 'words')) return clipUpToDate(whole as unknown as OlderClip) as T;
  if (lacks(whole, ['across', 'down', 'bow'], 'parts')) return placeUpToDate(whole as unknown as OlderPlace) as T;
  if (lacks(whole, ['exposures', 'afterLast', 'purpose'], 'casts'))
    return layerUpToDate(whole as unknown as OlderLayer) as T;
  if (lacks(whole, ['clips', 'muted'], 'solo')) return trackUpToDate(whole as unknown as OlderTrack) as T;
  return whole;
}
