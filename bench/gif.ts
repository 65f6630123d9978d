/** GIF of 48 frames at 960x540: ours from finished pixels, beside a bare gifenc run with one palette on the same pixels. */
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { applyPalette, GIFEncoder, quantize } from '../src/core/export/gifenc.ts';
import { frameByFrame, type Pixels } from '../src/core/export/index.ts';
import { readShotFile } from '../src/core/shotfile/index.ts';
import { delivered, jobOf, nodeDeliveryTools } from '../tests/delivery.ts';
import { ms, report } from './report.ts';

const FRAMES = 48;

export async function benchGif(): Promise<void> {
  const file = fileURLToPath(new URL('../dist/demo/lamp-at-the-corner.vignette', import.meta.url));
  const { shot } = readShotFile(new Uint8Array(readFileSync(file)));
  const chosen = { span: 'frames', from: 0, to: FRAMES - 1, joinHolds: false } as const;
  const { film, tools } = jobOf(shot, 'gif', chosen);
  const { width, height } = film;
  const frames: Pixels[] = [];
  for (const picture of frameByFrame(film).pictures) frames.push(await tools.paint(film, picture));

  const bare = performance.now();
  const gif = GIFEncoder();
  const palette = quantize(frames[0].data, 256, { format: 'rgb565' }) as [number, number, number][];
  for (const [i, { data }] of frames.entries()) {
    gif.writeFrame(applyPalette(data, palette, 'rgb565'), width, height, {
      palette: i === 0 ? palette : undefined,
      delay: 40,
    });
  }
  gif.finish();
  const bareTime = performance.now() - bare;

  const ours = performance.now();
  const ready: typeof tools = {
    ...nodeDeliveryTools(),
    paint: async (_, { frame }) => frames[frame],
  };
  const bytes = await delivered(shot, 'gif', chosen, { tools: ready });
  const ourTime = performance.now() - ours;
  report(
    `GIF, ${FRAMES} frames at ${width}x${height} (${Math.round(bytes.length / 1024)} KB)`,
    `${ms(ourTime)}, ${(ourTime / bareTime).toFixed(2)} x`,
    'at most 2 x bare gifenc',
    `bare gifenc with one palette ${ms(bareTime)}`,
    ourTime <= 2 * bareTime,
  );
  const whole = gif.bytes().length;
  report(
    'the same, its size',
    `${Math.round(bytes.length / 1024)} KB, ${(bytes.length / whole).toFixed(2)} x`,
    'at most 0.6 x',
    `every picture written whole ${Math.round(whole / 1024)} KB`,
    bytes.length <= 0.6 * whole,
  );
}
