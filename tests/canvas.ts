/** The painter on a canvas in Node, for tests that look at pixels. */

import { createCanvas } from '@napi-rs/canvas';
import { nodeTools } from '../cli/lent/canvas.ts';
import { type Looker, type PaintContext, Painter, type PaintImage } from '../src/core/picture/index.ts';
import { scaling } from '../src/core/plane/index.ts';
import type { Shot } from '../src/core/shot/index.ts';

export function nodePainter(pictures: Record<string, PaintImage> = {}): Painter {
  return new Painter(nodeTools((asset, index) => pictures[`${asset}:${index}`] ?? null));
}

export interface Raster {
  width: number;
  height: number;
  data: Uint8ClampedArray;
  /** '#rrggbb' at a pixel, or 'clear'. */
  at(x: number, y: number): string;
  /** Sum of alpha over all pixels, in pixels. */
  covered(): number;
}

export function raster(width: number, height: number, paint: (context: PaintContext) => void): Raster {
  const canvas = createCanvas(width, height);
  const context = canvas.getContext('2d');
  paint(context as unknown as PaintContext);
  const { data } = context.getImageData(0, 0, width, height);
  return {
    width,
    height,
    data: new Uint8ClampedArray(data),
    at(x, y) {
      const i = 4 * (Math.floor(y) * width + Math.floor(x));
      if (data[i + 3] === 0) return 'clear';
      return `#${[0, 1, 2].map((k) => data[i + k].toString(16).padStart(2, '0')).join('')}`;
    },
    covered() {
      let sum = 0;
      for (let i = 3; i < data.length; i += 4) sum += data[i];
      return sum / 255;
    },
  };
}

/** A frame of a shot at a scale. */
export function frameOf(shot: Shot, frame: number, looker: Looker, scale = 1, painter = nodePainter()): Raster {
  const width = Math.round(shot.width * scale);
  const height = Math.round(shot.height * scale);
  return raster(width, height, (context) =>
    painter.paintFrame(context, shot, frame, looker, scaling(scale), width, height),
  );
}
