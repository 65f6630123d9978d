import { writeWav } from '../../sound/wav.ts';
import { format } from '../format.ts';

/** The mix-down, 16 bit: the first sample is the first of the first frame. */
export const wav = format({
  id: 'wav',
  name: 'WAV, sound',
  thing: 'the sound',
  extension: 'wav',
  type: 'audio/wav',
  pictures: false,
  async write({ sound, progress }) {
    progress(0);
    const { channels, rate } = await sound();
    progress(0.7);
    return writeWav(channels, rate);
  },
});
