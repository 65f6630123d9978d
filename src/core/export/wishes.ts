/** What is asked of every delivery: which frames, how large, on what ground, which layers, what is written into the picture. */
import { IsBoolean, IsHexColor, IsIn, IsInt, IsString, Max, MaxLength, Min, validateSync } from 'class-validator';
import { shownExposure } from '../sheet/exposures.ts';
import { drawnEnd } from '../sheet/length.ts';
import { fieldSize } from '../sheet/moves/camera.ts';
import { soundEnd } from '../shot/clips.ts';
import type { Marker, Shot } from '../shot/model.ts';
import { type Answer, type Asks, faultOf } from './asks.ts';

/** Which frames: all, those that are played, from one to another, those of a name, as long as sound or drawings last, the one shown. */
const SPANS = ['shot', 'range', 'frames', 'named', 'sound', 'drawn', 'shown'] as const;
export type Span = (typeof SPANS)[number];

/** What of the drawings is delivered. */
export const PLANES = ['all', 'lines', 'paint'] as const;
/** What lies under the drawings: the shot's own background, a colour, nothing. */
export const GROUNDS = ['shot', 'colour', 'clear'] as const;

/** The longest side of any delivery, pixels. */
export const LARGEST_SIDE = 8192;

export class DeliveryWishes {
  @IsIn(SPANS, { message: 'Which frames are delivered is not known.' })
  span: Span = 'shot';

  /** 0-based, `to` inclusive; for the span "frames". */
  @IsInt({ message: 'The first frame must be a whole number.' })
  @Min(0, { message: 'The first frame lies before the shot.' })
  from = 0;

  @IsInt({ message: 'The last frame must be a whole number.' })
  @Min(0, { message: 'The last frame lies before the shot.' })
  to = 0;

  /** The named frame whose stretch is delivered, for the span "named". */
  @IsString()
  @MaxLength(64)
  marker = '';

  /** Every n-th frame; the length stays, each picture stands longer. */
  @IsInt({ message: '“Every” is a whole number: 1 is each frame, 2 every second one.' })
  @Min(1, { message: '“Every” is at least 1: each frame.' })
  @Max(60, { message: '“Every” is at most 60.' })
  every = 1;

  @IsInt({ message: 'The width must be a whole number of pixels.' })
  @Min(1, { message: 'The width must be at least 1 pixel.' })
  @Max(LARGEST_SIDE, { message: `The width must be at most ${LARGEST_SIDE} pixels.` })
  width = 1;

  @IsInt({ message: 'The height must be a whole number of pixels.' })
  @Min(1, { message: 'The height must be at least 1 pixel.' })
  @Max(LARGEST_SIDE, { message: `The height must be at most ${LARGEST_SIDE} pixels.` })
  height = 1;

  /** Ids of the layers that are delivered, with spaces between; empty: all that are not hidden and no guides. */
  @IsString()
  @MaxLength(20_000)
  layers = '';

  @IsIn(PLANES)
  planes: (typeof PLANES)[number] = 'all';

  @IsIn(GROUNDS)
  ground: (typeof GROUNDS)[number] = 'shot';

  @IsHexColor({ message: 'The background must be a colour like #fdfcf8.' })
  colour = '#00b140';

  /** Written into the picture, for reviewing. */
  @IsBoolean() burnFrame = false;
  @IsBoolean() burnTime = false;
  @IsBoolean() burnTitle = false;
  @IsBoolean() burnDate = false;
  @IsBoolean() burnDrawings = false;
}

/** Wishes as they are kept and handed about: by key. */
export type WishRecord = Readonly<Record<string, Answer>>;

/** The wishes a shot is delivered with unless others are chosen: everything, at half its size. */
export function firstWishes(shot: Shot, asks: Asks = {}): DeliveryWishes & Record<string, Answer> {
  const wishes = new DeliveryWishes();
  wishes.to = shot.length - 1;
  const { width, height } = fieldSize(shot);
  wishes.width = Math.max(1, Math.round(width / 2));
  wishes.height = Math.max(1, Math.round(height / 2));
  const answers = Object.fromEntries(Object.entries(asks).map(([key, { start }]) => [key, start]));
  return Object.assign(wishes, answers);
}

