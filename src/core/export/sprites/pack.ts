/** Where pictures of different sizes lie on sheets: packed close, or in a grid of equal cells. Sizes in pixels. */

import { MaxRectsPacker } from 'maxrects-packer/dist/maxrects-packer.mjs';
import { Refused } from '../../shot/refused.ts';

export interface Sized {
  width: number;
  height: number;
}

interface Placed {
  /** Which sheet. */
  sheet: number;
  x: number;
  y: number;
}

export interface Packed {
  places: Placed[];
  sheets: Sized[];
}

interface PackWishes {
  /** The longest side of a sheet. */
  most: number;
  /** Clear pixels between pictures. */
  padding: number;
  /** Sides of a sheet are powers of two. */
  power: boolean;
}

const upToPower = (size: number) => 2 ** Math.ceil(Math.log2(Math.max(1, size)));

/** A sheet around what lies on it. */
const sheetSize = (width: number, height: number, power: boolean): Sized =>
  power ? { width: upToPower(width), height: upToPower(height) } : { width, height };

function tooLarge({ width, height }: Sized, most: number): Refused {
  return new Refused(
    `A picture of ${width} x ${height} pixels is larger than a sheet of ${most}. Make the pictures smaller, or the sheets larger.`,
  );
}

/** Packs pictures close. The same pictures come to the same places. @throws Refused when one is larger than a sheet */
export function packClose(sizes: Sized[], { most, padding, power }: PackWishes): Packed {
  for (const size of sizes) if (Math.max(size.width, size.height) > most) throw tooLarge(size, most);
  const packer = new MaxRectsPacker(most, most, padding, {
    smart: true,
    pot: false,
    square: false,
    allowRotation: false,
  });
  packer.addArray(sizes.map(({ width, height }, index) => ({ x: 0, y: 0, width, height, index })) as never);
  const places: Placed[] = sizes.map(() => ({ sheet: 0, x: 0, y: 0 }));
  packer.bins.forEach((bin, sheet) => {
    for (const { x, y, index } of bin.rects as unknown as (Placed & { index: number })[])
      places[index] = { sheet, x, y };
  });
  return { places, sheets: packer.bins.map(({ width, height }) => sheetSize(width, height, power)) };
}

/** Lays pictures in cells of one size, row by row, as near to a square as they come. @throws Refused when one is larger than a sheet */
export function packGrid(sizes: Sized[], { most, padding, power }: PackWishes): Packed {
  const width = Math.max(1, ...sizes.map((size) => size.width));
  const height = Math.max(1, ...sizes.map((size) => size.height));
  if (Math.max(width, height) > most) throw tooLarge({ width, height }, most);
  const [across, down] = [width + padding, height + padding];
  const limit = Math.max(1, Math.floor((most + padding) / across));
  const rows = Math.max(1, Math.floor((most + padding) / down));
  const columns = Math.min(limit, Math.max(1, Math.ceil(Math.sqrt((sizes.length * down) / across))));
  const each = columns * rows;
  const places = sizes.map((_, i) => {
    const at = i % each;
    return { sheet: Math.floor(i / each), x: (at % columns) * across, y: Math.floor(at / columns) * down };
  });
  const sheets = Array.from({ length: Math.ceil(sizes.length / each) }, (_, sheet) => {
    const count = Math.min(each, sizes.length - sheet * each);
    return sheetSize(Math.min(count, columns) * across - padding, Math.ceil(count / columns) * down - padding, power);
  });
  return { places, sheets };
}
