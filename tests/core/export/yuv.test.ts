/** Pictures as movies hold them: white is 235, black 16, grey has no colour; strips give what the whole gives. */
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { i420Bytes, toI420 } from '../../../src/core/export/index.ts';

const picture = (width: number, height: number, colour: (x: number, y: number) => [number, number, number]) => {
  const data = new Uint8ClampedArray(4 * width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) data.set([...colour(x, y), 255], 4 * (y * width + x));
  return { data, width, height };
};

test.each([
  [
    [255, 255, 255],
    [235, 128, 128],
  ],
  [
    [0, 0, 0],
    [16, 128, 128],
  ],
  [
    [128, 128, 128],
    [126, 128, 128],
  ],
  // ITU-R BT.709-6, item 3.
  [
    [255, 0, 0],
    [63, 102, 240],
  ],
] as [[number, number, number], number[]][])('%j is %j', (rgb, yuv) => {
  const out = new Uint8Array(i420Bytes(4, 4));
  toI420(
    picture(4, 4, () => rgb),
    out,
  );
  expect([out[0], out[16], out[20]]).toEqual(yuv);
});

test('a picture brought over in strips is the picture', () => {
  const even = (most: number) => fc.integer({ min: 1, max: most }).map((half) => 2 * half);
  fc.assert(
    fc.property(even(20), even(30), even(12), fc.integer(), (width, height, strip, seed) => {
      const colour = (x: number, y: number): [number, number, number] => {
        const value = Math.imul(seed ^ (x * 73856093) ^ (y * 19349663), 2654435761) >>> 0;
        return [value & 255, (value >> 8) & 255, (value >> 16) & 255];
      };
      const whole = picture(width, height, colour);
      const [wanted, out] = [new Uint8Array(i420Bytes(width, height)), new Uint8Array(i420Bytes(width, height))];
      toI420(whole, wanted);
      for (let before = 0; before < height; before += strip) {
        const rows = Math.min(strip, height - before);
        const data = whole.data.slice(4 * width * before, 4 * width * (before + rows));
        toI420({ data, width, height: rows }, out, { before, rows: height });
      }
      expect(out).toEqual(wanted);
    }),
  );
});
