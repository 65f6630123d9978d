/** A layer with its shadows, light and softness: each made from what the layer shows, soft ones at a part of the size. */
import { type Box, grownBox, mapBox } from '../plane/box.ts';
import { after, inverse, type Matrix, scaling } from '../plane/matrix.ts';
import type { Cast } from '../shot/model.ts';
import { type CastTools, type Part, softened } from './casts/cast.ts';
import { castMaker } from './casts/index.ts';
import type { PaintContext } from './context.ts';
import type { Borrowed, Sheet } from './sheets.ts';
import type { ShownCast } from './shows.ts';

/** The layer whose casts are painted, on a canvas of `width` x `height` pixels. */
export interface CastSource {
  /** What it shows. */
  content: Sheet;
  /** Where that is on the paper; null: nowhere. */
  box: Box | null;
  /** Paper to canvas. */
  view: Matrix;
  width: number;
  height: number;
  levelOf(cast: Cast): number;
  colourOf(cast: Cast): CastTools['colour'];
  /** Paints what it shows through another view, on a canvas of another size. */
  paint(target: PaintContext, view: Matrix, width: number, height: number): void;
  before(target: PaintContext, share: number): boolean;
}

/** A softness, canvas pixels, that hides that a picture was carried as a picture. */
const SOFT_ENOUGH = 0.4;
/** The smallest part of its size at which a cast is made. */
const SMALLEST = 8;

/** The part of a canvas where a box is seen, grown by some pixels; null where none of it is. */
function seenPart(box: Box, view: Matrix, grow: number, width: number, height: number): Part | null {
  const { minX, minY, maxX, maxY } = grownBox(mapBox(view, box), grow + 1);
  const [x, y] = [Math.max(0, Math.floor(minX)), Math.max(0, Math.floor(minY))];
  const [right, bottom] = [Math.min(width, Math.ceil(maxX)), Math.min(height, Math.ceil(maxY))];
  return right > x && bottom > y ? { x, y, width: right - x, height: bottom - y } : null;
}

function allSeen(box: Box, view: Matrix, width: number, height: number): boolean {
  const { minX, minY, maxX, maxY } = mapBox(view, box);
  return minX >= 0 && minY >= 0 && maxX <= width && maxY <= height;
}

/** By how much the canvas of something so soft may be smaller: what is left is still softer than a pixel. @param soft canvas pixels */
function reductionOf(soft: number): number {
  let by = 1;
  while (by < SMALLEST && soft >= 2 * by) by *= 2;
  return by;
}

/** Casts in place of the layer come first: shadows are of what is seen. */
const lies = ({ kind }: Cast): number => (castMaker(kind).lies === 'instead' ? 0 : 1);

/** The layer with its casts, on one of the borrowed canvases. */
export function withCasts(casts: readonly ShownCast[], source: CastSource, sheets: Borrowed): Sheet {
  const { view, width, height, box } = source;
  let now = source.content;
  let under: Sheet | null = null;
  /** What is seen of the layer now, at parts of its size: each halved from the one before, so that thin lines stay. */
  let parts: Sheet[] = [];
  const contentAt = (by: number): Sheet => {
    if (by === 1) return now;
    const at = Math.log2(by);
    if (!parts[at]) {
      const twice = contentAt(by / 2);
      parts[at] = sheets.take(by);
      parts[at].context.drawImage(
        twice.image as never,
        0,
        0,
        Math.ceil((2 * width) / by) / 2,
        Math.ceil((2 * height) / by) / 2,
      );
    }
    return parts[at];
  };
  for (const { cast, amount } of [...casts].sort((a, b) => lies(a.cast) - lies(b.cast))) {
    const maker = castMaker(cast.kind);
    const level = source.levelOf(cast);
    const by = reductionOf(softened(maker.finest(cast, amount), view).soft);
    const small = by === 1 ? view : after(view, scaling(1 / by));
    const [w, h] = [Math.ceil(width / by), Math.ceil(height / by)];
    const content = contentAt(by);
    const own = sheets.take(by);
    maker.paint(cast, amount, own.context, {
      content,
      view: small,
      width: w,
      height: h,
      level,
      tall: box ? Math.max(1, level - box.minY) : 1,
      colour: source.colourOf(cast),
      sheet: () => sheets.take(by),
      seen: (map, grow) => (box ? seenPart(box, after(map, small), grow, w, h) : null),
      again(target, map, soft) {
        // What is soft anyway is the picture that is painted already, carried; what is sharp is painted anew.
        if (soft < SOFT_ENOUGH || !box || !allSeen(box, view, width, height)) {
          source.paint(target, after(map, small), w, h);
          return;
        }
        target.setTransform(...after(after(inverse(small), map), small));
        target.drawImage(content.image as never, 0, 0, w, h);
      },
      before: source.before,
    });
    own.context.globalAlpha = 1;
    const instead = maker.lies === 'instead';
    if (instead && by === 1) {
      now = own;
      parts = [];
      continue;
    }
    const onto: Sheet = instead ? sheets.take() : (under ?? sheets.take());
    onto.context.setTransform(1, 0, 0, 1, 0, 0);
    onto.context.globalAlpha = instead ? 1 : amount;
    // The last row and column of the smaller canvas may hang over.
    onto.context.drawImage(own.image as never, 0, 0, w * by, h * by);
    onto.context.globalAlpha = 1;
    if (instead) {
      now = onto;
      parts = [];
    } else under = onto;
  }
  if (!under) return now;
  under.context.setTransform(1, 0, 0, 1, 0, 0);
  under.context.drawImage(now.image as never, 0, 0, width, height);
  return under;
}
