/** What a cast is made with: the layer painted again, on canvases of the size of the picture. */
import type { Matrix } from '../../plane/matrix.ts';
import type { Cast, CastKind } from '../../shot/model.ts';
import type { PaintContext } from '../context.ts';

/** A canvas of the picture's size. */
export interface Sheet {
  image: object;
  context: PaintContext;
}

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
  /** Paints the layer on a canvas, carried on the paper by a map first. */
  again(target: PaintContext, map: Matrix): void;
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
  /** Paints it whole on a clear canvas; how much of it there is is seen to by the painter, but for those in place of the layer. */
  paint(cast: Cast, amount: number, target: PaintContext, tools: CastTools): void;
}

/** Fills all that is painted on a canvas with one colour. */
export function inOneColour({ context }: Sheet, colour: string, width: number, height: number): void {
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.globalCompositeOperation = 'source-in';
  context.globalAlpha = 1;
  context.fillStyle = colour;
  context.fillRect(0, 0, width, height);
  context.globalCompositeOperation = 'source-over';
}

/** Puts a canvas on another, softened. @param soft canvas pixels */
export function putSoft(target: PaintContext, { image }: Sheet, soft: number, width: number, height: number): void {
  target.setTransform(1, 0, 0, 1, 0, 0);
  target.filter = soft > 0.3 ? `blur(${soft}px)` : 'none';
  target.drawImage(image as never, 0, 0, width, height);
  target.filter = 'none';
}

/** Lets what is painted run out from one point of the canvas to another. @param gone 0..1: how much is gone at the end */
export function runOut(
  context: PaintContext,
  from: [number, number],
  to: [number, number],
  gone: number,
  width: number,
  height: number,
): void {
  if (gone <= 0) return;
  const gradient = context.createLinearGradient(from[0], from[1], to[0], to[1]);
  gradient.addColorStop(0, 'rgba(0, 0, 0, 1)');
  gradient.addColorStop(1, `rgba(0, 0, 0, ${1 - gone})`);
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.globalCompositeOperation = 'destination-in';
  context.fillStyle = gradient;
  context.fillRect(0, 0, width, height);
  context.globalCompositeOperation = 'source-over';
}

export const BLACK = '#000000';
/** A blur's standard deviation beside how far it is seen to reach. */
export const SOFTNESS = 0.5;
