/** GIF of 48 frames at 960x540: ours from finished pixels, beside a bare gifenc run with one palette on the same pixels. */
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { applyPalette, GIFEncoder, quantize } from '../src/core/export/gifenc.ts';
import { defaultOptions, formatOf, type Pixels } from '../src/core/export/index.ts';
import { readShotFile } from '../src/core/shotfile/index.ts';
import { frameOf, nodePainter } from '../tests/canvas.ts';
import { ms, report } from './report.ts';

const FRAMES = 48;

export async function benchGif(): Promise<void> {
  const file = fileURLToPath(new URL('../dist/demo/lamp-at-the-corner.vignette', import.meta.url));
  const { shot } = readShotFile(new Uint8Array(readFileSync(file)));
  const options = { ...defaultOptions(shot), to: FRAMES - 1, joinHolds: false };
  const painter = nodePainter();
  const frames: Pixels[] = [];
  for (let frame = 0; frame < FRAMES; frame++) {
    const { data, width, height } = frameOf(shot, frame, 'delivery', options.width / shot.width, painter);
    frames.push({ data, width, height });
  }

  const bare = performance.now();
  const gif = GIFEncoder();
  const palette = quantize(frames[0].data, 256, { format: 'rgb565' }) as [number, number, number][];
  for (const [i, { data }] of frames.entries()) {
    gif.writeFrame(applyPalette(data, palette, 'rgb565'), options.width, options.height, {
      palette: i === 0 ? palette : undefined,
      delay: 40,
    });
  }
  gif.finish();
  const bareTime = performance.now() - bare;

  const ours = performance.now();
  const bytes = await formatOf('gif').write({
    shot,
    options,
    render: async (frame) => frames[frame],
    png: () => Promise.reject(new Error('not needed')),
    sound: () => Promise.reject(new Error('not needed')),
    progress: () => {},
  });
  const ourTime = performance.now() - ours;
  report(
    `GIF, ${FRAMES} frames at ${options.width}x${options.height} (${Math.round(bytes.length / 1024)} KB)`,
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
