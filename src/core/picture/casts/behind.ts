import { translation } from '../../plane/matrix.ts';
import { BLACK, type CastMaker, inOneColour, softened } from './cast.ts';

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
  finest: ({ soft }) => soft,
  paint({ way, length, soft: wanted }, _, target, { view, colour, sheet, seen, again, putSoft }) {
    const map = translation(Math.cos(way) * length, Math.sin(way) * length);
    const { soft, reach } = softened(wanted, view);
    const part = seen(map, reach);
    if (!part) return;
    const own = sheet();
    again(own.context, map, soft);
    inOneColour(own, colour?.colour ?? BLACK, part);
    if (colour) target.globalAlpha *= colour.opacity;
    putSoft(target, own, soft, part);
  },
};
