import { expose, transfer } from 'comlink';
import { type Peaks, peaksOf } from '../core/sound/index.ts';

const face = {
  peaks(channels: Float32Array[], rate: number): Peaks {
    const peaks = peaksOf(channels, rate);
    return transfer(peaks, [peaks.buffer]);
  },
};

export type SoundFace = typeof face;
expose(face);
