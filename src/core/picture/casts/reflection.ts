import { type Matrix, mapPoint, scaleOf } from '../../plane/matrix.ts';
import { type CastMaker, runOut, softened } from './cast.ts';

/** Rows of canvas pixels that are shifted together by a ripple. */
const ROW = 2;
/** A ripple swings once over this many paper pixels. */
const SWING = 28;

/** Everything mirrored in a level. */
export const mirrorMap = (level: number, length: number): Matrix => [1, 0, 0, -length, 0, level + level * length];

export const reflection: CastMaker = {
  kind: 'reflection',
  first: { length: 1, soft: 2, fade: 0.9, ripple: 3 },
  fields: [
    { field: 'level', name: 'Level, px' },
    { field: 'length', name: 'Length, %' },
    { field: 'fade', name: 'Runs out, %' },
    { field: 'ripple', name: 'Ripples, px' },
    { field: 'soft', name: 'Soft, px' },
  ],
  lies: 'under',
  finest: ({ soft }) => soft,
  paint({ length, soft: wanted, fade, ripple }, _, target, { view, level, tall, sheet, seen, again, putSoft }) {
    const map = mirrorMap(level, length);
    const by = scaleOf(view);
    const { soft, reach } = softened(wanted, view);
    const part = seen(map, reach + ripple * by);
    if (!part) return;
    const own = sheet();
    again(own.context, map, soft);
    runOut(own.context, mapPoint(view, 0, level), mapPoint(view, 0, level + tall * length), fade, part);
    if (ripple <= 0) {
      putSoft(target, own, soft, part);
      return;
    }
    const wavy = sheet();
    const { x, width } = part;
    wavy.context.setTransform(1, 0, 0, 1, 0, 0);
    // Rows are counted from the top of the canvas, so that a ripple stays where it is when the figure moves.
    for (let y = part.y - (part.y % ROW); y < part.y + part.height; y += ROW) {
      // Whole pixels: a row is copied, not sampled anew.
      const aside = Math.round(Math.sin((2 * Math.PI * y) / (SWING * by)) * ripple * by);
      wavy.context.drawImage(own.image as never, x, y, width, ROW, x + aside, y, width, ROW);
    }
    putSoft(target, wavy, soft, part);
  },
};
