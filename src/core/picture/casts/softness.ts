import { IDENTITY } from '../../plane/matrix.ts';
import { type CastMaker, softened } from './cast.ts';

export const blur: CastMaker = {
  kind: 'blur',
  first: { soft: 8 },
  fields: [{ field: 'soft', name: 'Soft, px' }],
  lies: 'instead',
  finest: ({ soft }, amount) => amount * soft,
  paint({ soft: wanted }, amount, target, { content, view, seen, putSoft }) {
    const { soft, reach } = softened(amount * wanted, view);
    const part = seen(IDENTITY, reach);
    if (part) putSoft(target, content, soft, part);
  },
};

/** Pictures laid over one another along the way. */
const STEPS = 12;

/** Softness along the way between the frame before and this one, as a shutter that stays open sees it. */
export const streak: CastMaker = {
  kind: 'streak',
  first: { length: 0.5 },
  fields: [{ field: 'length', name: 'Of the way, %' }],
  lies: 'instead',
  finest: () => 0,
  paint({ length }, amount, target, { content, width, height, sheet, before, putSoft }) {
    let laid = 0;
    for (let k = 0; k < STEPS; k++) {
      const step = sheet();
      if (!before(step.context, (amount * length * k) / (STEPS - 1))) continue;
      laid++;
      // Each a smaller part than the one before: all together weigh the same.
      target.setTransform(1, 0, 0, 1, 0, 0);
      target.globalAlpha = 1 / laid;
      if (laid > 1) {
        target.globalCompositeOperation = 'destination-out';
        target.fillStyle = '#000';
        target.fillRect(0, 0, width, height);
        target.globalCompositeOperation = 'lighter';
      }
      target.drawImage(step.image as never, 0, 0, width, height);
      target.globalCompositeOperation = 'source-over';
    }
    target.globalAlpha = 1;
    if (laid === 0) putSoft(target, content, 0, { x: 0, y: 0, width, height });
  },
};