/** Wishes chosen before, for a shot and the questions of a format: what is unknown or of another kind stays as at first. */
export function wishesFrom(shot: Shot, asks: Asks, chosen: WishRecord): DeliveryWishes & Record<string, Answer> {
  const wishes = firstWishes(shot, asks);
  for (const key of Object.keys(wishes)) {
    const answer = chosen[key];
    if (answer === undefined || typeof answer !== typeof wishes[key]) continue;
    if (asks[key] && faultOf(asks[key], answer)) continue;
    (wishes as Record<string, Answer>)[key] = answer;
  }
  wishes.to = Math.min(wishes.to, shot.length - 1);
  wishes.from = Math.min(wishes.from, wishes.to);
  return wishes;
}

/** The first thing wrong with wishes, in a sentence; empty when they can be delivered. */
export function faultOfWishes(asks: Asks, wishes: DeliveryWishes): string {
  const known = Object.assign(new DeliveryWishes(), wishes);
  const [error] = validateSync(known);
  if (error) return Object.values(error.constraints ?? {})[0];
  for (const [key, ask] of Object.entries(asks)) {
    const fault = faultOf(ask, (wishes as unknown as WishRecord)[key]);
    if (fault) return fault;
  }
  return '';
}

/** The stretch a named frame begins: up to the next named frame, or the end of the shot. */
export function stretchOf(shot: Shot, marker: Marker): { from: number; to: number } {
  const next = shot.markers.filter(({ frame }) => frame > marker.frame).sort((a, b) => a.frame - b.frame)[0];
  return { from: marker.frame, to: Math.max(marker.frame, Math.min(shot.length, next?.frame ?? shot.length) - 1) };
}

/** What some spans go by: the frames that are played, if they were chosen, and the frame that is shown. */
export interface Around {
  playing: { from: number; to: number } | null;
  frame: number;
}

export const NOTHING_AROUND: Around = { playing: null, frame: 0 };

/** The frames that wishes mean, 0-based, `to` inclusive. */
export function framesOf(
  shot: Shot,
  { span, from, to, marker }: DeliveryWishes,
  { playing, frame }: Around = NOTHING_AROUND,
): { from: number; to: number } {
  const last = shot.length - 1;
  const whole = { from: 0, to: last };
  switch (span) {
    case 'shot':
      return whole;
    case 'range':
      return playing ?? whole;
    case 'frames':
      return { from: Math.min(from, last), to: Math.min(Math.max(from, to), last) };
    case 'named': {
      const named = shot.markers.find(({ id }) => id === marker);
      return named ? stretchOf(shot, named) : whole;
    }
    case 'sound':
      return { from: 0, to: Math.max(0, Math.min(last, soundEnd(shot) - 1)) };
    case 'drawn':
      return { from: 0, to: Math.min(last, drawnEnd(shot) - 1) };
    case 'shown':
      return { from: Math.min(frame, last), to: Math.min(frame, last) };
  }
}

/** Ids of layers that wishes name; null: none is named. */
const namedLayers = ({ layers }: DeliveryWishes) => (layers ? new Set(layers.split(' ')) : null);

const NOTHING: never[] = [];

/** The shot as these wishes deliver it: the layers asked for, of its drawings the planes asked for. */
export function asDelivered(shot: Shot, wishes: DeliveryWishes): Shot {
  const named = namedLayers(wishes);
  const layers = named
    ? shot.layers.map((layer) => (named.has(layer.id) ? layer : { ...layer, visible: false }))
    : shot.layers;
  const drawings =
    wishes.planes === 'all'
      ? shot.drawings
      : Object.fromEntries(
          Object.entries(shot.drawings).map(([id, drawing]) => [
            id,
            wishes.planes === 'lines' ? { ...drawing, paint: NOTHING } : { ...drawing, ink: NOTHING },
          ]),
        );
  return { ...shot, layers, drawings };
}

/** What each delivered layer shows at a frame, in words for the picture's foot: "Keeper 12". */
export function drawingsInWords(shot: Shot, frame: number): string {
  return shot.layers
    .flatMap(({ name, visible, guide, exposures, afterLast }) => {
      const cell = visible && !guide ? shownExposure(exposures, afterLast, frame)?.exposure.cell : null;
      if (cell?.kind !== 'drawing') return [];
      const drawing = shot.drawings[cell.drawing];
      return drawing ? [`${name} ${drawing.label || drawing.number}`] : [];
    })
    .join('  ');
}
