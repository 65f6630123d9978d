/** What a cast is made with: the layer painted again, on canvases of the size of the picture. */
import { type Matrix, scaleOf } from '../../plane/matrix.ts';
import type { Cast, CastKind } from '../../shot/layer-model.ts';
import type { PaintContext } from '../context.ts';
import type { Sheet } from '../sheets.ts';
import type { Part } from '../soft.ts';

export interface CastTools {
  /** What the layer shows, as it is seen now: softened or streaked by those before. */
  content: Sheet;
  /** Paper to canvas. */
  view: Matrix;
  width: number;
  height: number;
  /** The level the cast lies on, and how high the figure stands over it, paper pixels. */
  level: number;
  tall: number;
  /** A colour `#rrggbb` and its opacity; null: the cast has none of its own. */
  colour: { colour: string; opacity: number } | null;
  /** A clear canvas; it is taken back when the picture is done. */
  sheet(): Sheet;
  /** Where the layer is seen when it is carried on the paper by a map, with some pixels all round; null where it is not. */
  seen(map: Matrix, grow: number): Part | null;
  /** Paints the layer on a canvas, carried on the paper by a map first. @param soft how much it will be softened, canvas pixels */
  again(target: PaintContext, map: Matrix, soft: number): void;
  /** Puts a part of a canvas on another, softened; all there is lies in the part. @param soft canvas pixels */
  putSoft(target: PaintContext, sheet: Sheet, soft: number, part: Part): void;
  /** Paints the layer as it was at a share of the way back to the frame before; false where it was not there. */
  before(target: PaintContext, share: number): boolean;
}

/** A field of a cast that this kind reads, as a person sets it. */
export interface CastField {
  field: 'way' | 'length' | 'soft' | 'fade' | 'ripple' | 'level' | 'swatch';
  name: string;
}

/** A kind of cast: adding one is a file and a line in the register. */
export interface CastMaker {
  kind: CastKind;
  /** What a new one is set to. */
  first: Partial<Cast>;
  fields: readonly CastField[];
  /** Its kind of paint: `under` the layer, or in its place. */
  lies: 'under' | 'instead';
  /** The least softness it is put down with, paper pixels: soft enough, it is made on a smaller canvas. 0: it has sharp edges. */
  finest(cast: Cast, amount: number): number;
  /** Paints it whole on a clear canvas; how much of it there is is seen to by the painter, but for those in place of the layer. */
  paint(cast: Cast, amount: number, target: PaintContext, tools: CastTools): void;
}

/** Fills what is painted on a part of a canvas with one colour. */
export function inOneColour({ context }: Sheet, colour: string, { x, y, width, height }: Part): void {
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.globalCompositeOperation = 'source-atop';
  context.globalAlpha = 1;
  context.fillStyle = colour;
  context.fillRect(x, y, width, height);
  context.globalCompositeOperation = 'source-over';
}

/** Lets what is painted on a part run out from one point of the canvas to another. @param gone 0..1: how much is gone at the end */
export function runOut(
  context: PaintContext,
  from: [number, number],
  to: [number, number],
  gone: number,
  { x, y, width, height }: Part,
): void {
  if (gone <= 0) return;
  const gradient = context.createLinearGradient(from[0], from[1], to[0], to[1]);
  gradient.addColorStop(0, 'rgba(0, 0, 0, 0)');
  gradient.addColorStop(1, `rgba(0, 0, 0, ${gone})`);
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.globalCompositeOperation = 'destination-out';
  context.fillStyle = gradient;
  context.fillRect(x, y, width, height);
  context.globalCompositeOperation = 'source-over';
}

export const BLACK = '#000000';
/** A blur's standard deviation beside how far it is seen to reach. */
const SOFTNESS = 0.5;
/** Standard deviations of a blur beyond which nothing is seen. */
const REACH = 3;

/** A softness as the blur's standard deviation, and how far it reaches, canvas pixels. @param soft paper pixels */
export function softened(soft: number, view: Matrix): { soft: number; reach: number } {
  const sigma = soft * SOFTNESS * scaleOf(view);
  return { soft: sigma, reach: Math.ceil(REACH * sigma) };
}
