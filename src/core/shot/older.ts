/** What earlier versions kept, brought into what is kept now. */
import { noGuides } from './make.ts';
import type { Asset, Brush, Clip, Drawing, Layer, Response, Shot, Stroke } from './model.ts';

/** A shot as earlier versions kept it: what has come since may be missing. */
export type OlderShot = Omit<Shot, 'markers' | 'notes' | 'tracks' | 'guides' | 'model' | 'layers' | 'assets'> &
  Partial<Pick<Shot, 'markers' | 'notes' | 'guides' | 'model'>> & {
    assets: Record<string, Omit<Asset, 'lines'> & Partial<Pick<Asset, 'lines'>>>;
    layers: (Omit<Layer, 'place' | 'grey'> & Partial<Pick<Layer, 'place' | 'grey'>>)[];
    tracks: (Omit<Shot['tracks'][number], 'clips'> & { clips: (Omit<Clip, 'pin'> & Partial<Pick<Clip, 'pin'>>)[] })[];
  };

/** Fills in what has come since a shot was kept. */
export function bringUpToDate(shot: OlderShot): Shot {
  return {
    ...shot,
    markers: shot.markers ?? [],
    notes: shot.notes ?? [],
    guides: shot.guides ?? noGuides(),
    model: shot.model ?? null,
    assets: Object.fromEntries(
      Object.entries(shot.assets).map(([id, asset]) => [id, { ...asset, lines: asset.lines ?? [] }]),
    ),
    layers: shot.layers.map((layer) => ({ ...layer, place: layer.place ?? null, grey: layer.grey ?? false })),
    tracks: shot.tracks.map((track) => ({
      ...track,
      clips: track.clips.map((clip) => ({ ...clip, pin: clip.pin ?? null })),
    })),
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

type OlderDrawing = Omit<Drawing, 'label' | 'stage' | 'ink'> &
  Partial<Pick<Drawing, 'label' | 'stage'>> & { ink: OlderStroke[] };

/** The same for a drawing. */
export function drawingUpToDate(drawing: OlderDrawing): Drawing {
  return {
    ...drawing,
    label: drawing.label ?? '',
    stage: drawing.stage ?? 'rough',
    ink: drawing.ink.map(strokeUpToDate),
  };
}

/** Strokes anywhere in a plain value - a kept edit - brought up to date; values without any are given back as they are. */
export function strokesInUpToDate<T>(value: T): T {
  if (Array.isArray(value)) {
    const mended = value.map(strokesInUpToDate);
    return mended.some((each, i) => each !== value[i]) ? (mended as T) : value;
  }
  if (typeof value !== 'object' || value === null || Object.getPrototypeOf(value) !== Object.prototype) return value;
  if ('brush' in value && 'points' in value) return strokeUpToDate(value as unknown as OlderStroke) as T;
  const entries = Object.entries(value).map(([key, each]) => [key, strokesInUpToDate(each)] as const);
  return entries.some(([key, each]) => each !== (value as Record<string, unknown>)[key])
    ? (Object.fromEntries(entries) as T)
    : value;
}
