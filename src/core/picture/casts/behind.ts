import { scaleOf, translation } from '../../plane/matrix.ts';
import { BLACK, type CastMaker, inOneColour, putSoft, SOFTNESS } from './cast.ts';

/** A shadow on a wall close behind: the figure once more, carried aside. */
export const shadowBehind: CastMaker = {
  kind: 'shadow behind',
  first: { way: Math.PI / 4, length: 24, soft: 12 },
  fields: [
    { field: 'way', name: 'Falls, degrees' },
    { field: 'length', name: 'Away, px' },
    { field: 'soft', name: 'Soft, px' },
    { field: 'swatch', name: 'Colour' },
  ],
  lies: 'under',
  paint({ way, length, soft }, _, target, { view, width, height, colour, sheet, again }) {
    const own = sheet();
    again(own.context, translation(Math.cos(way) * length, Math.sin(way) * length));
    inOneColour(own, colour?.colour ?? BLACK, width, height);
    if (colour) target.globalAlpha *= colour.opacity;
    putSoft(target, own, soft * SOFTNESS * scaleOf(view), width, height);
  },
};
