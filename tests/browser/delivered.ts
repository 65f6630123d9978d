/** What a shot is delivered as: its pictures at full size, for tests that measure pixels. */
import { createCanvas, loadImage } from '@napi-rs/canvas';
import { unzipSync } from 'fflate';
import type { Animator } from './hands.ts';

/** A delivered picture. */
export class Delivered {
  readonly width: number;
  readonly height: number;
  private readonly data: Uint8ClampedArray;

  constructor(width: number, height: number, data: Uint8ClampedArray) {
    this.width = width;
    this.height = height;
    this.data = data;
  }

  /** 'rrggbb' at a pixel. */
  at(x: number, y: number): string {
    const i = 4 * (Math.round(y) * this.width + Math.round(x));
    return Buffer.from(this.data.subarray(i, i + 3)).toString('hex');
  }

  /** The box of all pixels of a kind of colour; null where there is none. */
  box(kind: (r: number, g: number, b: number) => boolean) {
    let [minX, minY, maxX, maxY] = [Infinity, Infinity, -1, -1];
    for (let y = 0; y < this.height; y++)
      for (let x = 0; x < this.width; x++) {
        const i = 4 * (y * this.width + x);
        if (!kind(this.data[i], this.data[i + 1], this.data[i + 2])) continue;
        [minX, maxX, minY, maxY] = [Math.min(minX, x), Math.max(maxX, x), Math.min(minY, y), Math.max(maxY, y)];
      }
    return maxX < 0 ? null : { minX, minY, maxX, maxY };
  }
}

/** Every frame of the shot as a PNG sequence of the size of the field, and back to the desk. */
export async function deliveredFrames(animator: Animator): Promise<Delivered[]> {
  await animator.view('export');
  await animator.hand.press('PNG sequence', 'radio');
  await animator.hand.press('100 %', 'button');
  const { bytes } = await animator.handedOut(() => animator.hand.press('Write the pictures', 'button'));
  await animator.view('desk');
  const out: Delivered[] = [];
  for (const file of Object.values(unzipSync(bytes))) {
    const image = await loadImage(Buffer.from(file));
    const context = createCanvas(image.width, image.height).getContext('2d');
    context.drawImage(image, 0, 0);
    out.push(new Delivered(image.width, image.height, context.getImageData(0, 0, image.width, image.height).data));
  }
  return out;
}

/** A picture with one colour in its middle and clear edges. */
export async function cutPicture(colour: string, width = 80, height = 40): Promise<Uint8Array> {
  const context = createCanvas(width, height).getContext('2d');
  context.fillStyle = colour;
  context.fillRect(width / 4, height / 4, width / 2, height / 2);
  return context.canvas.encode('png');
}
