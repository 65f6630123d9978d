import { type Matrix, mapPoint, scaleOf } from '../../plane/matrix.ts';
import { type CastMaker, putSoft, runOut, SOFTNESS } from './cast.ts';

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
  paint({ length, soft, fade, ripple }, _, target, { view, width, height, level, tall, sheet, again }) {
    const own = sheet();
    again(own.context, mirrorMap(level, length));
    runOut(own.context, mapPoint(view, 0, level), mapPoint(view, 0, level + tall * length), fade, width, height);
    const by = scaleOf(view);
    if (ripple <= 0) {
      putSoft(target, own, soft * SOFTNESS * by, width, height);
      return;
    }
    const wavy = sheet();
    wavy.context.setTransform(1, 0, 0, 1, 0, 0);
    for (let y = 0; y < height; y += ROW) {
      const aside = Math.sin((2 * Math.PI * y) / (SWING * by)) * ripple * by;
      wavy.context.drawImage(own.image as never, 0, y, width, ROW, aside, y, width, ROW);
    }
    putSoft(target, wavy, soft * SOFTNESS * by, width, height);
  },
};
