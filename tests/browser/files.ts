/** Files made for tests by independent encoders or by plain bytes. */
import { GIFEncoder } from '../../src/core/export/gifenc.ts';
import { writeWav } from '../../src/core/sound/index.ts';

/** Colours of the pictures of a numbered GIF, in order. */
const GIF_COLOURS: [number, number, number][] = [
  [220, 40, 40],
  [40, 200, 60],
  [60, 60, 230],
  [230, 200, 40],
];

/** A GIF of plain pictures, one colour each, with the given delays in milliseconds. */
export function colourGif(delays: number[], width = 64, height = 36): Uint8Array {
  const gif = GIFEncoder();
  delays.forEach((delay, i) => {
    gif.writeFrame(new Uint8Array(width * height).fill(i % GIF_COLOURS.length), width, height, {
      palette: GIF_COLOURS,
      delay,
    });
  });
  gif.finish();
  return gif.bytes();
}

/** Silence with a burst of tone between two times, as a WAV file. */
export function burstWav(seconds: number, from: number, to: number, rate = 44_100): Uint8Array {
  const samples = new Float32Array(Math.round(seconds * rate));
  for (let i = Math.round(from * rate); i < Math.round(to * rate); i++)
    samples[i] = 0.9 * Math.sin((2 * Math.PI * 440 * i) / rate);
  return writeWav([samples], rate);
}
