import { IDENTITY } from '../../plane/matrix.ts';
import { type CastMaker, inOneColour, softened } from './cast.ts';

/** How much closer the second light lies. */
const CLOSE = 3;

/** Light around a figure: once wide and faint, once close. */
export const glow: CastMaker = {
  kind: 'glow',
  first: { soft: 40 },
  fields: [
    { field: 'soft', name: 'Reach, px' },
    { field: 'swatch', name: 'Colour' },
  ],
  lies: 'under',
  finest: ({ soft }) => soft / CLOSE,
  paint({ soft: wanted }, _, target, { view, colour, sheet, seen, again, putSoft }) {
    const { soft, reach } = softened(wanted, view);
    const part = seen(IDENTITY, reach);
    if (!part) return;
    const own = sheet();
    again(own.context, IDENTITY, soft);
    if (colour) {
      inOneColour(own, colour.colour, part);
      target.globalAlpha *= colour.opacity;
    }
    putSoft(target, own, soft, part);
    putSoft(target, own, soft / CLOSE, part);
  },
};
