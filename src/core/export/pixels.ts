/** Pixels by their boxes: what two pictures differ in, what of a picture shows anything, and a part cut out. */
import type { Pixels } from './format.ts';

/** Pixels from the left and the top. */
export interface PixelBox {
  x: number;
  y: number;
  width: number;
  height: number;
}

const wordsOf = ({ data }: Pixels) => new Uint32Array(data.buffer, data.byteOffset, data.length / 4);

/** The smallest box around the pixels that count; null when none does. */
function boxWhere(width: number, height: number, counts: (p: number) => boolean): PixelBox | null {
  let [minX, minY, maxX, maxY] = [width, height, -1, -1];
  for (let y = 0, p = 0; y < height; y++)
    for (let x = 0; x < width; x++, p++) {
      if (!counts(p)) continue;
      if (x < minX) minX = x;
      if (x > maxX) maxX = x;
      if (y < minY) minY = y;
      maxY = y;
    }
  return maxX < 0 ? null : { x: minX, y: minY, width: maxX - minX + 1, height: maxY - minY + 1 };
}

/** What two pictures of one size differ in; null when in nothing. */
export function changedBox(before: Pixels, after: Pixels): PixelBox | null {
  const [a, b] = [wordsOf(before), wordsOf(after)];
  return boxWhere(after.width, after.height, (p) => a[p] !== b[p]);
}

/** What of a picture is not wholly clear; null when all is. */
export function shownBox(pixels: Pixels): PixelBox | null {
  const { data, width, height } = pixels;
  return boxWhere(width, height, (p) => data[4 * p + 3] > 0);
}

/** A part of a picture. */
export function cutOut({ data, width }: Pixels, box: PixelBox): Pixels {
  const out = new Uint8ClampedArray(4 * box.width * box.height);
  for (let y = 0; y < box.height; y++) {
    const from = 4 * ((box.y + y) * width + box.x);
    out.set(data.subarray(from, from + 4 * box.width), 4 * y * box.width);
  }
  return { data: out, width: box.width, height: box.height };
}

/** Copies a picture into a larger one, pixel for pixel. */
export function layIn(sheet: Pixels, picture: Pixels, left: number, top: number): void {
  for (let y = 0; y < picture.height; y++) {
    const row = picture.data.subarray(4 * y * picture.width, 4 * (y + 1) * picture.width);
    sheet.data.set(row, 4 * ((top + y) * sheet.width + left));
  }
}
