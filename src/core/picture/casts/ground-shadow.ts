import { after, type Matrix, mapPoint } from '../../plane/matrix.ts';
import { BLACK, type CastMaker, inOneColour, runOut, softened } from './cast.ts';

/** A shadow that lies along the level is never thinner than this share of its length. */
const FLATTEST = 0.04;

/**
 * What lies on the ground of each point that stands over it: a point `h` over the level falls `h` times `length` along the
 * way. The level itself stays, so feet stand in their shadow.
 */
export function groundMap(level: number, way: number, length: number): Matrix {
  const along = Math.cos(way) * length;
  const down = Math.sin(way) * length;
  const thick = Math.abs(down) < FLATTEST * length ? FLATTEST * length * (down < 0 ? -1 : 1) : down;
  // x' = x + (level - y) along, y' = level + (level - y) down
  return [1, 0, -along, -thick, level * along, level + level * thick];
}

export const groundShadow: CastMaker = {
  kind: 'ground shadow',
  first: { way: Math.PI / 5, length: 0.6, soft: 6, fade: 0.6 },
  fields: [
    { field: 'way', name: 'Falls, degrees' },
    { field: 'length', name: 'Length, %' },
    { field: 'level', name: 'Level, px' },
    { field: 'soft', name: 'Soft, px' },
    { field: 'fade', name: 'Runs out, %' },
    { field: 'swatch', name: 'Colour' },
  ],
  lies: 'under',
  finest: ({ soft }) => soft,
  paint(cast, _, target, { view, level, tall, colour, sheet, seen, again, putSoft }) {
    const map = groundMap(level, cast.way, cast.length);
    const { soft, reach } = softened(cast.soft, view);
    const part = seen(map, reach);
    if (!part) return;
    const own = sheet();
    again(own.context, map, soft);
    inOneColour(own, colour?.colour ?? BLACK, part);
    if (colour) target.globalAlpha *= colour.opacity;
    // Seen across: from the level to where the top of the figure falls.
    runOut(own.context, mapPoint(view, 0, level), mapPoint(after(map, view), 0, level - tall), cast.fade, part);
    putSoft(target, own, soft, part);
  },
};
