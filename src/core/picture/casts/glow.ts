import { IDENTITY, scaleOf } from '../../plane/matrix.ts';
import { type CastMaker, inOneColour, putSoft, SOFTNESS } from './cast.ts';

/** Light around a figure: once wide and faint, once close. */
export const glow: CastMaker = {
  kind: 'glow',
  first: { soft: 40 },
  fields: [
    { field: 'soft', name: 'Reach, px' },
    { field: 'swatch', name: 'Colour' },
  ],
  lies: 'under',
  paint({ soft }, _, target, { view, width, height, colour, sheet, again }) {
    const own = sheet();
    again(own.context, IDENTITY);
    if (colour) {
      inOneColour(own, colour.colour, width, height);
      target.globalAlpha *= colour.opacity;
    }
    const reach = soft * SOFTNESS * scaleOf(view);
    putSoft(target, own, reach, width, height);
    putSoft(target, own, reach / 3, width, height);
  },
};
