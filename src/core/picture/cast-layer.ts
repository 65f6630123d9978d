/** A layer with its shadows, light and softness: each made from what the layer shows, soft ones at a part of the size. */
import { type Box, mapBox } from '../plane/box.ts';
import { after, inverse, type Matrix, scaling } from '../plane/matrix.ts';
import type { Cast } from '../shot/layer-model.ts';
import { type CastTools, softened } from './casts/cast.ts';
import { castMaker } from './casts/index.ts';
import type { PaintContext, PaintTools } from './context.ts';
import { drawScaled } from './draw-scaled.ts';
import type { Borrowed, Sheet } from './sheets.ts';
import type { ShownCast } from './shows.ts';
import { grownPart, joinedPart, type Part, putPart, putSoft, seenPart } from './soft.ts';

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
  tools: Pick<PaintTools, 'pixels' | 'sameEverywhere'>;
}

/** A softness, canvas pixels, that hides that a picture was carried as a picture. */
const SOFT_ENOUGH = 0.4;
/** The smallest part of its size at which a cast is made. */
const SMALLEST = 8;

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

/** A layer that is seen nowhere, but may throw something that is. */
const NOWHERE: Part = { x: 0, y: 0, width: 0, height: 0 };

/** Pixels of a smaller canvas beyond what is painted on it: what is read between pixels reads clear ones there. */
const CLEAR_EDGE = 2;

/** The layer with its casts, on one of the borrowed canvases. @returns with the part beyond which it is clear */
export function withCasts(
  casts: readonly ShownCast[],
  source: CastSource,
  sheets: Borrowed,
): { sheet: Sheet; part: Part } {
  const { view, width, height, box } = source;
  const whole: Part = { x: 0, y: 0, width, height };
  let reached = (box && seenPart(box, view, CLEAR_EDGE, width, height)) ?? (box ? NOWHERE : whole);
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
      const [across, down] = [Math.ceil((2 * width) / by) / 2, Math.ceil((2 * height) / by) / 2];
      drawScaled(parts[at].context, twice.image, { x: 0, y: 0, width: across, height: down });
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
    /** Where on it something is; null: anywhere. */
    let put: Part | null = null;
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
        drawScaled(target, content.image, { x: 0, y: 0, width: w, height: h });
      },
      putSoft(onto, sheet, soft, part) {
        putSoft(source.tools, onto, sheet, soft, part);
        if (onto === own.context) put = put ? joinedPart(put, part) : part;
      },
      before: source.before,
    });
    own.context.globalAlpha = 1;
    const instead = maker.lies === 'instead';
    const from = grownPart(put ?? { x: 0, y: 0, width: w, height: h }, CLEAR_EDGE, w, h);
    // The last row and column of the smaller canvas may hang over.
    const to = { x: from.x * by, y: from.y * by, width: from.width * by, height: from.height * by };
    reached = joinedPart(reached, grownPart(to, 0, width, height));
    if (instead && by === 1) {
      now = own;
      parts = [];
      continue;
    }
    const onto: Sheet = instead ? sheets.take() : (under ?? sheets.take());
    onto.context.setTransform(1, 0, 0, 1, 0, 0);
    onto.context.globalAlpha = instead ? 1 : amount;
    drawScaled(onto.context, own.image, to, from);
    onto.context.globalAlpha = 1;
    if (instead) {
      now = onto;
      parts = [];
    } else under = onto;
  }
  if (!under) return { sheet: now, part: reached };
  putPart(under.context, now, reached);
  return { sheet: under, part: reached };
}
